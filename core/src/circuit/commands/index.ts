import { z } from 'zod';
import { fine, type Problem, type Result } from '../problem';
import type { Circuit } from '../schema';
import { collectionCommands } from './collections';
import { type Command, oneAct, type Touch, tagOf } from './command';
import { singleCommands } from './single';

export type { Touch } from './command';

/** Every command on the document, one row each. A field of the document that no row changes cannot be changed. */
const COMMANDS = { ...singleCommands, ...collectionCommands };

type Rows = typeof COMMANDS;
type CommandName = keyof Rows;
export type EditChange = { [T in CommandName]: z.infer<Rows[T]['schema']> }[CommandName];

const schemas = Object.values(COMMANDS).map(({ schema }) => schema) as unknown as [
  Rows['setField']['schema'],
  ...Rows[CommandName]['schema'][],
];
export const editChangeSchema = z.discriminatedUnion('type', schemas) as unknown as z.ZodType<EditChange>;
/** A list of wires, a panel that is laid out, a copied part of a circuit is one act: as many changes as any circuit has things. */
const MOST_CHANGES = 20_000;
export const editSchema = z.object({
  id: z.string().regex(/^e[A-Za-z0-9_-]{6,40}$/),
  changes: z.array(editChangeSchema).min(1).max(MOST_CHANGES),
});

/** One act of a person: a few changes taken together, under an id made by the client. */
export type Edit = z.infer<typeof editSchema>;

export interface Applied {
  readonly circuit: Circuit;
  /** The changes that undo it, in the order in which to apply them. */
  readonly inverse: readonly EditChange[];
}

/** A row as whoever loops over changes sees it: asked with its own changes. */
const rowOf = ({ type }: EditChange) => COMMANDS[type] as unknown as Command<z.ZodObject, EditChange>;

/** Applies an edit's changes in order, all or none. The document handed in is never altered. */
export function applyChanges(circuit: Circuit, changes: readonly EditChange[]): Result<Applied> {
  return oneAct(() => {
    let now = circuit;
    const inverse: EditChange[] = [];
    for (const change of changes) {
      const outcome = rowOf(change).apply(now, change);
      if (!outcome.ok) return outcome;
      now = outcome.value.circuit;
      inverse.push(outcome.value.inverse);
    }
    return fine({ circuit: now, inverse: inverse.reverse() });
  });
}

/** The things an edit changes: two edits on different things merge, two on one thing clash. */
export const touches = (changes: readonly EditChange[], circuit: Circuit): Touch[] =>
  changes.flatMap((change) => rowOf(change).touches(change, circuit));

/** What two edits both touch; adding or removing a thing meets every change inside it, replacing everything meets all. */
export function clash(mine: readonly Touch[], theirs: readonly Touch[]): string[] {
  const isAll = ({ thing }: Touch) => thing === 'everything';
  if (mine.some(isAll) || theirs.some(isAll)) return ['everything'];
  const meets = (one: Touch, other: Touch) =>
    one.thing === other.thing && (one.side === other.side || one.side === '*' || other.side === '*');
  const met = mine.filter((one) => theirs.some((other) => meets(one, other)));
  return [...new Set(met.map(({ thing, side }) => (side === '*' ? thing : `${thing} ${side}`)))];
}

/** Of an act with more changes the rest is counted. */
const MOST_TOLD = 24;

/** What an edit did, in the words of the trade. */
export function spellChanges(circuit: Circuit, changes: readonly EditChange[]): string {
  // a part taken out and another put in under the same id is one act to the person who did it
  const out = new Set(changes.flatMap((change) => (change.type === 'removeDevice' ? [change.device] : [])));
  const replaced = changes.flatMap((change) => (change.type === 'addDevice' && out.has(change.device.id) ? [change.device] : []));
  if (replaced.length > 0)
    return replaced.map(({ id, tag, fitted }) => `${tag ?? tagOf(circuit, id)} replaced${fitted ? `. Fitted: ${fitted}.` : ''}`).join('; ');
  const told = changes.slice(0, MOST_TOLD).map((change) => rowOf(change).words(circuit, change));
  return [...told, ...(changes.length > MOST_TOLD ? [`and ${changes.length - MOST_TOLD} more`] : [])].join('; ');
}

/** Problems as one text for a person. */
export const problemsText = (problems: readonly Problem[]): string => problems.map((problem) => problem.message).join(' ');
