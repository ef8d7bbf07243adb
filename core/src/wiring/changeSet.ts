import type { Circuit, Conductor, ConductorId, Device, DeviceId, TerminalId } from '#core/circuit';
import { deviceOf } from '#core/circuit';
import { graphOf, planCircuit } from '#core/graph';

/** What became of a wire between two revisions: which ends moved, which of its facts are others. */
interface WireChange {
  readonly was: Conductor;
  readonly is: Conductor;
  /** ends that lie elsewhere now: 0 the first, 1 the second */
  readonly moved: readonly (0 | 1)[];
  readonly facts: readonly ('number' | 'size' | 'colour' | 'insulationV' | 'cable' | 'core' | 'lengthM' | 'ferrule')[];
}

/** What a hand has to do to bring a panel from one revision to another, and what it has to test again. */
export interface ChangeSet {
  readonly added: readonly Conductor[];
  readonly removed: readonly Conductor[];
  readonly changed: readonly WireChange[];
  readonly devicesIn: readonly Device[];
  readonly devicesOut: readonly Device[];
  /** same device, another kind or plate */
  readonly devicesChanged: readonly { readonly was: Device; readonly is: Device; readonly fields: readonly string[] }[];
  /** devices of the later revision that a changed wire or device shares wiring with */
  readonly testAgain: readonly DeviceId[];
  /** terminals to be opened, as they were and as they are */
  readonly terminals: readonly TerminalId[];
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

function wireChange(was: Conductor, is: Conductor): WireChange | undefined {
  const moved = ([0, 1] as const).filter((side) => was.ends[side] !== is.ends[side]);
  const facts = (['number', 'size', 'colour', 'insulationV', 'cable', 'core', 'lengthM'] as const).filter(
    (fact) => !same(was[fact], is[fact]),
  );
  const ferrule = same(
    was.landings.map((one) => one.ferrule),
    is.landings.map((one) => one.ferrule),
  )
    ? []
    : (['ferrule'] as const);
  return moved.length + facts.length + ferrule.length === 0 ? undefined : { was, is, moved, facts: [...facts, ...ferrule] };
}

/** What is other in the later of two documents. */
export function changeSet(before: Circuit, after: Circuit): ChangeSet {
  const gone = <T extends { id: string }>(from: Readonly<Record<string, T>>, to: Readonly<Record<string, T>>): T[] =>
    Object.values(from).filter(({ id }) => !to[id]);
  const added = gone(after.conductors, before.conductors);
  const removed = gone(before.conductors, after.conductors);
  const changed = Object.values(after.conductors).flatMap((is) => {
    const was = before.conductors[is.id as ConductorId];
    const change = was && wireChange(was, is);
    return change ? [change] : [];
  });
  const devicesIn = gone(after.devices, before.devices);
  const devicesOut = gone(before.devices, after.devices);
  const devicesChanged = Object.values(after.devices).flatMap((is) => {
    const was = before.devices[is.id];
    if (!was) return [];
    const plate = [...new Set([...Object.keys(was.nameplate), ...Object.keys(is.nameplate)])].filter(
      (field) => !same(was.nameplate[field]?.value, is.nameplate[field]?.value),
    );
    const fields = [...(was.family === is.family ? [] : ['family']), ...(was.tag === is.tag ? [] : ['tag']), ...plate];
    return fields.length === 0 ? [] : [{ was, is, fields }];
  });
  const opened = [
    ...[...added, ...removed].flatMap(({ ends }) => ends),
    ...changed.flatMap(({ was, is, moved }) => moved.flatMap((side) => [was.ends[side], is.ends[side]])),
  ].filter((end): end is TerminalId => end !== null);
  const touched = new Set<DeviceId>([...opened.map(deviceOf), ...devicesIn.map(({ id }) => id), ...devicesChanged.map(({ is }) => is.id)]);
  return {
    added,
    removed,
    changed,
    devicesIn,
    devicesOut,
    devicesChanged,
    testAgain: sharing(after, touched),
    terminals: [...new Set(opened)],
  };
}

/** Devices that share control wiring with some. */
function sharing(circuit: Circuit, touched: ReadonlySet<DeviceId>): readonly DeviceId[] {
  if (touched.size === 0) return [];
  const { neighbourhoodOf } = graphOf(planCircuit(circuit));
  const homes = new Set([...touched].filter((id) => circuit.devices[id]).map(neighbourhoodOf));
  return (Object.keys(circuit.devices) as DeviceId[]).filter((id) => homes.has(neighbourhoodOf(id)));
}
