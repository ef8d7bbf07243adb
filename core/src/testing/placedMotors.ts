import type { FamilyName } from '#core/devices';
import { type Devices, FUSE, LINES, MOTOR, made, mains, type Placed, RUN_CAPACITOR, THREE, THREE_LINES } from './placedParts';

const GUARD: Devices = { G1: THREE, F1: ['motor-breaker', { settingA: 10, mostV: 600 }] };
const AC480 = { volts: 480, runA: 10, lockedA: 60 };
const FED = `${THREE_LINES} | F1:T1 X:T1 | F1:T2 X:T2 | F1:T3 X:T3`;
const SERIES = 'X:T4 X:T7 | X:T5 X:T8 | X:T6 X:T9';

const coil120 = {
  coilKind: 'AC',
  coilV: 120,
  coilHz: '60',
  inrushVa: 220,
  sealedVa: 25,
  ac3A: 25,
  motorA: 25,
  lockedA: 150,
  mostV: 600,
  auxiliaryCode: 'A600',
} as const;

/** Motors that are joined at their leads, and a thermistor that starts one. */
export const PLACED_MOTORS: { readonly [F in FamilyName]?: Placed } = {
  'motor-9-lead-wye': made(['motor-9-lead-wye', AC480], GUARD, `${FED} | ${SERIES}`),
  'motor-9-lead-delta': made(['motor-9-lead-delta', AC480], GUARD, `${FED} | ${SERIES}`),
  'motor-12-lead': made(['motor-12-lead', AC480], GUARD, `${FED} | ${SERIES} | X:T10 X:T2 | X:T11 X:T3 | X:T12 X:T1`),
  'motor-two-speed': made(
    ['motor-two-speed', { ...AC480, lowA: 6 }],
    {
      ...GUARD,
      F2: ['motor-breaker', { settingA: 6, mostV: 600 }],
      G2: mains(120),
      S1: ['selector-3', {}],
      K1: ['contactor-3-1nc', coil120],
      K2: ['contactor-3-1nc', coil120],
      K3: ['contactor-3-1nc', coil120],
    },
    [
      THREE_LINES,
      'G1:L1 F2:L1 | G1:L2 F2:L2 | G1:L3 F2:L3',
      'F2:T1 K1:L1 | F2:T2 K1:L2 | F2:T3 K1:L3 | K1:T1 X:T1 | K1:T2 X:T2 | K1:T3 X:T3',
      'F1:T1 K2:L1 | F1:T2 K2:L2 | F1:T3 K2:L3 | K2:T1 X:T6 | K2:T2 X:T4 | K2:T3 X:T5',
      'X:T1 K3:T1 | X:T2 K3:T2 | X:T3 K3:T3 | K3:L1 K3:L2 K3:L3',
      'G2:L S1:13 S1:23 | S1:14 K2:21 | K2:22 K3:21 | K3:22 K1:A1 | S1:24 K1:21 | K1:22 K2:A1 K3:A1 | K1:A2 K2:A2 K3:A2 G2:N',
    ].join(' | '),
  ),
  'thermistor-start': made(
    ['thermistor-start', { startA: 12, ratedV: 300 }],
    {
      G1: mains(120),
      F1: FUSE,
      Q1: ['isolator-2', { carryA: 20, mostV: 300 }],
      M1: ['motor-capacitor', { volts: 120, runA: 2, lockedA: 12 }],
    },
    `${LINES} | F1:T1 Q1:L1 | F1:T2 Q1:L2 | Q1:T1 M1:R X:1 | X:2 M1:S | M1:C Q1:T2`,
  ),
  resistor: made(
    ['resistor', { ohms: 15_000, bearsW: 25 }],
    { G1: mains(240), F1: FUSE, C1: RUN_CAPACITOR, M1: ['compressor-capacitor', MOTOR] },
    `${LINES} | F1:T1 M1:R C1:1 X:1 | C1:2 X:2 M1:S | M1:C F1:T2`,
  ),
};
