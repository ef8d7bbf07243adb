import { terminalId } from '#core/circuit';
import { at } from '#core/units';
import { isAstray } from './astray';
import { type Evidence, likelihoods, predictedVolts, type RankedClass, rankClasses } from './belief';
import type { Predictions, Test } from './predict';
import { INFERENCE_NOISE, onScale } from './scale';
import type { Suspect } from './suspects';

/** A reading that the best explanation does not expect. */
interface ReadingMisfit {
  /** place of the reading among those taken */
  readonly reading: number;
  readonly expectedV: number;
}

/** What may be said of a complaint as it stands. */
export interface Verdict {
  /** share of belief that what is wrong is none of the faults that are followed */
  readonly none: number;
  /** classes, their shares with that of none of them taken off */
  readonly ranked: readonly RankedClass[];
  /** what the best explanation does not expect: readings, and things seen by their tags */
  readonly misfits: readonly ReadingMisfit[];
  readonly unseen: readonly string[];
  /** no reading here proves it: a known good one in its place does, or the eye */
  readonly provedBy: 'swap' | 'look' | undefined;
  /** across what the best explanation names: still to be read before it may be called found */
  readonly confirm: Test | undefined;
  /** the best explanation is believed, it was read across, and nothing that was read or seen speaks against it */
  readonly isFound: boolean;
}

/** Belief before anything is read that it is a fault of a kind that is not on the list. Common practice: one in twenty. */
const NONE_SHARE = 0.05;
/** An explanation counts as found from this share of belief. */
export const SURE = 0.95;
/** Further off than this on the scale of noise a reading speaks against what was expected. */
const AGREES_WITHIN = 3;
/** Something seen otherwise than the followed faults show it. */
const ODD_SIGHT = 0.02;
/** The whole line may stand so much high or low when readings are held against what was expected. */
const LINE_SHARE = 0.08;

/** How likely any reading at all is: even over everything that the supply could bring there, on the scale where noise is 1. */
const anyReading = (mostV: number): number => Math.sqrt(2 * Math.PI) / Math.max(3, onScale(mostV, INFERENCE_NOISE));

/**
 * Holds the best explanation against what was read and seen. What no followed fault expects makes it likelier that it is none of them.
 */
export function verdictOf(predictions: Predictions, evidence: Evidence): Verdict {
  const { seen, measured } = evidence;
  const likely = likelihoods(predictions, evidence);
  const likelihood = likely.reduce((sum, one) => sum + one, 0);
  const belief = likely.map((one) => one / likelihood);
  const weights = predictions.suspects.reduce((sum, { weight }) => sum + weight, 0);
  const told = Object.entries(seen);
  const missesOf = (index: number): string[] =>
    told.flatMap(([tag, is]) =>
      at(predictions.sightings, index)[tag] !== undefined && at(predictions.sightings, index)[tag] !== is ? [tag] : [],
    );
  const fewest = predictions.suspects.reduce((least, _, index) => Math.min(least, missesOf(index).length), told.length);
  const mostV = Math.max(1, ...predictions.healthyToEarth, ...measured.map(({ volts }) => Math.abs(volts)));
  const strange = NONE_SHARE * weights * ODD_SIGHT ** fewest * anyReading(mostV) ** measured.length;
  const none = strange / (strange + likelihood * (1 - NONE_SHARE));
  const ranked = rankClasses(predictions, belief).map((one) => ({ ...one, share: one.share * (1 - none) }));
  const best = ranked[0]?.members[0];
  const isAlike =
    best !== undefined &&
    misfitOf(
      measured.map(({ volts }) => Math.abs(volts)),
      measured.map((reading) => predictedVolts(predictions, best, reading)),
    ) <= worstBy(measured.length);
  const misfits =
    best === undefined
      ? []
      : measured.flatMap((reading, index): ReadingMisfit[] => {
          const expectedV = predictedVolts(predictions, best, reading);
          return agrees(Math.abs(reading.volts), expectedV) ? [] : [{ reading: index, expectedV }];
        });
  const unseen = best === undefined ? [] : missesOf(best);
  const isSure = (ranked[0]?.share ?? 0) > SURE && isAlike && misfits.length === 0 && unseen.length === 0;
  const confirm = isSure ? stillToRead(predictions, ranked[0]?.members ?? [], measured) : undefined;
  const provedBy = best === undefined ? undefined : proofOf(predictions, at(predictions.suspects, best));
  return { none, ranked, misfits, unseen, provedBy, confirm, isFound: isSure && confirm === undefined && provedBy === undefined };
}

/** The pair across what a suspect names: the ends of a wire, the terminals of a part. undefined: it has no two ends to read across. */
function across({ plan, modes }: Predictions, { fault }: Suspect): Test | undefined {
  const mode = modes[0];
  if (!fault || mode === undefined) return undefined;
  if ('conductor' in fault) {
    const [red, black] = plan.circuit.conductors[fault.conductor]?.ends ?? [];
    return red && black ? { red, black, mode } : undefined;
  }
  const part = plan.partsIn(fault.device).find((planned) => planned.part.id === fault.part)?.part;
  if (!part || !('a' in part) || !('b' in part)) return undefined;
  return { red: terminalId(fault.device, part.a), black: terminalId(fault.device, part.b), mode };
}

/** What proves a fault that no reading does. Where a wire lands is seen: its volts could come about in other ways, the look could not. */
function proofOf({ plan }: Predictions, { fault }: Suspect): Verdict['provedBy'] {
  if (!fault) return undefined;
  if ('conductor' in fault) return isAstray(fault) ? 'look' : undefined;
  const planned = plan.partsIn(fault.device).find(({ part }) => part.id === fault.part);
  return planned?.kind.faults.find(({ mode }) => mode === fault.mode)?.isProvedBySwap ? 'swap' : undefined;
}

/** What of a class is still to be read across: one of its members is enough, since no reading tells them apart. */
function stillToRead(predictions: Predictions, members: readonly number[], measured: Evidence['measured']): Test | undefined {
  const pairs = members.flatMap((index) => {
    const test = across(predictions, at(predictions.suspects, index));
    const pair = test ? predictions.pairOf(test.red, test.black) : -1;
    return test && pair >= 0 ? [{ test, pair }] : [];
  });
  const isRead = (pair: number): boolean => measured.some(({ red, black }) => predictions.pairOf(red, black) === pair);
  return pairs.some(({ pair }) => isRead(pair)) ? undefined : pairs[0]?.test;
}

/** How far readings are from what was expected, all together: squares on the scale of noise, the line as high or low as fits best. */
const misfitOf = (read: readonly number[], expected: readonly number[]): number =>
  Math.min(
    ...LINE_GAINS.map((gain) =>
      read.reduce(
        (sum, volts, index) => sum + (onScale(volts, INFERENCE_NOISE) - onScale(gain * at(expected, index), INFERENCE_NOISE)) ** 2,
        0,
      ),
    ),
  );
const LINE_GAINS = [0.92, 0.94, 0.96, 0.98, 1, 1.02, 1.04, 1.06, 1.08] as const;

/** More misfit than this is met less than once in twenty when the explanation is right. */
const worstBy = (readings: number): number => readings + 2 * Math.sqrt(2 * readings);

/** Whether a reading is what was expected, the line a little high or low, the meter a little off. */
function agrees(readV: number, expectedV: number): boolean {
  const [low, high] = [expectedV * (1 - LINE_SHARE), expectedV * (1 + LINE_SHARE)].map((volts) => onScale(volts, INFERENCE_NOISE));
  const u = onScale(readV, INFERENCE_NOISE);
  return u >= (low ?? 0) - AGREES_WITHIN && u <= (high ?? 0) + AGREES_WITHIN;
}
