import { at } from '#core/units';
import { type Advice, type AdviceHow, habit, outcomesOf, placeLeads, takenBy } from './advice';
import { type Evidence, posterior } from './belief';
import { costOf } from './cost';
import type { Predictions, Test } from './predict';
import { SURE, type Verdict } from './verdict';

/** So far from what a sound circuit gives, on the scale where noise is 1, a reading begins to bear witness; so far it bears all it can. */
const BEGINS = 3;
const ALL = 20;

/**
 * One more reading where no reading tells the followed faults apart any more, and that it is none of them is not ruled out: a pair where
 * the best explanation foretells something else than a sound circuit gives. It agrees, and none of them is much less likely; or it does not.
 * @returns undefined where the best one is believed, is not the only one, is contradicted, or reads as a sound circuit everywhere
 */
export function witnessTo(
  predictions: Predictions,
  { ranked, none, misfits, unseen }: Verdict,
  evidence: Evidence,
  before: Partial<Test> = {},
  { allow, reference }: AdviceHow = {},
): Advice | undefined {
  const [first] = ranked;
  const best = first?.members[0];
  const isOnlyOne = first !== undefined && first.share > SURE * (1 - none);
  if (best === undefined || !isOnlyOne || none <= 1 - SURE || misfits.length > 0 || unseen.length > 0) return undefined;
  const isTaken = takenBy(predictions, evidence);
  let found: { test: Test; cost: number; score: number } | undefined;
  for (const [place, mode] of predictions.modes.entries()) {
    const [sound, foretold] = [at(at(predictions.scaled, place), 0), at(at(predictions.scaled, place), best)];
    for (const [pair, [i, j]] of predictions.pairs.entries()) {
      const contrast = Math.min(ALL, Math.abs((foretold[pair] ?? 0) - (sound[pair] ?? 0)));
      if (contrast < BEGINS || isTaken(mode, pair)) continue;
      const [red, black] = placeLeads(predictions, at(predictions.points, i), at(predictions.points, j));
      const test = { red, black, mode };
      if (allow && !allow(test)) continue;
      const cost = costOf(predictions, test, before);
      const score = (contrast / (1 + cost)) * (1 + habit(test, reference));
      if (!found || score > found.score + 1e-9) found = { test, cost, score };
    }
  }
  if (!found) return undefined;
  const { test, cost } = found;
  // whether it is this one, or none of them: what the reading all but decides
  const gain = -none * Math.log2(none) - (1 - none) * Math.log2(1 - none);
  return { test, gain, cost, outcomes: outcomesOf(predictions, posterior(predictions, evidence), test) };
}
