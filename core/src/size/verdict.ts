/** One mapping for every rule's own words: worst first in this order. */
const VERDICTS = ['block', 'danger', 'cannot-clear', 'look', 'good'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** The worse of two verdicts. */
export const worse = (a: Verdict, b: Verdict): Verdict => (VERDICTS.indexOf(a) <= VERDICTS.indexOf(b) ? a : b);
/** Below zero where the first is the worse. */
export const byWorst = (a: Verdict, b: Verdict): number => VERDICTS.indexOf(a) - VERDICTS.indexOf(b);
/** The worst of several verdicts; good where there are none. */
export const worstVerdict = (list: readonly Verdict[]): Verdict => list.reduce(worse, 'good');
