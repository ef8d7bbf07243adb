import { applyChanges, type Circuit, deviceIdSchema, type EditChange } from '#core/circuit';

/** The circuit after some changes, which must be sound. */
export function edited(circuit: Circuit, ...changes: EditChange[]): Circuit {
  const applied = applyChanges(circuit, changes);
  if (!applied.ok) throw new Error(applied.problems[0]!.message);
  return applied.value.circuit;
}

/** A nameplate field as if read from the print; null: nobody has read it. */
export const set = (device: string, field: string, value: number | string | null): EditChange => ({
  type: 'setField',
  device: deviceIdSchema.parse(device),
  field,
  to: { value, evidence: value === null ? 'unknown' : 'print' },
});

/** The circuit without the wires at an end. */
export const without = (circuit: Circuit, end: string): Circuit => ({
  ...circuit,
  conductors: Object.fromEntries(
    Object.entries(circuit.conductors).filter(([, { ends }]) => !(ends as readonly (string | null)[]).includes(end)),
  ),
});
/** The circuit with the wire from `end` to `other` going to another terminal instead. */
export const moved = (circuit: Circuit, end: string, other: string, to: string): Circuit => ({
  ...circuit,
  conductors: Object.fromEntries(
    Object.entries(circuit.conductors).map(([id, wire]) => [
      id,
      (wire.ends as readonly (string | null)[]).includes(end)
        ? { ...wire, ends: wire.ends.map((one) => (one === other ? to : one)) as never }
        : wire,
    ]),
  ),
});

/** The circuit with one wire more. */
export function joined(circuit: Circuit, a: string, b: string): Circuit {
  const [like] = Object.values(circuit.conductors);
  if (!like) throw new Error('a circuit without a wire');
  const id = `wMore${Object.keys(circuit.conductors).length}`;
  return {
    ...circuit,
    conductors: { ...circuit.conductors, [id]: { ...like, id: id as never, number: 'more', ends: [a, b] as never } },
  };
}

/** The circuit with the wires of two terminals exchanged. */
export const exchanged = (circuit: Circuit, a: string, b: string): Circuit => ({
  ...circuit,
  conductors: Object.fromEntries(
    Object.entries(circuit.conductors).map(([id, wire]) => [
      id,
      { ...wire, ends: wire.ends.map((end) => (end === a ? b : end === b ? a : end)) as typeof wire.ends },
    ]),
  ),
});
