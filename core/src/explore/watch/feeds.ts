import type { ConductorId, DeviceId } from '#core/circuit';
import { cheapestWay, endsOfBranch, graphOf, type PlannedBranch, type PlannedPart, type Step } from '#core/graph';
import { topSection } from '#core/kinds';
import type { NetworkPlan } from '#core/network';
import { howAt, type Moment, type Rig } from '#core/sequence';
import { at } from '#core/units';

/** A supply whose ends may be joined, or meet another's: where its amps are read, and its ends. */
export interface Feed {
  readonly device: DeviceId;
  readonly part: PlannedPart['part'];
  readonly branch: number;
  readonly hot: number;
  readonly others: ReadonlySet<number>;
}

/** Every leg of a source against the other ends of its device; a secondary from its highest tap to the others; a DC side. */
export function feedsOf(plan: NetworkPlan): Feed[] {
  const endsOf = (device: DeviceId, pick: (planned: PlannedPart) => readonly string[]): Set<number> =>
    new Set(plan.partsIn(device).flatMap((one) => pick(one).map((mark) => plan.nodeAt(device, mark))));
  return plan.parts.flatMap(({ part, device, firstBranch }): Feed[] => {
    const node = (mark: string): number => plan.nodeAt(device.id, mark);
    // the neutral conductor is a source of no volts: what joins its two ends is a second way back
    if ((part.kind === 'source' && part.role === 'mains' && part.volts !== 0) || part.kind === 'dc-output') {
      const hot = node(part.a);
      const others = endsOf(device.id, ({ part: own }) => (own.kind === part.kind && 'a' in own ? [own.a, own.b] : []));
      others.delete(hot);
      return [{ device: device.id, part, branch: firstBranch, hot, others }];
    }
    if (part.kind === 'transformer') {
      const marks = part.secondary.map(({ mark }) => mark);
      const hot = node(at(marks, -1));
      return [{ device: device.id, part, branch: firstBranch + topSection(part), hot, others: new Set(marks.slice(0, -1).map(node)) }];
    }
    return [];
  });
}

/** Whether a branch lets through whatever comes: wire, joint, or what conducts now. */
export function lets(rig: Rig, moment: Moment, branch: PlannedBranch): boolean {
  if (branch.role === 'wire' || branch.role === 'joint') return true;
  if (branch.role !== 'pass' || !('part' in branch.owner)) return false;
  const planned = at(rig.plan.parts, branch.owner.part);
  return planned.kind.conducts?.(planned.part, howAt(rig, planned, moment)) === true;
}

/** The way from a point to one of others through wires and whatever conducts now: devices and wires, in order; undefined: none. */
export function wayThrough(
  rig: Rig,
  moment: Moment,
  from: number,
  isThere: (node: number) => boolean,
): readonly (DeviceId | ConductorId)[] | undefined {
  const { plan } = rig;
  const graph = graphOf(plan);
  function* next(node: number): Generator<Step<number, number>> {
    for (const index of graph.branchesAt(node)) {
      const branch = at(plan.branches, index);
      if (lets(rig, moment, branch)) for (const to of endsOfBranch(branch)) if (to !== node) yield { to, cost: 1, via: index };
    }
  }
  return cheapestWay(from, next, isThere)?.via.flatMap((index): (DeviceId | ConductorId)[] => {
    const { owner } = at(plan.branches, index);
    if ('part' in owner) return [at(plan.parts, owner.part).device.id];
    return 'conductor' in owner ? [at(plan.conductors, owner.conductor).conductor.id] : [];
  });
}
