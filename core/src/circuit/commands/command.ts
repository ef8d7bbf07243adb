import type { z } from 'zod';
import { type Problem, type Result, wrong } from '../problem';
import type { Circuit } from '../schema';

/** One thing that an edit touches: of what, and which side of it; `*` is the thing itself, coming or going. */
export interface Touch {
  readonly thing: string;
  readonly side: string;
}

type Applied<C> = Result<{ readonly circuit: Circuit; readonly inverse: C }>;

/** A named command on the document: its shape, what it does with its inverse, what it touches, how it is told. */
export interface Command<S extends z.ZodObject, Inverse = unknown> {
  readonly schema: S;
  apply(circuit: Circuit, change: z.infer<S>): Applied<Inverse>;
  touches(change: z.infer<S>, circuit: Circuit): readonly Touch[];
  /** in the words of the trade: "K2 coilV to 24", "wire 108 to a loose end" */
  words(circuit: Circuit, change: z.infer<S>): string;
}

/** A row of the table of commands; the types of its change are kept. */
export const command = <S extends z.ZodObject, Inverse extends { readonly type: string }>(row: Command<S, Inverse>): Command<S, Inverse> =>
  row;

/** A thing that an edit touches; the whole of it unless a side is named. */
export const touch = (thing: string, side = '*'): Touch => ({ thing, side });

/** Told of something that others have taken out meanwhile. */
export const gone = (what: string, at: string): Result<never> =>
  wrong({
    code: 'gone',
    at,
    message: `${what} is no longer in this circuit. Look at the newest revision and try again.`,
  } satisfies Problem);

/** Shelves that the act under way has made: nobody else has seen them, so they are written on. Copied at every change, a panel taken in at once would cost its square. */
let made = new WeakSet<object>();

/** One act: what its changes copy is copied once. */
export function oneAct<R>(act: () => R): R {
  made = new WeakSet();
  try {
    return act();
  } finally {
    made = new WeakSet();
  }
}

/** A shelf that this act may write on. */
function writable<T>(record: Readonly<Record<string, T>>): Record<string, T> {
  if (made.has(record)) return record;
  const copy = { ...record };
  made.add(copy);
  return copy;
}

/** A shelf of the document with a thing on it. What stood there before is read first: the shelf may be the same one, written on. */
export const shelved = <T>(shelf: Readonly<Record<string, T>>, id: string, thing: T): Record<string, T> => {
  const next = writable(shelf);
  next[id] = thing;
  return next;
};

/** A shelf without a thing; as for putting one there. */
export const unshelved = <T>(shelf: Readonly<Record<string, T>>, id: string): Record<string, T> => {
  const next = writable(shelf);
  delete next[id];
  return next;
};

/** A record with a key set, or without it where the value is nothing. */
export const withKey = <T>(record: Readonly<Record<string, T>>, key: string, value: T | null | undefined): Record<string, T> => {
  if (value !== null && value !== undefined) return { ...record, [key]: value };
  const { [key]: _gone, ...rest } = record;
  return rest;
};

/** The fields of a patch as they stand now: what undoes it. */
export const asBefore = <T extends object>(now: T, patch: Partial<T>): Partial<T> => {
  const before: Partial<T> = {};
  for (const key of Object.keys(patch)) if (isKeyOf(now, key)) before[key] = now[key];
  return before;
};

const isKeyOf = <T extends object>(of: T, key: string): key is keyof T & string => Object.hasOwn(of, key);

/** The tag of a device for words; its id where it is no longer there. */
export const tagOf = (circuit: Circuit, device: string): string => circuit.devices[device]?.tag ?? device;
/** The number of a conductor for words; its id where it is no longer there. */
export const numberOf = (circuit: Circuit, conductor: string): string => circuit.conductors[conductor]?.number ?? conductor;
