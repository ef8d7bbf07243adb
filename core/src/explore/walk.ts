import type { DeviceId } from '#core/circuit';
import { type LeverGroup, leverGroups, type PlannedPart } from '#core/graph';
import { isKind } from '#core/kinds';
import { branchAmpsRms, type NetworkPlan } from '#core/network';
import { type Frame, type Rig, type RunLimit, runLog, sightAt } from '#core/sequence';
import { at, greatest, least } from '#core/units';
import { type Calls, callsKey, combinations, groupsNear, laterVariants, logOf, proofsOf } from './calls';
import { type Short, watchShorts } from './watch/shorts';
import type { Scene } from './watch/watch';

/** How far an exploration has come. */
export interface Progress {
  readonly seen: number;
  readonly of: number;
}

/** Something that was not looked at: combinations of a group that is too large, or what lies behind a limit of a run. */
export type Untried =
  | { readonly code: 'combinations'; readonly devices: readonly DeviceId[]; readonly tried: number; readonly of: number }
  | { readonly code: RunLimit['code']; readonly devices: readonly DeviceId[]; readonly calls: Calls; readonly atMs: number };

/** Runs a walk to its end. */
export function drain<R>(walk: Generator<unknown, R>): R {
  for (;;) {
    const step = walk.next();
    if (step.done) return step.value;
  }
}

/** Which states are tried. */
export interface Scope {
  /** the levers that are set, those of each group together; all there are unless said */
  readonly groups?: readonly LeverGroup[];
  /** how all else is called while these states are tried again, once for each */
  readonly others?: readonly Calls[];
  /** a state by itself */
  readonly also?: Calls;
}

/**
 * Runs states one after the other and lets the watches see them. From the moment on that a supply is short-circuited they see no more of
 * that state: its figures are those of the short.
 */
export function* walkStates(rig: Rig, watches: readonly AnyWatch[], scope: Scope = {}): Generator<Progress, Walked> {
  const survey = surveyOf(rig.plan, scope);
  const untried: Untried[] = [...survey.untried];
  let seen = 0;
  let of = 1;
  const isSeen = new Set<string>();
  const motors = rig.plan.parts.filter(({ kind, part }) => kind.loadClass?.(part) === 'motor');
  const { isShorted: isShortedAt, result: shortsFound } = watchShorts(rig);
  const chatters = new Map<string, Chattering>();
  const walk = (calls: Calls): void => {
    for (const watch of watches) watch.begin?.(calls);
    let heldA = 0;
    let isShorted = false;
    const { frames, limits, chatter } = runLog(rig, logOf(calls), {
      holdProcesses: true,
      observe(frame) {
        isShorted ||= isShortedAt(frame.moment, calls);
        if (isShorted) return;
        const scene = sceneOf(rig, motors, frame, calls);
        if (scene.isQuiet) heldA = Math.max(heldA, drawnA(rig));
        for (const watch of watches) watch.see?.(frame, scene);
      },
    });
    const last = at(frames, -1);
    for (const watch of watches) watch.rest?.(last, calls);
    survey.weighed(calls, heldA);
    for (const { code, devices, atMs } of limits) untried.push({ code, devices, calls, atMs });
    for (const { devices, periodMs, isMeant } of chatter) {
      if (isMeant) continue;
      const who = [...devices].sort().join();
      if (!chatters.has(who)) chatters.set(who, { devices, periodMs, calls });
    }
  };
  for (const calls of survey.states((more) => {
    of = more;
  })) {
    const key = callsKey(calls);
    if (isSeen.has(key)) continue;
    isSeen.add(key);
    yield { seen: seen++, of: Math.max(of, seen) };
    for (const run of runsOf(rig, calls)) walk(run);
  }
  return { statesSeen: seen, untried, shorts: shortsFound(), chatters: [...chatters.values()], extremes: survey.extremes() };
}

/** A state as it is run: once, or where something in it is proved, again with that coming after each step of a sequence. */
function runsOf(rig: Rig, calls: Calls): Calls[] {
  const proofs = proofsOf(calls);
  if (proofs.length === 0) return [calls];
  const loads = rig.plan.parts.filter(({ kind, part }) => kind.loadClass?.(part) !== undefined);
  const isOn = (frame: Frame, load: PlannedPart): boolean => sightAt(frame.seen, load)?.phase === 'on';
  const later = proofs.flatMap((proof) => {
    const { frames } = runLog(rig, logOf(calls.filter((call) => call !== proof)), { holdProcesses: true });
    const onAtMs = frames.slice(1).flatMap((frame, index) => {
      const was = at(frames, index);
      return loads.some((load) => isOn(frame, load) && !isOn(was, load)) ? [frame.atMs] : [];
    });
    return laterVariants(calls, proof, onAtMs);
  });
  return [calls, ...later];
}

export interface Walked {
  readonly statesSeen: number;
  readonly untried: readonly Untried[];
  readonly shorts: readonly Short[];
  readonly chatters: readonly Chattering[];
  readonly extremes: Extremes;
}

/** Every group at once in the state in which most is drawn from the mains, and in that in which clearly less is than at rest. */
export interface Extremes {
  readonly heaviest: Calls;
  readonly lightest: Calls;
}

/** Devices that undo each other over and over in some state. */
interface Chattering {
  readonly devices: readonly DeviceId[];
  readonly periodMs: number;
  readonly calls: Calls;
}

interface AnyWatch {
  begin?(calls: Calls): void;
  see?(frame: Frame, scene: Scene): void;
  rest?(frame: Frame, calls: Calls): void;
}

function sceneOf(rig: Rig, motors: Rig['plan']['parts'], { seen, due }: Frame, calls: Calls): Scene {
  const isStarting = motors.some((motor) => {
    const sight = sightAt(seen, motor);
    // up to speed, and its start relay has not opened yet
    return sight?.phase === 'under way' || sight?.word === 'start winding left in';
  });
  const rises = due.some(({ part, mode }) => {
    const { kind, part: planned } = at(rig.plan.parts, part);
    const load = kind.loadClass?.(planned);
    return (load === 'coil' && mode === 'in') || (load === 'motor' && mode.startsWith('starting'));
  });
  return { calls, isStarting, isQuiet: !isStarting && !rises };
}

/** Amps that all sources of the mains give together: what makes one group's state heavier than another for everything else. */
const drawnA = ({ plan, nets }: Rig): number =>
  plan.parts
    .filter(isKind('source'))
    .reduce((sum, { firstBranch, part }) => (part.role === 'mains' ? sum + branchAmpsRms(nets, firstBranch) : sum), 0);

/** Which states to run: each group by itself, then each again with every other group in its heaviest state. */
interface Survey {
  states(tell: (of: number) => void): Iterable<Calls>;
  weighed(calls: Calls, heldA: number): void;
  extremes(): Extremes;
  readonly untried: readonly Untried[];
}

/** Of all that a group can draw, so much less than at rest is a state of its own: a motor that runs until something is called. */
const LIGHTER_SHARE = 0.05;

function surveyOf(plan: NetworkPlan, { groups: set = leverGroups(plan), others: outside = [], also = [] }: Scope): Survey {
  const groups = set.map((group) => combinations(plan, group));
  const weights = new Map<string, number>();
  const weightOf = (calls: Calls): number => weights.get(callsKey(calls)) ?? 0;
  const each = (pick: (states: readonly Calls[]) => Calls): Calls[] => groups.map(({ calls }) => pick([[], ...calls]));
  const heaviestOf = (states: readonly Calls[]): Calls => greatest(states, weightOf) ?? [];
  const lightestOf = (states: readonly Calls[]): Calls => {
    const calls = least(states, weightOf) ?? [];
    const [low, rest, high] = [calls, [], heaviestOf(states)].map(weightOf) as [number, number, number];
    return rest - low > LIGHTER_SHARE * (high - low) ? calls : [];
  };
  return {
    extremes: () => ({ heaviest: merged(each(heaviestOf)), lightest: merged(each(lightestOf)) }),
    *states(tell) {
      const alone = groups.reduce((sum, { calls }) => sum + calls.length, 1);
      tell(groups.length > 1 ? 2 * alone - 1 : alone);
      yield [];
      for (const { calls } of groups) yield* calls;
      if (also.length > 0) yield also;
      for (const other of outside) {
        yield other;
        for (const { calls } of groups) for (const one of calls) yield merged([one, other]);
      }
      if (groups.length < 2) return;
      const heaviest = each(heaviestOf);
      for (const [index, { calls }] of groups.entries()) {
        const others = merged(heaviest.filter((_, other) => other !== index));
        for (const one of calls) yield merged([one, others]);
      }
    },
    weighed: (calls, heldA) => void weights.set(callsKey(calls), heldA),
    untried: groups.flatMap(({ group, untried }) =>
      untried
        ? [
            {
              code: 'combinations' as const,
              devices: [...new Set(group.levers.flatMap((lever) => ('input' in lever ? [lever.input.device.id] : [])))],
              ...untried,
            },
          ]
        : [],
    ),
  };
}

/** Calls of several groups together; where two say something of one input the first counts. */
function merged(sets: readonly Calls[]): Calls {
  const taken = new Map<string, Calls[number]>();
  for (const call of sets.flat()) {
    const key = 'process' in call ? call.process : `${call.device}.${call.input}`;
    if (!taken.has(key)) taken.set(key, call);
  }
  return [...taken.values()];
}

/** How many combinations of its inputs a walk would leave out, since a group has too many of them. */
export const leftOut = (plan: NetworkPlan, near?: DeviceId): number =>
  groupsNear(plan, near).reduce((sum, group) => {
    const { untried } = combinations(plan, group);
    return sum + (untried ? untried.of - untried.tried : 0);
  }, 0);

/** Every state that a walk would try with nothing yet known of which is heavy: each group by itself, the others at rest. */
export function statesOf(plan: NetworkPlan, near?: DeviceId): readonly Calls[] {
  const all: Calls[] = [[], ...groupsNear(plan, near).flatMap((group) => combinations(plan, group).calls)];
  return [...new Map(all.map((calls) => [callsKey(calls), calls])).values()];
}
