import { type Circuit, type Process, processIdSchema } from '#core/circuit';
import { rigged } from './rigged';

const coil24 = { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 10, sealedVa: 5 } as const;

/** Thermostats in parallel on one 24 V coil; the last one brings 120 V, unless said otherwise. */
export function manyThermostats(count: number, isAstray = true): Circuit {
  const tags = Array.from({ length: count }, (_, index) => `TC${index + 1}`);
  return rigged(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60' }],
      T1: ['control-transformer-24', { va: 40 }],
      K1: ['contactor-1', coil24],
      ...Object.fromEntries(tags.map((tag) => [tag, ['thermostat-two-wire', {}] as ['thermostat-two-wire', Record<string, never>]])),
    },
    [
      ['G1:L', 'T1:120'],
      ['G1:N', 'T1:COM'],
      ['T1:C', 'G1:N'],
      ...tags.flatMap((tag, index): [string, string][] => [
        [isAstray && index === count - 1 ? 'G1:L' : 'T1:R', `${tag}:1`],
        [`${tag}:2`, 'K1:A1'],
      ]),
      ['K1:A2', 'T1:C'],
    ],
  );
}

/** Circuits that the demos do not have, for what only they show. */
export const ODD: Readonly<Record<string, Circuit>> = {
  /** a selector, a start, a stop and a seal-in contact, all on 120 V */
  seal: rigged(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60' }],
      S1: ['hand-off-auto', {}],
      S2: ['push-button', { form: 'NC' }],
      S3: ['push-button', { form: 'NO' }],
      K1: ['contactor-2', { ...coil24, coilV: 120, motorA: 20, lockedA: 120 }],
      M1: ['motor-1ph', { volts: 120, runA: 9 }],
    },
    [
      ['G1:L', 'S1:1'],
      ['S1:1', 'S1:3'],
      ['S1:2', 'K1:A1'],
      ['S1:4', 'S2:1'],
      ['S2:2', 'S3:1'],
      ['S3:2', 'K1:A1'],
      ['S2:2', 'K1:L2'],
      ['K1:T2', 'K1:A1'],
      ['K1:A2', 'G1:N'],
      ['G1:L', 'K1:L1'],
      ['K1:T1', 'M1:1'],
      ['M1:2', 'G1:N'],
    ],
  ),
  /** two transformers in one document, each with a coil of its own, a fuse before one of them */
  twoTransformers: rigged(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60' }],
      T1: ['control-transformer-24', { va: 40 }],
      T2: ['control-transformer-24', { va: 20 }],
      F2: ['fuse-1', { ratingA: 1 }],
      S1: ['push-button', { form: 'NO' }],
      S2: ['thermostat-two-wire', {}],
      K1: ['contactor-1', coil24],
      K2: ['contactor-1', { ...coil24, inrushVa: 30 }],
      E1: ['heater', { volts: 120, watts: 1000 }],
    },
    [
      ['G1:L', 'T1:120'],
      ['G1:N', 'T1:COM'],
      ['G1:L', 'T2:120'],
      ['G1:N', 'T2:COM'],
      ['T1:R', 'S1:1'],
      ['S1:2', 'K1:A1'],
      ['K1:A2', 'T1:C'],
      ['T2:R', 'F2:1'],
      ['F2:2', 'S2:1'],
      ['S2:2', 'K2:A1'],
      ['K2:A2', 'T2:C'],
      ['G1:L', 'K2:L1'],
      ['K2:T1', 'E1:1'],
      ['E1:2', 'G1:N'],
    ],
  ),
  /** three phases: a delta heater and a motor, their coils on one leg, one of them behind a two-wire timer */
  threePhase: rigged(
    {
      G1: ['supply-3ph-wye', { volts: 400, hz: '50', earthing: 'TN' }],
      Q1: ['breaker-3', { ratingA: 32, curve: 'mcb-C' }],
      S1: ['push-button', { form: 'NO' }],
      TC1: ['thermostat-two-wire', {}],
      DT1: ['on-delay-two-wire', { delayS: 5 }],
      K1: ['contactor-3', { coilKind: 'AC', coilV: 230, coilHz: '50', ac3A: 12 }],
      K2: ['contactor-3', { coilKind: 'AC', coilV: 230, coilHz: '50', ac3A: 12 }],
      E1: ['heater-3ph', { volts: 400, watts: 6000, connection: 'delta' }],
      M1: ['motor-3ph', { volts: 400, runA: 6, lockedA: 36 }],
    },
    [
      ['G1:L1', 'Q1:L1'],
      ['G1:L2', 'Q1:L2'],
      ['G1:L3', 'Q1:L3'],
      ...['1', '2', '3'].flatMap((leg): [string, string][] => [
        [`Q1:T${leg}`, `K1:L${leg}`],
        [`Q1:T${leg}`, `K2:L${leg}`],
      ]),
      ['K1:T1', 'E1:U'],
      ['K1:T2', 'E1:V'],
      ['K1:T3', 'E1:W'],
      ['K2:T1', 'M1:U'],
      ['K2:T2', 'M1:V'],
      ['K2:T3', 'M1:W'],
      ['Q1:T1', 'TC1:1'],
      ['TC1:2', 'DT1:1'],
      ['DT1:2', 'K1:A1'],
      ['K1:A2', 'G1:N'],
      ['Q1:T1', 'S1:1'],
      ['S1:2', 'K2:A1'],
      ['K2:A2', 'G1:N'],
    ],
  ),
  thermostats: manyThermostats(3),
  /** a tank whose level two floats read: a pump at the low one, an alarm at the high one */
  tank: (() => {
    const circuit = rigged(
      {
        G1: ['supply-1ph', { volts: 120, hz: '60' }],
        F1: ['fuse-1', { ratingA: 15 }],
        S1: ['float-switch', { form: 'NO', actsAt: 30, returnsAt: 60 }],
        S2: ['float-switch', { form: 'NO', actsAt: 80, returnsAt: 75 }],
        S3: ['push-button', { form: 'NC' }],
        K1: ['contactor-1', { ...coil24, coilV: 120, motorA: 20, lockedA: 120 }],
        M1: ['motor-1ph', { volts: 120, runA: 9, lockedA: 54 }],
        H1: ['lamp', { volts: 120, watts: 5 }],
      },
      [
        ['G1:L', 'F1:1'],
        ['F1:2', 'S1:1'],
        ['S1:2', 'S3:1'],
        ['S3:2', 'K1:A1'],
        ['K1:A2', 'G1:N'],
        ['F1:2', 'S2:1'],
        ['S2:2', 'H1:1'],
        ['H1:2', 'G1:N'],
        ['F1:2', 'K1:L1'],
        ['K1:T1', 'M1:1'],
        ['M1:2', 'G1:N'],
      ],
    );
    const id = processIdSchema.parse('vlevel');
    const level: Process = {
      id,
      name: 'tank',
      quantity: 'level',
      unit: '%',
      start: 50,
      driftPerMinute: -5,
      least: 0,
      most: 100,
      movedBy: [],
    };
    const devices = Object.values(circuit.devices).map((device) => [
      device.id,
      device.family === 'float-switch' ? { ...device, reads: id } : device,
    ]);
    return { ...circuit, devices: Object.fromEntries(devices), processes: { [id]: level } };
  })(),
  /** two coils on one small transformer, each with a switch of its own, the heavier one first */
  shared: rigged(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60', legOhms: 0.5 }],
      T1: ['control-transformer-24', { va: 20 }],
      T2: ['control-transformer-24', { va: 40 }],
      S1: ['push-button', { form: 'NO' }],
      TC2: ['thermostat-two-wire', {}],
      K1: ['contactor-1', { ...coil24, inrushVa: 60, sealedVa: 9 }],
      K2: ['contactor-1', coil24],
      E1: ['heater', { volts: 120, watts: 1500 }],
      E2: ['heater', { volts: 120, watts: 3000 }],
    },
    [
      ['G1:L', 'T1:120'],
      ['G1:N', 'T1:COM'],
      ['G1:L', 'T2:120'],
      ['G1:N', 'T2:COM'],
      ['T1:R', 'S1:1'],
      ['S1:2', 'K1:A1'],
      ['K1:A2', 'T1:C'],
      ['T2:R', 'TC2:1'],
      ['TC2:2', 'K2:A1'],
      ['K2:A2', 'T2:C'],
      ['G1:L', 'K1:L1'],
      ['K1:T1', 'E1:1'],
      ['E1:2', 'G1:N'],
      ['G1:L', 'K2:L1'],
      ['K2:T1', 'E2:1'],
      ['E2:2', 'G1:N'],
    ],
  ),
};
