import type { Sightings } from '#core/sequence';
import { at, greatest, grouped, real } from '#core/units';
import type { Predictions, Test } from './predict';
import { INFERENCE_NOISE, offScale, onScale } from './scale';

export interface Measured extends Test {
  /** volts as read, magnitude */
  readonly volts: number;
}

/** What is known so far. */
export interface Evidence {
  readonly seen: Sightings;
  readonly measured: readonly Measured[];
}

/** A likelihood never sinks below this: a reading may be mistyped, the leads elsewhere. */
const LIKELIHOOD_FLOOR = 1e-4;
/** Something seen wrongly, or told wrongly. */
const SIGHT_FLOOR = 0.02;

/** What a suspect predicts for a pair, on the scale where the noise is 1; undefined for a mode that the circuit does not have. */
const scaledAt = ({ modes, scaled }: Predictions, suspect: number, mode: Test['mode'], pair: number): number | undefined =>
  scaled[modes.indexOf(mode)]?.[suspect]?.[pair];

/** Volts that a suspect predicts for a test. */
export const predictedVolts = (predictions: Predictions, suspect: number, { red, black, mode }: Test): number =>
  offScale(scaledAt(predictions, suspect, mode, predictions.pairOf(red, black)) ?? 0, INFERENCE_NOISE);

/** Share of belief in each suspect, given what was seen and read. Sums to 1. */
export function posterior(predictions: Predictions, { seen, measured }: Evidence): Float64Array {
  const told = Object.entries(seen);
  const belief = Float64Array.from(predictions.suspects, ({ weight }, index) => {
    const predicted = at(predictions.sightings, index);
    const misses = told.filter(([tag, is]) => predicted[tag] !== undefined && predicted[tag] !== is).length;
    return weight * SIGHT_FLOOR ** misses;
  });
  for (const reading of measured) {
    const pair = predictions.pairOf(reading.red, reading.black);
    const u = onScale(Math.abs(reading.volts), INFERENCE_NOISE);
    for (let index = 0; index < belief.length; index++) {
      const predicted = scaledAt(predictions, index, reading.mode, pair);
      if (predicted === undefined) break;
      belief[index] = real(belief, index) * Math.max(LIKELIHOOD_FLOOR, Math.exp(-0.5 * (u - predicted) ** 2));
    }
  }
  const total = belief.reduce((sum, one) => sum + one, 0);
  return belief.map((one) => one / total);
}

/** Suspects that no reading tells apart, with the belief in them together. */
export interface RankedClass {
  readonly share: number;
  /** places of suspects, most likely first */
  readonly members: readonly number[];
}

/** Belief by class, greatest first. */
export function rankClasses({ suspects, classOf }: Predictions, belief: Float64Array): RankedClass[] {
  const classes = grouped(suspects.keys(), (index) => classOf[index]);
  return [...classes.values()]
    .map((members) => ({
      share: members.reduce((sum, index) => sum + real(belief, index), 0),
      members: members.sort((a, b) => real(belief, b) - real(belief, a)),
    }))
    .sort((a, b) => b.share - a.share);
}

/** The band of volts that the remaining suspects allow at a pair: what the profile shades. */
export function allowedBand(predictions: Predictions, belief: Float64Array, test: Test): { lowV: number; highV: number } {
  const live = believed(belief, 0.01);
  const volts = predictions.pairOf(test.red, test.black) < 0 ? [] : live.map((index) => predictedVolts(predictions, index, test));
  return {
    lowV: -(
      greatest(
        volts.map((one) => -one),
        (one) => one,
      ) ?? 0
    ),
    highV: greatest(volts, (one) => one) ?? 0,
  };
}

/** Suspects in which there is more belief than this. */
export const believed = (belief: Float64Array, least: number): number[] =>
  [...belief.keys()].filter((index) => real(belief, index) > least);
