import type { Circuit } from '#core/circuit';
import { type CircuitPlan, planCircuit } from '#core/graph';
import { type Weave, weaveOf } from './stamps';

/** A planned circuit, and how its branches meet in a matrix. */
export interface NetworkPlan extends CircuitPlan {
  /** frequencies with a source, ascending; 0 is DC */
  readonly hz: readonly number[];
  readonly weave: Weave;
}

/**
 * Numbers the nodes of a circuit.
 * @param before the plan of nearly the same circuit: a rating that was typed moves no branch, and the order of the unknowns stays
 */
export function planNetwork(circuit: Circuit, before?: NetworkPlan): NetworkPlan {
  const plan = planCircuit(circuit, before);
  const driven = plan.parts.flatMap(({ part, kind }) => kind.drivesHz?.(part) ?? []);
  // one shape for every plan: what is spread anew each time is slow to read
  return Object.assign(plan, { hz: [...new Set(driven)].sort((a, b) => a - b), weave: weaveOf(plan, before?.weave) });
}
