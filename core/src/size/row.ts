import type { Verdict } from './verdict';

/** One thing asked of a part against one figure for it: what a bar on the screen shows. `is` undefined: nobody knows what is asked. */
export interface Row {
  readonly asks: string;
  readonly is: number | undefined;
  readonly limit: number | undefined;
  readonly unit: string;
  /** what the figure is called on the part or in the table */
  readonly rating: string;
  readonly verdict: Verdict;
  readonly source: string;
  /** a typical figure is common practice; the verdict is the same, the word is not */
  readonly kind: 'limit' | 'typical';
  /** whether the figure is a ceiling or a floor */
  readonly sense: 'most' | 'least';
  /** a current of the moment of closing, which welds; the others are carried and broken, which wears */
  readonly moment?: 'made' | undefined;
}

const SLACK = 1e-9;

interface Wording {
  readonly asks: string;
  readonly unit: string;
  readonly rating: string;
  readonly source: string;
  readonly kind?: Row['kind'];
  /** beyond this share of the figure it is worth a look */
  readonly lookShare?: number;
  readonly moment?: 'made';
  /** what it is to pass the figure; `danger` unless said */
  readonly beyond?: Verdict;
}

const made = (sense: Row['sense'], is: number | undefined, limit: number | undefined, verdict: Verdict, words: Wording): Row => ({
  sense,
  asks: words.asks,
  is,
  limit,
  unit: words.unit,
  rating: words.rating,
  source: words.source,
  moment: words.moment,
  kind: words.kind ?? 'limit',
  verdict: is === undefined || limit === undefined || Number.isNaN(is) || Number.isNaN(limit) ? 'cannot-clear' : verdict,
});

/** Compared unrounded; a value at the figure is inside. */
export const atMost = (is: number | undefined, limit: number | undefined, words: Wording): Row => {
  const [value, top] = [is ?? Number.NaN, limit ?? Number.NaN];
  const inside = value <= top * (1 + SLACK);
  const close = words.lookShare !== undefined && value > top * words.lookShare * (1 + SLACK);
  return made('most', is, limit, inside ? (close ? 'look' : 'good') : (words.beyond ?? 'danger'), words);
};

export const atLeast = (is: number | undefined, limit: number | undefined, words: Wording): Row => {
  const [value, floor] = [is ?? Number.NaN, limit ?? Number.NaN];
  const inside = value >= floor * (1 - SLACK);
  const close = words.lookShare !== undefined && value < (floor / words.lookShare) * (1 - SLACK);
  return made('least', is, limit, inside ? (close ? 'look' : 'good') : (words.beyond ?? 'danger'), words);
};

/** A figure without a limit beside it: a result, not a judgement. */
export interface Figure {
  readonly name: string;
  readonly value: number | string | undefined;
  readonly unit: string;
  readonly source: string;
}

export const figure = (name: string, value: number | string | undefined, unit: string, source: string): Figure => ({
  name,
  value,
  unit,
  source,
});

/** What a sizing question gives back: the verdict, what was computed, what was judged, and what is still to be said. */
export interface Sized {
  readonly verdict: Verdict;
  readonly says: string;
  readonly figures: readonly Figure[];
  readonly rows: readonly Row[];
  /** facts that are missing, in the words of the form */
  readonly missing: readonly string[];
}

/** What stops a verdict, in one sentence: names may hold an "and" or a comma of their own. */
export const notKnown = (missing: readonly string[]): string => `Cannot clear. Not known: ${missing.join('; ')}.`;
