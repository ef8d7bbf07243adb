import type { Part } from '#core/kinds';
import { define, field, RESET } from '../family';
import { drives, FLAME, inputsTo, inside, outputFields, relay, resets, sets } from './boardProgram';
import { fedLoops, feeds, loopFields, loopInput, loopSensor, PLUS } from './ownLoop';

const supplyFields = loopFields(5, 277);

/** Burner controls that are fed from the mains, and the cell that sees a flame for them. */
export const burners = {
  'flame-cell': loopSensor(
    'Flame cell',
    ['NO', 'light'],
    FLAME,
    'under 1.6 kΩ in light, over 20 kΩ in the dark; taken as closed and open: common practice',
  ),
  'oil-primary': define({
    title: 'Oil burner primary control',
    letter: 'A',
    group: 'control',
    terminals: ['L', 'N', 'M', 'T1', 'T2', 'F1', 'F2'],
    inputs: [RESET],
    fields: {
      ...supplyFields,
      trialS: field.typical('Trial for ignition', 's', 15, undefined, 5, 60),
      ...outputFields,
    },
    parts: (plate): Part[] => [
      {
        ...fedLoops(plate, ['L', 'N']),
        inputs: [loopInput('CALL', 'T2'), loopInput('LIT', 'F2'), loopInput('RESET', '#reset')],
        outputs: ['M'],
        program: {
          scanMs: 100,
          rows: [
            resets('LOCK', 'RESET'),
            // a cell that sees light before it starts keeps it from starting
            sets('SEQ', 'CALL !LIT !LOCK'),
            resets('SEQ', '!CALL | LOCK'),
            drives('M', 'SEQ !LOCK'),
            drives('MISSED', 'M !LIT', { onS: plate.certain('trialS') }),
            sets('LOCK', 'MISSED'),
          ],
        },
      },
      feeds('T1'),
      feeds('F1'),
      inside('reset', PLUS, 'push'),
      relay(plate, 'M', ['L', 'M']),
    ],
    source:
      'call, cell dark, burner and ignition, flame within 15 to 45 s or locked out until its button is pressed; T–T and F–F are loops of its own: common practice',
  }),
  'flame-safeguard': define({
    title: 'Flame safeguard with purge, pilot and main',
    letter: 'A',
    group: 'control',
    terminals: ['L1', 'N', 'OP', 'AIR', 'BLR', 'IGN', 'PIL', 'MAIN', 'ALM', 'S1', 'S2'],
    inputs: [RESET],
    fields: {
      ...supplyFields,
      purgeS: field.typical('Purges', 's', 30, undefined, 1, 300),
      trialS: field.typical('Trial for the pilot', 's', 10, undefined, 1, 30),
      lossS: field.typical('Shuts after the flame is gone', 's', 3, 'common practice: 4 s at most in North America, 1 s elsewhere', 0.5, 5),
      offS: field.typical('Purges after', 's', 15, undefined, 0, 180),
      ...outputFields,
    },
    parts: (plate): Part[] => {
      return [
        {
          ...fedLoops(plate, ['L1', 'N']),
          inputV: plate.number('ratedV') ?? 120,
          inputs: [...inputsTo('N', ['OP', 'AIR']), loopInput('LIT', 'S2'), { name: 'RESET', a: '#reset', b: 'N' }],
          outputs: ['BLR', 'IGN', 'PIL', 'MAIN', 'ALM'],
          program: {
            scanMs: 100,
            rows: [
              resets('LOCK', 'RESET'),
              // air must be seen missing before the blower starts: a switch that is stuck begins nothing
              sets('SEEN', '!AIR'),
              drives('STUCK', 'AIR !BLR', { onS: 2 }),
              resets('SEEN', 'STUCK'),
              drives('EARLY', 'SEQ !PIL LIT', { onS: 1 }),
              sets('LOCK', 'EARLY'),
              sets('SEQ', 'OP SEEN !LOCK'),
              resets('SEQ', '!OP | LOCK'),
              drives('BLR', 'SEQ', { offS: plate.certain('offS') }),
              drives('PURGED', 'SEQ AIR', { onS: plate.certain('purgeS') }),
              drives('PIL', 'PURGED AIR !LOCK'),
              drives('TRIED', 'PIL', { onS: plate.certain('trialS') }),
              drives('IGN', 'PIL !TRIED'),
              drives('HELD', 'LIT', { offS: plate.certain('lossS') }),
              drives('MAIN', 'TRIED HELD !LOCK'),
              sets('LOCK', 'TRIED !HELD'),
              drives('ALM', 'LOCK'),
            ],
          },
        },
        feeds('S1'),
        inside('reset', 'L1', 'push'),
        ...(['BLR', 'IGN', 'PIL', 'MAIN', 'ALM'] as const).map((bit) => relay(plate, bit, ['L1', bit])),
      ];
    },
    source:
      'limits and call in one loop to OP; purge with air proved, pilot trial, main; flame in the purge or lost: locked out until reset by hand: common practice',
  }),
};
