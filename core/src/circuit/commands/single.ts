import { z } from 'zod';
import { fine, wrong } from '../problem';
import {
  type Circuit,
  circuitSchema,
  complaintSchema,
  conductorIdSchema,
  deviceIdSchema,
  fieldSchema,
  markSchema,
  ownFamilyNameSchema,
  ownFamilySchema,
  type Pair,
  pairSchema,
  powerSwitchSchema,
  programSchema,
  type TerminalId,
  tagSchema,
  terminalIdSchema,
  viewSchema,
} from '../schema';
import { deviceOf, markOf, spellField, spellTerminal, terminalId } from '../spelling';
import { asBefore, command, gone, numberOf, shelved, tagOf, touch, withKey } from './command';

const setField = command({
  schema: z.object({ type: z.literal('setField'), device: deviceIdSchema, field: z.string().max(40), to: fieldSchema.nullable() }),
  apply(circuit, { device: id, field, to }) {
    const device = circuit.devices[id];
    if (!device) return gone('That device', id);
    return fine({
      circuit: { ...circuit, devices: shelved(circuit.devices, id, { ...device, nameplate: withKey(device.nameplate, field, to) }) },
      inverse: { type: 'setField', device: id, field, to: device.nameplate[field] ?? null },
    });
  },
  touches: ({ device, field }) => [touch(`device ${device}`, `nameplate ${field}`)],
  words: (circuit, { device, field, to }) => `${tagOf(circuit, device)} ${spellField(field)} to ${to?.value ?? 'unknown'}`,
});

const moveEnd = command({
  schema: z.object({
    type: z.literal('moveEnd'),
    conductor: conductorIdSchema,
    end: z.union([z.literal(0), z.literal(1)]),
    to: terminalIdSchema.nullable(),
  }),
  apply(circuit, { conductor: id, end, to }) {
    const wire = circuit.conductors[id];
    if (!wire) return gone('That wire', id);
    if (to && !circuit.devices[deviceOf(to)]) return gone('The device to land it on', to);
    const ends: typeof wire.ends = end === 0 ? [to, wire.ends[1]] : [wire.ends[0], to];
    return fine({
      circuit: { ...circuit, conductors: shelved(circuit.conductors, id, { ...wire, ends }) },
      inverse: { type: 'moveEnd', conductor: id, end, to: wire.ends[end] },
    });
  },
  touches: ({ conductor, end }) => [touch(`conductor ${conductor}`, `end ${end}`)],
  words: (circuit, { conductor, to }) => `wire ${numberOf(circuit, conductor)} to ${to ? spellTerminal(circuit, to) : 'a loose end'}`,
});

/** Both terminals are touched and, through them, every wire end there. */
const swapLandings = command({
  schema: z.object({ type: z.literal('swapLandings'), device: deviceIdSchema, marks: z.tuple([markSchema, markSchema]) }),
  apply(circuit, { device: id, marks: [a, b] }) {
    if (!circuit.devices[id]) return gone('That device', id);
    const swapped = (end: TerminalId | null): TerminalId | null => {
      if (end === null || deviceOf(end) !== id) return end;
      const mark = markOf(end);
      return mark === a ? terminalId(id, b) : mark === b ? terminalId(id, a) : end;
    };
    const conductors: Circuit['conductors'] = {};
    for (const [key, wire] of Object.entries(circuit.conductors))
      conductors[key] = { ...wire, ends: [swapped(wire.ends[0]), swapped(wire.ends[1])] };
    return fine({ circuit: { ...circuit, conductors }, inverse: { type: 'swapLandings', device: id, marks: [a, b] } });
  },
  touches: ({ device, marks }, circuit) =>
    Object.values(circuit.conductors).flatMap((wire) =>
      wire.ends.flatMap((end, side) =>
        end && deviceOf(end) === device && marks.includes(markOf(end)) ? [touch(`conductor ${wire.id}`, `end ${side}`)] : [],
      ),
    ),
  words: (circuit, { device, marks }) => `${tagOf(circuit, device)} landings ${marks[0]} and ${marks[1]} swapped`,
});

const renameDevice = command({
  schema: z.object({ type: z.literal('renameDevice'), device: deviceIdSchema, to: tagSchema }),
  apply(circuit, { device: id, to }) {
    const device = circuit.devices[id];
    if (!device) return gone('That device', id);
    if (Object.values(circuit.devices).some((other) => other.id !== id && other.tag === to))
      return wrong({ code: 'tag-twice', at: to, message: `There is already a ${to}. Pick another tag.` });
    return fine({
      circuit: { ...circuit, devices: shelved(circuit.devices, id, { ...device, tag: to }) },
      inverse: { type: 'renameDevice', device: id, to: device.tag },
    });
  },
  touches: ({ device, to }) => [touch(`device ${device}`, 'tag'), touch(`name ${to}`)],
  words: (circuit, { device, to }) => `${tagOf(circuit, device)} renamed ${to}`,
});

const describeCircuit = command({
  schema: z.object({
    type: z.literal('describeCircuit'),
    to: circuitSchema.pick({ number: true, title: true, site: true, practice: true }).partial(),
  }),
  apply: (circuit, { to }) => fine({ circuit: { ...circuit, ...to }, inverse: { type: 'describeCircuit', to: asBefore(circuit, to) } }),
  touches: ({ to }) => Object.keys(to).map((side) => touch('circuit', side)),
  words: (_circuit, { to }) =>
    Object.entries(to)
      .map(([field, value]) => `${field} to ${value}`)
      .join(', '),
});

const retitleCircuit = command({
  schema: z.object({ type: z.literal('retitleCircuit'), to: z.string().min(1).max(80) }),
  apply: (circuit, { to }) => fine({ circuit: { ...circuit, title: to }, inverse: { type: 'retitleCircuit', to: circuit.title } }),
  touches: () => [touch('circuit', 'title')],
  words: (_circuit, { to }) => `title to ${to}`,
});

const setPowerSwitch = command({
  schema: z.object({ type: z.literal('setPowerSwitch'), to: powerSwitchSchema }),
  apply: (circuit, { to }) =>
    fine({ circuit: { ...circuit, powerSwitch: to }, inverse: { type: 'setPowerSwitch', to: circuit.powerSwitch } }),
  touches: () => [touch('circuit', 'powerSwitch')],
  words: () => 'what the power switch opens and lifts',
});

const setProgram = command({
  schema: z.object({ type: z.literal('setProgram'), device: deviceIdSchema, to: programSchema.nullable() }),
  apply(circuit, { device, to }) {
    if (!circuit.devices[device]) return gone('That device', device);
    return fine({
      circuit: { ...circuit, programs: withKey(circuit.programs, device, to) },
      inverse: { type: 'setProgram', device, to: circuit.programs[device] ?? null },
    });
  },
  touches: ({ device }) => [touch(`device ${device}`, 'program')],
  words: (circuit, { device, to }) => `${tagOf(circuit, device)} ${to ? `program of ${to.rows.length} rows` : 'without a program'}`,
});

const setFamily = command({
  schema: z.object({ type: z.literal('setFamily'), name: ownFamilyNameSchema, to: ownFamilySchema.nullable() }),
  apply(circuit, { name, to }) {
    const user = to === null && Object.values(circuit.devices).find(({ family }) => family === name);
    if (user)
      return wrong({ code: 'still-used', at: user.tag, message: `${user.tag} is still of the kind ${name}. Give it another kind first.` });
    return fine({
      circuit: { ...circuit, families: withKey(circuit.families, name, to) },
      inverse: { type: 'setFamily', name, to: circuit.families[name] ?? null },
    });
  },
  touches: ({ name }) => [touch(`family ${name}`)],
  words: (_circuit, { name, to }) => `kind ${to?.title ?? name} ${to ? 'set' : 'taken out'}`,
});

const setView = command({
  schema: z.object({ type: z.literal('setView'), name: z.string().max(40), to: viewSchema.nullable() }),
  apply: (circuit, { name, to }) =>
    fine({
      circuit: { ...circuit, views: withKey(circuit.views, name, to) },
      inverse: { type: 'setView', name, to: circuit.views[name] ?? null },
    }),
  touches: ({ name }) => [touch(`view ${name}`)],
  words: (_circuit, { name }) => `what is placed by hand in the ${name} view`,
});

const setComplaints = command({
  schema: z.object({ type: z.literal('setComplaints'), to: z.array(complaintSchema).max(20) }),
  apply: (circuit, { to }) => fine({ circuit: { ...circuit, complaints: to }, inverse: { type: 'setComplaints', to: circuit.complaints } }),
  touches: () => [touch('circuit', 'complaints')],
  words: (_circuit, { to }) => (to.length === 0 ? 'no complaint' : `complaints: ${to.map(({ title }) => title).join('; ')}`),
});

const setPair = command({
  schema: z.object({ type: z.literal('setPair'), a: deviceIdSchema, b: deviceIdSchema, to: pairSchema.shape.rule.nullable() }),
  apply(circuit, { a, b, to }) {
    if (to !== null && (!circuit.devices[a] || !circuit.devices[b])) return gone('A device of that pair', circuit.devices[a] ? b : a);
    if (a === b) return wrong({ code: 'one-device', at: a, message: 'A pair is of two devices. Pick another one for the second.' });
    const isThis = (pair: Pair): boolean => pair.a === a && pair.b === b;
    const before = circuit.pairs.find(isThis);
    const others = circuit.pairs.filter((pair) => !isThis(pair));
    return fine({
      circuit: { ...circuit, pairs: to === null ? others : [...others, { a, b, rule: to }] },
      inverse: { type: 'setPair', a, b, to: before?.rule ?? null },
    });
  },
  touches: ({ a, b }) => [touch(`pair ${[a, b].sort().join(' ')}`)],
  words: (circuit, { a, b, to }) =>
    ({
      never: `${tagOf(circuit, a)} and ${tagOf(circuit, b)} never run together`,
      'only-with': `${tagOf(circuit, a)} runs only with ${tagOf(circuit, b)}`,
      locked: `${tagOf(circuit, a)} and ${tagOf(circuit, b)} are interlocked mechanically`,
      may: `${tagOf(circuit, a)} and ${tagOf(circuit, b)} may run as it comes`,
      none: `nothing said of ${tagOf(circuit, a)} with ${tagOf(circuit, b)}`,
    })[to ?? 'none'],
});

const replaceDocument = command({
  schema: z.object({ type: z.literal('replaceDocument'), to: circuitSchema }),
  apply: (circuit, { to }) => fine({ circuit: to, inverse: { type: 'replaceDocument', to: circuit } }),
  touches: () => [touch('everything')],
  words: () => 'the whole circuit replaced',
});

/** Commands on one thing of its own kind each. */
export const singleCommands = {
  setField,
  moveEnd,
  swapLandings,
  renameDevice,
  describeCircuit,
  retitleCircuit,
  setPowerSwitch,
  setProgram,
  setFamily,
  setView,
  setComplaints,
  setPair,
  replaceDocument,
};
