import { z } from 'zod';
import {
  applyChanges,
  type Circuit,
  cableIdSchema,
  circuitSchema,
  type Device,
  type DeviceId,
  deviceIdSchema,
  deviceOf,
  type EditChange,
  markOf,
  ownFamilyNameSchema,
  processIdSchema,
  type TerminalId,
  terminalId,
} from '#core/circuit';
import { takeOut } from './add';
import { conductorIds, deviceIdFor, freeTag, tagsIn, wireNumbers } from './naming';

/** Some devices of a circuit with everything that is between them alone, to be put into another one. */
export const copiedSchema = circuitSchema
  .pick({ schema: true, devices: true, conductors: true, cables: true, families: true, programs: true, processes: true })
  .extend({
    /** the number of the circuit that it came from */
    from: z.string(),
    /** wires that led to what was not taken along */
    left: z.number().int(),
  });
export type Copied = z.infer<typeof copiedSchema>;

const pickBy = <T>(record: Readonly<Record<string, T>>, isTaken: (key: string, value: T) => boolean): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([key, value]) => isTaken(key, value)));

/** The devices with the wires, cables, kinds, programs and processes that are theirs alone. */
export function copied(circuit: Circuit, ids: ReadonlySet<string>): Copied {
  const isIn = (end: TerminalId | null): boolean => end !== null && ids.has(deviceOf(end));
  const devices = pickBy(circuit.devices, (id) => ids.has(id));
  const conductors = pickBy(circuit.conductors, (_, { ends }) => ends.every(isIn));
  const cables = pickBy(
    circuit.cables,
    (id) =>
      Object.values(conductors).some(({ cable }) => cable === id) &&
      Object.values(circuit.conductors).every((wire) => wire.cable !== id || Object.hasOwn(conductors, wire.id)),
  );
  const used = new Set(Object.values(devices).flatMap(({ family, reads }) => [family, ...(reads ? [reads as string] : [])]));
  return {
    schema: circuit.schema,
    from: circuit.number,
    left: Object.values(circuit.conductors).filter(({ ends }) => ends.some(isIn) && !ends.every(isIn)).length,
    devices,
    conductors: Object.fromEntries(
      Object.entries(conductors).map(([id, wire]) => [
        id,
        wire.cable !== null && !Object.hasOwn(cables, wire.cable) ? { ...wire, cable: null, core: null } : wire,
      ]),
    ),
    cables,
    families: pickBy(circuit.families, (name) => used.has(name)),
    programs: pickBy(circuit.programs, (id) => ids.has(id)),
    processes: Object.fromEntries(
      Object.entries(pickBy(circuit.processes, (id) => used.has(id))).map(([id, process]) => [
        id,
        { ...process, movedBy: process.movedBy.filter(({ device }) => ids.has(device)) },
      ]),
    ),
  };
}

/** What comes of putting a copy into a circuit. */
export interface Pasted {
  readonly changes: readonly EditChange[];
  /** tags that had to change, since they were taken: as it was, as it is */
  readonly renamed: readonly (readonly [was: string, is: string])[];
  readonly devices: readonly DeviceId[];
}

/** A name of a set that nothing bears yet: as it was, else with a count behind it. */
function freeName(taken: ReadonlySet<string>, wanted: string): string {
  if (!taken.has(wanted)) return wanted;
  for (let count = 2; ; count++) if (!taken.has(`${wanted}-${count}`)) return `${wanted}-${count}`;
}

/**
 * Puts a copy into a circuit: under ids of its own, under its tags where they are free and the next free ones of their letter where not;
 * wires keep their number unless the circuit has it already.
 * @param by sets the ids of one who pastes apart from those of another
 */
export function pasted(circuit: Circuit, copy: Copied, by: string): Pasted {
  const tags = new Set(tagsIn(circuit));
  const devices: Record<string, Device> = { ...circuit.devices };
  const renamed: [string, string][] = [];
  const idOf = new Map<string, DeviceId>();
  const families = namesFor(Object.keys(copy.families), (name) => {
    const there = circuit.families[name];
    return there === undefined || JSON.stringify(there) === JSON.stringify(copy.families[name])
      ? name
      : freeName(new Set(Object.keys(circuit.families)), name);
  });
  const processes = namesFor(Object.keys(copy.processes), (id) => freeName(new Set(Object.keys(circuit.processes)), id));
  const added = Object.values(copy.devices).map((device) => {
    const tag = tags.has(device.tag) ? freeTag(tags, /^[A-Z]+/.exec(device.tag)?.[0] ?? 'K') : device.tag;
    tags.add(tag);
    if (tag !== device.tag) renamed.push([device.tag, tag]);
    const id = deviceIdFor({ devices }, tag);
    idOf.set(device.id, id);
    const own: Device = {
      ...device,
      id,
      tag,
      family: families.get(device.family) ?? device.family,
      place: device.place !== null && Object.hasOwn(circuit.places, device.place) ? device.place : null,
      at: null,
      reads: device.reads === null ? null : processIdSchema.parse(processes.get(device.reads) ?? device.reads),
    };
    devices[id] = own;
    return own;
  });
  const newDevice = (id: string): DeviceId => idOf.get(id) ?? deviceIdSchema.parse(id);
  const newEnd = (end: TerminalId | null): TerminalId | null => end && terminalId(newDevice(deviceOf(end)), markOf(end));
  const cableIds = namesFor(Object.keys(copy.cables), (id) => freeName(new Set(Object.keys(circuit.cables)), id));
  const cableTags = new Set([...Object.values(circuit.cables).map(({ tag }) => tag as string), ...tags]);
  const numbers = numbersFor(circuit, copy);
  const ids = conductorIds(circuit, by);
  return {
    renamed,
    devices: added.map(({ id }) => id),
    changes: [
      ...Object.entries(copy.families).flatMap(([name, to]): EditChange[] => {
        const as = families.get(name) ?? name;
        return Object.hasOwn(circuit.families, as) ? [] : [{ type: 'setFamily', name: ownFamilyNameSchema.parse(as), to }];
      }),
      ...Object.values(copy.processes).map(
        (process): EditChange => ({
          type: 'addProcess',
          process: { ...process, id: processIdSchema.parse(processes.get(process.id) ?? process.id), movedBy: [] },
        }),
      ),
      ...added.map((device): EditChange => ({ type: 'addDevice', device })),
      ...Object.values(copy.processes).flatMap(({ id, movedBy }): EditChange[] =>
        movedBy.length === 0
          ? []
          : [
              {
                type: 'describeProcess',
                process: processIdSchema.parse(processes.get(id) ?? id),
                to: { movedBy: movedBy.map((one) => ({ ...one, device: newDevice(one.device) })) },
              },
            ],
      ),
      ...Object.entries(copy.programs).map(([id, to]): EditChange => ({ type: 'setProgram', device: newDevice(id), to: to ?? null })),
      ...Object.values(copy.cables).map((cable): EditChange => {
        const tag = cableTags.has(cable.tag) ? freeTag(cableTags, 'W') : cable.tag;
        cableTags.add(tag);
        return { type: 'addCable', cable: { ...cable, tag, id: cableIdSchema.parse(cableIds.get(cable.id) ?? cable.id) } };
      }),
      ...Object.values(copy.conductors).map(
        (wire): EditChange => ({
          type: 'addConductor',
          conductor: {
            ...wire,
            id: ids.next().value,
            number: numbers.get(wire.number) ?? wire.number,
            ends: [newEnd(wire.ends[0]), newEnd(wire.ends[1])],
            cable: wire.cable && cableIdSchema.parse(cableIds.get(wire.cable) ?? wire.cable),
          },
        }),
      ),
    ],
  };
}

/** New names for some things, each by its old one. */
const namesFor = (names: readonly string[], as: (name: string) => string): ReadonlyMap<string, string> =>
  new Map(names.map((name) => [name, as(name)]));

/** A number that the circuit has already becomes a free one, for all wires that bear it; words such as PE stay. */
function numbersFor(circuit: Circuit, copy: Copied): ReadonlyMap<string, string> {
  const there = new Set(Object.values(circuit.conductors).map(({ number }) => number));
  const own = new Set(Object.values(copy.conductors).map(({ number }) => number));
  const free = wireNumbers({ conductors: { ...circuit.conductors, ...copy.conductors } });
  return new Map([...own].flatMap((number) => (there.has(number) && /\d/.test(number) ? [[number, free.next().value] as const] : [])));
}

/** Takes several devices out, one after the other; a line that some of them lay in stays whole. */
export function takeOutSeveral(circuit: Circuit, ids: Iterable<DeviceId>): EditChange[] {
  const changes: EditChange[] = [];
  let now = circuit;
  for (const id of ids) {
    const own = takeOut(now, id) ?? [];
    const applied = applyChanges(now, own);
    if (!applied.ok) continue;
    changes.push(...own);
    now = applied.value.circuit;
  }
  return changes;
}

/** The devices that share a wire with some of these, themselves with them. */
export function neighboursOf(circuit: Circuit, ids: ReadonlySet<string>): ReadonlySet<string> {
  const wider = new Set(ids);
  for (const { ends } of Object.values(circuit.conductors)) {
    const own = ends.flatMap((end) => (end ? [deviceOf(end)] : []));
    if (own.some((id) => ids.has(id))) for (const id of own) wider.add(id);
  }
  return wider;
}
