import { type Fault, faultsOf, type NetworkPlan } from '#core/network';

/** One explanation of the complaint; the healthy circuit, without a fault, is one too. */
export interface Suspect {
  readonly fault: Fault | undefined;
  /** how often it is met, relative to the others */
  readonly weight: number;
}

const HEALTHY_WEIGHT = 6;

/** Every single thing that may be wrong with what is wired; the healthy circuit first. */
export const listSuspects = (plan: NetworkPlan): Suspect[] => [{ fault: undefined, weight: HEALTHY_WEIGHT }, ...faultsOf(plan)];
