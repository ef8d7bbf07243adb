import type { Point } from '#core/circuit';
import { cheapestWay, EARTH_NODE, endsOfBranch, graphOf, type Step } from '#core/graph';
import type { NetworkPlan } from '#core/network';
import { at } from '#core/units';

export interface Profile {
  readonly points: readonly Point[];
  /** where the black lead stays: the way back of the source */
  readonly reference: Point;
}

/**
 * The points along the way from a source through a part and back, in the order a hand would walk them:
 * the shortest way through the wiring, contacts taken as if closed, loads other than the part left out.
 * @param part index of the part in the plan
 */
export function profilePoints(plan: NetworkPlan, part: number): Profile | undefined {
  const graph = graphOf(plan);
  const sources = new Set(
    plan.branches.flatMap((branch) => (branch.role === 'source' ? endsOfBranch(branch) : [])).filter((node) => node !== EARTH_NODE),
  );
  function* next(node: number): Generator<Step<number, number>> {
    for (const index of graph.branchesAt(node)) {
      const branch = at(plan.branches, index);
      if (branch.role !== 'wire' && branch.role !== 'pass' && branch.role !== 'joint') continue;
      const ends = endsOfBranch(branch);
      if (!ends.includes(EARTH_NODE)) for (const to of ends) if (to !== node) yield { to, cost: 1, via: index };
    }
  }
  // the nearest source from each of its ends
  const [first, second] = endsOfBranch(at(plan.branches, at(plan.parts, part).firstBranch)).map(
    (end) => cheapestWay(end, next, (node) => sources.has(node))?.passed.toReversed() ?? [],
  );
  if (!first || !second) return undefined;
  const comesBack = (way: readonly number[]): boolean => way[0] !== undefined && graph.isReturn(way[0]);
  const [hot, back] = comesBack(first) && !comesBack(second) ? [second, first] : [first, second];
  const pointAt = new Map<number, Point>(plan.points.map((point) => [plan.nodeOf(point), point]));
  const points = [...hot, ...back.toReversed()].flatMap((node) => pointAt.get(node) ?? []);
  const reference = points.at(-1);
  return points.length < 2 || !reference ? undefined : { points, reference };
}
