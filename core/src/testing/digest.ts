/** Anything as lines of text, the same for the same thing: numbers to four figures, maps and records line by line, what is named left out. */
export function digest(value: unknown, without: readonly string[] = [], indent = ''): string {
  const inner = `${indent}  `;
  if (typeof value === 'number') return Number.isFinite(value) ? String(Number(value.toPrecision(4))) : String(value);
  if (value === null || value === undefined || typeof value !== 'object') return JSON.stringify(value) ?? 'undefined';
  if (ArrayBuffer.isView(value))
    return `[${Array.from(value as unknown as ArrayLike<number>)
      .map((one) => digest(one))
      .join(' ')}]`;
  const entries: [string, unknown][] =
    value instanceof Map
      ? [...value].map(([key, one]) => [String(key), one])
      : value instanceof Set
        ? [...value].map((one, index) => [String(index), one])
        : Object.entries(value);
  const shown = entries.filter(([key, one]) => !without.includes(key) && typeof one !== 'function' && one !== undefined);
  const lines = shown.map(([key, one]) => `${Array.isArray(value) ? '' : `${key}: `}${digest(one, without, inner)}`);
  const flat = lines.join(' ');
  const [open, close] = Array.isArray(value) ? ['[', ']'] : ['{', '}'];
  if (flat.length < 180 && !flat.includes('\n')) return `${open}${flat}${close}`;
  return `${open}\n${lines.map((line) => `${inner}${line}`).join('\n')}\n${indent}${close}`;
}
