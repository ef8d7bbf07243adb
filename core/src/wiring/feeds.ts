import type { ConductorId, DeviceId } from '#core/circuit';
import { type CircuitPlan, EARTH_NODE, endsOfBranch, graphOf, type Partition, type PlannedPart, reached } from '#core/graph';
import { isKind } from '#core/kinds';

/** A contact with a hot end of one supply on either side: closed, it makes one of two. */
export interface JoiningContact {
  readonly device: DeviceId;
  readonly supplies: readonly [DeviceId, DeviceId];
  readonly wires: readonly ConductorId[];
}

/** Hot ends of the supplies, by what wires and bars tie together. */
export function hotEnds(plan: CircuitPlan, joined: Partition<number>): ReadonlyMap<number, ReadonlySet<DeviceId>> {
  const hot = new Map<number, Set<DeviceId>>();
  for (const { part, device } of plan.parts) {
    const marks =
      part.kind === 'transformer'
        ? part.secondary.slice(1).map(({ mark }) => mark)
        : part.kind === 'dc-output' || (part.kind === 'source' && part.volts !== 0 && part.role !== 'call-input')
          ? [part.a]
          : [];
    for (const mark of marks) {
      const node = plan.nodeAt(device.id, mark);
      if (node === EARTH_NODE) continue;
      const group = joined.groupOf(node);
      hot.set(group, (hot.get(group) ?? new Set()).add(device.id));
    }
  }
  return hot;
}

/** Whether a part lets power through and protects: a fuse, a breaker's pole, an overload's. */
const isGuard = ({ part }: PlannedPart): boolean => part.kind === 'fuse';

/** Contacts that join two supplies when they close. Fuses count as whole, other contacts as open. @param joined by wires, bars and fuses */
export function joiningContacts(plan: CircuitPlan, joined: Partition<number>): readonly JoiningContact[] {
  const hot = hotEnds(plan, joined);
  return plan.parts.filter(isKind('contact')).flatMap(({ device, firstBranch }): JoiningContact[] => {
    const branch = plan.branches[firstBranch];
    const [a, b] = branch ? endsOfBranch(branch) : [];
    if (a === undefined || b === undefined || a === EARTH_NODE || b === EARTH_NODE) return [];
    const [one, other] = [hot.get(joined.groupOf(a)), hot.get(joined.groupOf(b))];
    if (!one || !other || joined.groupOf(a) === joined.groupOf(b)) return [];
    const [first, second] = [[...one].find((id) => !other.has(id)), [...other].find((id) => !one.has(id))];
    if (!first || !second) return [];
    const wires = plan.conductors
      .filter(({ nodes }) => nodes.some((node) => node === a || node === b))
      .map(({ conductor }) => conductor.id);
    return [{ device: device.id, supplies: [first, second], wires }];
  });
}

/** A cable with one neutral for the lines of several fuses that no common handle opens. */
export interface SharedNeutral {
  readonly cable: string;
  readonly neutral: ConductorId;
  readonly guards: readonly DeviceId[];
}

/**
 * Cables whose lines hang on different fuses or breakers and come back on one neutral: with one of them off, the neutral still carries
 * the other, and opened it puts their loads in series across the lines.
 */
export function sharedNeutrals(
  plan: CircuitPlan,
  isNeutral: (wire: ConductorId) => boolean,
  isLine: (wire: ConductorId) => boolean,
): readonly SharedNeutral[] {
  return Object.values(plan.circuit.cables).flatMap(({ id, tag }): SharedNeutral[] => {
    const cores = plan.conductors.filter(({ conductor }) => conductor.cable === id);
    const neutrals = cores.filter(({ conductor }) => isNeutral(conductor.id));
    const lines = cores.filter(({ conductor }) => isLine(conductor.id));
    const [neutral] = neutrals;
    if (!neutral || neutrals.length > 1 || lines.length < 2) return [];
    const guards = lines.map(({ nodes: [node] }) => guardsBefore(plan, node));
    const apart = guards.some((one, index) =>
      guards.slice(index + 1).some((other) => one.size > 0 && other.size > 0 && ![...one].some((guard) => other.has(guard))),
    );
    return apart ? [{ cable: tag, neutral: neutral.conductor.id, guards: [...new Set(guards.flatMap((one) => [...one]))] }] : [];
  });
}

/** The fuses and breakers that a node hangs on: those that wires and contacts lead to without another between. */
function guardsBefore(plan: CircuitPlan, from: number): ReadonlySet<DeviceId> {
  const graph = graphOf(plan);
  const guards = new Set<DeviceId>();
  reached([from], (node) =>
    node === EARTH_NODE
      ? []
      : graph.branchesAt(node).flatMap((index) => {
          const branch = plan.branches[index];
          if (!branch) return [];
          const planned = 'part' in branch.owner ? plan.parts[branch.owner.part] : undefined;
          if (planned && isGuard(planned)) {
            guards.add(planned.device.id);
            return [];
          }
          return branch.role === 'wire' || branch.role === 'joint' || branch.role === 'pass' ? endsOfBranch(branch) : [];
        }),
  );
  return guards;
}
