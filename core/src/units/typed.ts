/** What a person typed where a number belongs. */
export type Typed =
  | { readonly is: 'empty' }
  | { readonly is: 'number'; readonly value: number }
  | { readonly is: 'unclear'; readonly why: string };

const HALVES: Readonly<Record<string, string>> = { '½': '1/2', '¼': '1/4', '¾': '3/4', '⅓': '1/3', '⅔': '2/3', '⅛': '1/8' };

/**
 * Reads a number as people type it: `24`, `0.7`, `0,7`, `24 V`, `30A`, `1/2`, `7½`, `7 1/2`.
 * A lone comma is a decimal one, but `1,500` may be 1.5 or 1500: it is asked for again, not guessed.
 * @param unit the field's own unit, which may stand behind the number; no other may
 */
export function readTyped(text: string, unit = ''): Typed {
  const trimmed = text.trim();
  if (trimmed === '') return { is: 'empty' };
  const hasUnit = unit !== '' && trimmed.toLowerCase().endsWith(unit.toLowerCase());
  const bare = (hasUnit ? trimmed.slice(0, -unit.length) : trimmed).replace(/[½¼¾⅓⅔⅛]/g, (one) => ` ${HALVES[one]}`).trim();
  if (/^-?[1-9]\d{0,2},\d{3}$/.test(bare))
    return { is: 'unclear', why: `"${trimmed}" may be ${bare.replace(',', '.')} or ${bare.replace(',', '')}: write it without the comma.` };
  const decimal = /^-?\d*,\d+$/.test(bare) ? bare.replace(',', '.') : bare;
  const fraction = /^(?:(\d+)\s+)?(\d+)\/([1-9]\d*)$/.exec(decimal);
  const value = fraction ? Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3]) : Number(decimal);
  return bare !== '' && Number.isFinite(value)
    ? { is: 'number', value }
    : { is: 'unclear', why: `"${trimmed}" is not a number. Type digits${unit ? `, in ${unit}` : ''}.` };
}

/** The same with the least and the most that the field may hold. */
export function readWithin(text: string, { unit, least = 0, most = 1e6 }: { unit: string; least?: number; most?: number }): Typed {
  const typed = readTyped(text, unit);
  if (typed.is !== 'number' || (typed.value >= least && typed.value <= most)) return typed;
  return { is: 'unclear', why: `${typed.value} is outside ${least} to ${most} ${unit}`.trim().concat('. Read it again.') };
}
