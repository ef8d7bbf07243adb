import type { Sightings } from '#core/sequence';
import { at } from '#core/units';
import { bestNext, takenBy } from './advice';
import { type Evidence, type Measured, posterior, predictedVolts, rankClasses } from './belief';
import type { Predictions, Test } from './predict';
import { METER_NOISE } from './scale';

/** How one chooses the next test from what is known. undefined: nothing left to test. */
export type Policy = (predictions: Predictions, evidence: Evidence, before: Partial<Test>) => Test | undefined;

/** Chooses the test that tells most for what it costs. */
export const byBestNext: Policy = (predictions, evidence, before) => bestNext(predictions, evidence, before)?.test;

/** Black stays on the return; red steps from the source on through the circuit, point by point. */
export const fromSource =
  (order: readonly Test[]): Policy =>
  (predictions, evidence) => {
    const isTaken = takenBy(predictions, evidence);
    return order.find(({ red, black, mode }) => !isTaken(mode, predictions.pairOf(red, black)));
  };

/** Live or dead to the return: the point that comes nearest to halving what is still believed. */
export const halfSplit =
  (order: readonly Test[]): Policy =>
  (predictions, evidence) => {
    const belief = posterior(predictions, evidence);
    const isTaken = takenBy(predictions, evidence);
    let best: { test: Test; off: number } | undefined;
    for (const test of order) {
      if (isTaken(test.mode, predictions.pairOf(test.red, test.black))) continue;
      const half = predictedVolts(predictions, 0, test) / 2;
      const live = belief.reduce((sum, share, index) => sum + (predictedVolts(predictions, index, test) > half ? share : 0), 0);
      const off = Math.abs(live - 0.5);
      if (!best || off < best.off - 1e-12) best = { test, off };
    }
    return best && best.off < 0.5 - 1e-6 ? best.test : fromSource(order)(predictions, evidence, {});
  };

export interface SessionEnd {
  readonly readings: number;
  /** the class named, by its first suspect's class key; undefined when readings ran out first */
  readonly named: number | undefined;
}

/** Numbers from a seed, the same on every machine (a 32-bit mix). */
function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

const gauss = (random: () => number): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** A stop rule that all policies share. */
const SURE = 0.95;

/**
 * Plays one fault-finding session against a true suspect, with a noisy meter.
 * @param truth index of the suspect that is really there
 */
export function runSession(predictions: Predictions, truth: number, policy: Policy, seed: number, mostReadings = 80): SessionEnd {
  const random = seeded(seed);
  const seen: Sightings = at(predictions.sightings, truth);
  const measured: Measured[] = [];
  let before: Partial<Test> = {};
  for (;;) {
    const [first] = rankClasses(predictions, posterior(predictions, { seen, measured }));
    if (first && first.share > SURE) return { readings: measured.length, named: at(predictions.classOf, at(first.members, 0)) };
    const test = measured.length < mostReadings ? policy(predictions, { seen, measured }, before) : undefined;
    if (!test) return { readings: measured.length, named: first && at(predictions.classOf, at(first.members, 0)) };
    const volts = predictedVolts(predictions, truth, test);
    const noise = gauss(random) * Math.hypot(METER_NOISE.share * volts, METER_NOISE.floorV);
    measured.push({ ...test, volts: Math.abs(volts + noise) });
    before = test;
  }
}
