import { at } from '#core/units';
import { numberPartition, type Partition } from './partition';
import { type CircuitPlan, EARTH_NODE, type PlannedPart } from './plan';
import { reached } from './search';

/** Nodes that wires, metal and what is closed join to one. @param isOpen parts that let nothing through */
export function joinedTo(plan: CircuitPlan, from: number, isOpen: (planned: PlannedPart) => boolean): ReadonlySet<number> {
  const beside = new Map<number, number[]>();
  for (const { nodes, role, owner } of plan.branches) {
    const [a, b] = nodes;
    if (a === undefined || b === undefined || (role !== 'wire' && role !== 'joint' && role !== 'pass')) continue;
    const planned = 'part' in owner ? at(plan.parts, owner.part) : undefined;
    if (planned && isOpen(planned)) continue;
    beside.set(a, [...(beside.get(a) ?? []), b]);
    beside.set(b, [...(beside.get(b) ?? []), a]);
  }
  return reached([from], (node) => beside.get(node) ?? []);
}

/** Nodes that wires and bars tie to each other; earth ties nothing. */
export function tiedByWire(plan: CircuitPlan): Partition<number> {
  const joined = numberPartition(plan.nodeCount + 1, EARTH_NODE);
  for (const { nodes, role } of plan.branches) {
    const [a, b] = nodes;
    if (a === undefined || b === undefined || a === EARTH_NODE || b === EARTH_NODE) continue;
    if (role === 'wire' || role === 'joint') joined.join(a, b);
  }
  return joined;
}

/** Names the potentials that a part's terminals stand on: two parts between the same ones, whichever way round, have one name. */
export function potentialsOf(plan: CircuitPlan): (planned: Pick<PlannedPart, 'device' | 'kind' | 'part'>) => string {
  const tied = tiedByWire(plan);
  return ({ device, kind, part }) =>
    kind
      .ends(part)
      .map((mark) => tied.groupOf(plan.nodeAt(device.id, mark)))
      .sort((a, b) => a - b)
      .join(' ');
}
