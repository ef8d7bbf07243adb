import type { DeviceId } from '#core/circuit';
import { EARTH_NODE, endsOfBranch, graphOf, type PlannedPart, reached } from '#core/graph';
import { type Fuse, isKind, type Part } from '#core/kinds';
import { pairSource, partAmps, unitResponse } from '#core/network';
import { copyMoment, type Moment, type Rig, showMoment } from '#core/sequence';
import { at, magnitude } from '#core/units';
import { behind } from '../behind';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** What a fuse, a breaker or an overload's power side stands before. */
export interface GuardExposure {
  /** volts that drive a fault at its place: what it holds off once it has opened */
  readonly drivesV: number;
  /** the most that flows when the ends of the supply that feeds it are joined behind it, and what most of it is */
  readonly faultA: number;
  readonly current: 'AC' | 'DC';
  /** the supply that gives most of it */
  readonly fedBy: DeviceId | undefined;
  readonly calls: Calls;
}

/** A leg to its neutral has half the volts of leg to leg, or a little less. */
const HALF = 0.45;

/** Less than any amps. */
const RESTLESS = -1;

interface Kept {
  moment: Moment | undefined;
  mostA: number;
  calls: Calls;
}

/** Watches the state in which each guard carries the most; what would flow behind it is solved there. */
export const watchGuards: MakeWatch<ReadonlyMap<number, GuardExposure>> = (rig, isWatched) => {
  const guards = rig.plan.parts.filter(isKind('fuse')).filter(isWatched);
  const kept = new Map<number, Kept>(guards.map(({ index }) => [index, { moment: undefined, mostA: Number.NEGATIVE_INFINITY, calls: [] }]));
  return {
    see({ moment }, { calls, isQuiet }) {
      for (const { index } of guards) {
        const one = kept.get(index);
        // where nothing ever comes to rest, what was seen first has to do
        const amps = isQuiet ? partAmps(rig.nets, rig.plan, index) : RESTLESS;
        if (one && amps > one.mostA + 1e-9) Object.assign(one, { mostA: amps, moment: copyMoment(moment), calls });
      }
    },
    result: () => {
      const ends = endsByMetal(rig);
      return new Map(
        guards.flatMap((guard): [number, GuardExposure][] => {
          const { moment, calls = [] } = kept.get(guard.index) ?? {};
          if (!moment) return [];
          showMoment(rig, moment);
          const fault = faultBehind(rig, guard, ends);
          const { breaksV } = behind(rig, guard, moment);
          return [
            [
              guard.index,
              {
                // other ways may hold its load side up once it is open: a fault leaves nothing of that
                drivesV: breaksV > HALF * fault.volts ? breaksV : fault.volts,
                ...fault,
                calls,
              },
            ],
          ];
        }),
      );
    },
  };
};

/** Nodes at which a supply, a secondary or a DC side gives what it gives, by node. */
function supplyEnds({ plan }: Rig): ReadonlyMap<number, DeviceId> {
  return new Map(
    plan.parts.flatMap(({ part, device }) => marksOf(part).map((mark): [number, DeviceId] => [plan.nodeAt(device.id, mark), device.id])),
  );
}

function marksOf(part: Part): readonly string[] {
  if (part.kind === 'source') return part.role === 'mains' ? [part.a] : [];
  if (part.kind === 'dc-output') return [part.a, part.b];
  return part.kind === 'transformer' ? part.secondary.map(({ mark }) => mark) : [];
}

/** What gives at a node, and from which ends a node is fed. */
interface Feeding {
  readonly givenBy: (node: number) => DeviceId | undefined;
  /** ends of the supplies that metal leads to from a node, whatever stands open on the way */
  readonly near: (node: number) => readonly number[];
}

/** Metal ends at a supply's end: whatever lies between such ends is reached from each of its nodes alike, and is walked once. */
function endsByMetal(rig: Rig): Feeding {
  const ends = supplyEnds(rig);
  const { plan } = rig;
  const graph = graphOf(plan);
  const known = new Map<number, readonly number[]>();
  const walk = (from: number): readonly number[] => {
    const through = reached([from], (node) =>
      ends.has(node) && node !== from
        ? []
        : graph.branchesAt(node).flatMap((index) => {
            const branch = at(plan.branches, index);
            return METAL.includes(branch.role) ? endsOfBranch(branch).filter((end) => end !== EARTH_NODE) : [];
          }),
    );
    const feeding = new Set([...through].flatMap((node) => ends.get(node) ?? []));
    const near = [...ends].flatMap(([node, device]) => (feeding.has(device) ? [node] : []));
    for (const node of ends.has(from) ? [from] : through) if (node === from || !ends.has(node)) known.set(node, near);
    return near;
  };
  return { givenBy: (node) => ends.get(node), near: (node) => known.get(node) ?? walk(node) };
}

const METAL: readonly string[] = ['wire', 'joint', 'pass'];

interface FaultSeen extends Pick<GuardExposure, 'faultA' | 'current' | 'fedBy'> {
  readonly volts: number;
}

/** The ends of a supply joined right behind a guard: open volts over the ohms that are seen there, the pair that gives most. */
function faultBehind(rig: Rig, { device, part }: PlannedPart & { readonly part: Fuse }, ends: Feeding): FaultSeen {
  const { plan, nets } = rig;
  const nodes = [part.a, part.b].map((mark) => plan.nodeAt(device.id, mark));
  let most: FaultSeen = { faultA: 0, volts: 0, current: 'AC', fedBy: undefined };
  for (const node of nodes)
    for (const end of ends.near(node)) {
      if (nodes.includes(end)) continue;
      for (const net of nets) {
        const response = unitResponse(net, node, end);
        const { openV, behindOhms } = pairSource(net, node, end, response);
        const volts = magnitude(openV);
        if (volts < 1) continue;
        const faultA = volts / Math.max(magnitude(behindOhms), 1e-6);
        const greatest = Math.max(volts, most.volts);
        most =
          faultA > most.faultA
            ? { faultA, volts: greatest, current: net.hz === 0 ? 'DC' : 'AC', fedBy: ends.givenBy(end) }
            : { ...most, volts: greatest };
      }
    }
  return most;
}
