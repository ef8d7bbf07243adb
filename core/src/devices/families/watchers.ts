import type { Part } from '#core/kinds';
import { define, field, type InputFacts, RESET, variant } from '../family';
import { drives, inside, resets, sets } from './boardProgram';
import { fedLoops, feeds, loopFields, loopInput, loopSensor, OWN_LOOP, PLUS } from './ownLoop';
import { relayRatingFields, relayRatings, throwOf } from './relays';

const supplyFields = loopFields(3, 480);

const wet = <const I extends string>(name: I, on: string, off: string, state: string): InputFacts<I> => ({
  name,
  on,
  off,
  state,
  kind: 'maintained',
  rest: false,
});

/** Relays that watch a level or the heat of a winding by a loop of their own. */
export const watchers = {
  'level-electrodes': define({
    title: 'Level electrodes, common, high and low',
    letter: 'B',
    group: 'control',
    terminals: ['C', 'H', 'L'],
    inputs: [
      wet('low', 'Wet the low electrode', 'Let the low electrode dry', 'wet at its low electrode'),
      wet('high', 'Wet the high electrode', 'Let the high electrode dry', 'wet at its high electrode'),
    ],
    fields: {},
    parts: (): Part[] =>
      (
        [
          ['L', 'low'],
          ['H', 'high'],
        ] as const
      ).map(([b, input]) => ({
        kind: 'contact',
        id: `C-${b}`,
        a: 'C',
        b,
        form: 'NO',
        mover: { inputs: [input] },
        duty: 'control',
        symbol: 'float',
        ratings: OWN_LOOP,
      })),
    source: '5 to 100 kΩ through water, at some milliamps; taken as closed and open: common practice',
  }),
  'level-relay': define({
    title: 'Level relay for electrodes',
    letter: 'K',
    group: 'control',
    terminals: ['A1', 'A2', 'C', 'H', 'L', '11', '12', '14'],
    inputs: [],
    fields: {
      ...supplyFields,
      mode: field.choice('It runs', ['to empty', 'to fill'], 'to empty'),
      delayS: field.typical('Waits before it acts', 's', 1, undefined, 0, 30),
      ...relayRatingFields,
    },
    parts: (plate): Part[] => {
      const delays = { onS: plate.certain('delayS'), offS: plate.certain('delayS') };
      const fills = plate.text('mode') === 'to fill';
      return [
        {
          ...fedLoops(plate, ['A1', 'A2']),
          inputs: [loopInput('H', 'H'), loopInput('L', 'L')],
          outputs: ['OUT'],
          program: {
            scanMs: 100,
            rows: [
              ...(fills ? [sets('RUN', '!L !H'), resets('RUN', 'H')] : [sets('RUN', 'H'), resets('RUN', '!H !L')]),
              drives('OUT', 'RUN', delays),
            ],
          },
        },
        feeds('C'),
        ...throwOf(['11', '12', '14'], 'control', relayRatings(plate), { parts: ['board'], channel: 'OUT' }),
      ];
    },
    source: 'to empty: in at the high electrode, out under the low one; to fill the other way about; 1 to 10 s: common practice',
  }),
  'motor-thermistors': loopSensor(
    'Thermistors in a winding',
    ['NC', 'thermostat'],
    wet('hot', 'Let the winding get hot', 'Let the winding cool', 'with its winding hot'),
    'six in series at most, 1.5 kΩ cold together, over 1.65 to 4 kΩ hot; taken as closed and open: IEC 60947-8, from memory',
  ),
  'thermistor-relay': define({
    ...variant('Thermistor relay', 'A1 A2, T1 T2'),
    letter: 'F',
    group: 'control',
    terminals: ['A1', 'A2', 'T1', 'T2', '11', '12', '14'],
    inputs: [RESET],
    fields: { ...supplyFields, resets: field.choice('It comes back', ['by itself', 'by hand'], 'by hand'), ...relayRatingFields },
    parts: (plate): Part[] => [
      {
        ...fedLoops(plate, ['A1', 'A2']),
        inputs: [loopInput('COOL', 'T2'), loopInput('RESET', '#reset')],
        outputs: ['OUT'],
        program: {
          scanMs: 100,
          rows: [
            resets('TRIP', plate.text('resets') === 'by itself' ? 'COOL' : 'COOL RESET'),
            sets('TRIP', '!COOL'),
            drives('OUT', 'COOL !TRIP'),
          ],
        },
      },
      feeds('T1'),
      inside('reset', PLUS, 'push'),
      ...throwOf(['11', '12', '14'], 'control', relayRatings(plate), { parts: ['board'], channel: 'OUT' }),
    ],
    source:
      'in while healthy; trips at 1.65 to 4 kΩ, comes back at 0.75 to 1.65 kΩ: IEC 60947-8, from memory; T1–T2 joined: a motor unwatched',
  }),
};
