import { type Circuit, type Point, spellPoint, terminalId } from '#core/circuit';
import {
  allowedBand,
  bestNext,
  type Evidence,
  fromSource,
  halfSplit,
  isAstray,
  type Measured,
  nextTest,
  outcomesOf,
  type Predictions,
  type Profile,
  posterior,
  predictedVolts,
  profilePoints,
  type Test,
  verdictOf,
} from '#core/find';
import { type PlannedPart, workOf } from '#core/graph';
import { isSameFault, type NetworkPlan } from '#core/network';
import { type Practice, schoolOf } from '#core/schools';
import { at, naturally, real } from '#core/units';
import { METHOD_WORDS, type MethodName, tagOf, tellAgainst, tellMind, tellOutcome, tellSuspect, tellTest } from '#core/words';
import type { FindAnswer, FindAsk } from './protocol';

/** Above this a lead is put on live work that not everybody may do. */
const DANGER_V = 50;
const MOST_CLASSES = 8;

/** A complaint with what is known of it so far, and the way a hand would walk. */
interface Case {
  readonly circuit: Circuit;
  readonly predictions: Predictions;
  readonly evidence: Evidence;
  readonly belief: Float64Array;
  readonly about: PlannedPart | undefined;
  readonly profile: Profile | undefined;
  readonly mode: Test['mode'];
}

/** What remains believable, and the best next test. `predictions` are those of the complaint that is asked about. */
export function findView(plan: NetworkPlan, predictions: Predictions, ask: FindAsk, practice: Practice): FindAnswer {
  const { circuit } = plan;
  const complaint = at(circuit.complaints, ask.complaint);
  const { hidden } = ask;
  const truth =
    hidden === null ? -1 : predictions.suspects.findIndex(({ fault }) => fault && !isAstray(fault) && isSameFault(fault, hidden));
  // a complaint says at least that the thing it is about is not on
  const told = truth < 0 ? { [tagOf(circuit, complaint.about)]: false } : at(predictions.sightings, truth);
  const evidence = { seen: { ...told, ...ask.seen }, measured: ask.measured };
  const belief = posterior(predictions, evidence);
  const about = workOf(plan.partsIn(complaint.about)) ?? plan.partsIn(complaint.about).find(({ part }) => part.kind === 'source');
  const profile = about ? profilePoints(plan, about.index) : undefined;
  const one: Case = { circuit, predictions, evidence, belief, about, profile, mode: predictions.modes[0] ?? 'vac' };
  const verdict = verdictOf(predictions, evidence);
  const { ranked } = verdict;
  const best = ranked[0]?.members ?? [];
  const healthy = at(predictions.sightings, 0);
  const suspectWords = (index: number): string => tellSuspect(plan, at(predictions.suspects, index).fault);
  const spell = (point: Point): string => spellPoint(circuit, point);
  const { way, tests } = waysOf(one, ask, practice);
  const test = nextTest(predictions, verdict, evidence, ask.before, {
    allow: (one) => isAllowed(predictions, ask, one),
    reference: profile?.reference,
    way: () => tests[way],
  });
  return {
    title: complaint.title,
    total: predictions.suspects.length + predictions.elsewhere,
    elsewhere: predictions.elsewhere,
    landingsLeft: predictions.landingsLeft,
    fitting: belief.reduce((count, share) => count + (share > 0.01 ? 1 : 0), 0),
    sights: Object.entries(healthy)
      .map(([tag, is]) => ({ tag, healthy: is, actual: evidence.seen[tag] ?? null }))
      .sort((a, b) => naturally(a.tag, b.tag)),
    ranked: ranked
      .slice(0, MOST_CLASSES)
      .filter(({ share }) => share > 0.005)
      .map(({ share, members }) => ({
        share,
        words: members.slice(0, 4).map(suspectWords),
        faults: members.slice(0, 4).map((index) => predictions.suspects[index]?.fault ?? null),
      })),
    none: verdict.none,
    found: verdict.isFound
      ? {
          share: ranked[0]?.share ?? 0,
          words: best.slice(0, 4).map(suspectWords),
          faults: best.slice(0, 4).map((index) => predictions.suspects[index]?.fault ?? null),
          mind: tellMind(plan, predictions.suspects[best[0] ?? -1]?.fault),
        }
      : null,
    against: tellAgainst(circuit, verdict, ask.measured, best[0] === undefined ? '' : suspectWords(best[0])),
    cleared: clearedParts(one),
    advice: test
      ? {
          test,
          way: METHOD_WORDS[way],
          red: spell(test.red),
          black: spell(test.black),
          liveV: Math.max(predictions.toEarthAt(test.red), predictions.toEarthAt(test.black)),
          outcomes: outcomesOf(predictions, belief, test)
            .slice(0, 5)
            .map((outcome) => ({ ...outcome, words: tellOutcome(outcome, suspectWords) })),
        }
      : null,
    profile: profileView(one),
    reference: profile ? spell(profile.reference) : '',
    through: (profile?.points ?? []).map(spell),
    visibleFaults: predictions.suspects.flatMap(({ fault }, index) =>
      fault && !isAstray(fault) && JSON.stringify(predictions.sightings[index]) !== JSON.stringify(healthy) ? [fault] : [],
    ),
    others: profile
      ? METHODS.filter((method) => method !== way).map((method) => ({ way: METHOD_WORDS[method], words: tellTest(circuit, tests[method]) }))
      : [],
    dangerV: Math.max(0, ...predictions.healthyToEarth),
  };
}

const METHODS = Object.keys(METHOD_WORDS) as MethodName[];

/** Whether somebody may put leads there: not on live work when that was ruled out. */
const isAllowed = (predictions: Predictions, ask: FindAsk, { red, black }: Test): boolean =>
  !ask.noDanger || [red, black].every((point) => predictions.toEarthAt(point) <= DANGER_V);

/** The next test by each way of fault finding. The job's own way leads while it has a test to give that may be made; else the best one does. */
function waysOf(one: Case, ask: FindAsk, practice: Practice): { way: MethodName; tests: Readonly<Record<MethodName, Test | undefined>> } {
  const { predictions, evidence, profile, about, mode } = one;
  const isSafe = (test: Test): boolean => isAllowed(predictions, ask, test);
  const walk: Test[] = profile
    ? profile.points
        .filter((point) => point !== profile.reference && predictions.points.includes(point))
        .map((red) => ({ red, black: profile.reference, mode }))
    : [];
  const half = walk.length === 0 ? undefined : halfSplit(walk)(predictions, evidence, {});
  const tests = {
    best: bestNext(predictions, evidence, ask.before, { allow: isSafe, reference: profile?.reference })?.test,
    'load-first': (about && walk.length > 0 && loadFirst(one, about, ask.measured)) || half,
    'half-split': half,
    source: walk.length === 0 ? undefined : fromSource(walk)(predictions, evidence, {}),
  };
  const wanted = schoolOf(practice, 'faultMethod');
  const asked = tests[wanted];
  return { way: asked && isSafe(asked) ? wanted : 'best', tests };
}

/** Split at the load itself: volts there put the fault in it, none puts it in what feeds it. */
function loadFirst({ predictions, mode }: Case, { part, device }: PlannedPart, measured: readonly Measured[]): Test | undefined {
  if (!('a' in part)) return undefined;
  const [red, black] = [terminalId(device.id, part.a), terminalId(device.id, part.b)];
  const pair = predictions.pairOf(red, black);
  const isDone = measured.some((one) => predictions.pairOf(one.red, one.black) === pair);
  return isDone || pair < 0 ? undefined : { red, black, mode };
}

function profileView({ circuit, predictions, belief, profile, mode }: Case): FindAnswer['profile'] {
  if (!profile) return [];
  const { points, reference } = profile;
  return points
    .filter((point) => predictions.points.includes(point))
    .map((point) => {
      const test: Test = { red: point, black: reference, mode };
      return {
        point,
        spelled: spellPoint(circuit, point),
        healthyV: point === reference ? 0 : predictedVolts(predictions, 0, test),
        ...allowedBand(predictions, belief, test),
      };
    });
}

/** Devices none of whose faults is still believed. */
function clearedParts({ circuit, predictions, belief }: Case): string[] {
  const alive = new Map<string, number>();
  predictions.suspects.forEach(({ fault }, index) => {
    if (!fault || !('device' in fault)) return;
    const tag = tagOf(circuit, fault.device);
    alive.set(tag, (alive.get(tag) ?? 0) + real(belief, index));
  });
  return [...alive].flatMap(([tag, share]) => (share < 0.002 ? [tag] : [])).sort(naturally);
}
