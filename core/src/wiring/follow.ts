import { type ConductorId, type DeviceId, deviceOf, type TerminalId, terminalId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { type CircuitPlan, reached } from '#core/graph';

/** One step of a wire that is followed by hand, from a terminal to the next one. */
export interface Hop {
  readonly from: TerminalId;
  /** null: the wire hangs loose there */
  readonly to: TerminalId | null;
  readonly by: { readonly wire: ConductorId } | { readonly halvesOf: DeviceId };
  /** how often the way has parted before it */
  readonly branch: number;
}

/** The whole way of a wire: from one device to whatever it comes to, through strips, splices and halves of a plug. */
export interface Followed {
  readonly start: TerminalId | null;
  readonly hops: readonly Hop[];
  /** devices that do something at which the way ends, the start with them */
  readonly ends: readonly TerminalId[];
}

/** Follows a wire to everything that it joins without passing through a device that does something. */
export function followWire(plan: CircuitPlan, wire: ConductorId): Followed {
  const { circuit } = plan;
  const ends = circuit.conductors[wire]?.ends.filter((end) => end !== null) ?? [];
  const isJoint = (terminal: TerminalId): boolean => {
    const device = circuit.devices[deviceOf(terminal)];
    return device !== undefined && familyOf(device, circuit).group === 'joint';
  };
  const steps = (from: TerminalId): Step[] => stepsFrom(plan, from, isJoint(from));
  // what lies on the same metal: at a device that does something other wires of its terminal are other wires
  const wires = new Set<ConductorId>([wire]);
  const met = reached(ends, (terminal) => {
    if (!isJoint(terminal)) return [];
    const found = steps(terminal);
    for (const { by } of found) if ('wire' in by) wires.add(by.wire);
    return found.flatMap(({ to }) => to ?? []);
  });
  const outer = [...met].filter((terminal) => !isJoint(terminal));
  // told from its own first end, or from the nearest device where that lies on a joint
  const start = outer[0] ?? ends[0] ?? null;
  const hops: Hop[] = [];
  const told = new Set<TerminalId | ConductorId>();
  const tell = (from: TerminalId, branch: number): void => {
    told.add(from);
    if (from !== start && !isJoint(from)) return;
    const on = steps(from).filter(({ by, to }) => ('wire' in by ? wires.has(by.wire) && !told.has(by.wire) : to !== null && !told.has(to)));
    for (const { by } of on) if ('wire' in by) told.add(by.wire);
    for (const { by, to } of on) {
      hops.push({ from, to, by, branch: branch + (on.length > 1 ? 1 : 0) });
      if (to !== null && !told.has(to)) tell(to, branch + (on.length > 1 ? 1 : 0));
    }
  };
  if (start) tell(start, 0);
  return { start, hops, ends: outer };
}

type Step = Pick<Hop, 'to' | 'by'>;

/** Wires that lie on a terminal, and through a joint the half or the bar that meets it. */
function stepsFrom(plan: CircuitPlan, from: TerminalId, isJoint: boolean): Step[] {
  const wires = plan
    .wiresAt(from)
    .map(({ conductor: { id, ends } }): Step => ({ by: { wire: id }, to: ends[0] === from ? ends[1] : ends[0] }));
  if (!isJoint) return wires;
  const device = deviceOf(from);
  const through = plan.partsIn(device).flatMap(({ part }): Step[] => {
    if (part.kind !== 'contact') return [];
    const [a, b] = [terminalId(device, part.a), terminalId(device, part.b)];
    const to = a === from ? b : b === from ? a : undefined;
    return to ? [{ by: { halvesOf: device }, to }] : [];
  });
  return [...wires, ...through];
}
