import type { ConductorId, DeviceId } from '#core/circuit';
import { cheapestWay, endsOfBranch, graphOf, type PlannedBranch, type PlannedPart, reached, type Step } from '#core/graph';
import { topSection } from '#core/kinds';
import { branchAmpsRms, type NetworkPlan } from '#core/network';
import { howAt, type Moment, type Rig } from '#core/sequence';
import { at } from '#core/units';
import type { Calls } from '../calls';

/** Two ends of one supply joined with nothing between that uses what flows. */
export interface Short {
  readonly calls: Calls;
  readonly source: DeviceId;
  readonly amps: number;
  /** devices and wires from one end to the other, in order */
  readonly through: readonly (DeviceId | ConductorId)[];
}

/** A supply whose ends may be joined: where its amps are read, and its ends. */
interface Feed {
  readonly device: DeviceId;
  readonly branch: number;
  readonly hot: number;
  readonly others: ReadonlySet<number>;
}

export interface ShortWatch {
  /** whether some supply is short-circuited now; the other figures of such a moment mean nothing */
  isShorted(moment: Moment, calls: Calls): boolean;
  result(): readonly Short[];
}

/** Joined ends draw more than anything else does: the way is looked for when a supply gives clearly more than it ever gave without one. */
const RECORD = 1.25;

/** Looks in every state for supplies whose ends are joined. */
export function watchShorts(rig: Rig): ShortWatch {
  const { plan, nets } = rig;
  const feeds = feedsOf(plan);
  const safeA = new Map<Feed, number>();
  const found = new Map<string, Short>();
  return {
    isShorted(moment, calls) {
      let isAny = false;
      for (const feed of feeds) {
        const amps = branchAmpsRms(nets, feed.branch);
        if (amps <= RECORD * (safeA.get(feed) ?? 0)) continue;
        const through = joinedThrough(rig, moment, feed);
        if (!through) {
          safeA.set(feed, amps);
          continue;
        }
        isAny = true;
        const key = `${feed.device} ${[...through].sort().join()}`;
        if (amps > (found.get(key)?.amps ?? 0)) found.set(key, { calls, source: feed.device, amps, through });
      }
      return isAny;
    },
    result: () => [...found.values()],
  };
}

/** Every leg of a source against the other ends of its device; a secondary from its highest tap to the others; a DC side. */
function feedsOf(plan: NetworkPlan): Feed[] {
  const endsOf = (device: DeviceId, pick: (planned: PlannedPart) => readonly string[]): Set<number> =>
    new Set(plan.partsIn(device).flatMap((one) => pick(one).map((mark) => plan.nodeAt(device, mark))));
  return plan.parts.flatMap(({ part, device, firstBranch }): Feed[] => {
    const node = (mark: string): number => plan.nodeAt(device.id, mark);
    // the neutral conductor is a source of no volts: what joins its two ends is a second way back
    if ((part.kind === 'source' && part.role === 'mains' && part.volts !== 0) || part.kind === 'dc-output') {
      const hot = node(part.a);
      const others = endsOf(device.id, ({ part: own }) => (own.kind === part.kind && 'a' in own ? [own.a, own.b] : []));
      others.delete(hot);
      return [{ device: device.id, branch: firstBranch, hot, others }];
    }
    if (part.kind === 'transformer') {
      const marks = part.secondary.map(({ mark }) => mark);
      const hot = node(at(marks, -1));
      return [{ device: device.id, branch: firstBranch + topSection(part), hot, others: new Set(marks.slice(0, -1).map(node)) }];
    }
    return [];
  });
}

/** Whether a branch lets through whatever comes: wire, joint, or what conducts now. */
function lets(rig: Rig, moment: Moment, branch: PlannedBranch): boolean {
  if (branch.role === 'wire' || branch.role === 'joint') return true;
  if (branch.role !== 'pass' || !('part' in branch.owner)) return false;
  const planned = at(rig.plan.parts, branch.owner.part);
  return planned.kind.conducts?.(planned.part, howAt(rig, planned, moment)) === true;
}

/** Whether there is a way at all: asked of every supply of a panel in its first states, where there hardly ever is one. */
function isJoined(rig: Rig, moment: Moment, { hot, others }: Feed): boolean {
  const { plan } = rig;
  const graph = graphOf(plan);
  const net = reached([hot], (node) =>
    graph.branchesAt(node).flatMap((index) => {
      const branch = at(plan.branches, index);
      return lets(rig, moment, branch) ? endsOfBranch(branch) : NO_ENDS;
    }),
  );
  return [...others].some((node) => net.has(node));
}
const NO_ENDS: readonly number[] = [];

/** The way from a supply's hot end to another of its ends through wires and whatever conducts now; undefined: something is between. */
function joinedThrough(rig: Rig, moment: Moment, feed: Feed): readonly (DeviceId | ConductorId)[] | undefined {
  if (!isJoined(rig, moment, feed)) return undefined;
  const { hot, others } = feed;
  const { plan } = rig;
  const graph = graphOf(plan);
  function* next(node: number): Generator<Step<number, number>> {
    for (const index of graph.branchesAt(node)) {
      const branch = at(plan.branches, index);
      if (lets(rig, moment, branch)) for (const to of endsOfBranch(branch)) if (to !== node) yield { to, cost: 1, via: index };
    }
  }
  const way = cheapestWay(hot, next, (node) => others.has(node));
  return way?.via.flatMap((index): (DeviceId | ConductorId)[] => {
    const { owner } = at(plan.branches, index);
    if ('part' in owner) return [at(plan.parts, owner.part).device.id];
    return 'conductor' in owner ? [at(plan.conductors, owner.conductor).conductor.id] : [];
  });
}
