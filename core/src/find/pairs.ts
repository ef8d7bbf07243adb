import type { Point } from '#core/circuit';
import { EARTH_NODE, endsOfBranch, graphOf } from '#core/graph';
import type { NetworkPlan } from '#core/network';

/** Two points by their places, the smaller first. */
export type Pair = readonly [number, number];

/** Up to here every pair of points is read; beyond it those that a hand would span. */
const MOST_POINTS = 200;

/**
 * Pairs of points to read: of one supply, or to earth; nobody spans two supplies with the leads. Of many points each to the ways back,
 * and across each part and each wire.
 * @param backs points that a black lead would stay on
 */
export function pairsOf(plan: NetworkPlan, points: readonly Point[], backs: readonly Point[]): Pair[] {
  const { systemOf } = graphOf(plan);
  const nodes = points.map((point) => plan.nodeOf(point));
  const systems = nodes.map(systemOf);
  const earth = systemOf(EARTH_NODE);
  const isSpanned = (i: number, j: number): boolean =>
    i !== j && (systems[i] === systems[j] || systems[i] === earth || systems[j] === earth);
  if (points.length <= MOST_POINTS)
    return points.flatMap((_, i) =>
      points
        .slice(i + 1)
        .map((__, rest): Pair => [i, i + 1 + rest])
        .filter(([a, b]) => isSpanned(a, b)),
    );
  const placeOf = new Map(points.map((point, index) => [point, index]));
  const placesAt = new Map<number, number>();
  nodes.forEach((node, place) => {
    if (!placesAt.has(node)) placesAt.set(node, place);
  });
  const black = [...backs.flatMap((point) => placeOf.get(point) ?? []), ...earthed(plan, placesAt)];
  const keys = new Set<number>();
  const add = (i: number, j: number): void => {
    if (isSpanned(i, j)) keys.add(Math.min(i, j) * points.length + Math.max(i, j));
  };
  for (const back of black) for (let place = 0; place < points.length; place++) add(place, back);
  for (const branch of plan.branches) {
    const [a, b] = endsOfBranch(branch).map((node) => placesAt.get(node));
    if (branch.role !== 'coupling' && a !== undefined && b !== undefined) add(a, b);
  }
  return [...keys].sort((a, b) => a - b).map((key): Pair => [Math.floor(key / points.length), key % points.length]);
}

/** A point that is bonded to earth, to read against the frame. */
function earthed(plan: NetworkPlan, placesAt: ReadonlyMap<number, number>): number[] {
  const { tied } = graphOf(plan);
  const grounds = plan.branches.flatMap((branch) => {
    const ends = endsOfBranch(branch);
    return ends.includes(EARTH_NODE) ? ends.filter((node) => node !== EARTH_NODE) : [];
  });
  const found = [...tied(grounds)].map((node) => placesAt.get(node)).find((place) => place !== undefined);
  return found === undefined ? [] : [found];
}
