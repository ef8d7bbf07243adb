import { z } from 'zod';
import { fine, type Result, wrong } from '../problem';
import { type Circuit, cableSchema, conductorSchema, deviceSchema, placeSchema, processSchema } from '../schema';
import { deviceOf } from '../spelling';
import { asBefore, type Command, gone, shelved, touch, unshelved } from './command';

type Key = 'devices' | 'conductors' | 'cables' | 'places' | 'processes';
type Thing<K extends Key> = Circuit[K][string];

/** What the document keeps by id: how its things are called, and what keeps one from going. */
interface Shelf<K extends Key, N extends string, F extends string, S extends z.ZodObject, P extends z.ZodObject> {
  readonly key: K;
  /** ends the command's name: `addDevice`, `removeDevice`, `describeDevice` */
  readonly noun: N;
  /** the change's field that holds the thing or its id, and the name that touches use */
  readonly field: F;
  readonly schema: S;
  /** what may be described of it; what has a command of its own is left out */
  readonly patch: P;
  readonly name: (one: Thing<K>) => string;
  /** what else its coming touches: two things of one tag clash */
  readonly alsoTouches?: (one: Thing<K>) => string;
  readonly holds?: (circuit: Circuit, one: Thing<K>) => { readonly code: string; readonly message: string } | undefined;
}

type WithField<T extends string, F extends string, V extends z.ZodType> = z.ZodObject<{ type: z.ZodLiteral<T> } & { [k in F]: V }>;
type IdOf<S extends z.ZodObject> = S['shape']['id'] extends z.ZodType ? S['shape']['id'] : z.ZodString;

interface Three<N extends string, F extends string, S extends z.ZodObject, P extends z.ZodObject> {
  readonly add: Command<WithField<`add${N}`, F, S>>;
  readonly remove: Command<WithField<`remove${N}`, F, IdOf<S>>>;
  readonly describe: Command<z.ZodObject<{ type: z.ZodLiteral<`describe${N}`>; to: P } & { [k in F]: IdOf<S> }>>;
}

/** Adding, removing and describing the things of one shelf: the three are alike for every shelf. */
function threeOf<K extends Key, N extends string, F extends string, S extends z.ZodObject, P extends z.ZodObject>(
  shelf: Shelf<K, N, F, S, P>,
): Three<N, F, S, P> {
  const { key, noun, field, schema, patch, name } = shelf;
  const id = schema.shape.id as z.ZodType;
  const here = (circuit: Circuit) => circuit[key] as Readonly<Record<string, Thing<K>>>;
  const put = (circuit: Circuit, record: Readonly<Record<string, Thing<K>>>): Circuit => ({ ...circuit, [key]: record });
  const found = (circuit: Circuit, of: string): Result<Thing<K>> => {
    const one = here(circuit)[of];
    return one ? fine(one) : gone(`That ${field}`, of);
  };
  const named = (circuit: Circuit, of: string): string => {
    const one = here(circuit)[of];
    return one ? name(one) : of;
  };
  const add = {
    schema: z.object({ type: z.literal(`add${noun}`), [field]: schema }),
    apply(circuit: Circuit, change: Record<F, Thing<K>>) {
      const one = change[field];
      if (here(circuit)[one.id]) return wrong({ code: 'already-there', at: one.id, message: `${name(one)} is already in this circuit.` });
      return fine({ circuit: put(circuit, shelved(here(circuit), one.id, one)), inverse: { type: `remove${noun}`, [field]: one.id } });
    },
    touches: (change: Record<F, Thing<K>>) => [
      touch(`${field} ${change[field].id}`),
      ...(shelf.alsoTouches ? [touch(`name ${shelf.alsoTouches(change[field])}`)] : []),
    ],
    words: (_circuit: Circuit, change: Record<F, Thing<K>>) => `${name(change[field])} added`,
  };
  const remove = {
    schema: z.object({ type: z.literal(`remove${noun}`), [field]: id }),
    apply(circuit: Circuit, change: Record<F, string>) {
      const one = found(circuit, change[field]);
      if (!one.ok) return one;
      const held = shelf.holds?.(circuit, one.value);
      if (held) return wrong({ ...held, at: name(one.value) });
      return fine({ circuit: put(circuit, unshelved(here(circuit), change[field])), inverse: { type: `add${noun}`, [field]: one.value } });
    },
    touches: (change: Record<F, string>) => [touch(`${field} ${change[field]}`)],
    words: (circuit: Circuit, change: Record<F, string>) => `${named(circuit, change[field])} removed`,
  };
  const describe = {
    schema: z.object({ type: z.literal(`describe${noun}`), [field]: id, to: patch }),
    apply(circuit: Circuit, change: Record<F, string> & { to: Partial<Thing<K>> }) {
      const one = found(circuit, change[field]);
      if (!one.ok) return one;
      return fine({
        circuit: put(circuit, shelved(here(circuit), change[field], { ...one.value, ...change.to })),
        inverse: { type: `describe${noun}`, [field]: change[field], to: asBefore(one.value, change.to) },
      });
    },
    touches: (change: Record<F, string> & { to: object }) => Object.keys(change.to).map((side) => touch(`${field} ${change[field]}`, side)),
    words: (circuit: Circuit, change: Record<F, string> & { to: object }) =>
      `${named(circuit, change[field])}: ${Object.keys(change.to).join(', ')}`,
  };
  return { add, remove, describe } as unknown as Three<N, F, S, P>;
}

const devices = threeOf({
  key: 'devices',
  noun: 'Device',
  field: 'device',
  schema: deviceSchema,
  patch: deviceSchema
    .pick({ title: true, place: true, at: true, body: true, hazard: true, notes: true, fitted: true, reads: true })
    .partial(),
  name: ({ tag }) => tag,
  alsoTouches: ({ tag }) => tag,
  holds(circuit, { id, tag }) {
    const landed = Object.values(circuit.conductors).find((wire) => wire.ends.some((end) => end && deviceOf(end) === id));
    return landed && { code: 'still-wired', message: `Wire ${landed.number} still ends at ${tag}. Take its end off first.` };
  },
});
const conductors = threeOf({
  key: 'conductors',
  noun: 'Conductor',
  field: 'conductor',
  schema: conductorSchema,
  patch: conductorSchema.omit({ id: true, ends: true }).partial(),
  name: ({ number }) => `wire ${number}`,
});
const cables = threeOf({
  key: 'cables',
  noun: 'Cable',
  field: 'cable',
  schema: cableSchema,
  patch: cableSchema.omit({ id: true }).partial(),
  name: ({ tag }) => `cable ${tag}`,
});
const places = threeOf({
  key: 'places',
  noun: 'Place',
  field: 'place',
  schema: placeSchema,
  patch: placeSchema.omit({ id: true }).partial(),
  name: ({ name }) => name,
  holds(circuit, { id, name }) {
    const inside =
      Object.values(circuit.devices).find(({ place }) => place === id)?.tag ??
      Object.values(circuit.places).find(({ parent }) => parent === id)?.name;
    return inside === undefined ? undefined : { code: 'not-empty', message: `${inside} is still in ${name}. Move it first.` };
  },
});
const processes = threeOf({
  key: 'processes',
  noun: 'Process',
  field: 'process',
  schema: processSchema,
  patch: processSchema.omit({ id: true }).partial(),
  name: ({ name }) => name,
  holds(circuit, { id, name }) {
    const reader = Object.values(circuit.devices).find(({ reads }) => reads === id);
    return reader && { code: 'still-read', message: `${reader.tag} still reads ${name}. Let it read something else first.` };
  },
});

export const collectionCommands = {
  addDevice: devices.add,
  removeDevice: devices.remove,
  describeDevice: devices.describe,
  addConductor: conductors.add,
  removeConductor: conductors.remove,
  describeConductor: conductors.describe,
  addCable: cables.add,
  removeCable: cables.remove,
  describeCable: cables.describe,
  addPlace: places.add,
  removePlace: places.remove,
  describePlace: places.describe,
  addProcess: processes.add,
  removeProcess: processes.remove,
  describeProcess: processes.describe,
};
