import { beyond, type PlannedPart, partsOn } from '#core/graph';
import type { CapacitorMotor, Fuse, Motor, Motor3, TwoSpeedMotor } from '#core/kinds';
import type { NetworkPlan } from '#core/network';

export type PlannedMotor = PlannedPart & { readonly part: Motor | Motor3 | TwoSpeedMotor | CapacitorMotor };

const isMotor = (planned: PlannedPart): planned is PlannedMotor =>
  planned.part.kind === 'motor' ||
  planned.part.kind === 'motor3' ||
  planned.part.kind === 'two-speed-motor' ||
  planned.part.kind === 'capacitor-motor';

/** Motors on the load side of a fuse, breaker pole or overload heater, contacts taken as closed. */
export const motorsBehind = (plan: NetworkPlan, fuse: PlannedPart & { readonly part: Fuse }): PlannedMotor[] =>
  partsOn(plan, beyond(plan, fuse)).filter(isMotor);

/** How many phases a motor is on. */
export const phasesOf = ({ part }: PlannedMotor): 1 | 3 => (part.kind === 'motor3' || part.kind === 'two-speed-motor' ? 3 : 1);
