import type { Point } from '#core/circuit';
import type { Sightings } from '#core/sequence';
import { INFERENCE_NOISE, offScale, onScale } from './scale';
import type { Predictions, ReadMode, Test } from './suspects';

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

export const pairIndex = (predictions: Predictions, a: Point, b: Point): number => {
  const i = predictions.points.indexOf(a);
  const j = predictions.points.indexOf(b);
  return predictions.pairs.findIndex(([x, y]) => (x === i && y === j) || (x === j && y === i));
};

/** Share of belief in each suspect, given what was seen and read. Sums to 1. */
export function posterior(predictions: Predictions, { seen, measured }: Evidence): Float64Array {
  const belief = Float64Array.from(predictions.suspects, ({ weight }, index) => {
    const predicted = predictions.sightings[index]!;
    const misses = Object.entries(seen).filter(([tag, is]) => predicted[tag] !== undefined && predicted[tag] !== is).length;
    return weight * SIGHT_FLOOR ** misses;
  });
  for (const reading of measured) {
    const pair = pairIndex(predictions, reading.red, reading.black);
    const mode = predictions.modes.indexOf(reading.mode);
    if (pair < 0 || mode < 0) continue;
    const u = onScale(Math.abs(reading.volts), INFERENCE_NOISE);
    belief.forEach((_, index) => {
      const off = u - predictions.scaled[mode]![index]![pair]!;
      belief[index]! *= Math.max(LIKELIHOOD_FLOOR, Math.exp(-0.5 * off * off));
    });
  }
  const total = belief.reduce((sum, one) => sum + one, 0);
  return belief.map((one) => one / total);
}

/** Belief by class, greatest first. */
export function rankClasses(
  predictions: Predictions,
  belief: Float64Array,
): { readonly share: number; readonly members: readonly number[] }[] {
  const byClass = new Map<number, number[]>();
  belief.forEach((_, index) => {
    const key = predictions.classOf[index]!;
    byClass.set(key, [...(byClass.get(key) ?? []), index]);
  });
  return [...byClass.values()]
    .map((members) => ({
      share: members.reduce((sum, index) => sum + belief[index]!, 0),
      members: members.sort((a, b) => belief[b]! - belief[a]!),
    }))
    .sort((a, b) => b.share - a.share);
}

/** What a test costs besides time: common practice, told with the advice. */
export interface TestCost {
  readonly perMovedLead: number;
  readonly controlDanger: number;
  readonly powerDanger: number;
}
export const DEFAULT_COST: TestCost = { perMovedLead: 0.1, controlDanger: 0.4, powerDanger: 0.8 };
/** Control mains end here; above is power. */
const CONTROL_MAINS_V = 150;
const EXTRA_LOW_V = 30;

export function costOf(
  predictions: Predictions,
  test: Test,
  before: { red?: Point; black?: Point },
  cost: TestCost = DEFAULT_COST,
): number {
  const hotter = Math.max(...[test.red, test.black].map((point) => predictions.healthyToEarth[predictions.points.indexOf(point)] ?? 0));
  const danger = hotter <= EXTRA_LOW_V ? 0 : hotter <= CONTROL_MAINS_V ? cost.controlDanger : cost.powerDanger;
  return cost.perMovedLead * (Number(test.red !== before.red) + Number(test.black !== before.black)) + danger;
}

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

const BINS = 512;
/** Noise of one unit spread over neighbouring bins. */
const KERNEL = [0.006, 0.061, 0.242, 0.383, 0.242, 0.061, 0.006];

/** Expected information of one pair: entropy of what may be read, less that of the noise. */
export function gainOf(
  scaled: readonly Float32Array[],
  pair: number,
  live: readonly number[],
  belief: Float64Array,
  bins: Float64Array,
): number {
  let low = BINS;
  let high = 0;
  for (const index of live) {
    const bin = Math.min(BINS - 4, 3 + Math.round(scaled[index]![pair]!));
    bins[bin]! += belief[index]!;
    low = Math.min(low, bin);
    high = Math.max(high, bin);
  }
  if (low === high) {
    bins[low] = 0;
    return 0;
  }
  let entropy = 0;
  for (let bin = low - 3; bin <= high + 3; bin++) {
    let mass = 0;
    for (let tap = -3; tap <= 3; tap++) mass += KERNEL[tap + 3]! * (bins[bin + tap] ?? 0);
    if (mass > 1e-12) entropy -= mass * Math.log2(mass);
  }
  bins.fill(0, low, high + 1);
  return Math.max(0, entropy - NOISE_ENTROPY);
}

const NOISE_ENTROPY = -KERNEL.reduce((sum, one) => sum + one * Math.log2(one), 0);

/**
 * The test that tells most for what it costs.
 * @param before where the leads are now, so that a test that moves one lead is the cheaper
 * @param options `allow` leaves tests out (no live work), `reference` is the return that breaks ties
 * @returns undefined when no reading here tells the remaining suspects apart
 */
export function bestNext(
  predictions: Predictions,
  evidence: Evidence,
  before: { red?: Point; black?: Point } = {},
  { allow, reference }: { allow?: (test: Test) => boolean; reference?: Point } = {},
): Advice | undefined {
  const belief = posterior(predictions, evidence);
  const live = [...belief.keys()].filter((index) => belief[index]! > 1e-3);
  const bins = new Float64Array(BINS);
  let best: { test: Test; gain: number; cost: number; score: number } | undefined;
  const taken = new Set(evidence.measured.map(({ red, black, mode }) => `${mode}${pairIndex(predictions, red, black)}`));
  predictions.modes.forEach((mode, m) => {
    predictions.pairs.forEach(([i, j], pair) => {
      if (taken.has(`${mode}${pair}`)) return;
      const gain = gainOf(predictions.scaled[m]!, pair, live, belief, bins);
      if (gain < 0.02 || (best && gain * 1.03 < best.score)) return;
      const [red, black] = placeLeads(predictions, predictions.points[i]!, predictions.points[j]!);
      const test = { red, black, mode };
      if (allow && !allow(test)) return;
      const cost = costOf(predictions, test, before);
      const score = (gain / (1 + cost)) * (1 + habit(test, reference));
      if (!best || score > best.score + 1e-9) best = { test, gain, cost, score };
    });
  });
  return best && { test: best.test, gain: best.gain, cost: best.cost, outcomes: outcomesOf(predictions, belief, best.test) };
}

/** Of tests that tell the same, the one a hand would take: to the return, or across one device. */
const habit = ({ red, black }: Test, reference: Point | undefined): number =>
  (black === reference || red === reference ? 0.02 : 0) + (red.split(':')[0] === black.split(':')[0] ? 0.01 : 0);

/** Black goes to the point nearer earth, as a hand would. */
function placeLeads(predictions: Predictions, a: Point, b: Point): [Point, Point] {
  const volts = (point: Point) => predictions.healthyToEarth[predictions.points.indexOf(point)] ?? 0;
  return volts(a) >= volts(b) ? [a, b] : [b, a];
}

/** Groups what may be read into bands that do not overlap, each with the suspects it would leave. */
export function outcomesOf(predictions: Predictions, belief: Float64Array, test: Test): Outcome[] {
  const pair = pairIndex(predictions, test.red, test.black);
  const mode = predictions.modes.indexOf(test.mode);
  const live = [...belief.keys()]
    .filter((index) => belief[index]! > 0.004)
    .map((index) => ({ index, u: predictions.scaled[mode]![index]![pair]! }))
    .sort((a, b) => a.u - b.u);
  const groups: { index: number; u: number }[][] = [];
  for (const one of live) {
    const group = groups.at(-1);
    if (group && one.u - group.at(-1)!.u < 4) group.push(one);
    else groups.push([one]);
  }
  return groups
    .map((group) => ({
      fromV: Math.max(0, offScale(group[0]!.u - 2, INFERENCE_NOISE)),
      toV: offScale(group.at(-1)!.u + 2, INFERENCE_NOISE),
      share: group.reduce((sum, { index }) => sum + belief[index]!, 0),
      leaves: group.map(({ index }) => index).sort((a, b) => belief[b]! - belief[a]!),
    }))
    .sort((a, b) => b.share - a.share);
}

/** The band of volts to a reference that the remaining suspects allow at each point: what the profile shades. */
export function allowedBand(
  predictions: Predictions,
  belief: Float64Array,
  point: Point,
  reference: Point,
  mode: ReadMode,
): { lowV: number; highV: number } {
  const pair = pairIndex(predictions, point, reference);
  const m = predictions.modes.indexOf(mode);
  if (pair < 0 || m < 0) return { lowV: 0, highV: 0 };
  const allowed = [...belief.keys()]
    .filter((index) => belief[index]! > 0.01)
    .map((index) => offScale(predictions.scaled[m]![index]![pair]!, INFERENCE_NOISE));
  return { lowV: Math.min(...allowed), highV: Math.max(...allowed) };
}

export const predictedVolts = (predictions: Predictions, suspect: number, test: Test): number =>
  offScale(
    predictions.scaled[predictions.modes.indexOf(test.mode)]![suspect]![pairIndex(predictions, test.red, test.black)]!,
    INFERENCE_NOISE,
  );
