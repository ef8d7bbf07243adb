import type { ConductorId } from '#core/circuit';
import { triedStops } from '#core/explore';
import { type CircuitPlan, isWired, joinedTo } from '#core/graph';
import { isKind } from '#core/kinds';
import { type Opinion, ruleOf } from '../finding';

export interface BridgedTold {
  readonly contact: string;
  /** wires between points that are one point with both its ends */
  readonly around: readonly ConductorId[];
}

/** A contact whose two ends wires join: whatever it does changes nothing. A stop that stops nothing is told as one. */
export const bridgedRule = ruleOf<BridgedTold>()({
  id: 'bridged',
  source: 'two ends of a contact at one point; common practice',
  find: ({ exploration }) => {
    const { plan } = exploration;
    const stops = new Set(triedStops(exploration).flatMap(({ planned, tried, stops }) => (tried > 0 && !stops ? [planned.index] : [])));
    return plan.parts.filter(isKind('contact')).flatMap(({ index, device, part: { id, a, b, ratings } }): Opinion<BridgedTold>[] => {
      if (stops.has(index) || ratings.isWorkedDead || !isWired(plan, device.id, a) || !isWired(plan, device.id, b)) return [];
      // metal joins as well as a wire does
      const point = joinedTo(plan, plan.nodeAt(device.id, a), ({ part }) => part.kind !== 'join');
      if (!point.has(plan.nodeAt(device.id, b))) return [];
      return [{ about: [device], key: id, verdict: 'danger', told: { contact: id, around: wiresWithin(plan, point) } }];
    });
  },
});

const wiresWithin = ({ circuit, nodeOf }: CircuitPlan, point: ReadonlySet<number>): ConductorId[] =>
  Object.values(circuit.conductors)
    .filter(({ ends }) => ends.every((end) => end !== null && point.has(nodeOf(end))))
    .map(({ id }) => id);
