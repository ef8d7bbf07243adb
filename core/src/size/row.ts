import type { Verdict } from './verdict';

/** What is asked of a part: which current, volts or rating of it. A code; the words are made elsewhere. */
export type Asks =
  | 'motor running'
  | 'motor locked'
  | 'heater'
  | 'lamps'
  | 'lamps as they are made'
  | 'coil at pull-in'
  | 'coil held'
  | 'coil on DC'
  | 'load on DC'
  | 'inductive load on DC'
  | 'breaks'
  | 'breaks DC'
  | 'opens a fault'
  | 'between its poles'
  | 'wets the contact'
  | 'carries'
  | 'makes'
  | 'holds'
  | 'switches'
  | 'switches AC'
  | 'switches DC'
  | 'least load'
  | 'leaks'
  | 'points on one common'
  | 'volts across it'
  | 'held'
  | 'closing'
  | 'closing, line nominal'
  | 'closing, line at 90 %'
  | 'secondary fuse'
  | 'carries the rating'
  | 'primary fuse'
  | 'rating'
  | 'device'
  | 'loses';

/** What the figure is called on the part or in the table. */
export type Rating =
  | {
      readonly code:
        | 'motor'
        | 'locked rotor'
        | 'AC-3'
        | 'AC-3 make'
        | 'hp mark'
        | 'resistive'
        | 'lamp (AC-5)'
        | 'peak make'
        | '1.5 × resistive'
        | 'carry'
        | 'make'
        | 'rated volts'
        | 'breaking capacity'
        | 'greatest volts'
        | 'least load'
        | 'must let go'
        | 'DC figure'
        | 'DC figure, inductive share'
        | 'group'
        | '√(P·R)'
        | '85 %'
        | 'inrush at 95 % volts'
        | 'class 2 ceiling'
        | 'class 2 nameplate'
        | 'rated secondary'
        | 'ampacity'
        | 'small conductor';
    }
  | { readonly code: 'pilot duty'; readonly pilot: string; readonly moment?: 'make' | 'break' }
  | { readonly code: 'AC-15' | 'contact'; readonly moment: 'make' | 'break' }
  | { readonly code: 'DC figure at'; readonly volts: number }
  | { readonly code: 'share of the rating'; readonly ratio: number }
  | { readonly code: 'share'; readonly ratio: number; readonly of: number; readonly unit: 'A' | 'V' }
  | { readonly code: 'least for'; readonly surface: string }
  | { readonly code: 'output for'; readonly current: string };

/** One thing asked of a part against one figure for it: what a bar on the screen shows. `is` undefined: nobody knows what is asked. */
export interface Row {
  readonly asks: Asks;
  readonly is: number | undefined;
  readonly limit: number | undefined;
  readonly unit: string;
  readonly rating: Rating;
  readonly verdict: Verdict;
  readonly source: string;
  /** a typical figure is common practice; the verdict is the same, the word is not */
  readonly kind: 'limit' | 'typical';
  /** whether the figure is a ceiling or a floor */
  readonly sense: 'most' | 'least';
  /** a current of the moment of closing, which welds; the others are carried and broken, which wears */
  readonly moment?: 'made' | undefined;
}

/** What three figures do not show is no shortfall: 4.9998 mA are the 5 mA that are asked for. */
const SLACK = 5e-4;

interface Against {
  readonly asks: Asks;
  readonly unit: string;
  readonly rating: Rating | Extract<Rating, { code: string }>['code'];
  readonly source: string;
  readonly kind?: Row['kind'];
  /** beyond this share of the figure it is worth a look */
  readonly lookShare?: number;
  readonly moment?: 'made';
  /** what it is to pass the figure; `danger` unless said */
  readonly beyond?: Verdict;
}

const isKnown = (value: number | undefined): value is number => value !== undefined && !Number.isNaN(value);

const made = (sense: Row['sense'], is: number | undefined, limit: number | undefined, verdict: Verdict, against: Against): Row => ({
  sense,
  asks: against.asks,
  is,
  limit,
  unit: against.unit,
  rating: (typeof against.rating === 'string' ? { code: against.rating } : against.rating) as Rating,
  source: against.source,
  moment: against.moment,
  kind: against.kind ?? 'limit',
  verdict: isKnown(is) && isKnown(limit) ? verdict : 'cannot-clear',
});

/** Compared unrounded; a value at the figure is inside. */
export const atMost = (is: number | undefined, limit: number | undefined, against: Against): Row => {
  const [value, top] = [is ?? Number.NaN, limit ?? Number.NaN];
  const isInside = value <= top * (1 + SLACK);
  const isClose = against.lookShare !== undefined && value > top * against.lookShare * (1 + SLACK);
  return made('most', is, limit, isInside ? (isClose ? 'look' : 'good') : (against.beyond ?? 'danger'), against);
};

/** A row that is good from its limit upward. */
export const atLeast = (is: number | undefined, limit: number | undefined, against: Against): Row => {
  const [value, floor] = [is ?? Number.NaN, limit ?? Number.NaN];
  const isInside = value >= floor * (1 - SLACK);
  const isClose = against.lookShare !== undefined && value < (floor / against.lookShare) * (1 - SLACK);
  return made('least', is, limit, isInside ? (isClose ? 'look' : 'good') : (against.beyond ?? 'danger'), against);
};

/** Up to here every part that is made holds: nobody has to read its volts. Class 2 and SELV wiring, common practice. */
const EXTRA_LOW_V = 30;
/** A steady tenth over the print is the supply's own tolerance; more is another supply. */
const OVER_RATED = 1.1;

/**
 * Volts that a part holds off against its print. Under the print it is good, up to a tenth over it (240 on 230) worth a look, beyond
 * that a danger; a 24 V part holds 30. At 30 V and less an unread print is not asked for, over it nothing is cleared without.
 */
export function voltsRow(is: number, ratedV: number | undefined, against: Omit<Against, 'unit' | 'beyond' | 'lookShare'>): Row[] {
  if (is < 1 || (ratedV === undefined && is <= EXTRA_LOW_V)) return [];
  const rated = ratedV ?? Number.NaN;
  const slackV = rated <= EXTRA_LOW_V ? Math.max(rated, Math.min(EXTRA_LOW_V, 1.25 * rated)) : 1.005 * rated;
  const verdict = is <= slackV ? 'good' : is <= OVER_RATED * rated ? 'look' : 'danger';
  return [made('most', is, ratedV, verdict, { ...against, unit: 'V' })];
}
