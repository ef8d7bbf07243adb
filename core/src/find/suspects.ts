import { type Fault, faultsOf, type NetworkPlan, planNetwork } from '#core/network';
import { createRig, type Rig } from '#core/sequence';
import { type Astray, isAstray, withAstray } from './astray';

/** What may be wrong: something in its right place, or a wire in a wrong one. */
export type Suspicion = Fault | Astray;

/** One explanation of the complaint; the healthy circuit, without a fault, is one too. */
export interface Suspect {
  readonly fault: Suspicion | undefined;
  /** how often it is met, relative to the others */
  readonly weight: number;
}

const HEALTHY_WEIGHT = 6;

/** Every single thing that may be wrong with what is wired, in its right place; the healthy circuit first. */
export const listSuspects = (plan: NetworkPlan): { fault: Fault | undefined; weight: number }[] => [
  { fault: undefined, weight: HEALTHY_WEIGHT },
  ...faultsOf(plan),
];

/** The circuit on the bench as it would be. */
export function rigWith(plan: NetworkPlan, fault: Suspicion | undefined): Rig {
  if (!fault) return createRig(plan);
  return isAstray(fault) ? createRig(planNetwork(withAstray(plan.circuit, fault))) : createRig(plan, [fault]);
}
