import { type AdviceHow, bestNext, bestPair } from './advice';
import type { Evidence } from './belief';
import type { Predictions, Test } from './predict';
import { SURE, type Verdict } from './verdict';

/**
 * The test that comes next: across what is to be confirmed before it is called found, else the one that tells the faults apart, else one
 * that the only explanation left foretells.
 * @param how also: `way`, the job's own way of choosing among the faults; the best test by default
 * @returns undefined where it is found, and where no reading in this state tells any more
 */
export function nextTest(
  predictions: Predictions,
  verdict: Verdict,
  evidence: Evidence,
  before: Partial<Test> = {},
  { way, ...how }: AdviceHow & { readonly way?: () => Test | undefined } = {},
): Test | undefined {
  const { isFound, confirm } = verdict;
  if (isFound) return undefined;
  if (confirm && (how.allow?.(confirm) ?? true)) return confirm;
  const telling = way ? way() : bestNext(predictions, evidence, before, how)?.test;
  return telling ?? witnessTo(predictions, verdict, evidence, before, how);
}

/** So far from what a sound circuit gives, on the scale where noise is 1, a reading begins to bear witness; so far it bears all it can. */
const BEGINS = 3;
const ALL = 20;

/**
 * One more reading where no reading tells the followed faults apart any more, and that it is none of them is not ruled out: a pair where
 * the best explanation foretells something else than a sound circuit gives. It agrees, and none of them is much less likely; or it does not.
 * @returns undefined where the best one is believed, is not the only one, is contradicted, or reads as a sound circuit everywhere
 */
function witnessTo(
  predictions: Predictions,
  { ranked: [first], none, misfits, unseen }: Verdict,
  evidence: Evidence,
  before: Partial<Test>,
  how: AdviceHow,
): Test | undefined {
  const best = first?.members[0];
  const isOnlyOne = first !== undefined && first.share > SURE * (1 - none);
  if (best === undefined || !isOnlyOne || none <= 1 - SURE || misfits.length > 0 || unseen.length > 0) return undefined;
  return bestPair(predictions, evidence, before, how, (place, pair) => {
    const read = (suspect: number): number => predictions.scaled[place]?.[suspect]?.[pair] ?? 0;
    const contrast = Math.abs(read(best) - read(0));
    return contrast < BEGINS ? 0 : Math.min(ALL, contrast);
  });
}
