import { beyond, type PlannedPart, partsOn } from '#core/graph';
import type { CapacitorMotor, Fuse, Motor, Motor3, TwoSpeedMotor } from '#core/kinds';
import type { NetworkPlan } from '#core/network';

export type PlannedMotor = PlannedPart & { readonly part: Motor | Motor3 | TwoSpeedMotor | CapacitorMotor };

const isMotor = (planned: PlannedPart): planned is PlannedMotor =>
  planned.part.kind === 'motor' ||
  planned.part.kind === 'motor3' ||
  planned.part.kind === 'two-speed-motor' ||
  planned.part.kind === 'capacitor-motor';

/** Motors on the load side of a fuse, breaker pole or overload heater, contacts taken as closed, each with the amps of its plate there. */
export function motorsBehind(plan: NetworkPlan, fuse: PlannedPart & { readonly part: Fuse }): (PlannedMotor & { readonly runA: number })[] {
  const nodes = beyond(plan, fuse);
  return partsOn(plan, nodes)
    .filter(isMotor)
    .map((motor) => {
      const { part, device } = motor;
      // what guards the corners of one winding alone guards its low speed
      const isLow = part.kind === 'two-speed-motor' && !part.middles.some((mark) => nodes.has(plan.nodeAt(device.id, mark)));
      return { ...motor, runA: isLow ? part.lowA : part.runA };
    });
}

/** How many phases a motor is on. */
export const phasesOf = ({ kind }: PlannedMotor): 1 | 3 => kind.phases ?? 1;
