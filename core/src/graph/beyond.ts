import { type Fuse, isKind } from '#core/kinds';
import { endsOfBranch, graphOf } from './graph';
import { type CircuitPlan, EARTH_NODE, type PlannedPart } from './plan';
import { reached } from './search';

type PlannedFuse = PlannedPart & { readonly part: Fuse };

/** Whether power may flow on through a part's branches once it is told to: a contact, a fuse, a bar. */
const isWay = ({ part }: PlannedPart): boolean => part.kind === 'contact' || part.kind === 'fuse' || part.kind === 'join';

/**
 * Nodes on the load side of a fuse or breaker pole: what can be reached from it, contacts closed, without coming to a supply.
 * Where a supply stands on both sides, the side of its second mark counts.
 */
export function beyond(plan: CircuitPlan, fuse: PlannedFuse): ReadonlySet<number> {
  const graph = graphOf(plan);
  const from = (mark: string): Set<number> =>
    reached([plan.nodeAt(fuse.device.id, mark)], (node) =>
      node === EARTH_NODE
        ? []
        : graph.branchesAt(node).flatMap((index) => {
            const branch = plan.branches[index];
            if (!branch || branch.nodes.includes(EARTH_NODE)) return [];
            const planned = 'part' in branch.owner ? plan.parts[branch.owner.part] : undefined;
            const passes = branch.role === 'wire' || (planned !== undefined && planned.device !== fuse.device && isWay(planned));
            return passes ? endsOfBranch(branch) : [];
          }),
    );
  const isFed = (side: Set<number>): boolean =>
    plan.branches.some(({ role, nodes }) => role === 'source' && nodes.some((node) => node !== EARTH_NODE && side.has(node)));
  const [first, second] = [from(fuse.part.a), from(fuse.part.b)];
  return isFed(second) && !isFed(first) ? first : second;
}

/** Parts that end on one of these nodes. */
export const partsOn = (plan: CircuitPlan, nodes: ReadonlySet<number>): PlannedPart[] => {
  const graph = graphOf(plan);
  const found = new Set<number>();
  for (const node of nodes)
    for (const index of graph.branchesAt(node)) {
      const owner = plan.branches[index]?.owner;
      if (owner && 'part' in owner) found.add(owner.part);
    }
  return [...found].sort((a, b) => a - b).flatMap((index) => plan.parts[index] ?? []);
};

/** Fuses, not breakers or overloads, that wires and bars tie to a mark of a device: those in that leg. */
export function fusesAt(plan: CircuitPlan, planned: Pick<PlannedPart, 'device'>, mark: string): PlannedFuse[] {
  const tied = graphOf(plan).tied([plan.nodeAt(planned.device.id, mark)]);
  return partsOn(plan, tied)
    .filter(isKind('fuse'))
    .filter(({ part }) => part.symbol === 'fuse');
}
