import type { Point } from '#core/circuit';
import { EARTH_NODE, endsOfBranch, graphOf } from '#core/graph';
import type { NetworkPlan } from '#core/network';
import { at } from '#core/units';

/** Two points by their places, the smaller first. */
export type Pair = readonly [number, number];

/** Up to here every pair of points is read; beyond it those that a hand would span. */
const MOST_POINTS = 200;

/**
 * Pairs of points to read: of one supply, or of one that is bonded and earth; nobody spans two supplies with the leads, and a supply that
 * floats shows to earth what its cables couple. Of many points each to the ways back, and across each part and each wire.
 * @param backs points that a black lead would stay on
 */
export function pairsOf(plan: NetworkPlan, points: readonly Point[], backs: readonly Point[]): Pair[] {
  const { systemOf, isEarthed } = graphOf(plan);
  const nodes = points.map((point) => plan.nodeOf(point));
  const systems = nodes.map(systemOf);
  const isEarth = nodes.map(isEarthed);
  const bonded = bondedSystems(plan);
  const isToEarth = (i: number, j: number): boolean => isEarth[i] === true && (isEarth[j] === true || bonded.has(at(systems, j)));
  const isSpanned = (i: number, j: number): boolean => i !== j && (systems[i] === systems[j] || isToEarth(i, j) || isToEarth(j, i));
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

/** Systems of wiring that a source of theirs, or a bond, ties to earth: their volts to earth are what they are, whatever reads them. */
function bondedSystems(plan: NetworkPlan): ReadonlySet<number> {
  const { systemOf, isEarthed } = graphOf(plan);
  return new Set(
    plan.branches.flatMap((branch) => {
      const ends = branch.role === 'source' || branch.role === 'joint' ? endsOfBranch(branch) : [];
      return ends.some(isEarthed) ? ends.filter((node) => !isEarthed(node)).map(systemOf) : [];
    }),
  );
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
