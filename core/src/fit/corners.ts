import { type CoilPair, callsOf, coilAcross, type PairMoment } from '#core/explore';
import type { Coil } from '#core/kinds';
import { type CoilWord, judgeDrive } from '#core/size';
import { COPPER_PER_KELVIN_AT_20, greatest, impedanceOfVa, least, magnitude, phasor, scale } from '#core/units';

/** A coil with the line low or high, its winding cold or hot: what it does then. */
export interface Corner {
  readonly line: number;
  readonly hot: boolean;
  readonly volts: number;
  readonly word: CoilWord | 'likely fails hot';
}

/** A winding that has been on for long is this much warmer. Common practice. */
const HOT_KELVIN = 60;

/** How much less a hot winding pulls at the same volts: all of it for DC, the ohmic part alone for AC. 0.393 % a kelvin, IEC 60028. */
export function hotShare(coil: Coil): number {
  const rise = 1 + COPPER_PER_KELVIN_AT_20 * HOT_KELVIN;
  if (coil.current !== 'AC') return 1 / rise;
  const cold = impedanceOfVa(coil.ratedV ?? 1, coil.inrushVa, coil.inrushPf);
  return magnitude(cold) / magnitude(phasor(cold.re * rise, cold.im));
}

/** The same moment with every source at a share of its volts. */
export const atLine = ({ nets }: PairMoment, line: number): PairMoment => ({
  nets: nets.map((net) => ({ ...net, amps: scale(net.amps, line) })),
});

/**
 * Pull-in of a coil with the line at 90, 100 and 110 %, cold and hot: the worst of the states in which it is called.
 * Sources scale with the line; a two-wire timer keeps its drop. DC supplies that hold their volts are scaled too, on the safe side.
 */
export function cornersOf(coil: Coil, pairs: readonly CoilPair[]): Corner[] {
  const called = callsOf(coil, pairs).flatMap(({ isCall, pair }) => (isCall ? [pair] : []));
  if (called.length === 0 || coil.ratedV === undefined || coil.current === undefined) return [];
  const drive = (one: { readonly drive: number }): number => one.drive;
  return [0.9, 1, 1.1].flatMap((line) => {
    // with the line high what counts is the most it gets, held
    const worst =
      line > 1
        ? greatest(
            called.map(({ held }) => coilAcross(atLine(held, line), coil, 'in')),
            drive,
          )
        : least(
            called.map(({ pullIn }) => coilAcross(atLine(pullIn, line), coil, 'out')),
            drive,
          );
    const judged = worst && judgeDrive(coil, worst.drive, 'nominal', worst.volts);
    if (!worst || !judged) return [];
    const { word } = judged;
    // the guaranteed figure holds for a hot coil too; below it what counts is whether the usual pick-up is still reached
    const failsHot = word === 'not guaranteed' && worst.drive * hotShare(coil) < coil.pickUpTypicalRatio;
    return [false, true].map((hot): Corner => ({ line, hot, volts: worst.volts, word: hot && failsHot ? 'likely fails hot' : word }));
  });
}
