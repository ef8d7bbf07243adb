import { expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { line, rigged } from '../testing/rigged';
import { checkStudy, studyOf } from './index';

const told = (circuit: Circuit, tag: string) =>
  checkStudy(studyOf(circuit, explore(circuit))).flatMap(({ rule, verdict, devices, by }) =>
    devices.some((id) => circuit.devices[id]?.tag === tag) && verdict !== 'look' ? [`${rule} ${verdict} ${by.join()}`] : [],
  );

const direct = (plate: Record<string, number | string>) =>
  rigged(
    {
      G1: line(120),
      G2: ['dc-supply-module', { inputV: 120, outputV: 48, bonded: 'no' }],
      F1: ['fuse-1', { ratingA: 2, breaksA: 10_000, ...plate }],
      Y: ['heater', { volts: 48, watts: 24 }],
    },
    [
      ['G1:L', 'G2:L'],
      ['G1:N', 'G2:N'],
      ['G2:+', 'F1:1'],
      ['F1:2', 'Y:1'],
      ['Y:2', 'G2:-'],
    ],
  );

// What is printed for AC says nothing of direct current (UL 248, IEC 60269-1: from memory).
it.each([
  ['600 V AC alone', { mostV: 600 }, ['guard-rating cannot-clear dcV']],
  ['60 V DC', { dcV: 60 }, []],
  ['32 V DC', { dcV: 32 }, ['guard-rating danger dcV']],
  ['a 32 V blade', { curve: 'blade-32' }, ['guard-rating danger dcV']],
])('a fuse of %s on 48 V DC', (_title, plate, expected) => expect(told(direct(plate), 'F1')).toEqual(expected));

/** A relay whose two poles break 277 V each and stand 480 V apart. */
const apart = (plate: Record<string, number | string>) =>
  rigged(
    {
      G1: line(120),
      G3: ['supply-3ph-wye', { volts: 480, hz: '60' }],
      S9: ['switch-1', { form: 'NO' }],
      K1: ['relay-8-pin', { coilKind: 'AC', coilV: 120, coilHz: '60', resistiveA: 10, ...plate }],
      Y: ['heater', { volts: 277, watts: 554 }],
      Z: ['heater', { volts: 277, watts: 554 }],
    },
    [
      ['G1:L', 'S9:1'],
      ['S9:2', 'K1:2'],
      ['K1:7', 'G1:N'],
      ['G3:L1', 'K1:1'],
      ['K1:3', 'Y:1'],
      ['Y:2', 'G3:N'],
      ['G3:L2', 'K1:8'],
      ['K1:6', 'Z:1'],
      ['Z:2', 'G3:N'],
    ],
  );

it.each([
  ['1 kV between its poles', { mostV: 300, poleV: 1000 }, []],
  ['300 V, and nothing read between its poles', { mostV: 300 }, ['between-poles cannot-clear poleV']],
  // a code says what a pole breaks, and nothing of what lies between two
  ['a code of 300 V alone', { pilotCode: 'B300' }, ['between-poles cannot-clear poleV']],
  ['300 V between its poles', { mostV: 300, poleV: 300 }, ['between-poles danger poleV']],
])('two phases on a relay of %s', (_title, plate, expected) => expect(told(apart(plate), 'K1')).toEqual(expected));

it('an output that shares its load with another way is held to what it carries', () => {
  const shared = rigged(
    {
      G1: line(120),
      A1: ['output-relay', { carryA: 2, makeA: 10 }],
      S1: ['switch-1', { form: 'NO', resistiveA: 30, mostV: 250 }],
      Y: ['heater', { volts: 120, watts: 1200 }],
    },
    [
      ['G1:L', 'A1:1'],
      ['A1:2', 'Y:1'],
      ['G1:L', 'S1:1'],
      ['S1:2', 'Y:1'],
      ['Y:2', 'G1:N'],
    ],
  );
  expect(told(shared, 'A1').join()).toContain('contact-rating danger carryA');
});

it('a carry and a make figure alone clear no direct current over 30 V', () => {
  const stat = rigged(
    {
      G1: line(120),
      G2: ['dc-supply-module', { inputV: 120, outputV: 48, bonded: 'no' }],
      B1: ['photocell', { ratedV: 48, carryA: 8, makeA: 30, mostV: 277 }],
      G3: line(120),
      Y: ['heater', { volts: 48, watts: 96 }],
    },
    [
      ['G1:L', 'G2:L'],
      ['G1:N', 'G2:N'],
      ['G2:+', 'B1:L'],
      ['G2:-', 'B1:N'],
      ['B1:LO', 'Y:1'],
      ['Y:2', 'G2:-'],
    ],
  );
  expect(told(stat, 'B1')).toEqual(['contact-rating cannot-clear dcA,dcV']);
});
