/** Ways in which the same mark is written on a nameplate, brought to one: case, dashes, signs of AC and DC, decimal commas. */
export const plainly = (print: string): string =>
  print
    .toUpperCase()
    .replace(/A\. ?C\.?(?![A-Z])/g, 'AC')
    .replace(/D\. ?C\.?(?![A-Z])/g, 'DC')
    .replace(/[–—−]/g, '-')
    .replaceAll('…', '...')
    .replace(/[∼∿≈]/g, '~')
    .replaceAll('⎓', '=')
    .replace(/(\d),(?=\d)/g, '$1.')
    .replace(/\s+/g, ' ')
    .trim();

/** What may stand at a place of a print: a pattern, and what is made of it; nothing where it only fills. */
export type PrintRule<T> = readonly [RegExp, (match: RegExpExecArray) => T | readonly T[] | undefined];

/** Cuts a plain print from left to right, at each place by the first rule that holds; the last rule takes anything. */
export function cutPrint<T>(print: string, rules: readonly PrintRule<T>[]): T[] {
  const tokens: T[] = [];
  for (let rest = print; rest !== ''; ) {
    const here = rest;
    const [rule, match] = rules.map(([pattern, make]) => [make, pattern.exec(here)] as const).find(([, found]) => found) ?? [];
    if (!rule || !match || match[0] === '') break;
    const made = rule(match);
    if (made !== undefined) tokens.push(...(Array.isArray(made) ? (made as readonly T[]) : [made as T]));
    rest = rest.slice(match[0].length);
  }
  return tokens;
}

/** Every number in a piece of print. */
export const numbersIn = (text: string): number[] => [...text.matchAll(/\d+(?:\.\d+)?/g)].map(([one]) => Number(one));
