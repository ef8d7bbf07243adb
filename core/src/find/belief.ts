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

/** How high or low the whole line may stand against its print, and how often. Common practice: within 8 percent. */
const LINES = [
  { gain: 0.92, share: 0.08 },
  { gain: 0.96, share: 0.22 },
  { gain: 1, share: 0.4 },
  { gain: 1.04, share: 0.22 },
  { gain: 1.08, share: 0.08 },
] as const;

/** Belief in each suspect, given what was seen and read, not yet made to sum to 1: a line that is high or low moves all readings together. */
export function likelihoods(predictions: Predictions, { seen, measured }: Evidence): Float64Array {
  const told = Object.entries(seen);
  const readings = measured.map(({ red, black, mode, volts }) => ({
    pair: predictions.pairOf(red, black),
    mode,
    u: onScale(Math.abs(volts), INFERENCE_NOISE),
  }));
  return Float64Array.from(predictions.suspects, ({ weight }, index) => {
    const predicted = at(predictions.sightings, index);
    const misses = told.filter(([tag, is]) => predicted[tag] !== undefined && predicted[tag] !== is).length;
    const expected = readings.map(({ mode, pair }) => scaledAt(predictions, index, mode, pair));
    const fits = LINES.reduce((sum, { gain, share }) => {
      let product = share;
      readings.forEach(({ u }, place) => {
        const own = expected[place];
        if (own === undefined) return;
        const shown = gain === 1 ? own : onScale(gain * offScale(own, INFERENCE_NOISE), INFERENCE_NOISE);
        product *= Math.max(LIKELIHOOD_FLOOR, Math.exp(-0.5 * (u - shown) ** 2));
      });
      return sum + product;
    }, 0);
    return weight * SIGHT_FLOOR ** misses * fits;
  });
}

/** Share of belief in each suspect, given what was seen and read. Sums to 1. */
export function posterior(predictions: Predictions, evidence: Evidence): Float64Array {
  const belief = likelihoods(predictions, evidence);
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
