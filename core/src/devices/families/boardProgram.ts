import type { Contact, Program } from '#core/kinds';
import { field, type InputFacts, type Plate } from '../family';

/** What a board's own relays carry; nothing is printed on most. */
export const outputFields = {
  carryA: field.typical('A relay carries', 'A', 2, undefined, 0.1, 30),
  makeA: field.typical('A relay makes', 'A', 5, undefined, 0.1, 100),
  mostV: field.unasked(field.mostV('Rated volts of its relays'), 'what is usual for its kind of output stands in'),
};
export type OutputPlate = Plate<'carryA' | 'makeA' | 'mostV'>;

type Row = Program['rows'][number];
type Words = string;
/** A flame that a board or a cell of its own sees: it comes after the gas. */
export const FLAME: InputFacts<'flame'> = {
  name: 'flame',
  on: 'Let it light',
  off: 'Let the flame go',
  state: 'with a flame seen',
  kind: 'maintained',
  proves: true,
  rest: false,
};

/** Conditions as words: `W LIM !LOCK` are all together, ` | ` parts one set from another. */
export const when = (words: Words): Row['when'] =>
  words.split('|').map((all) =>
    all
      .trim()
      .split(/\s+/)
      .map((word) => (word.startsWith('!') ? { name: word.slice(1), not: true } : { name: word })),
  );
/** A bit that is on while a set holds, with its delays in seconds. */
export const drives = (to: string, words: Words, delays: Pick<Row, 'onS' | 'offS' | 'keeps'> = {}): Row => ({
  when: when(words),
  does: 'drives',
  to,
  ...delays,
});
/** A bit that stays once a set has held. */
export const sets = (to: string, words: Words): Row => ({ when: when(words), does: 'sets', to });
/** Lets such a bit go. */
export const resets = (to: string, words: Words): Row => ({ when: when(words), does: 'resets', to });

const INPUT_MA = 5;
/** Electronics on 24 V whose inputs are read against its common. */
export const OWN = { kind: 'controller', id: 'board', ratedV: 24, startS: 0.2, analogs: [], inputV: 24, inputMa: INPUT_MA } as const;

/** Inputs that a board reads against one of its ends. */
export const inputsTo = (b: string, names: readonly string[]) => names.map((name) => ({ name, a: name, b }));

/** What a hand or a sensor of the board itself gives to its program: a contact inside, from its supply to an input that has no screw. */
export const inside = (input: string, supply: string, symbol: Contact['symbol']): Contact => ({
  kind: 'contact',
  id: input,
  a: supply,
  b: `#${input}`,
  form: 'NO',
  mover: { inputs: [input] },
  duty: 'control',
  symbol,
  ratings: { driver: 'board', carryA: 1, makeA: 1 },
});

/** A relay of a board that one of its bits moves. */
export const relay = (plate: OutputPlate, bit: string, [a, b]: readonly [string, string], form: 'NO' | 'NC' = 'NO'): Contact => ({
  kind: 'contact',
  id: `${a}-${b}`,
  a,
  b,
  form,
  mover: { parts: ['board'], channel: bit },
  duty: 'control',
  symbol: 'contact',
  ratings: { driver: 'board', carryA: plate.certain('carryA'), makeA: plate.certain('makeA'), mostV: plate.number('mostV') },
});
