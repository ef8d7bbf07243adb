import { deviceOf, isTerminal, type Point } from '#core/circuit';
import { familyOf } from '#core/devices';
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
  const isBesideEarth = earthBeside(plan);
  const isToEarth = (i: number, j: number): boolean => isEarthed(at(nodes, i)) && isBesideEarth(at(points, i), at(nodes, j));
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
  const black = [...backs.flatMap((point) => placeOf.get(point) ?? []), ...frameAmong(plan, points, placesAt)];
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

/** A terminal of an earth bar. */
function isFrame({ circuit }: NetworkPlan, point: Point): boolean {
  const device = isTerminal(point) ? circuit.devices[deviceOf(point)] : undefined;
  return device !== undefined && familyOf(device, circuit).is?.earth === true;
}

/**
 * Whether a hand with one lead on a point that is tied to earth reads a node with the other: from the frame all that is bonded, from any other
 * such point what hangs on that point itself. The common of one transformer is no place to read another one from.
 */
function earthBeside(plan: NetworkPlan): (earthed: Point, node: number) => boolean {
  const { systemOf, isEarthed } = graphOf(plan);
  /** systems that a source of theirs, or a bond, ties to earth: their volts to earth are what they are, whatever reads them */
  const bonded = new Set<number>();
  const hanging = new Map<number, Set<number>>();
  for (const branch of plan.branches) {
    const [a, b] = endsOfBranch(branch);
    if (branch.role === 'coupling' || a === undefined || b === undefined || isEarthed(a) === isEarthed(b)) continue;
    const [earthed, system] = isEarthed(a) ? [a, systemOf(b)] : [b, systemOf(a)];
    if (branch.role === 'source' || branch.role === 'joint') bonded.add(system);
    hanging.set(earthed, (hanging.get(earthed) ?? new Set()).add(system));
  }
  return (earthed, node) => {
    if (isEarthed(node)) return isFrame(plan, earthed);
    return bonded.has(systemOf(node)) && (isFrame(plan, earthed) || hanging.get(plan.nodeOf(earthed))?.has(systemOf(node)) === true);
  };
}

/** The place of a point to read against the frame: on an earth bar, else on what a bond ties to earth. */
function frameAmong(plan: NetworkPlan, points: readonly Point[], placesAt: ReadonlyMap<number, number>): number[] {
  const bar = points.findIndex((point) => isFrame(plan, point));
  if (bar >= 0) return [bar];
  const { tied } = graphOf(plan);
  const grounds = plan.branches.flatMap((branch) => {
    const ends = endsOfBranch(branch);
    return ends.includes(EARTH_NODE) ? ends.filter((node) => node !== EARTH_NODE) : [];
  });
  const found = [...tied(grounds)].map((node) => placesAt.get(node)).find((place) => place !== undefined);
  return found === undefined ? [] : [found];
}
