import type { ConductorId } from '#core/circuit';
import { triedStops } from '#core/explore';
import { type CircuitPlan, idleChains, joinedTo } from '#core/graph';
import { isKind } from '#core/kinds';
import { type Opinion, ruleOf } from '../finding';

export interface BridgedTold {
  /** its contacts as they are met; several are a chain that leads back to where it began. A loop that a device feeds itself: its two screws */
  readonly contacts: readonly string[];
  readonly isOwnLoop: boolean;
  /** wires between points that are one with both its ends */
  readonly around: readonly ConductorId[];
}

/** Contacts that lead from a point back to it, and loops of a device's own that a wire closes: whatever they do changes nothing. */
export const bridgedRule = ruleOf<BridgedTold>()({
  id: 'bridged',
  source: 'both ends at one point; common practice',
  find(study) {
    const { plan } = study.exploration;
    // a stop that stops nothing is told as one
    const told = new Set(
      triedStops(study.exploration).flatMap(({ planned, tried, stops }) => (tried > 0 && !stops ? [planned.index] : [])),
    );
    const { loops, points } = closedLoops(plan);
    const chains = idleChains(plan).flatMap((chain): Opinion<BridgedTold>[] => {
      const [first] = chain;
      const [mark] = first?.kind.ends(first.part) ?? [];
      if (!first || mark === undefined || chain.some(({ index }) => told.has(index))) return [];
      const end = plan.nodeAt(first.device.id, mark);
      if (points.some((point) => point.has(end))) return [];
      const around = chain.length > 1 ? [] : wiresIn(plan, pointAt(plan, end));
      return [
        {
          about: [...new Set(chain.map(({ device }) => device))],
          key: chain.map(({ part }) => part.id).join(' '),
          verdict: 'danger',
          told: { contacts: chain.map(({ device, part }) => `${device.tag}:${part.id}`), isOwnLoop: false, around },
        },
      ];
    });
    return [...loops, ...chains];
  },
});

/** A loop that a device feeds itself, from its inner supply to an input, closed by wires alone: nothing of it is watched, or called for good. */
function closedLoops(plan: CircuitPlan): { readonly loops: Opinion<BridgedTold>[]; readonly points: readonly ReadonlySet<number>[] } {
  const closed = plan.parts.filter(isKind('controller')).flatMap(({ device, part: { inner, inputs } }) => {
    if (!inner) return [];
    const point = pointAt(plan, plan.nodeAt(device.id, inner.plusNode));
    return inputs.filter(({ a }) => !a.startsWith('#') && point.has(plan.nodeAt(device.id, a))).map(({ a }) => ({ device, a, point }));
  });
  return {
    loops: closed.map(({ device, a, point }) => ({
      about: [device],
      key: `loop ${a}`,
      verdict: 'danger',
      told: { contacts: [`${device.tag}:${a}`], isOwnLoop: true, around: wiresIn(plan, point) },
    })),
    points: closed.map(({ point }) => point),
  };
}

const pointAt = (plan: CircuitPlan, node: number): ReadonlySet<number> => joinedTo(plan, node, ({ part }) => part.kind !== 'join');

const wiresIn = ({ circuit, nodeOf }: CircuitPlan, point: ReadonlySet<number>): ConductorId[] =>
  Object.values(circuit.conductors)
    .filter(({ ends }) => ends.every((end) => end !== null && point.has(nodeOf(end))))
    .map(({ id }) => id);
