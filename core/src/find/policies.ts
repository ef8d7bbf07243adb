import { bestNext, takenBy } from './advice';
import { type Evidence, posterior, predictedVolts } from './belief';
import type { Predictions, Test } from './predict';

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
