import { at } from '#core/units';
import type { CircuitPlan, PlannedPart } from './plan';
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
