import { describe, expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { rigged } from '../testing/rigged';
import { checkStudy, studyOf } from './index';

type Devices = Parameters<typeof rigged>[0];
const made = (devices: Devices, wires: string): Circuit =>
  rigged(
    devices,
    wires.split(' | ').map((pair) => pair.split(' ') as [string, string]),
  );
const found = (circuit: Circuit): string[] => checkStudy(studyOf(circuit, explore(circuit))).map(({ id }) => id);

const COIL = { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 30, sealedVa: 7 } as const;
const SPLIT = ['supply-split-phase', { volts: 240, hz: '60' }] as const;
const WYE = ['supply-3ph-wye', { volts: 208, hz: '60' }] as const;
const T1 = ['control-transformer-24', { va: 40 }] as const;

/** A pump that a float calls, the tank full at rest: it runs while all is at rest. */
const pump = (legs: 'one' | 'both'): Circuit =>
  made(
    {
      G1: SPLIT,
      T1,
      B1: ['float-switch', { form: 'NO', pilotCode: 'B300' }],
      K1: ['contactor-2', { ...COIL, motorA: 20, lockedA: 120, mostV: 600 }],
      M1: ['motor-1ph', { volts: 230, runA: 10, lockedA: 50 }],
    },
    `G1:L1 T1:240 | G1:L2 T1:COM | T1:R B1:1 | B1:2 K1:A1 | K1:A2 T1:C | G1:L1 K1:L1 | K1:T1 M1:1 | ${
      legs === 'both' ? 'G1:L2 K1:L2 | K1:T2 M1:2' : 'G1:L2 M1:2'
    }`,
  );

/** A load of three lines on a contactor of so many poles. */
const three = (poles: 2 | 3, family: 'heater-3ph' | 'motor-3ph'): Circuit =>
  made(
    {
      G1: WYE,
      T1,
      S1: ['thermostat-two-wire', { pilotCode: 'B300' }],
      K1: [`contactor-${poles}`, { ...COIL, motorA: 30, lockedA: 180, resistiveA: 40, mostV: 600 }],
      X:
        family === 'heater-3ph'
          ? [family, { volts: 208, watts: 5000, connection: 'delta' }]
          : [family, { volts: 208, runA: 10, lockedA: 60 }],
    },
    `G1:L1 T1:208 | G1:L2 T1:COM | T1:R S1:1 | S1:2 K1:A1 | K1:A2 T1:C | G1:L1 K1:L1 | G1:L2 K1:L2 | K1:T1 X:U | K1:T2 X:V | ${
      poles === 3 ? 'G1:L3 K1:L3 | K1:T3 X:W' : 'G1:L3 X:W'
    }`,
  );

describe('a load is live when it is off', () => {
  it.each([
    ['a pump that runs at rest, both legs broken', pump('both'), []],
    ['a pump that runs at rest, one leg broken', pump('one'), ['load-stays-live:dM1']],
    ['a heater of three lines on three poles', three(3, 'heater-3ph'), []],
    ['a heater of three lines on two poles', three(2, 'heater-3ph'), ['load-stays-live:dX']],
    ['a motor of three lines on three poles', three(3, 'motor-3ph'), []],
    ['a motor of three lines on two poles', three(2, 'motor-3ph'), ['load-stays-live:dX']],
  ])('%s', (_, circuit, ids) => {
    expect(found(circuit).filter((id) => id.startsWith('load-stays-live'))).toEqual(ids);
  });
});

/** A heater and a motor, each called by one side of a timer or of its own contactor. */
const timed = (serves: 'fan' | 'heater'): Circuit =>
  made(
    {
      G1: SPLIT,
      T1,
      S1: ['thermostat-two-wire', { pilotCode: 'B300' }],
      K1: ['heat-sequencer', { ratedV: 24, va: 4, onDelayS: 45, offDelayS: 5, resistiveA: 25, motorA: 10, lockedA: 60, mostV: 250 }],
      K2: ['contactor-1', { ...COIL, motorA: 20, lockedA: 120, resistiveA: 30, mostV: 600 }],
      E1: ['heater', { volts: 240, watts: 3000 }],
      M1: ['motor-1ph', { volts: 240, runA: 3, lockedA: 18 }],
    },
    `G1:L1 T1:240 | G1:L2 T1:COM | T1:R S1:1 | S1:2 K1:H1 | K1:H2 T1:C | S1:2 K2:A1 | K2:A2 T1:C | G1:L1 K1:M1 | G1:L1 K2:L1 | ${
      serves === 'fan' ? 'K1:M2 M1:1 | K2:T1 E1:1' : 'K1:M2 E1:1 | K2:T1 M1:1'
    } | E1:2 G1:L2 | M1:2 G1:L2`,
  );

// common practice: the fan on within 10 s of the heat, off 30 s or more after it
it.each([
  ['of what moves the air', timed('fan'), ['fan-with-heat:dK1']],
  ['of the heat itself', timed('heater'), []],
])('a late fan is told of the delay %s', (_, circuit, ids) => {
  expect(found(circuit).filter((id) => id.startsWith('fan-with-heat'))).toEqual(ids);
});

it('the moment in which the start capacitor is still in does not count for what bears volts while it runs', () => {
  const circuit = made(
    {
      G1: SPLIT,
      S1: ['pressure-switch-pump', { motorA: 15, lockedA: 60, hp240: 2, mostV: 250 }],
      M1: ['motor-capacitor', { volts: 230, runA: 8, lockedA: 40, microFarads: 20 }],
      C1: ['capacitor-run', { microFarads: 20, ratedV: 370 }],
      C2: ['capacitor-start', { startMicroFarads: 100, ratedV: 330 }],
      K1: ['start-relay-volts', { pickUpV: 180, dropOutV: 80, ratedV: 330, coilOhms: 8000, startA: 35, mostV: 480 }],
    },
    'G1:L1 S1:L1 | G1:L2 S1:L2 | S1:T1 M1:C | S1:T2 M1:R | M1:R C1:1 | C1:2 M1:S | M1:R C2:1 | C2:2 K1:1 | K1:2 M1:S | K1:5 M1:C',
  );
  expect(found(circuit).filter((id) => id.startsWith('load-volts'))).toEqual([]);
});

/** Two halves of a motor, the second a second later, an overload before each. */
const halves = (settingA: number): Circuit => {
  const coil = { ...COIL, coilV: 120, motorA: 30, lockedA: 180, mostV: 600 } as const;
  const overload = ['overload-relay', { settingA, mostV: 600, pilotCode: 'B600' }] as const;
  return made(
    {
      G1: WYE,
      K1: ['contactor-3', coil],
      K2: ['contactor-3', coil],
      KT1: ['timer-on-delay', { ratedV: 120, va: 3, onDelayS: 1, pilotCode: 'B300' }],
      F1: overload,
      F2: overload,
      M1: ['motor-9-lead-wye', { joinedFor: 'low volts, halves side by side', volts: 208, runA: 28, lockedA: 170 }],
      S1: ['thermostat-two-wire', { pilotCode: 'B300' }],
    },
    [
      ...[1, 2, 3].flatMap((n) => [
        `G1:L${n} K1:L${n}`,
        `G1:L${n} K2:L${n}`,
        `K1:T${n} F1:L${n}`,
        `K2:T${n} F2:L${n}`,
        `F1:T${n} M1:T${n}`,
      ]),
      'F2:T1 M1:T7 | F2:T2 M1:T8 | F2:T3 M1:T9 | M1:T4 M1:T5 | M1:T5 M1:T6 | G1:L1 S1:1 | S1:2 K1:A1 | K1:A2 G1:N',
      'S1:2 KT1:A1 | KT1:A2 G1:N | S1:2 KT1:15 | KT1:18 K2:A1 | K2:A2 G1:N',
    ].join(' | '),
  );
};

// NEMA MG 1, from memory: each overload of a part-winding start sees half of the nameplate
it.each([
  [15, []],
  [28, ['overload-setting:dF1', 'overload-setting:dF2']],
])('an overload before one half of a motor is set by half of its 28 A: %d A', (settingA, ids) => {
  expect(found(halves(settingA)).filter((id) => id.startsWith('overload-setting'))).toEqual(ids);
});

/** A lamp and a relay that a timer makes come and go, or one that a relay takes its own volts away from. */
const goes = (way: 'by a timer' | 'by itself'): Circuit =>
  made(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60' }],
      T1,
      S1: ['switch-1', { form: 'NO', pilotCode: 'B300' }],
      KT1: ['timer-repeat', { ratedV: 24, va: 2, onDelayS: 1, offDelayS: 1, pilotCode: 'B300', resistiveA: 5 }],
      K1: ['relay-8-pin', { ...COIL, inrushVa: 4, sealedVa: 2.5, resistiveA: 10, pilotCode: 'B300' }],
      H1: ['lamp', { volts: 24, watts: 5 }],
    },
    `G1:L T1:120 | G1:N T1:COM | T1:R S1:1 | S1:2 KT1:A1 | KT1:A2 T1:C | S1:2 KT1:15 | K1:7 T1:C | S1:2 K1:1 | K1:3 H1:1 | H1:2 T1:C | ${
      way === 'by a timer' ? 'KT1:18 K1:2' : 'S1:2 K1:8 | K1:5 K1:2'
    }`,
  );

it.each([
  ['by a timer', []],
  ['by itself', ['chatters:dK1']],
] as const)('what comes and goes %s', (way, ids) => {
  expect(found(goes(way)).filter((id) => id.startsWith('chatters'))).toEqual(ids);
});

it('a coil for pulses on more than twice its volts burns by its volts, not by the pulse', () => {
  const circuit = made(
    {
      G1: ['supply-3ph-wye', { volts: 480, hz: '60' }],
      B1: ['photocell', { ratedV: 277, va: 3, carryA: 8, makeA: 100, mostV: 300 }],
      K1: ['contactor-held-2', { ...COIL, coilV: 120, lampA: 20, mostV: 600 }],
      H1: ['lamp-row', { volts: 277, watts: 150, count: 10 }],
    },
    'G1:L1 B1:L | B1:N G1:N | B1:LO K1:L | K1:C G1:N | G1:L1 K1:L1 | K1:T1 H1:1 | H1:2 G1:N',
  );
  const [coil] = checkStudy(studyOf(circuit, explore(circuit))).filter(({ rule }) => rule === 'coil-window');
  expect([coil!.verdict, coil!.limit, Math.round(coil!.is!)]).toEqual(['block', 132, 277]);
});
