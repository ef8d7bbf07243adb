import type { Point } from '#core/circuit';
import { EARTH_NODE, type NetworkPlan } from '#core/network';

/**
 * The points along the way from a source through a part and back, in the order a hand would walk them:
 * the shortest way through the wiring, contacts taken as if closed, loads other than the part left out.
 */
export function profilePoints(
  plan: NetworkPlan,
  part: number,
): { readonly points: readonly Point[]; readonly reference: Point } | undefined {
  const branch = plan.branches[plan.parts[part]!.firstBranch]!;
  const [a, b] = [branch.nodes[0]!, branch.nodes[1]!];
  const passable = (owner: (typeof plan.branches)[number]['owner']): boolean => {
    if ('farads' in owner) return false;
    if ('conductor' in owner) return true;
    return ['contact', 'fuse', 'series-timer', 'join'].includes(plan.parts[owner.part]!.part.kind);
  };
  const next = new Map<number, number[]>();
  plan.branches.forEach(({ nodes, owner }) => {
    const [x, y] = [nodes[0]!, nodes[1]!];
    if (!passable(owner) || x === EARTH_NODE || y === EARTH_NODE) return;
    next.set(x, [...(next.get(x) ?? []), y]);
    next.set(y, [...(next.get(y) ?? []), x]);
  });
  const sourceNodes = plan.branches.flatMap(({ nodes, owner }) => {
    if (!('part' in owner)) return [];
    const { kind } = plan.parts[owner.part]!.part;
    const isSecondary = kind === 'transformer' && nodes.length === 3;
    return kind === 'source' || kind === 'dc-output' || isSecondary ? nodes.filter((node) => node !== EARTH_NODE) : [];
  });
  const wayFrom = (start: number): number[] => {
    const from = new Map<number, number>([[start, start]]);
    const queue = [start];
    for (const node of queue) {
      if (sourceNodes.includes(node)) {
        const way: number[] = [];
        for (let at = node; ; at = from.get(at)!) {
          way.push(at);
          if (at === start) return way;
        }
      }
      for (const other of next.get(node) ?? []) {
        if (from.has(other)) continue;
        from.set(other, node);
        queue.push(other);
      }
    }
    return [];
  };
  const pointAt = new Map<number, Point>(plan.points.map((point) => [plan.nodeOf(point), point]));
  const [first, second] = [wayFrom(a), wayFrom(b)];
  const isReturn = (way: readonly number[]) => /:(C|N|X2|-|M|C2|A2|CB)$/.test(pointAt.get(way[0] ?? -2) ?? '');
  const [hot, back] = isReturn(first) && !isReturn(second) ? [second, first] : [first, second];
  const points = [...hot, ...[...back].reverse()].flatMap((node) => pointAt.get(node) ?? []);
  const reference = points.at(-1);
  return points.length < 2 || !reference ? undefined : { points, reference };
}
