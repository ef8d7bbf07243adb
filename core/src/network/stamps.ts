import { type CircuitPlan, EARTH_NODE } from '#core/graph';
import { type FactorPlan, type Place, placeOf, planFactors } from '#core/linear';
import { at } from '#core/units';

/**
 * Where every branch stands in the matrix of one frequency, as flat lists: a net reads them for every part at every event.
 * Depends on where branches end and on the turns of windings alone.
 */
export interface Stamps {
  readonly pattern: FactorPlan;
  /** ends of branch b are [endStart[b], endStart[b+1]): the node of each, and its weight */
  readonly endStart: Int32Array;
  readonly endNode: Int32Array;
  readonly endWeight: Float64Array;
  /** matrix entries of branch b, and by what its admittance counts in each */
  readonly entryStart: Int32Array;
  readonly entryPlace: Int32Array;
  readonly entryFactor: Float64Array;
}

/** What the matrices of a plan share: the order of the unknowns, and the stamps at DC and at any other frequency. */
export interface Weave {
  readonly branches: CircuitPlan['branches'];
  readonly nodeCount: number;
  pattern: FactorPlan | undefined;
  direct: Stamps | undefined;
  alternating: Stamps | undefined;
}

/** A plan's weave, worked out when somebody solves. @param before of nearly the same circuit: kept as far as branches are as they were */
export function weaveOf({ branches, nodeCount }: CircuitPlan, before?: Weave): Weave {
  const isAlike = (of: 'nodes' | 'weights'): boolean =>
    before !== undefined &&
    branches.length === before.branches.length &&
    branches.every((one, index) => isSame(one[of], at(before.branches, index)[of]));
  const ends = before?.nodeCount === nodeCount && isAlike('nodes');
  if (before && ends && isAlike('weights')) return before;
  return { branches, nodeCount, pattern: ends ? before?.pattern : undefined, direct: undefined, alternating: undefined };
}

const isSame = (a: readonly number[], b: readonly number[]): boolean => a.length === b.length && a.every((one, index) => one === b[index]);

/** The stamps at a frequency. */
export function stampsAt(weave: Weave, hz: number): Stamps {
  weave.pattern ??= planFactors(weave.nodeCount, coupled(weave));
  const which = hz === 0 ? 'direct' : 'alternating';
  weave[which] ??= makeStamps(weave.pattern, weave, hz);
  return weave[which];
}

/** Pairs of nodes that a branch couples: places of the matrix off its diagonal. */
function coupled({ branches }: Weave): [number, number][] {
  const pairs: [number, number][] = [];
  for (const { nodes } of branches) for (const i of nodes) for (const j of nodes) if (j < i && j !== EARTH_NODE) pairs.push([i, j]);
  return pairs;
}

/** At DC a winding has no turns: it does not see the core. */
const weightAt = (weight: number, index: number, hz: number): number => (index === 2 && hz === 0 ? 0 : weight);

function makeStamps(pattern: FactorPlan, { branches }: Weave, hz: number): Stamps {
  const endStart = new Int32Array(branches.length + 1);
  const entryStart = new Int32Array(branches.length + 1);
  const endNode: number[] = [];
  const endWeight: number[] = [];
  const entryPlace: Place[] = [];
  const entryFactor: number[] = [];
  branches.forEach(({ nodes, weights: printed }, branch) => {
    const weights = printed.map((weight, index) => weightAt(weight, index, hz));
    endNode.push(...nodes);
    endWeight.push(...weights);
    nodes.forEach((i, a) => {
      if (i === EARTH_NODE) return;
      for (let b = a; b < nodes.length; b++) {
        const j = at(nodes, b);
        if (j === EARTH_NODE) continue;
        entryPlace.push(placeOf(pattern, i, j));
        entryFactor.push((i === j && a !== b ? 2 : 1) * at(weights, a) * at(weights, b));
      }
    });
    endStart[branch + 1] = endNode.length;
    entryStart[branch + 1] = entryPlace.length;
  });
  return {
    pattern,
    endStart,
    endNode: Int32Array.from(endNode),
    endWeight: Float64Array.from(endWeight),
    entryStart,
    entryPlace: Int32Array.from(entryPlace),
    entryFactor: Float64Array.from(entryFactor),
  };
}
