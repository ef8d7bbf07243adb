import type { Coil } from '#core/devices';
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

export interface WindowBand {
  readonly word: CoilWord;
  readonly fromV: number;
  /** Infinity for the last */
  readonly toV: number;
}

/** A 24 V AC circuit idles at 26 to 29 V: up to here that is normal on light load. Common practice. */
const HIGH_NORMAL_V = 29;

/** The coil's window on one scale: to pull in, and the volts at which it lets go. */
export interface CoilWindow {
  readonly bands: readonly WindowBand[];
  readonly mustCloseV: number;
  readonly mostV: number;
  readonly letsGoNearV: number;
  readonly surelyReleasedV: number;
}

/**
 * Edges as shares of rated volts. 0.85 and 1.10 (AC), 0.80 and 1.10 (DC relay): IEC 60947-4-1, IEC 61810-1, NEMA ICS 1.
 * The others are common practice. A range coil takes the edges below 1 from its low volts and those above 1 from its high volts.
 * @returns undefined while volts or kind are unknown: such a coil cannot be cleared
 */
export function coilWindow(coil: Coil): CoilWindow | undefined {
  const { ratedV: low, ratedHighV, current } = coil;
  if (low === undefined || current === undefined) return undefined;
  const high = ratedHighV ?? low;
  const buzz: CoilWord = isGentle(coil) ? 'buzzes' : 'buzzes, overheats';
  const lightLoad = current !== 'DC' && low === 24 && high === 24;
  const edges: readonly (readonly [CoilWord, number])[] =
    current !== 'DC'
      ? [
          ['dead', 0],
          [buzz, 0.3 * low],
          ['not guaranteed', 0.75 * low],
          ['pulls in', 0.85 * low],
          [lightLoad ? 'high, normal on light load' : 'high', 1.1 * high],
          ['burns', lightLoad ? HIGH_NORMAL_V : 1.2 * high],
        ]
      : [
          ['dead', 0],
          ['not guaranteed', 0.5 * low],
          ['pulls in', 0.8 * low],
          ['high', 1.1 * high],
          ['burns', 1.3 * high],
        ];
  return {
    bands: edges.map(([word, fromV], index) => ({ word, fromV, toV: edges[index + 1]?.[1] ?? Number.POSITIVE_INFINITY })),
    mustCloseV: coil.pickUpGuaranteedRatio * low,
    mostV: 1.1 * high,
    letsGoNearV: coil.dropOutTypicalRatio * low,
    surelyReleasedV: coil.mustReleaseRatio * low,
  };
}

/** A light relay takes hardly more current with its gap open: it may buzz for ever without burning. */
const isGentle = (coil: Coil): boolean => (0.5 * (coil.inrushVa / coil.sealedVa)) ** 2 <= 1.5;

/** The window's word for a share of rated. Upper edges of "pulls in" and of "high, normal" count as inside. */
export function coilWord(coil: Coil, drive: number): CoilWord | undefined {
  const window = coilWindow(coil);
  if (!window || coil.ratedV === undefined) return undefined;
  const volts = drive * coil.ratedV;
  const slack = 1e-9;
  const found = window.bands.find(
    ({ word, fromV, toV }) =>
      volts >= fromV - slack && (word === 'pulls in' || word === 'high, normal on light load' ? volts <= toV + slack : volts < toV - slack),
  );
  return found?.word ?? 'burns';
}

/**
 * Verdict of a computed pull-in at nominal line. What is not guaranteed there fails: a real line goes lower.
 * From 1.5 times rated (AC) a coil is damaged at the moment of power.
 */
export function coilVerdict(coil: Coil, drive: number): Verdict {
  const word = coilWord(coil, drive);
  if (word === undefined) return 'cannot-clear';
  switch (word) {
    case 'pulls in':
    case 'high, normal on light load':
      return 'good';
    case 'high':
      return 'look';
    case 'burns':
      return drive >= (coil.current === 'DC' ? 1.7 : 1.5) ? 'block' : 'danger';
    default:
      return 'danger';
  }
}

/** The AC bands A0 to A9 and DC bands D0 to D8 by applied over rated volts: common practice, with the standards' 0.85, 0.80 and 1.10. */
export function coilBand(current: 'AC' | 'DC', ratio: number): string {
  const edges = current === 'AC' ? [0.1, 0.3, 0.6, 0.75, 0.85, 1.1, 1.2, 1.5, 2.5] : [0.1, 0.5, 0.7, 0.8, 1.1, 1.3, 1.7, 3];
  const inclusive = 1.1;
  const band = edges.filter((edge) => (edge === inclusive ? ratio > edge + 1e-9 : ratio >= edge - 1e-9)).length;
  return `${current === 'AC' ? 'A' : 'D'}${band}`;
}
