import type { Device } from '#core/circuit';
import { type CircuitPlan, joinedTo, type PlannedPart } from '#core/graph';

/** Parts that wires alone put between the same two terminals of a device, whichever way round. */
export function partsAcross(plan: CircuitPlan, { id }: Device, marks: readonly [string, string]): PlannedPart[] {
  const [first, second] = marks.map((mark) => joinedTo(plan, plan.nodeAt(id, mark), () => true));
  return plan.parts.filter(({ kind, part, device }) => {
    const [one, other, more] = kind.ends(part).map((mark) => plan.nodeAt(device.id, mark));
    if (!first || !second || one === undefined || other === undefined || more !== undefined) return false;
    return (first.has(one) && second.has(other)) || (first.has(other) && second.has(one));
  });
}
