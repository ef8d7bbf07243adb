import { z } from 'zod';
import { fine, type Problem, type Result, wrong } from './problem';
import {
  type Circuit,
  cableSchema,
  circuitSchema,
  conductorIdSchema,
  conductorSchema,
  deviceIdSchema,
  deviceSchema,
  fieldSchema,
  tagSchema,
  terminalIdSchema,
} from './schema';
import { deviceOf, markOf, spellTerminal } from './spelling';

/** Named commands on the document. Each has an inverse, so undo, the record and merging come from one place. */
const single = [
  z.object({ type: z.literal('setField'), device: deviceIdSchema, field: z.string().max(40), to: fieldSchema.nullable() }),
  z.object({
    type: z.literal('moveEnd'),
    conductor: conductorIdSchema,
    end: z.union([z.literal(0), z.literal(1)]),
    to: terminalIdSchema.nullable(),
  }),
  z.object({ type: z.literal('swapLandings'), device: deviceIdSchema, marks: z.tuple([z.string().max(8), z.string().max(8)]) }),
  z.object({ type: z.literal('renameDevice'), device: deviceIdSchema, to: tagSchema }),
  z.object({ type: z.literal('retitleCircuit'), to: z.string().min(1).max(80) }),
  z.object({ type: z.literal('addDevice'), device: deviceSchema }),
  z.object({ type: z.literal('removeDevice'), device: deviceIdSchema }),
  z.object({ type: z.literal('addConductor'), conductor: conductorSchema }),
  z.object({ type: z.literal('removeConductor'), conductor: conductorIdSchema }),
  z.object({ type: z.literal('addCable'), cable: cableSchema }),
  z.object({ type: z.literal('removeCable'), cable: cableSchema.shape.id }),
  z.object({ type: z.literal('setPowerSwitch'), to: circuitSchema.shape.powerSwitch }),
  z.object({ type: z.literal('replaceDocument'), to: circuitSchema }),
] as const;

export const editChangeSchema = z.discriminatedUnion('type', [...single]);
export const editSchema = z.object({ id: z.string().regex(/^e[A-Za-z0-9_-]{6,40}$/), changes: z.array(editChangeSchema).min(1).max(200) });

export type EditChange = z.infer<typeof editChangeSchema>;
/** One act of a person: a few changes taken together, under an id made by the client. */
export type Edit = z.infer<typeof editSchema>;

export interface Applied {
  readonly circuit: Circuit;
  /** The changes that undo it, in the order in which to apply them. */
  readonly inverse: readonly EditChange[];
}

type Outcome = Result<{ circuit: Circuit; inverse: EditChange }>;

const gone = (what: string, at: string): Result<never> =>
  wrong({ code: 'gone', at, message: `${what} is no longer in this circuit. Look at the newest revision and try again.` });

const setKey = <T>(record: Record<string, T>, key: string, value: T | undefined): Record<string, T> => {
  if (value !== undefined) return { ...record, [key]: value };
  const { [key]: _gone, ...rest } = record;
  return rest;
};

type Applier<T extends EditChange['type']> = (circuit: Circuit, change: Extract<EditChange, { type: T }>) => Outcome;

const appliers: { [T in EditChange['type']]: Applier<T> } = {
  setField(circuit, { device: id, field, to }) {
    const device = circuit.devices[id];
    if (!device) return gone('That device', id);
    const before = device.nameplate[field] ?? null;
    const nameplate = setKey(device.nameplate, field, to ?? undefined);
    return fine({
      circuit: { ...circuit, devices: { ...circuit.devices, [id]: { ...device, nameplate } } },
      inverse: { type: 'setField', device: id, field, to: before },
    });
  },
  moveEnd(circuit, { conductor: id, end, to }) {
    const wire = circuit.conductors[id];
    if (!wire) return gone('That wire', id);
    if (to && !circuit.devices[deviceOf(to)]) return gone('The device to land it on', to);
    const ends: typeof wire.ends = end === 0 ? [to, wire.ends[1]] : [wire.ends[0], to];
    return fine({
      circuit: { ...circuit, conductors: { ...circuit.conductors, [id]: { ...wire, ends } } },
      inverse: { type: 'moveEnd', conductor: id, end, to: wire.ends[end] },
    });
  },
  swapLandings(circuit, { device: id, marks: [a, b] }) {
    if (!circuit.devices[id]) return gone('That device', id);
    const swap = (end: Circuit['conductors'][string]['ends'][number]) => {
      if (end === null || deviceOf(end) !== id) return end;
      const mark = markOf(end);
      return mark === a ? (`${id}:${b}` as typeof end) : mark === b ? (`${id}:${a}` as typeof end) : end;
    };
    const conductors = Object.fromEntries(
      Object.entries(circuit.conductors).map(([key, wire]) => [
        key,
        { ...wire, ends: [swap(wire.ends[0]), swap(wire.ends[1])] as typeof wire.ends },
      ]),
    );
    return fine({ circuit: { ...circuit, conductors }, inverse: { type: 'swapLandings', device: id, marks: [a, b] } });
  },
  renameDevice(circuit, { device: id, to }) {
    const device = circuit.devices[id];
    if (!device) return gone('That device', id);
    if (Object.values(circuit.devices).some((other) => other.id !== id && other.tag === to))
      return wrong({ code: 'tag-twice', at: to, message: `There is already a ${to}. Pick another tag.` });
    return fine({
      circuit: { ...circuit, devices: { ...circuit.devices, [id]: { ...device, tag: to } } },
      inverse: { type: 'renameDevice', device: id, to: device.tag },
    });
  },
  retitleCircuit: (circuit, { to }) => fine({ circuit: { ...circuit, title: to }, inverse: { type: 'retitleCircuit', to: circuit.title } }),
  addDevice(circuit, { device }) {
    if (circuit.devices[device.id])
      return wrong({ code: 'already-there', at: device.id, message: `${device.tag} is already in this circuit.` });
    return fine({
      circuit: { ...circuit, devices: { ...circuit.devices, [device.id]: device } },
      inverse: { type: 'removeDevice', device: device.id },
    });
  },
  removeDevice(circuit, { device: id }) {
    const device = circuit.devices[id];
    if (!device) return gone('That device', id);
    const landed = Object.values(circuit.conductors).find((wire) => wire.ends.some((end) => end && deviceOf(end) === id));
    if (landed)
      return wrong({
        code: 'still-wired',
        at: device.tag,
        message: `Wire ${landed.number} still ends at ${device.tag}. Take its end off first.`,
      });
    return fine({ circuit: { ...circuit, devices: setKey(circuit.devices, id, undefined) }, inverse: { type: 'addDevice', device } });
  },
  addConductor(circuit, { conductor }) {
    if (circuit.conductors[conductor.id])
      return wrong({ code: 'already-there', at: conductor.id, message: `Wire ${conductor.number} is already in this circuit.` });
    return fine({
      circuit: { ...circuit, conductors: { ...circuit.conductors, [conductor.id]: conductor } },
      inverse: { type: 'removeConductor', conductor: conductor.id },
    });
  },
  removeConductor(circuit, { conductor: id }) {
    const conductor = circuit.conductors[id];
    if (!conductor) return gone('That wire', id);
    return fine({
      circuit: { ...circuit, conductors: setKey(circuit.conductors, id, undefined) },
      inverse: { type: 'addConductor', conductor },
    });
  },
  setPowerSwitch: (circuit, { to }) =>
    fine({ circuit: { ...circuit, powerSwitch: to }, inverse: { type: 'setPowerSwitch', to: circuit.powerSwitch } }),
  addCable: (circuit, { cable }) =>
    fine({ circuit: { ...circuit, cables: { ...circuit.cables, [cable.id]: cable } }, inverse: { type: 'removeCable', cable: cable.id } }),
  removeCable(circuit, { cable: id }) {
    const cable = circuit.cables[id];
    if (!cable) return gone('That cable', id);
    return fine({ circuit: { ...circuit, cables: setKey(circuit.cables, id, undefined) }, inverse: { type: 'addCable', cable } });
  },
  replaceDocument: (circuit, { to }) => fine({ circuit: to, inverse: { type: 'replaceDocument', to: circuit } }),
};

/** Applies an edit's changes in order, all or none. The document handed in is never altered. */
export function applyChanges(circuit: Circuit, changes: readonly EditChange[]): Result<Applied> {
  let now = circuit;
  const inverse: EditChange[] = [];
  for (const change of changes) {
    const outcome = (appliers[change.type] as Applier<typeof change.type>)(now, change as never);
    if (!outcome.ok) return outcome;
    now = outcome.value.circuit;
    inverse.unshift(outcome.value.inverse);
  }
  return fine({ circuit: now, inverse });
}

/**
 * The things an edit changes, as keys: two edits on different keys merge, two on one key clash.
 * Swapping landings touches both terminals and, through them, every wire end there.
 */
export function touches(changes: readonly EditChange[], circuit: Circuit): Set<string> {
  const keys = new Set<string>();
  for (const change of changes) {
    switch (change.type) {
      case 'setField':
        keys.add(`field ${change.device} ${change.field}`);
        break;
      case 'moveEnd':
        keys.add(`end ${change.conductor} ${change.end}`);
        break;
      case 'swapLandings':
        for (const wire of Object.values(circuit.conductors)) {
          wire.ends.forEach((end, index) => {
            if (end && deviceOf(end) === change.device && change.marks.includes(markOf(end))) keys.add(`end ${wire.id} ${index}`);
          });
        }
        break;
      case 'renameDevice':
        keys.add(`tag ${change.device}`);
        keys.add(`name ${change.to}`);
        break;
      case 'retitleCircuit':
        keys.add('title');
        break;
      case 'addDevice':
        keys.add(`device ${change.device.id}`);
        keys.add(`name ${change.device.tag}`);
        break;
      case 'removeDevice':
        keys.add(`device ${change.device}`);
        break;
      case 'addConductor':
        keys.add(`conductor ${change.conductor.id}`);
        break;
      case 'removeConductor':
        keys.add(`conductor ${change.conductor}`);
        break;
      case 'addCable':
        keys.add(`cable ${change.cable.id}`);
        break;
      case 'removeCable':
        keys.add(`cable ${change.cable}`);
        break;
      case 'setPowerSwitch':
        keys.add('powerSwitch');
        break;
      case 'replaceDocument':
        keys.add('everything');
        break;
    }
  }
  return keys;
}

const ownerOf = (key: string): string => key.split(' ')[1] ?? '';

/** Whether two sets of touched things meet; adding or removing a thing meets every change inside it. */
export function clash(mine: ReadonlySet<string>, theirs: ReadonlySet<string>): string[] {
  if (mine.has('everything') || theirs.has('everything')) return ['everything'];
  const whole = (key: string) => /^(device|conductor|cable) /.test(key);
  return [...mine].filter(
    (key) => theirs.has(key) || [...theirs].some((other) => (whole(key) || whole(other)) && ownerOf(key) === ownerOf(other)),
  );
}

/** What an edit did, in the words of the trade: "K2 coil volts to 24", "wire 108 from DT1:2 to loose". */
export function spellChanges(circuit: Circuit, changes: readonly EditChange[]): string {
  const tag = (id: string) => circuit.devices[id]?.tag ?? id;
  const one = (change: EditChange): string => {
    switch (change.type) {
      case 'setField':
        return `${tag(change.device)} ${change.field} to ${change.to?.value ?? 'unknown'}`;
      case 'moveEnd': {
        const wire = circuit.conductors[change.conductor];
        return `wire ${wire?.number ?? change.conductor} to ${change.to ? spellTerminal(circuit, change.to) : 'a loose end'}`;
      }
      case 'swapLandings':
        return `${tag(change.device)} landings ${change.marks[0]} and ${change.marks[1]} swapped`;
      case 'renameDevice':
        return `${tag(change.device)} renamed ${change.to}`;
      case 'retitleCircuit':
        return `title to ${change.to}`;
      case 'addDevice':
        return `${change.device.tag} added`;
      case 'removeDevice':
        return `${tag(change.device)} removed`;
      case 'addConductor':
        return `wire ${change.conductor.number} added`;
      case 'removeConductor':
        return `wire ${circuit.conductors[change.conductor]?.number ?? ''} removed`;
      case 'addCable':
        return `cable ${change.cable.tag} added`;
      case 'removeCable':
        return `cable removed`;
      case 'setPowerSwitch':
        return 'what the power switch opens and lifts';
      case 'replaceDocument':
        return 'the whole circuit replaced';
    }
  };
  // a part taken out and another put in under the same id is one act to the person who did it
  const replaced = changes.flatMap((change) =>
    change.type === 'addDevice' && changes.some((other) => other.type === 'removeDevice' && other.device === change.device.id)
      ? [change.device]
      : [],
  );
  if (replaced.length > 0) return replaced.map(({ tag: of, notes }) => `${of} replaced${notes ? `. ${notes}` : ''}`).join('; ');
  return changes.map(one).join('; ');
}

export const problemsText = (problems: readonly Problem[]): string => problems.map((problem) => problem.message).join(' ');
