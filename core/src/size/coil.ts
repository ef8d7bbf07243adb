import type { Coil } from '#core/kinds';
import { at, must } from '#core/units';
import type { Verdict } from './verdict';

export type CoilWord =
  | 'dead'
  | 'buzzes'
  | 'buzzes, overheats'
  | 'not guaranteed'
  | 'pulls in'
  | 'high'
  | 'high, normal on light load'
  | 'burns';

/**
 * Where the volts come from. `nominal`: computed with the line at its nominal volts; a real line goes lower, so what is not guaranteed
 * there fails. `measured`: read at the coil as it is called, and then worth a look.
 */
export type Basis = 'nominal' | 'measured';

interface Band {
  readonly code: CoilBandCode;
  /** share of rated volts from which it holds; the band of "pulls in" keeps both of its edges */
  readonly from: number;
  readonly word: 'dead' | 'buzzes' | 'not guaranteed' | 'pulls in' | 'high' | 'burns';
  readonly verdict: Verdict;
  readonly measured?: Verdict;
}

/**
 * What an AC coil does by applied over rated volts, and a DC coil: the one table of it.
 * 0.85, 0.80 and 1.10: IEC 60947-4-1, IEC 61810-1, NEMA ICS 1; the other edges common practice.
 */
const BANDS = {
  AC: [
    { code: 'A0', from: 0, word: 'dead', verdict: 'danger' },
    { code: 'A1', from: 0.1, word: 'dead', verdict: 'danger' },
    { code: 'A2', from: 0.3, word: 'buzzes', verdict: 'danger' },
    { code: 'A3', from: 0.6, word: 'buzzes', verdict: 'danger' },
    { code: 'A4', from: 0.75, word: 'not guaranteed', verdict: 'danger', measured: 'look' },
    { code: 'A5', from: 0.85, word: 'pulls in', verdict: 'good' },
    { code: 'A6', from: 1.1, word: 'high', verdict: 'look' },
    { code: 'A7', from: 1.2, word: 'burns', verdict: 'danger' },
    { code: 'A8', from: 1.5, word: 'burns', verdict: 'block' },
    { code: 'A9', from: 2.5, word: 'burns', verdict: 'block' },
  ],
  DC: [
    { code: 'D0', from: 0, word: 'dead', verdict: 'danger' },
    { code: 'D1', from: 0.1, word: 'dead', verdict: 'danger' },
    { code: 'D2', from: 0.5, word: 'not guaranteed', verdict: 'danger' },
    { code: 'D3', from: 0.7, word: 'not guaranteed', verdict: 'danger', measured: 'look' },
    { code: 'D4', from: 0.8, word: 'pulls in', verdict: 'good' },
    { code: 'D5', from: 1.1, word: 'high', verdict: 'look' },
    { code: 'D6', from: 1.3, word: 'burns', verdict: 'danger' },
    { code: 'D7', from: 1.7, word: 'burns', verdict: 'block' },
    { code: 'D8', from: 3, word: 'burns', verdict: 'block' },
  ],
} as const satisfies Record<'AC' | 'DC', readonly (Omit<Band, 'code'> & { readonly code: string })[]>;

export type CoilBandCode = (typeof BANDS)['AC' | 'DC'][number]['code'];

/** A 24 V AC circuit idles at 26 to 29 V: up to here that is normal on light load. Common practice. */
const HIGH_NORMAL_V = 29;
const SLACK = 1e-9;

/** What a coil's bands depend on. A coil for AC or DC goes by the AC bands. */
export interface BandFacts {
  readonly current: 'AC' | 'DC' | 'AC/DC';
  readonly lowV: number;
  readonly highV: number;
  /** in-rush over held, where it is known: a light relay takes hardly more current with its gap open */
  readonly inrushTimes: number | undefined;
  /** of a supply that idles high, a class 2 transformer's */
  readonly idlesHigh?: boolean;
}

const bandsOf = (current: BandFacts['current']): readonly Band[] => (current === 'DC' ? BANDS.DC : BANDS.AC);

/** The band of a share of rated volts. "Pulls in" wins ties at both of its ends. */
function bandAt(current: BandFacts['current'], ratio: number): Band {
  const bands = bandsOf(current);
  const index = bands.findLastIndex(({ from, word }) => (word === 'high' ? ratio > from + SLACK : ratio >= from - SLACK));
  return at(bands, Math.max(index, 0));
}

/** The band of a coil at a share of its rated volts. */
export const coilBand = (current: 'AC' | 'DC', ratio: number): CoilBandCode => bandAt(current, ratio).code;

/** A light relay may buzz for ever without burning. */
const isGentle = (inrushTimes: number | undefined): boolean => inrushTimes !== undefined && (0.5 * inrushTimes) ** 2 <= 1.5;

const isNormalWhenHigh = ({ current, lowV, highV, idlesHigh = true }: BandFacts): boolean =>
  idlesHigh && current !== 'DC' && lowV === 24 && highV === 24;

export interface CoilJudged {
  readonly band: CoilBandCode;
  readonly word: CoilWord;
  readonly verdict: Verdict;
  readonly isGentle: boolean;
  /** the share that decided: of the low end of a range below it, of the high end above */
  readonly ratio: number;
}

/**
 * The one judge of a coil's volts: the share of the low end of its range below it, of the high end above it.
 * @param volts as flux counts them: volts at the coil times rated over applied hertz
 */
export function judgeVolts(facts: BandFacts, volts: number, basis: Basis, pickUpRatio = facts.current === 'DC' ? 0.8 : 0.85): CoilJudged {
  const [low, high] = [volts / facts.lowV, volts / facts.highV];
  const ratio = low < pickUpRatio - SLACK ? low : high > 1.1 + SLACK ? high : low > 1.1 ? 1 : low;
  const band = bandAt(facts.current, ratio);
  const gentle = isGentle(facts.inrushTimes);
  if (isNormalWhenHigh(facts) && ratio > 1.1 && volts <= HIGH_NORMAL_V + SLACK)
    return { band: band.code, word: 'high, normal on light load', verdict: 'good', isGentle: gentle, ratio };
  return {
    band: band.code,
    word: wordOf(band, gentle),
    verdict: basis === 'measured' ? (band.measured ?? band.verdict) : band.verdict,
    isGentle: gentle,
    ratio,
  };
}

const wordOf = ({ word }: Band, gentle: boolean): CoilWord => (word === 'buzzes' && !gentle ? 'buzzes, overheats' : word);

interface WindowBand {
  readonly word: CoilWord;
  readonly fromV: number;
  /** Infinity for the last */
  readonly toV: number;
}

/** The coil's window on one scale: to pull in, and the volts at which it lets go. */
export interface CoilWindow {
  readonly bands: readonly WindowBand[];
  readonly mustCloseV: number;
  readonly mostV: number;
  readonly letsGoNearV: number;
  readonly surelyReleasedV: number;
}

/** The facts by which a coil of a circuit is judged; undefined while volts, kind or frequency are unknown: such a coil cannot be cleared. */
function bandFacts({ current, ratedV, ratedHighV, hz, inrushVa, sealedVa }: Coil): BandFacts | undefined {
  if (ratedV === undefined || current === undefined || (current === 'AC' && hz === undefined)) return undefined;
  return { current, lowV: ratedV, highV: ratedHighV ?? ratedV, inrushTimes: inrushVa / sealedVa };
}

/**
 * The window of a coil, from the same bands: edges below "pulls in" by its low volts, those above by its high volts.
 * @returns undefined while volts, kind or frequency are unknown
 */
export function coilWindow(coil: Coil): CoilWindow | undefined {
  const facts = bandFacts(coil);
  if (!facts) return undefined;
  const { lowV, highV } = facts;
  const gentle = isGentle(facts.inrushTimes);
  const edges: { word: CoilWord; fromV: number }[] = [];
  for (const band of bandsOf(facts.current)) {
    const word = wordOf(band, gentle);
    if (edges.at(-1)?.word !== word) edges.push({ word, fromV: band.from * (band.from > 1 ? highV : lowV) });
  }
  if (isNormalWhenHigh(facts)) {
    const high = must(
      edges.find(({ word }) => word === 'high'),
      'the high band',
    );
    high.word = 'high, normal on light load';
    const burns = edges.find(({ word }) => word === 'burns');
    if (burns) burns.fromV = HIGH_NORMAL_V;
  }
  return {
    bands: edges.map((edge, index) => ({ ...edge, toV: edges[index + 1]?.fromV ?? Number.POSITIVE_INFINITY })),
    mustCloseV: coil.pickUpGuaranteedRatio * lowV,
    mostV: 1.1 * highV,
    letsGoNearV: coil.dropOutTypicalRatio * lowV,
    surelyReleasedV: coil.mustReleaseRatio * lowV,
  };
}

/**
 * What a coil does at a share of its rated volts, in a circuit solved at its nominal line.
 * @param volts that stand on it: where its flux is more than they say, by its hertz, light load is no excuse
 */
export function judgeDrive(coil: Coil, drive: number, basis: Basis = 'nominal', volts?: number): CoilJudged | undefined {
  const facts = bandFacts(coil);
  if (!facts) return undefined;
  const idlesHigh = volts === undefined || drive * facts.lowV < 1.05 * volts;
  return judgeVolts({ ...facts, idlesHigh }, drive * facts.lowV, basis, coil.pickUpGuaranteedRatio);
}
