import type { Controller } from '#core/kinds';
import { at } from '#core/units';
import { endsOfBranch } from './graph';
import { partition } from './partition';
import { type CircuitPlan, isWired, type PlannedPart } from './plan';

/** A contact between two points that wires and metal make. */
interface Edge {
  readonly planned: PlannedPart;
  readonly points: readonly [number, number];
}

/**
 * Chains of contacts that lead from a point back to the same point, nothing else hanging on them: whatever they do, they decide nothing.
 * One contact with both its ends on one point is the shortest. Contacts that a hand works dead, as the pins of a plug, are left out.
 */
export function idleChains(plan: CircuitPlan): PlannedPart[][] {
  const { pointOf, solid } = pointsOf(plan);
  let edges: Edge[] = plan.parts.flatMap((planned): Edge[] => {
    const { part, device } = planned;
    if (part.kind !== 'contact' || part.ratings.isWorkedDead) return [];
    if (!isWired(plan, device.id, part.a) || !isWired(plan, device.id, part.b)) return [];
    return [{ planned, points: [pointOf(plan.nodeAt(device.id, part.a)), pointOf(plan.nodeAt(device.id, part.b))] }];
  });
  // what ends nowhere is no way
  for (;;) {
    const beside = besideOf(edges);
    const kept = edges.filter(({ points }) => points.every((point) => solid.has(point) || (beside.get(point)?.length ?? 0) > 1));
    if (kept.length === edges.length) break;
    edges = kept;
  }
  const beside = besideOf(edges);
  const seen = new Set<Edge>();
  return edges.flatMap((edge) => {
    if (seen.has(edge)) return [];
    const chain = [edge];
    const [back, forth] = edge.points.map((from) => {
      let point = from;
      let last = edge;
      for (;;) {
        const next = solid.has(point) || edge.points[0] === edge.points[1] ? undefined : onwards(beside.get(point) ?? [], last);
        if (!next || chain.includes(next)) return point;
        chain.push(next);
        point = next.points[0] === point ? next.points[1] : next.points[0];
        last = next;
      }
    });
    for (const one of chain) seen.add(one);
    return back === forth ? [chain.map(({ planned }) => planned)] : [];
  });
}

/** The one other edge at a point of two; undefined where more meet or none goes on. */
const onwards = (here: readonly Edge[], last: Edge): Edge | undefined => (here.length === 2 ? here.find((one) => one !== last) : undefined);

function besideOf(edges: readonly Edge[]): ReadonlyMap<number, readonly Edge[]> {
  const beside = new Map<number, Edge[]>();
  for (const edge of edges)
    for (const point of edge.points) {
      const here = beside.get(point);
      if (here) here.push(edge);
      else beside.set(point, [edge]);
    }
  return beside;
}

/** Nodes that wires and metal join are one point; solid is one on which something other than a contact hangs. */
function pointsOf(plan: CircuitPlan): { readonly pointOf: (node: number) => number; readonly solid: ReadonlySet<number> } {
  const points = partition<number>();
  const others: number[] = [];
  for (const branch of plan.branches) {
    const ends = endsOfBranch(branch);
    const part = 'part' in branch.owner ? at(plan.parts, branch.owner.part).part : undefined;
    if (branch.role === 'wire' || part?.kind === 'join') for (const end of ends.slice(1)) points.join(end, at(ends, 0));
    else if (part?.kind !== 'contact' || part.ratings.isWorkedDead) others.push(...ends);
  }
  return { pointOf: points.groupOf, solid: new Set(others.map(points.groupOf)) };
}

/** Screws of the loops that a device feeds itself: a thermostat's two, a flame cell's, electrodes. */
export const loopScrews = (parts: readonly PlannedPart[], { inner, inputs }: Controller): string[] =>
  inner === undefined
    ? []
    : [
        ...parts.flatMap(({ part }) => (part.kind === 'join' && part.a === inner.plusNode ? [part.b] : [])),
        ...inputs.filter(({ a, b }) => b === inner.zeroNode && !a.startsWith('#')).map(({ a }) => a),
      ];
