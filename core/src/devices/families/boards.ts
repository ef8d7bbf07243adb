import type { Contact, Part, Program } from '#core/kinds';
import { define, field, type Plate } from '../family';

/** What a board's own relays carry; nothing is printed on most. */
const outputFields = {
  carryA: field.typical('A relay carries', 'A', 2, undefined, 0.1, 30),
  makeA: field.typical('A relay makes', 'A', 5, undefined, 0.1, 100),
  mostV: field.unasked(field.mostV('Rated volts of its relays'), 'what is usual for its kind of output stands in'),
};
type OutputPlate = Plate<'carryA' | 'makeA' | 'mostV'>;

type Row = Program['rows'][number];
type Words = string;
/** Conditions as words: `W LIM !LOCK` are all together, ` | ` parts one set from another. */
const when = (words: Words): Row['when'] =>
  words.split('|').map((all) =>
    all
      .trim()
      .split(/\s+/)
      .map((word) => (word.startsWith('!') ? { name: word.slice(1), not: true } : { name: word })),
  );
const drives = (to: string, words: Words, delays: Pick<Row, 'onS' | 'offS' | 'keeps'> = {}): Row => ({
  when: when(words),
  does: 'drives',
  to,
  ...delays,
});
const sets = (to: string, words: Words): Row => ({ when: when(words), does: 'sets', to });
const resets = (to: string, words: Words): Row => ({ when: when(words), does: 'resets', to });

const INPUT_MA = 5;
const OWN = { kind: 'controller', id: 'board', ratedV: 24, startS: 0.2, analogs: [], inputV: 24, inputMa: INPUT_MA } as const;

const relay = (plate: OutputPlate, bit: string, [a, b]: readonly [string, string], form: 'NO' | 'NC' = 'NO'): Contact => ({
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

/** Boards that run a sequence of their own. */
export const boards = {
  'ignition-board': define({
    title: 'Gas ignition board, hot surface',
    letter: 'A',
    group: 'control',
    terminals: ['R', 'C', 'W', 'LIM', 'PS', 'MV', 'L', 'IND', 'HSI', 'FAN'],
    inputs: [
      {
        name: 'flame',
        on: 'Let it light',
        off: 'Let the flame go',
        state: 'with a flame seen',
        kind: 'maintained',
        proves: true,
        rest: false,
      },
    ],
    fields: {
      va: field.typical('Own use', 'VA', 5, undefined, 0.5, 30),
      purgeS: field.typical('Purges', 's', 15, undefined, 1, 120),
      glowS: field.typical('Igniter glows', 's', 17, undefined, 1, 90),
      trialS: field.typical('Trial for ignition', 's', 5, undefined, 1, 15),
      onS: field.typical('Fan on after', 's', 30, undefined, 0, 180),
      offS: field.typical('Fan off after', 's', 120, undefined, 10, 300),
      ...outputFields,
    },
    parts: (plate): Part[] => [
      {
        ...OWN,
        a: 'R',
        b: 'C',
        va: plate.certain('va'),
        inputs: ['W', 'LIM', 'PS'].map((name) => ({ name, a: name, b: 'C' })).concat([{ name: 'FLAME', a: '#flame', b: 'C' }]),
        outputs: ['IND', 'HSI', 'MV', 'FAN'],
        program: {
          scanMs: 100,
          rows: [
            resets('LOCK', '!W'),
            // the proving switch must be seen open before the inducer starts: stuck closed, nothing begins
            sets('SEEN', '!PS'),
            drives('STUCK', 'PS !IND', { onS: 2 }),
            resets('SEEN', 'STUCK'),
            sets('SEQ', 'W LIM !LOCK SEEN'),
            resets('SEQ', '!W | !LIM | LOCK'),
            drives('IND', 'SEQ', { offS: plate.certain('purgeS') }),
            drives('PURGED', 'SEQ PS', { onS: plate.certain('purgeS') }),
            drives('HOT', 'PURGED', { onS: plate.certain('glowS') }),
            drives('MV', 'HOT PS LIM !LOCK'),
            drives('MISSED', 'MV !FLAME', { onS: plate.certain('trialS') }),
            sets('LOCK', 'MISSED'),
            drives('HSI', 'PURGED !FLAME !LOCK'),
            drives('BLOW', 'MV FLAME', { onS: plate.certain('onS'), offS: plate.certain('offS') }),
            // an open limit runs the fan
            drives('FAN', 'BLOW | !LIM'),
          ],
        },
      },
      {
        kind: 'contact',
        id: 'flame',
        a: 'R',
        b: '#flame',
        form: 'NO',
        mover: { inputs: ['flame'] },
        duty: 'control',
        symbol: 'light',
        ratings: { driver: 'board', carryA: 1, makeA: 1 },
      },
      relay(plate, 'MV', ['R', 'MV']),
      relay(plate, 'IND', ['L', 'IND']),
      relay(plate, 'HSI', ['L', 'HSI']),
      relay(plate, 'FAN', ['L', 'FAN']),
    ],
    source:
      'call, proving switch seen open, inducer, proving, purge, glow, gas, trial, flame, fan; one trial, then locked out until the call is broken; makers try two to four times: common practice',
  }),
  'defrost-board': define({
    title: 'Defrost board of a heat pump',
    letter: 'A',
    group: 'control',
    terminals: ['R', 'C', 'Y', 'DFT', 'CC', 'RV', 'W2', 'L', 'FAN'],
    inputs: [],
    fields: {
      va: field.typical('Own use', 'VA', 3, undefined, 0.5, 30),
      afterMin: field.choice('Run time between defrosts, min', ['30', '60', '90'], '60'),
      mostMin: field.typical('Ends at the latest after', 'min', 10, undefined, 1, 30),
      ...outputFields,
    },
    parts: (plate): Part[] => [
      {
        ...OWN,
        a: 'R',
        b: 'C',
        va: plate.certain('va'),
        inputs: ['Y', 'DFT'].map((name) => ({ name, a: name, b: 'C' })),
        outputs: ['CC', 'RV', 'W2', 'FAN'],
        program: {
          scanMs: 100,
          rows: [
            // run time is counted with the sensor closed, and kept while the compressor rests
            drives('DUE', 'Y DFT !DEF', { onS: 60 * Number(plate.text('afterMin')), keeps: when('DFT !DEF') }),
            sets('DEF', 'DUE'),
            drives('LATE', 'DEF', { onS: 60 * plate.certain('mostMin') }),
            resets('DEF', '!DFT | LATE'),
            drives('CC', 'Y'),
            drives('RV', 'DEF'),
            drives('W2', 'DEF'),
            drives('FAN', 'Y !DEF'),
          ],
        },
      },
      relay(plate, 'CC', ['R', 'CC']),
      relay(plate, 'RV', ['R', 'RV']),
      relay(plate, 'W2', ['R', 'W2']),
      relay(plate, 'FAN', ['L', 'FAN']),
    ],
    source:
      'counts run time with its sensor closed; valve to cooling, fan off, auxiliary heat on; ends by sensor or by time: common practice',
  }),
};
