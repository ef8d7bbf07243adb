import { deviceOf, isTerminal, type Point } from '#core/circuit';
import { at, real } from '#core/units';
import { believed, type Evidence, posterior } from './belief';
import { costOf } from './cost';
import type { Predictions, Test } from './predict';
import { INFERENCE_NOISE, offScale } from './scale';

/** A way a test can come out, and what it leaves. */
export interface Outcome {
  readonly fromV: number;
  readonly toV: number;
  readonly share: number;
  /** the suspects that would lead then, most likely first */
  readonly leaves: readonly number[];
}

export interface Advice {
  readonly test: Test;
  /** bits expected, noise taken off */
  readonly gain: number;
  readonly cost: number;
  readonly outcomes: readonly Outcome[];
}

/** How tests are chosen. */
export interface AdviceHow {
  /** leaves tests out: no live work */
  readonly allow?: (test: Test) => boolean;
  /** the return that breaks ties */
  readonly reference?: Point | undefined;
}

const BINS = 512;
/** Noise of one unit spread over neighbouring bins. */
const KERNEL = Float64Array.of(0.006, 0.061, 0.242, 0.383, 0.242, 0.061, 0.006);
const REACH = 3;
const NOISE_ENTROPY = -KERNEL.reduce((sum, one) => sum + one * Math.log2(one), 0);
/** A test that tells less than this is none. */
const LEAST_GAIN = 0.02;

/** Expected information of one pair: entropy of what may be read, less that of the noise. */
function gainOf(scaled: readonly Float32Array[], pair: number, live: readonly number[], belief: Float64Array, bins: Float64Array): number {
  let low = BINS;
  let high = 0;
  for (const index of live) {
    const bin = Math.min(BINS - REACH - 1, REACH + Math.round(scaled[index]?.[pair] ?? 0));
    bins[bin] = real(bins, bin) + real(belief, index);
    low = Math.min(low, bin);
    high = Math.max(high, bin);
  }
  if (low === high) {
    bins[low] = 0;
    return 0;
  }
  let entropy = 0;
  // most of the scale holds nothing: how many bins ahead, up to the reach of the noise, are empty
  let empty = KERNEL.length;
  for (let bin = low - REACH; bin <= high + REACH; bin++) {
    empty = (bins[bin + REACH] ?? 0) > 0 ? 0 : empty + 1;
    if (empty >= KERNEL.length) continue;
    let mass = 0;
    for (let tap = 0; tap < KERNEL.length; tap++) mass += real(KERNEL, tap) * (bins[bin + tap - REACH] ?? 0);
    if (mass > 1e-12) entropy -= mass * Math.log2(mass);
  }
  bins.fill(0, low, high + 1);
  return Math.max(0, entropy - NOISE_ENTROPY);
}

/**
 * The pair that is worth most for what it costs, of those that were not read yet.
 * @param worthOf what a pair is worth in a mode, by its place among the modes; nothing: it is left out
 */
export function bestPair(
  predictions: Predictions,
  evidence: Evidence,
  before: Partial<Test>,
  { allow, reference }: AdviceHow,
  worthOf: (place: number, pair: number) => number,
): Test | undefined {
  const isTaken = takenBy(predictions, evidence);
  let best: { test: Test; score: number } | undefined;
  for (const [place, mode] of predictions.modes.entries())
    for (const [pair, [i, j]] of predictions.pairs.entries()) {
      if (isTaken(mode, pair)) continue;
      const worth = worthOf(place, pair);
      if (worth <= 0 || (best && worth * (1 + HABIT.toReference + HABIT.acrossOne) < best.score)) continue;
      const [red, black] = placeLeads(predictions, at(predictions.points, i), at(predictions.points, j));
      const test = { red, black, mode };
      if (allow && !allow(test)) continue;
      const score = (worth / (1 + costOf(predictions, test, before))) * (1 + habit(test, reference));
      if (!best || score > best.score + 1e-9) best = { test, score };
    }
  return best?.test;
}

/**
 * The test that tells most for what it costs.
 * @param before where the leads are now, so that a test that moves one lead is the cheaper
 * @returns undefined when no reading here tells the remaining suspects apart
 */
export function bestNext(
  predictions: Predictions,
  evidence: Evidence,
  before: Partial<Test> = {},
  how: AdviceHow = {},
): Advice | undefined {
  const gain = gaining(predictions, posterior(predictions, evidence));
  const test = bestPair(predictions, evidence, before, how, (place, pair) => {
    const bits = gain(place, pair);
    return bits < LEAST_GAIN ? 0 : bits;
  });
  return test && adviceOf(predictions, evidence, before, test);
}

/** What is to be said of a test: what it tells of the faults that are followed, what it costs, and how it may come out. */
export function adviceOf(predictions: Predictions, evidence: Evidence, before: Partial<Test>, test: Test): Advice {
  const belief = posterior(predictions, evidence);
  return {
    test,
    gain: gaining(predictions, belief)(predictions.modes.indexOf(test.mode), predictions.pairOf(test.red, test.black)),
    cost: costOf(predictions, test, before),
    outcomes: outcomesOf(predictions, belief, test),
  };
}

/** Bits that are to be expected of each pair in each mode. */
function gaining(predictions: Predictions, belief: Float64Array): (place: number, pair: number) => number {
  const live = believed(belief, 1e-3);
  const bins = new Float64Array(BINS);
  return (place, pair) => gainOf(at(predictions.scaled, place), pair, live, belief, bins);
}

/** Whether a pair was read already in a mode. */
export function takenBy(predictions: Predictions, { measured }: Evidence): (mode: Test['mode'], pair: number) => boolean {
  const taken = new Set(measured.map(({ red, black, mode }) => `${mode}${predictions.pairOf(red, black)}`));
  return (mode, pair) => taken.has(`${mode}${pair}`);
}

/** Of tests that tell the same, the one a hand would take: to the return, or across one device. */
const HABIT = { toReference: 0.02, acrossOne: 0.01 } as const;

const habit = ({ red, black }: Test, reference: Point | undefined): number =>
  (black === reference || red === reference ? HABIT.toReference : 0) + (isAcrossOne(red, black) ? HABIT.acrossOne : 0);

const isAcrossOne = (red: Point, black: Point): boolean => isTerminal(red) && isTerminal(black) && deviceOf(red) === deviceOf(black);

/** Black goes to the point nearer earth, as a hand would. */
const placeLeads = ({ toEarthAt }: Predictions, a: Point, b: Point): [Point, Point] => (toEarthAt(a) >= toEarthAt(b) ? [a, b] : [b, a]);

/** Groups what may be read into bands that do not overlap, each with the suspects it would leave. */
export function outcomesOf(predictions: Predictions, belief: Float64Array, test: Test): Outcome[] {
  const pair = predictions.pairOf(test.red, test.black);
  const scaled = predictions.scaled[predictions.modes.indexOf(test.mode)];
  const live = believed(belief, 0.004)
    .map((index) => ({ index, u: scaled?.[index]?.[pair] ?? 0 }))
    .sort((a, b) => a.u - b.u);
  const groups: { index: number; u: number }[][] = [];
  for (const one of live) {
    const group = groups.at(-1);
    if (group && one.u - at(group, -1).u < 4) group.push(one);
    else groups.push([one]);
  }
  return groups
    .map((group) => ({
      fromV: Math.max(0, offScale(at(group, 0).u - 2, INFERENCE_NOISE)),
      toV: offScale(at(group, -1).u + 2, INFERENCE_NOISE),
      share: group.reduce((sum, { index }) => sum + real(belief, index), 0),
      leaves: group.map(({ index }) => index).sort((a, b) => real(belief, b) - real(belief, a)),
    }))
    .sort((a, b) => b.share - a.share);
}
