import type { Device, DeviceId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { EARTH_NODE, isWired } from '#core/graph';
import { floatingNodes, type NetworkPlan, rmsOver, voltsAt } from '#core/network';
import { subtract, ZERO } from '#core/units';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** The most volts between the points of a strip and to earth, or between the poles of a part, and the state. */
export interface JointExposure {
  readonly volts: number;
  readonly calls: Calls;
}

/** Watches the volts that each joint and each part of several poles keeps apart; what floats brings none to earth. */
export const watchJoints: MakeWatch<ReadonlyMap<DeviceId, JointExposure>> = ({ plan, nets }, isWatched) => {
  const apart: Apart[] = Object.values(plan.circuit.devices)
    .filter((device) => isWatched({ device }))
    .map((device) => ({ id: device.id, groups: groupsOf(plan, device) }))
    .filter(({ groups }) => groups.length > 1);
  const kept = new Map<DeviceId, JointExposure>();
  return {
    rest(_frame, calls) {
      if (apart.length === 0) return;
      const floating = nets.map((net) => floatingNodes(plan, net));
      const between = (one: number, other: number): number =>
        rmsOver(nets, (net, k) => (isLoose(floating[k], one, other) ? ZERO : subtract(voltsAt(net, one), voltsAt(net, other))));
      for (const { id, groups } of apart) {
        const most = Math.max(
          ...groups.flatMap((group, index) =>
            groups.slice(index + 1).flatMap((others) => group.flatMap((one) => others.map((other) => between(one, other)))),
          ),
        );
        if (most > (kept.get(id)?.volts ?? 0)) kept.set(id, { volts: most, calls });
      }
    },
    result: () => kept,
  };
};

/** A device's groups of nodes that it keeps apart. */
interface Apart {
  readonly id: DeviceId;
  readonly groups: readonly (readonly number[])[];
}

/** Each wired point of a joint, and earth; each pole of a part that switches or protects, its two ends together. */
function groupsOf(plan: NetworkPlan, device: Device): readonly (readonly number[])[] {
  const nodesOf = (marks: readonly string[]): number[] =>
    marks.filter((mark) => isWired(plan, device.id, mark)).map((mark) => plan.nodeAt(device.id, mark));
  if (familyOf(device, plan.circuit).group === 'joint') {
    const points = [...new Set(nodesOf(familyOf(device, plan.circuit).terminals))];
    return points.length === 0 ? [] : [[EARTH_NODE], ...points.map((node) => [node])];
  }
  // throws that share a common are one pole; a contact inside, on the device's own loop, is none
  const poles = new Map<string, Set<number>>();
  for (const { part } of plan.partsIn(device.id))
    if ((part.kind === 'contact' && !part.a.startsWith('#')) || part.kind === 'fuse')
      for (const node of nodesOf([part.a, part.b])) poles.set(part.a, (poles.get(part.a) ?? new Set()).add(node));
  return [...poles.values()].map((nodes) => [...nodes]);
}

/** Of a pair of which one floats against the other no metal makes the volts. */
const isLoose = (floating: ArrayLike<unknown> | undefined, one: number, other: number): boolean =>
  [one, other].some((node) => node !== EARTH_NODE && Boolean(floating?.[node])) && (one === EARTH_NODE || other === EARTH_NODE);
