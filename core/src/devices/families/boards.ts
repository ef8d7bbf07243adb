import type { Part } from '#core/kinds';
import { define, field } from '../family';
import { drives, FLAME, inputsTo, inside, OWN, outputFields, relay, resets, sets, when } from './boardProgram';

/** Boards that run a sequence of their own. */
export const boards = {
  'ignition-board': define({
    title: 'Gas ignition board, hot surface',
    letter: 'A',
    group: 'control',
    terminals: ['R', 'C', 'W', 'LIM', 'PS', 'MV', 'L', 'IND', 'HSI', 'FAN'],
    inputs: [FLAME],
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
        inputs: [...inputsTo('C', ['W', 'LIM', 'PS']), { name: 'FLAME', a: '#flame', b: 'C' }],
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
      inside('flame', 'R', 'light'),
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
        inputs: inputsTo('C', ['Y', 'DFT']),
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
