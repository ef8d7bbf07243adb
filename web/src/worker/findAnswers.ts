import { type Circuit, type Point, spellPoint } from '#core/circuit';
import {
  allowedBand,
  bestNext,
  fromSource,
  halfSplit,
  type Measured,
  outcomesOf,
  type Predictions,
  pairIndex,
  posterior,
  predict,
  predictedVolts,
  profilePoints,
  rankClasses,
  type Test,
} from '#core/find';
import type { Fault, NetworkPlan } from '#core/network';
import { type Practice, schoolOf } from '#core/size';
import type { FindAnswer, FindAsk } from './protocol';

let cache: { key: string; predictions: Predictions } | undefined;

export const forgetPredictions = (): void => {
  cache = undefined;
};

/** Predictions of a complaint are made once a circuit and kept while readings come in. */
function predictionsFor(circuit: Circuit, plan: NetworkPlan, complaint: number): Predictions {
  const key = String(complaint);
  if (cache?.key !== key || cache.predictions.plan !== plan) {
    const { log, atMs } = circuit.complaints[complaint]!;
    cache = { key, predictions: predict(plan, log, atMs) };
  }
  return cache.predictions;
}

const sameFault = (a: Fault | undefined, b: Fault): boolean => JSON.stringify(a) === JSON.stringify(b);

const WAYS = { best: 'best next test', 'load-first': 'load first', 'half-split': 'half-split', source: 'follow from the source' } as const;
type Way = keyof typeof WAYS;

export function answerFind(circuit: Circuit, plan: NetworkPlan, ask: FindAsk, practice: Practice): FindAnswer {
  const complaint = circuit.complaints[ask.complaint];
  if (!complaint) throw new Error('This circuit has no such complaint.');
  const predictions = predictionsFor(circuit, plan, ask.complaint);
  const truth = ask.hidden === null ? undefined : predictions.suspects.findIndex(({ fault }) => sameFault(fault, ask.hidden!));
  // a complaint says at least that the thing it is about is not on
  const told = truth === undefined || truth < 0 ? { [circuit.devices[complaint.about]?.tag ?? '']: false } : predictions.sightings[truth]!;
  const seen = { ...told, ...ask.seen };
  const evidence = { seen, measured: ask.measured };
  const belief = posterior(predictions, evidence);
  const ranked = rankClasses(predictions, belief);
  const about = plan.partsIn(complaint.about).find(({ part }) => ['coil', 'motor', 'motor3', 'load', 'source'].includes(part.kind));
  const profile = about ? profilePoints(plan, about.index) : undefined;
  const mode = predictions.modes[0] ?? 'vac';
  const spell = (point: Point) => spellPoint(circuit, point);
  const safe = (test: Test) =>
    !ask.noDanger || [test.red, test.black].every((point) => (predictions.healthyToEarth[predictions.points.indexOf(point)] ?? 0) <= 50);
  const words = (index: number) => predictions.suspects[index]!.words;
  const walk: Test[] = profile
    ? profile.points
        .filter((point) => point !== profile.reference && predictions.points.includes(point))
        .map((red) => ({ red, black: profile.reference, mode }))
    : [];
  const tell = (test: Test | undefined) => (test ? `red on ${spell(test.red)}, black on ${spell(test.black)}` : 'nothing left to test');
  const half = walk.length === 0 ? undefined : halfSplit(walk)(predictions, evidence, {});
  const best = bestNext(predictions, evidence, ask.before, { allow: safe, ...(profile ? { reference: profile.reference } : {}) });
  const tests: Readonly<Record<Way, Test | undefined>> = {
    best: best?.test,
    'load-first': (about && walk.length > 0 && loadFirst(plan, about.index, predictions, ask.measured)) || half,
    'half-split': half,
    source: walk.length === 0 ? undefined : fromSource(walk)(predictions, evidence, {}),
  };
  const wanted = schoolOf(practice, 'faultMethod') as Way;
  const isDone = ranked[0] !== undefined && ranked[0].share > 0.95;
  // the job's own way leads while it has a test to give that may be made; else the best one does
  const way: Way = tests[wanted] && safe(tests[wanted]) ? wanted : 'best';
  const test = isDone ? undefined : tests[way];
  const healthy = predictions.sightings[0]!;
  return {
    title: complaint.title,
    total: predictions.suspects.length,
    fitting: belief.reduce((count, share) => count + (share > 0.01 ? 1 : 0), 0),
    sights: Object.keys(healthy).map((tag) => ({ tag, healthy: healthy[tag]!, actual: seen[tag] ?? null })),
    ranked: ranked
      .slice(0, 8)
      .filter(({ share }) => share > 0.005)
      .map(({ share, members }) => ({
        share,
        words: members.slice(0, 4).map(words),
        faults: members.slice(0, 4).map((index) => predictions.suspects[index]!.fault ?? null),
      })),
    cleared: clearedParts(predictions, belief),
    advice: test
      ? {
          test,
          way: WAYS[way],
          red: spell(test.red),
          black: spell(test.black),
          liveV: healthyVolts(predictions, test),
          outcomes: outcomesOf(predictions, belief, test)
            .slice(0, 5)
            .map((outcome) => ({ ...outcome, words: tellOutcome(predictions, outcome.leaves, belief) })),
        }
      : null,
    profile: (profile?.points ?? [])
      .filter((point) => predictions.points.includes(point))
      .map((point) => ({
        point,
        spelled: spell(point),
        healthyV: point === profile!.reference ? 0 : predictedVolts(predictions, 0, { red: point, black: profile!.reference, mode }),
        ...allowedBand(predictions, belief, point, profile!.reference, mode),
      })),
    reference: profile ? spell(profile.reference) : '',
    through: (profile?.points ?? []).map(spell),
    taken:
      ask.take && truth !== undefined && truth >= 0
        ? predictedVolts(predictions, truth, ask.take)
        : ask.take
          ? predictedVolts(predictions, 0, ask.take)
          : null,
    visibleFaults: predictions.suspects.flatMap(({ fault }, index) =>
      fault && JSON.stringify(predictions.sightings[index]) !== JSON.stringify(healthy) ? [fault] : [],
    ),
    others:
      walk.length === 0
        ? []
        : (Object.keys(WAYS) as Way[]).filter((one) => one !== way).map((one) => ({ way: WAYS[one], words: tell(tests[one]) })),
    dangerV: Math.max(0, ...predictions.healthyToEarth),
  };
}

/** Split at the load itself: volts there put the fault in it, none puts it in what feeds it. */
function loadFirst(plan: NetworkPlan, part: number, predictions: Predictions, measured: readonly Measured[]): Test | undefined {
  const { part: planned, device } = plan.parts[part]!;
  if (!('a' in planned)) return undefined;
  const [red, black] = [`${device.id}:${planned.a}`, `${device.id}:${planned.b}`] as [Point, Point];
  const done = measured.some((one) => pairIndex(predictions, one.red, one.black) === pairIndex(predictions, red, black));
  return done || pairIndex(predictions, red, black) < 0 ? undefined : { red, black, mode: predictions.modes[0] ?? 'vac' };
}

const healthyVolts = (predictions: Predictions, { red, black }: Test): number =>
  Math.max(...[red, black].map((point) => predictions.healthyToEarth[predictions.points.indexOf(point)] ?? 0));

function tellOutcome(predictions: Predictions, leaves: readonly number[], belief: Float64Array): string {
  const total = leaves.reduce((sum, index) => sum + belief[index]!, 0);
  const leading = leaves.slice(0, 2).map((index) => predictions.suspects[index]!.words);
  const rest = leaves.length - leading.length;
  return `${leading.join(', or ')}${rest > 0 ? `, or ${rest} more` : ''}${total < 0.02 ? ' (unlikely)' : ''}`;
}

/** Devices none of whose faults is still believed. */
function clearedParts(predictions: Predictions, belief: Float64Array): string[] {
  const alive = new Map<string, number>();
  predictions.suspects.forEach(({ fault }, index) => {
    if (!fault || !('device' in fault)) return;
    const tag = predictions.plan.circuit.devices[fault.device]?.tag ?? '';
    alive.set(tag, (alive.get(tag) ?? 0) + belief[index]!);
  });
  return [...alive]
    .filter(([, share]) => share < 0.002)
    .map(([tag]) => tag)
    .sort();
}
