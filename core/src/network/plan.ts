import type { Circuit } from '#core/circuit';
import { type CircuitPlan, EARTH_NODE, planCircuit } from '#core/graph';
import { type FactorPlan, planFactors } from '#core/linear';

/** A planned circuit with the pattern of its matrix. */
export interface NetworkPlan extends CircuitPlan {
  /** frequencies with a source, ascending; 0 is DC */
  readonly hz: readonly number[];
  readonly factorPlan: FactorPlan;
}

/** Numbers the nodes and orders the unknowns. Depends on wiring alone: redo when a wire moves, not when a contact does. */
export function planNetwork(circuit: Circuit): NetworkPlan {
  const plan = planCircuit(circuit);
  const driven = plan.parts.flatMap(({ part, kind }) => kind.drivesHz?.(part) ?? []);
  let factorPlan: FactorPlan | undefined;
  return {
    ...plan,
    hz: [...new Set(driven)].sort((a, b) => a - b),
    // only who solves needs it: a sheet is drawn without
    get factorPlan() {
      factorPlan ??= planFactors(plan.nodeCount, coupled(plan));
      return factorPlan;
    },
  };
}

/** Pairs of nodes that a branch couples: places of the matrix off its diagonal. */
const coupled = ({ branches }: CircuitPlan): (readonly [number, number])[] =>
  branches.flatMap(({ nodes }) => nodes.flatMap((i) => nodes.filter((j) => j < i && j !== EARTH_NODE).map((j) => [i, j] as const)));
