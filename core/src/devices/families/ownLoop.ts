import type { Contact, Part } from '#core/kinds';
import { define, field, type InputFacts, type Plate } from '../family';
import { OWN } from './boardProgram';

/** Nodes of the supply that a device has for its own loops. */
export const PLUS = '#plus';
const ZERO = '#zero';

/** From that supply to the screw that a loop begins at. */
export const feeds = (screw: string): Part => ({ kind: 'join', id: `to ${screw}`, a: PLUS, b: screw, ohms: 1 });

/** An input at the end of such a loop: a screw, or a node inside. */
export const loopInput = (name: string, at: string) => ({ name, a: at, b: ZERO, isInner: true }) as const;

/** What is printed of a device that feeds loops of its own. */
export const loopFields = (va: number, mostV: number) => ({
  ratedV: field.number('Supply', 'V', 12, mostV),
  va: field.typical('Own use', 'VA', va, undefined, 0.1, 30),
});

/** Electronics between two ends, with a supply for their loops. */
export const fedLoops = (plate: Plate<keyof ReturnType<typeof loopFields>>, [a, b]: readonly [string, string]) => ({
  ...OWN,
  a,
  b,
  ratedV: plate.number('ratedV'),
  va: plate.certain('va'),
  inner: { plusNode: PLUS, zeroNode: ZERO },
});

/** What water, light or a warm winding answers to a loop of some milliamps: closed or open. */
export const OWN_LOOP = { resistiveA: 0.05, mostV: 50, dcA: 0.05, dcV: 50 } as const;

/** A sensor of two leads that stands in such a loop. */
export const loopSensor = <const I extends string>(
  title: string,
  [form, symbol]: readonly [Contact['form'], Contact['symbol']],
  input: InputFacts<I>,
  source: string,
) =>
  define({
    title,
    letter: 'B',
    group: 'control',
    terminals: ['1', '2'],
    inputs: [input],
    fields: {},
    parts: (): Part[] => [
      { kind: 'contact', id: '1-2', a: '1', b: '2', form, mover: { inputs: [input.name] }, duty: 'control', symbol, ratings: OWN_LOOP },
    ],
    source,
  });
