import type { DeviceId } from '#core/circuit';
import { at } from '#core/units';
import { endsOfBranch, graphOf } from './graph';
import { type CircuitPlan, EARTH_NODE } from './plan';
import { reached } from './search';
import { segmentsOf } from './segments';

/**
 * The branches that a device answers to: its own segments, those of what moves their contacts and of what feeds them, and of the rails
 * what lies between all of these. What is outside reaches the device only by loading, or shorting, the same supply.
 */
export function coneOf(plan: CircuitPlan, device: DeviceId): ReadonlySet<number> {
  const { rails, segmentOf, ofPart, dependsOn } = segmentsOf(plan);
  const inside = reached(plan.partsIn(device).flatMap(ofPart), (segment) => dependsOn.get(segment) ?? []);
  const cone = new Set<number>();
  const touched = new Set<number>();
  plan.branches.forEach((branch, index) => {
    if (branch.role === 'coupling' || !inside.has(segmentOf(index))) return;
    cone.add(index);
    for (const node of endsOfBranch(branch)) if (rails.has(node)) touched.add(node);
  });
  for (const index of railsBetween(plan, rails, touched)) cone.add(index);
  return cone;
}

/** Branches of the rails on a way between two of the nodes: what hangs off them and leads nowhere is taken away leaf by leaf. */
function railsBetween(plan: CircuitPlan, rails: ReadonlySet<number>, kept: ReadonlySet<number>): Set<number> {
  const graph = graphOf(plan);
  const left = new Set<number>();
  plan.branches.forEach((branch, index) => {
    const ends = endsOfBranch(branch);
    if (branch.role !== 'coupling' && branch.role !== 'load' && ends.length === 2 && ends.every((node) => rails.has(node))) left.add(index);
  });
  const branchesAt = (node: number): number[] => graph.branchesAt(node).filter((index) => left.has(index));
  const isLeaf = (node: number): boolean => node !== EARTH_NODE && !kept.has(node) && branchesAt(node).length === 1;
  const leaves = [...rails].filter(isLeaf);
  for (let node = leaves.pop(); node !== undefined; node = leaves.pop()) {
    const [last] = branchesAt(node);
    if (last === undefined) continue;
    left.delete(last);
    for (const other of endsOfBranch(at(plan.branches, last))) if (isLeaf(other)) leaves.push(other);
  }
  return left;
}
