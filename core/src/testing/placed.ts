import { processIdSchema } from '#core/circuit';
import type { FamilyName } from '#core/devices';
import { PLACED_CONTROLS } from './placedControls';
import { PLACED_MOTORS } from './placedMotors';
import {
  DC24,
  type Devices,
  FUSE,
  LINES,
  LOW,
  LOW_LINES,
  MOTOR,
  made,
  mains,
  type Placed,
  type Plate,
  RUN_CAPACITOR,
  START_CAPACITOR,
  SWITCH,
  THREE,
  THREE_LINES,
} from './placedParts';

/** A coil that asks something of a contact, on direct current. */
const DIRECT: Devices = {
  G9: ['dc-supply-module', { inputV: 120, outputV: 48, outputA: 10, bonded: 'no' }],
  K9: ['contactor-3-aux', { coilKind: 'DC', coilV: 48, sealedVa: 40 }],
};

const START_RELAY: Plate = { pickUpV: 290, dropOutV: 120, ratedV: 450, startA: 50, mostV: 500 };
const THREE_LOW: Devices[string] = ['supply-3ph-wye', { volts: 208, hz: '60', faultA: 5000 }];
const shuntPlate = { ratingA: 15, mostV: 300, breaksA: 10_000 } as const;
const releaseAt = (family: FamilyName, ends: string): Placed =>
  made(
    [family, { ...shuntPlate, ratedV: 120 }],
    { G1: THREE_LOW, S1: ['push-button', { form: 'NO' }], E1: ['heater', { volts: 120, watts: 600 }] },
    ends,
  );
const BOARD: Plate = { carryA: 5, makeA: 10, mostV: 250 };

const SOFT: Parameters<typeof made> = [
  ['soft-starter', { ratedV: 120, ac3A: 12, mostV: 600, pilotCode: 'B300', dcCode: 'Q300' }],
  {
    G1: THREE,
    G2: mains(120),
    F1: ['breaker-3', { ratingA: 20, mostV: 480, breaksA: 10_000 }],
    S1: SWITCH,
    M1: ['motor-3ph', { volts: 480, runA: 10, lockedA: 60 }],
    K1: ['contactor-3-aux', { coilKind: 'AC', coilV: 120, coilHz: '60', inrushVa: 2600, sealedVa: 300 }],
  },
  `${THREE_LINES} | F1:T1 X:L1 | F1:T2 X:L2 | F1:T3 X:L3 | X:T1 M1:U | X:T2 M1:V | X:T3 M1:W | G2:L X:A1 S1:1 X:13 | S1:2 X:IN | X:A2 G2:N | X:14 K1:A1 | K1:A2 G2:N`,
];
const DRIVE: Parameters<typeof made> = [
  ['drive-motor', { volts: 480, runA: 10, pilotCode: 'B300', dcCode: 'Q300' }],
  {
    G1: THREE,
    G2: mains(120),
    F1: ['breaker-3', { ratingA: 20, mostV: 480, breaksA: 10_000 }],
    S1: SWITCH,
    K1: ['contactor-3-aux', { coilKind: 'AC', coilV: 120, coilHz: '60', inrushVa: 2600, sealedVa: 300 }],
  },
  `${THREE_LINES} | F1:T1 X:L1 | F1:T2 X:L2 | F1:T3 X:L3 | X:24V S1:1 X:STO | S1:2 X:DI | G2:L X:13 | X:14 K1:A1 | K1:A2 G2:N`,
];
/** The same with a coil on direct current behind a contact of its. */
const onDirect = ([own, more, wires]: Parameters<typeof made>, contact: readonly [string, string]): Placed => {
  const [feed, back] = [`G9:+ X:${contact[0]} | X:${contact[1]} K9:A1 | K9:A2 G9:-`, 'G2:L G9:L | G2:N G9:N'];
  const { K1: _coil, ...others } = more;
  const kept = wires.split(' | ').filter((chain) => !chain.includes('K1:') && chain !== 'G2:L X:13');
  return made(own, { ...others, ...DIRECT }, [...kept.map((chain) => chain.replace(' X:13', '')), feed, back].join(' | '));
};
export const PLACED_ON_DC: { readonly [F in FamilyName]?: Placed } = {
  'soft-starter': onDirect(SOFT, ['13', '14']),
  'drive-motor': onDirect(DRIVE, ['13', '14']),
  'breaker-1-auxiliary': made(
    ['breaker-1-auxiliary', { ...shuntPlate, auxiliaryCode: 'A600', dcCode: 'Q300' }],
    { G1: THREE_LOW, G2: mains(120), E1: ['heater', { volts: 120, watts: 600 }], ...DIRECT },
    'G1:L1 X:L1 | X:T1 E1:1 | E1:2 G1:N | G2:L G9:L | G2:N G9:N | G9:+ X:11 | X:14 K9:A1 | K9:A2 G9:-',
  ),
};

/** The same with X reading a room that a hand may warm. */
const reading =
  (placed: Placed): Placed =>
  (plate) => {
    const circuit = placed(plate);
    const id = processIdSchema.parse('vRoom');
    const room = {
      id,
      name: 'Room',
      quantity: 'temperature' as const,
      unit: '°C',
      start: 20,
      driftPerMinute: 0,
      least: 0,
      most: 50,
      movedBy: [],
    };
    const X = circuit.devices.dX;
    return X ? { ...circuit, processes: { [id]: room }, devices: { ...circuit.devices, dX: { ...X, reads: id } } } : circuit;
  };

/** Circuits for parts that only make sense among others: a run capacitor before its motor, a release on its breaker. */
export const PLACED: { readonly [F in FamilyName]?: Placed } = {
  ...PLACED_MOTORS,
  ...PLACED_CONTROLS,
  'compressor-capacitor': made(
    ['compressor-capacitor', MOTOR],
    { G1: mains(240), F1: FUSE, C1: RUN_CAPACITOR },
    `${LINES} | F1:T1 X:R C1:1 | C1:2 X:S | X:C F1:T2`,
  ),
  'motor-capacitor': made(
    ['motor-capacitor', { volts: 240, runA: 6, lockedA: 24, microFarads: 20, serviceFactor: 1.15 }],
    { G1: mains(240), F1: ['overload-relay-1', { settingA: 7.2, mostV: 300 }], C1: ['capacitor-run', { microFarads: 20, ratedV: 440 }] },
    'G1:L F1:L1 | F1:T1 X:R C1:1 | C1:2 X:S | X:C G1:N',
  ),
  'capacitor-run': made(
    ['capacitor-run', RUN_CAPACITOR[1]],
    { G1: mains(240), F1: FUSE, M1: ['compressor-capacitor', MOTOR] },
    `${LINES} | F1:T1 M1:R X:1 | X:2 M1:S | M1:C F1:T2`,
  ),
  'capacitor-dual': made(
    ['capacitor-dual', { microFarads: 20, fanMicroFarads: 5, ratedV: 440 }],
    {
      G1: mains(240),
      F1: FUSE,
      M1: ['compressor-capacitor', MOTOR],
      M2: ['motor-capacitor', { volts: 240, runA: 1.2, lockedA: 4, microFarads: 5 }],
    },
    `${LINES} | F1:T1 M1:R X:C M2:R | X:HERM M1:S | X:FAN M2:S | M1:C F1:T2 M2:C`,
  ),
  'capacitor-start': made(
    ['capacitor-start', START_CAPACITOR[1]],
    { G1: mains(240), F1: FUSE, M1: ['compressor-capacitor', MOTOR], C1: RUN_CAPACITOR, K1: ['start-relay-volts', START_RELAY] },
    `${LINES} | F1:T1 M1:R C1:1 X:1 | X:2 K1:1 | K1:2 M1:S C1:2 | K1:5 M1:C F1:T2`,
  ),
  'start-relay-volts': made(
    ['start-relay-volts', START_RELAY],
    { G1: mains(240), F1: FUSE, M1: ['compressor-capacitor', MOTOR], C1: RUN_CAPACITOR, C2: START_CAPACITOR },
    `${LINES} | F1:T1 M1:R C1:1 C2:1 | C2:2 X:1 | X:2 M1:S C1:2 | X:5 M1:C F1:T2`,
  ),
  'start-relay-amps': made(
    ['start-relay-amps', { actsAt: 9, startA: 30, mostV: 300 }],
    {
      G1: mains(120),
      F1: FUSE,
      M1: ['motor-capacitor', { volts: 120, runA: 4, lockedA: 20 }],
      C1: ['capacitor-start', { startMicroFarads: 200, ratedV: 165 }],
    },
    `${LINES} | F1:T1 X:L | X:M M1:R | X:S C1:1 | C1:2 M1:S | M1:C F1:T2`,
  ),
  'diode-1': made(
    ['diode-1', { ratedV: 200 }],
    { G1: mains(120), G2: DC24, S1: SWITCH, K1: ['relay-interface-1', { coilKind: 'DC', coilV: 24, sealedVa: 0.6 }] },
    'G1:L G2:L | G1:N G2:N | G2:+ S1:1 | S1:2 K1:A1 X:K | X:A K1:A2 G2:-',
  ),
  'suppressor-rc': made(
    ['suppressor-rc', { ratedV: 250 }],
    { G1: mains(120), S1: SWITCH, K1: ['contactor-1', { coilKind: 'AC', coilV: 120, coilHz: '60' }] },
    'G1:L S1:1 | S1:2 K1:A1 X:1 | X:2 K1:A2 G1:N',
  ),
  'suppressor-varistor': made(
    ['suppressor-varistor', { ratedV: 150 }],
    { G1: mains(120), S1: SWITCH, K1: ['contactor-1', { coilKind: 'AC', coilV: 120, coilHz: '60' }] },
    'G1:L S1:1 | S1:2 K1:A1 X:1 | X:2 K1:A2 G1:N',
  ),
  'breaker-1-shunt': releaseAt('breaker-1-shunt', 'G1:L1 X:L1 | X:T1 E1:1 | E1:2 G1:N | G1:L2 S1:1 | S1:2 X:C1 | X:C2 G1:N'),
  'breaker-3-shunt': releaseAt('breaker-3-shunt', 'G1:L1 X:L1 | X:T1 E1:1 | E1:2 G1:N | G1:L2 S1:1 | S1:2 X:C1 | X:C2 G1:N'),
  'breaker-1-undervoltage': releaseAt('breaker-1-undervoltage', 'G1:L1 X:L1 | X:T1 E1:1 | E1:2 G1:N | G1:L1 X:D1 | X:D2 G1:N'),
  'breaker-3-undervoltage': releaseAt('breaker-3-undervoltage', 'G1:L1 X:L1 | X:T1 E1:1 | E1:2 G1:N | G1:L1 X:D1 | X:D2 G1:N'),
  'breaker-1-auxiliary': made(
    ['breaker-1-auxiliary', { ...shuntPlate, auxiliaryCode: 'A600', dcCode: 'Q300' }],
    {
      G1: THREE_LOW,
      E1: ['heater', { volts: 120, watts: 600 }],
      K1: ['contactor-3-aux', { coilKind: 'AC', coilV: 120, coilHz: '60', inrushVa: 2600, sealedVa: 300 }],
    },
    'G1:L1 X:L1 | X:T1 E1:1 | E1:2 G1:N | G1:L2 X:11 | X:14 K1:A1 | K1:A2 G1:N',
  ),
  'actuator-floating': made(
    ['actuator-floating', { motorV: 24, mostV: 250 }],
    { ...LOW, S1: ['selector-3', {}], H1: ['lamp', { volts: 24, watts: 2 }], H2: ['lamp', { volts: 24, watts: 2 }] },
    `${LOW_LINES} | T1:R S1:13 S1:23 X:S1 X:S3 | S1:14 X:2 | S1:24 X:3 | X:1 T1:C | X:S2 H1:1 | H1:2 T1:C | X:S4 H2:1 | H2:2 T1:C`,
  ),
  'actuator-modulating': made(
    ['actuator-modulating', { motorV: 24, signal: '0–10 V', mostV: 250 }],
    { ...LOW, G2: ['battery', { volts: 10 }], S1: SWITCH, H1: ['lamp', { volts: 24, watts: 2 }] },
    `${LOW_LINES} | T1:R X:2 X:S1 | X:1 T1:C G2:- | G2:+ S1:1 | S1:2 X:3 | X:S2 H1:1 | H1:2 T1:C`,
  ),
  'transmitter-volts': reading(
    made(
      ['transmitter-volts', { lowAt: 0, highAt: 50 }],
      {
        G1: mains(120),
        G2: DC24,
        Y1: ['actuator-modulating', { motorV: 24, signal: '0–10 V', mostV: 250, dcA: 3, dcV: 30 }],
        H1: ['lamp', { volts: 24, watts: 2 }],
      },
      'G1:L G2:L | G1:N G2:N | G2:+ X:2 Y1:2 Y1:S1 | Y1:S2 H1:1 | H1:2 X:1 Y1:1 G2:- | X:3 Y1:3',
    ),
  ),
  'ignition-board': made(
    ['ignition-board', BOARD],
    {
      ...LOW,
      S1: SWITCH,
      B1: ['temperature-limit', { form: 'NC' }],
      B2: ['air-proving-switch', {}],
      Y1: ['solenoid-valve', { coilKind: 'AC', coilV: 24, coilHz: '60' }],
      M1: ['motor-1ph', { volts: 120, runA: 0.8, lockedA: 4 }],
      E1: ['heater', { volts: 120, watts: 240 }],
      M2: ['motor-1ph', { volts: 120, runA: 1.5, lockedA: 8 }],
    },
    `${LOW_LINES} | T1:R X:R S1:1 B1:1 B2:COM | X:C T1:C | S1:2 X:W | B1:2 X:LIM | B2:NO X:PS | X:MV Y1:1 | Y1:2 T1:C | G1:L X:L | X:IND M1:1 | M1:2 G1:N | X:HSI E1:1 | E1:2 G1:N | X:FAN M2:1 | M2:2 G1:N`,
  ),
  'defrost-board': made(
    ['defrost-board', BOARD],
    {
      ...LOW,
      S1: SWITCH,
      B1: ['temperature-limit', { form: 'NO' }],
      K1: ['contactor-1', { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 20, sealedVa: 6 }],
      Y1: ['solenoid-valve', { coilKind: 'AC', coilV: 24, coilHz: '60' }],
      K2: ['relay-interface-1', { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 2, sealedVa: 1 }],
      M2: ['motor-1ph', { volts: 120, runA: 1.5, lockedA: 8 }],
    },
    `${LOW_LINES} | T1:R X:R S1:1 B1:1 | X:C T1:C | S1:2 X:Y | B1:2 X:DFT | X:CC K1:A1 | K1:A2 T1:C | X:RV Y1:1 | Y1:2 T1:C | X:W2 K2:A1 | K2:A2 T1:C | G1:L X:L | X:FAN M2:1 | M2:2 G1:N`,
  ),
  'soft-starter': made(...SOFT),
  'drive-motor': made(...DRIVE),
  'relay-solid-state': made(
    ['relay-solid-state', { resistiveA: 10, motorA: 10, lockedA: 60, mostV: 250 }],
    { G1: mains(120), G2: DC24, S1: SWITCH, E1: ['heater', { volts: 120, watts: 480 }] },
    'G1:L G2:L X:1 | G1:N G2:N | G2:+ S1:1 | S1:2 X:3 | X:4 G2:- | X:2 E1:1 | E1:2 G1:N',
  ),
};
