import type { Circuit } from '#core/circuit';
import type { FamilyName } from '#core/devices';
import { chains, rigged } from './rigged';

type Devices = Record<string, [family: FamilyName, nameplate: Record<string, number | string>]>;

const at = (volts: number) => ({ coilKind: 'AC', coilV: volts, coilHz: '60', inrushVa: 30, sealedVa: 6 }) as const;
const direct = { coilKind: 'DC', coilV: 24, sealedVa: 1 } as const;
const mains: Devices = { G1: ['supply-1ph', { volts: 120, hz: '60' }] };
const wye: Devices = { G1: ['supply-3ph-wye', { volts: 208, hz: '60' }] };
const nc: Devices[string] = ['push-button', { form: 'NC' }];
const no: Devices[string] = ['push-button', { form: 'NO' }];
const lamp: Devices[string] = ['lamp', { volts: 120, watts: 3 }];
const three = (a: string, b: string, out = true): string =>
  ['1', '2', '3'].map((n) => `${a}:${out ? 'T' : 'L'}${n} ${b}:L${n}`).join(' | ');
const toMotor = (a: string, m: string): string => `${a}:T1 ${m}:U | ${a}:T2 ${m}:V | ${a}:T3 ${m}:W`;

type OwnFamily = Circuit['families'][string];

/** A motor whose six leads are brought out: three windings, for star and delta. */
const THREE_WINDINGS: OwnFamily = {
  title: 'motor, six leads',
  letter: 'M',
  blocks: (['U', 'V', 'W'] as const).map((phase) => ({
    family: 'motor-1ph',
    marks: { 1: `${phase}1`, 2: `${phase}2` },
    follows: false,
  })),
};
/** A motor of two speeds with a winding for each. */
const TWO_SPEEDS: OwnFamily = {
  title: 'motor, two speeds',
  letter: 'M',
  blocks: ([1, 2] as const).map((speed) => ({
    family: 'motor-3ph',
    marks: { U: `${speed}U`, V: `${speed}V`, W: `${speed}W` },
    follows: false,
  })),
};

/** The circuit with its motor of a kind of its own. */
const withMotor = (circuit: Circuit, family: OwnFamily): Circuit => ({
  ...circuit,
  families: { 'own-motor-6': family },
  devices: Object.fromEntries(
    Object.entries(circuit.devices).map(([id, device]) => [
      id,
      device.tag === 'M1' ? { ...device, family: 'own-motor-6', nameplate: {} } : device,
    ]),
  ),
});

/** Further circuits as people wire them: [parts, wires]. */
const ROWS: Readonly<Record<string, readonly [Devices, string]>> = {
  'stop in two places, start in three': [
    { ...mains, S1: nc, S2: nc, S3: no, S4: no, S5: no, K1: ['contactor-3-aux', at(120)] },
    'G1:L S1:1 | S1:2 S2:1 | S2:2 S3:1 S4:1 S5:1 K1:13 | S3:2 S4:2 S5:2 K1:14 K1:A1 | K1:A2 G1:N',
  ],
  'hand, off and automatic': [
    {
      ...mains,
      S1: ['hand-off-auto', {}],
      B1: ['float-switch', {}],
      K1: ['contactor-1', at(120)],
      H1: lamp,
      M1: ['motor-1ph', { volts: 120, runA: 6 }],
    },
    'G1:L S1:1 S1:3 | S1:2 K1:A1 H1:1 | S1:4 B1:1 | B1:2 K1:A1 | K1:A2 H1:2 G1:N | G1:L K1:L1 | K1:T1 M1:1 | M1:2 G1:N',
  ],
  'a chain of limits before one coil': [
    {
      ...mains,
      ...Object.fromEntries([1, 2, 3, 4, 5, 6, 7].map((n): [string, Devices[string]] => [`B${n}`, ['temperature-limit', {}]])),
      K1: ['contactor-2', at(120)],
      E1: ['heater', { volts: 120, watts: 1500 }],
    },
    'G1:L B1:1 | B1:2 B2:1 | B2:2 B3:1 | B3:2 B4:1 | B4:2 B5:1 | B5:2 B6:1 | B6:2 B7:1 | B7:2 K1:A1 | K1:A2 G1:N | G1:L K1:L1 | K1:T1 E1:1 | E1:2 G1:N',
  ],
  'interposed from DC to AC': [
    {
      ...mains,
      G2: ['dc-supply-module', { outputV: 24 }],
      S1: no,
      K1: ['relay-interface-1', direct],
      K2: ['contactor-1', at(120)],
      H1: lamp,
    },
    'G1:L G2:L | G1:N G2:N | G2:+ S1:1 | S1:2 K1:A1 | K1:A2 G2:- | G1:L K1:11 | K1:14 K2:A1 H1:1 | K2:A2 H1:2 G1:N',
  ],
  'thermostat of three calls on a transformer': [
    {
      ...mains,
      F1: ['fuse-1', { ratingA: 3 }],
      T1: ['control-transformer-24', { va: 40 }],
      TC1: ['thermostat-powered', {}],
      K1: ['relay-interface-1', at(24)],
      K2: ['relay-interface-1', at(24)],
      K3: ['relay-interface-1', at(24)],
    },
    'G1:L T1:120 | T1:COM G1:N | T1:R F1:1 | F1:2 TC1:R | TC1:Y K1:A1 | TC1:G K2:A1 | TC1:W K3:A1 | K1:A2 K2:A2 K3:A2 TC1:C T1:C',
  ],
  'two transformers, two controls': [
    {
      ...mains,
      T1: ['control-transformer-24', { va: 40 }],
      T2: ['control-transformer-24', { va: 75 }],
      S1: ['thermostat-two-wire', {}],
      S2: ['thermostat-two-wire', {}],
      K1: ['relay-interface-1', at(24)],
      K2: ['relay-interface-1', at(24)],
    },
    'G1:L T1:120 T2:120 | T1:COM T2:COM G1:N | T1:R S1:1 | S1:2 K1:A1 | K1:A2 T1:C | T2:R S2:1 | S2:2 K2:A1 | K2:A2 T2:C',
  ],
  'three zone valves call one pump': [
    {
      ...mains,
      ...Object.fromEntries(
        [1, 2, 3].flatMap((n): [string, Devices[string]][] => [
          [`S${n}`, ['thermostat-two-wire', {}]],
          [`Y${n}`, ['zone-valve', {}]],
        ]),
      ),
      K1: ['contactor-1', at(120)],
      M1: ['motor-1ph', { volts: 120, runA: 2 }],
    },
    'G1:L S1:1 S2:1 S3:1 | S1:2 Y1:L | S2:2 Y2:L | S3:2 Y3:L | Y1:N Y2:N Y3:N G1:N | G1:L Y1:1 Y2:1 Y3:1 | Y1:2 Y2:2 Y3:2 K1:A1 | K1:A2 G1:N | G1:L K1:L1 | K1:T1 M1:1 | M1:2 G1:N',
  ],
  'two coils lock each other out': [
    { ...mains, S1: nc, S2: no, S3: no, K1: ['contactor-3-aux', at(120)], K2: ['contactor-3-aux', at(120)] },
    'G1:L S1:1 | S1:2 S2:1 S3:1 K1:13 K2:13 | S2:2 K1:14 K2:21 | K2:22 K1:A1 | S3:2 K2:14 K1:21 | K1:22 K2:A1 | K1:A2 K2:A2 G1:N',
  ],
  'the first of four alarms': [
    {
      ...mains,
      ...Object.fromEntries(
        [1, 2, 3, 4].flatMap((n): [string, Devices[string]][] => [
          [`B${n}`, ['pressure-switch-high', { form: 'NO' }]],
          [`K${n}`, ['contactor-3-aux', at(120)]],
          [`H${n}`, lamp],
        ]),
      ),
      S1: nc,
    },
    `G1:L S1:1 B1:1 B2:1 B3:1 B4:1 | ${[1, 2, 3, 4]
      .map((n) => `B${n}:2 K${n}:A1 K${n}:14 | S1:2 K${n}:13 | K${n}:A2 H${n}:2 G1:N | K${n}:A1 H${n}:1`)
      .join(' | ')}`,
  ],
  'pumped down by its own valve': [
    {
      ...mains,
      S1: ['thermostat-two-wire', {}],
      Y1: ['solenoid-valve', at(120)],
      B1: ['pressure-switch-low', { form: 'NO' }],
      B2: ['pressure-switch-high', { form: 'NC' }],
      K1: ['contactor-2', at(120)],
      M1: ['motor-1ph', { volts: 120, runA: 8 }],
    },
    'G1:L S1:1 B1:1 K1:L1 | S1:2 Y1:1 | Y1:2 G1:N | B1:2 B2:1 | B2:2 K1:A1 | K1:A2 G1:N | K1:T1 M1:1 | M1:2 G1:N',
  ],
  'a way round by a changeover': [
    { ...mains, S1: ['float-changeover', {}], K1: ['contactor-1', at(120)], K2: ['contactor-1', at(120)], S2: ['switch-1', {}] },
    'G1:L S1:COM | S1:NO K1:A1 | S1:NC K2:A1 | K1:A2 K2:A2 G1:N | G1:L S2:1 | S2:2 K2:A1',
  ],
  'a controller with four outputs': [
    {
      G2: ['dc-supply-module', { outputV: 24 }],
      ...mains,
      A1: ['controller-4-4', {}],
      S1: no,
      S2: nc,
      K1: ['relay-interface-1', direct],
      K2: ['relay-interface-1', direct],
      H1: lamp,
    },
    'G1:L G2:L | G1:N G2:N | G2:+ A1:L+ S1:1 S2:1 A1:Q0.1 A1:Q1.1 | G2:- A1:M A1:1M K1:A2 K2:A2 | S1:2 A1:I0 | S2:2 A1:I1 | A1:Q0.2 K1:A1 | A1:Q1.2 K2:A1 | G1:L K1:11 | K1:14 H1:1 | H1:2 G1:N',
  ],
  'a stop of two channels': [
    {
      G2: ['dc-supply-module', { outputV: 24 }],
      ...mains,
      A1: ['safety-relay', {}],
      S1: nc,
      S2: nc,
      S3: no,
      K1: ['contactor-3-aux', direct],
      K2: ['contactor-3-aux', direct],
    },
    'G1:L G2:L | G1:N G2:N | G2:+ A1:A1 A1:13 A1:23 | G2:- A1:A2 K1:A2 K2:A2 | A1:S11 S1:1 | S1:2 A1:S12 | A1:S21 S2:1 | S2:2 A1:S22 | A1:S33 S3:1 | S3:2 K1:21 | K1:22 K2:21 | K2:22 A1:S34 | A1:14 K1:A1 | A1:24 K2:A1',
  ],
  'half wired in the control': [
    { ...mains, S1: nc, S2: no, K1: ['contactor-3-aux', at(120)], K2: ['contactor-3-aux', at(120)], H1: lamp },
    'G1:L S1:1 | S1:2 S2:1 | S2:2 K1:A1 | K2:A2 G1:N | H1:1 K1:14 | K1:13 G1:L',
  ],
  'strip heat in three steps': [
    {
      G1: ['supply-split-phase', { volts: 240, hz: '60' }],
      F1: ['breaker-2', { ratingA: 60 }],
      ...Object.fromEntries(
        [1, 2, 3].flatMap((n): [string, Devices[string]][] => [
          [`K${n}`, ['contactor-2', at(240)]],
          [`E${n}`, ['heater', { volts: 240, watts: 5000 }]],
          [`DT${n}`, ['on-delay-two-wire', {}]],
        ]),
      ),
      S1: ['thermostat-two-wire', {}],
    },
    `G1:L1 F1:L1 | G1:L2 F1:L2 | F1:T1 S1:1 K1:L1 K2:L1 K3:L1 | F1:T2 K1:L2 K2:L2 K3:L2 K1:A2 K2:A2 K3:A2 | ${[1, 2, 3]
      .map((n) => `K${n}:T1 E${n}:1 | K${n}:T2 E${n}:2 | S1:2 DT${n}:1 | DT${n}:2 K${n}:A1`)
      .join(' | ')}`,
  ],
  'two motors, the second after the first': [
    {
      ...wye,
      F1: ['breaker-3', { ratingA: 40 }],
      K1: ['contactor-3-aux', at(120)],
      K2: ['contactor-3-aux', at(120)],
      M1: ['motor-3ph', { volts: 208, runA: 5 }],
      M2: ['motor-3ph', { volts: 208, runA: 5 }],
      S1: nc,
      S2: no,
    },
    `${three('G1', 'F1', false)} | ${three('F1', 'K1')} | ${three('F1', 'K2')} | ${toMotor('K1', 'M1')} | ${toMotor('K2', 'M2')} | G1:L1 S1:1 | S1:2 S2:1 K1:13 | S2:2 K1:14 K1:A1 K1:43 | K1:44 K2:A1 | K1:A2 K2:A2 G1:N`,
  ],
};

const SIX: Readonly<Record<string, readonly [Devices, string, OwnFamily]>> = {
  'star, then delta': [
    {
      ...wye,
      F1: ['breaker-3', { ratingA: 40 }],
      K1: ['contactor-3-aux', at(120)],
      K2: ['contactor-3-aux', at(120)],
      K3: ['contactor-3-aux', at(120)],
      M1: ['motor-3ph', {}],
      S1: no,
    },
    `${three('G1', 'F1', false)} | ${three('F1', 'K1')} | ${three('F1', 'K2')} | K1:T1 M1:U1 | K1:T2 M1:V1 | K1:T3 M1:W1 | K2:T1 M1:W2 | K2:T2 M1:U2 | K2:T3 M1:V2 | M1:W2 K3:T1 | M1:U2 K3:T2 | M1:V2 K3:T3 | K3:L1 K3:L2 K3:L3 | G1:L1 S1:1 | S1:2 K1:A1 K3:21 K2:21 | K3:22 K2:A1 | K2:22 K3:A1 | K1:A2 K2:A2 K3:A2 G1:N`,
    THREE_WINDINGS,
  ],
  'two speeds, a winding each': [
    {
      ...wye,
      F1: ['breaker-3', { ratingA: 40 }],
      K1: ['contactor-3-aux', at(120)],
      K2: ['contactor-3-aux', at(120)],
      M1: ['motor-3ph', {}],
      S1: nc,
      S2: no,
      S3: no,
    },
    `${three('G1', 'F1', false)} | ${three('F1', 'K1')} | ${three('F1', 'K2')} | K1:T1 M1:1U | K1:T2 M1:1V | K1:T3 M1:1W | K2:T1 M1:2U | K2:T2 M1:2V | K2:T3 M1:2W | G1:L1 S1:1 | S1:2 S2:1 S3:1 | S2:2 K2:21 | K2:22 K1:A1 | S3:2 K1:21 | K1:22 K2:A1 | K1:A2 K2:A2 G1:N`,
    TWO_SPEEDS,
  ],
};

/** Control circuits, and power of more than one joint, that the demos do not have. */
export const DRAWN_CONTROL: Readonly<Record<string, Circuit>> = {
  ...Object.fromEntries(Object.entries(ROWS).map(([name, [devices, wires]]) => [name, rigged(devices, chains(wires))])),
  ...Object.fromEntries(
    Object.entries(SIX).map(([name, [devices, wires, motor]]) => [name, withMotor(rigged(devices, chains(wires)), motor)]),
  ),
};
