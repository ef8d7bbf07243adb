import type { Part } from '#core/kinds';
import { define, field } from '../family';
import { drives, inputsTo, OWN, outputFields, relay, resets, sets } from './boardProgram';

const ZONES = ['1', '2'] as const;

/** Boards that share one unit between zones, and outside air with it. */
export const airBoards = {
  'zone-board-2': define({
    title: 'Zone board, two zones, dampers that spring open',
    letter: 'A',
    group: 'control',
    terminals: ['R', 'C', '1Y', '1W', '2Y', '2W', 'LAT', '1D', '2D', 'Y', 'W', 'G'],
    inputs: [],
    fields: {
      va: field.typical('Own use', 'VA', 3, undefined, 0.5, 30),
      damperS: field.typical('Dampers have', 's', 90, undefined, 0, 300),
      purgeS: field.typical('Fan on after', 's', 120, undefined, 0, 600),
      changeMin: field.typical('Waits between heat and cold', 'min', 15, undefined, 0, 60),
      ...outputFields,
    },
    parts: (plate): Part[] => {
      const changes = { offS: 60 * plate.certain('changeMin') };
      return [
        {
          ...OWN,
          a: 'R',
          b: 'C',
          va: plate.certain('va'),
          inputs: inputsTo('C', ['1Y', '1W', '2Y', '2W', 'LAT']),
          outputs: ['1D', '2D', 'Y', 'W', 'G'],
          program: {
            scanMs: 100,
            rows: [
              // whoever calls first has the unit; the other kind waits until it is done, and then a while
              drives('COLD', 'COOL', changes),
              drives('WARM', 'HEAT', changes),
              sets('COOL', '1Y !HEAT !WARM | 2Y !HEAT !WARM'),
              resets('COOL', '!1Y !2Y'),
              sets('HEAT', '1W !COOL !COLD | 2W !COOL !COLD'),
              resets('HEAT', '!1W !2W'),
              // a zone that does not ask is driven shut while the other one does; no call, and both stand open
              drives('1D', 'COOL !1Y | HEAT !1W'),
              drives('2D', 'COOL !2Y | HEAT !2W'),
              drives('OPEN', 'COOL | HEAT', { onS: plate.certain('damperS') }),
              drives('Y', 'COOL OPEN LAT'),
              drives('W', 'HEAT OPEN LAT'),
              drives('G', 'COOL OPEN | HEAT OPEN', { offS: plate.certain('purgeS') }),
            ],
          },
        },
        ...ZONES.map((zone) => relay(plate, `${zone}D`, ['R', `${zone}D`])),
        ...(['Y', 'W', 'G'] as const).map((bit) => relay(plate, bit, ['R', bit])),
      ];
    },
    source: 'call, dampers, unit; no call, all open; 15 to 20 min between heat and cold; LAT open stops the unit: common practice',
  }),
  'economizer-board': define({
    title: 'Economizer board, damper open or shut',
    letter: 'A',
    group: 'control',
    terminals: ['R', 'C', 'Y1', 'Y2', 'OA', 'FRZ', 'DMP', 'C1', 'C2'],
    inputs: [],
    fields: { va: field.typical('Own use', 'VA', 3, undefined, 0.5, 30), ...outputFields },
    parts: (plate): Part[] => [
      {
        ...OWN,
        a: 'R',
        b: 'C',
        va: plate.certain('va'),
        inputs: inputsTo('C', ['Y1', 'Y2', 'OA', 'FRZ']),
        outputs: ['DMP', 'C1', 'C2'],
        program: {
          scanMs: 100,
          rows: [drives('DMP', 'Y1 OA FRZ'), drives('C1', 'Y1 !DMP | Y2 DMP'), drives('C2', 'Y2 !DMP')],
        },
      },
      ...(['DMP', 'C1', 'C2'] as const).map((bit) => relay(plate, bit, ['R', bit])),
    ],
    source: 'outside air good: first stage is the damper, second the compressor; FRZ open keeps the damper shut: common practice',
  }),
  'defrost-clock': define({
    title: 'Defrost clock of a cooler',
    letter: 'A',
    group: 'control',
    terminals: ['1', 'N', '3', '4', 'X'],
    inputs: [
      {
        name: 'time',
        on: 'Let it come to a defrost',
        off: 'Let the hour pass',
        state: 'at its defrost hour',
        kind: 'maintained',
        rest: false,
      },
    ],
    fields: {
      ratedV: field.number('Supply', 'V', 100, 277),
      va: field.typical('Own use', 'VA', 3, undefined, 0.5, 30),
      mostMin: field.typical('Ends at the latest after', 'min', 30, undefined, 1, 110),
      resistiveA: field.rating('Resistive, each throw', 'A', 0.1, 60),
      motorA: field.rating('Motor, each throw', 'A', 0.1, 60),
      lockedA: field.rating('Locked rotor, each throw', 'A', 0.1, 400),
      mostV: field.mostV(),
    },
    parts: (plate): Part[] => {
      const ratedV = plate.number('ratedV');
      const ratings = {
        resistiveA: plate.number('resistiveA'),
        motorA: plate.number('motorA'),
        lockedA: plate.number('lockedA'),
        mostV: plate.number('mostV'),
      };
      const throwTo = (b: string, form: 'NO' | 'NC'): Part => ({
        kind: 'contact',
        id: `1-${b}`,
        a: '1',
        b,
        form,
        mover: { parts: ['board'], channel: 'DEF' },
        duty: 'power',
        symbol: 'contact',
        ratings,
      });
      return [
        {
          ...OWN,
          a: '1',
          b: 'N',
          ratedV,
          va: plate.certain('va'),
          inputV: ratedV ?? 230,
          inputs: [
            { name: 'TIME', a: '#time', b: 'N' },
            { name: 'X', a: 'X', b: 'N' },
          ],
          outputs: ['DEF'],
          program: {
            scanMs: 100,
            rows: [
              sets('DEF', 'TIME !DONE'),
              sets('DONE', 'DEF'),
              resets('DONE', '!TIME !DEF'),
              drives('LATE', 'DEF', { onS: 60 * plate.certain('mostMin') }),
              resets('DEF', 'X | LATE'),
            ],
          },
        },
        {
          kind: 'contact',
          id: 'time',
          a: '1',
          b: '#time',
          form: 'NO',
          mover: { inputs: ['time'] },
          duty: 'control',
          symbol: 'clock',
          ratings: { driver: 'board', carryA: 1, makeA: 1 },
        },
        throwTo('3', 'NO'),
        throwTo('4', 'NC'),
      ];
    },
    source: '1 line, N, 4 cooling, 3 heater, X ends it from its thermostat, by time at the latest: common practice',
  }),
};
