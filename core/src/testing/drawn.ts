import type { Circuit } from '#core/circuit';
import type { FamilyName } from '#core/devices';
import { DRAWN_CONTROL } from './drawnControl';
import { DRAWN_SUPPLIES } from './drawnSupplies';
import { DRAWN_TAPS } from './drawnTaps';
import { rigged } from './rigged';

type Devices = Record<string, [family: FamilyName, nameplate: Record<string, number | string>]>;
type Wires = (readonly [string, string])[];

const coil = { coilKind: 'AC', coilV: 120, coilHz: '60', inrushVa: 40, sealedVa: 8 } as const;
const motor = { volts: 208, runA: 7, lockedA: 42 } as const;
const PHASES = ['L1', 'L2', 'L3'] as const;
const OUT = { L1: 'T1', L2: 'T2', L3: 'T3' } as const;
const MOTOR = { L1: 'U', L2: 'V', L3: 'W' } as const;

const mains = (): Devices => ({ G1: ['supply-3ph-wye', { volts: 208, hz: '60' }] });
/** Three wires from one device's ends to another's. @param swap whether two of them change places */
const three = (from: (phase: 'L1' | 'L2' | 'L3') => string, to: (phase: 'L1' | 'L2' | 'L3') => string, swap = false): Wires =>
  PHASES.map((phase): readonly [string, string] => [
    from(phase),
    to(swap ? (phase === 'L1' ? 'L3' : phase === 'L3' ? 'L1' : phase) : phase),
  ]);
const ins = (tag: string) => (phase: 'L1' | 'L2' | 'L3') => `${tag}:${phase}`;
const outs = (tag: string) => (phase: 'L1' | 'L2' | 'L3') => `${tag}:${OUT[phase]}`;
const load = (tag: string) => (phase: 'L1' | 'L2' | 'L3') => `${tag}:${MOTOR[phase]}`;

/** Start and stop with a seal, on line and neutral. */
const control = (coils: readonly string[]): { devices: Devices; wires: Wires } => ({
  devices: Object.fromEntries(
    coils.flatMap((tag, index): [string, Devices[string]][] => [
      [`S${index * 2 + 1}`, ['push-button', { form: 'NC' }]],
      [`S${index * 2 + 2}`, ['push-button', { form: 'NO' }]],
      [tag, ['contactor-3-aux', coil]],
    ]),
  ),
  wires: coils.flatMap(
    (tag, index): Wires => [
      ['G1:L1', `S${index * 2 + 1}:1`],
      [`S${index * 2 + 1}:2`, `S${index * 2 + 2}:1`],
      [`S${index * 2 + 2}:2`, `${tag}:A1`],
      [`S${index * 2 + 2}:1`, `${tag}:13`],
      [`${tag}:14`, `${tag}:A1`],
      [`${tag}:A2`, 'G1:N'],
    ],
  ),
});

/** Several motors, each with its contactor and overload, under one breaker. */
export function feeders(count: number, breakers: 'one' | 'each' = 'one'): Circuit {
  const tags = Array.from({ length: count }, (_, index) => index + 1);
  const { devices, wires } = control(tags.map((n) => `K${n}`));
  return rigged(
    {
      ...mains(),
      ...Object.fromEntries(
        (breakers === 'one' ? [1] : tags).map((n): [string, Devices[string]] => [`F${n}`, ['breaker-3', { ratingA: 40 }]]),
      ),
      ...devices,
      ...Object.fromEntries(
        tags.flatMap((n): [string, Devices[string]][] => [
          [`OL${n}`, ['overload-relay', { settingA: 7 }]],
          [`M${n}`, ['motor-3ph', motor]],
        ]),
      ),
    },
    [
      ...(breakers === 'one' ? [1] : tags).flatMap((n) => three(ins('G1'), ins(`F${n}`))),
      ...tags.flatMap((n) => [
        ...three(outs(breakers === 'one' ? 'F1' : `F${n}`), ins(`K${n}`)),
        ...three(outs(`K${n}`), ins(`OL${n}`)),
        ...three(outs(`OL${n}`), load(`M${n}`)),
      ]),
      ...wires,
    ],
  );
}

/** Two contactors for two directions of one motor. @param isSwapAtMotor the phases change places at the motor side, as some wire it */
function reversing(isSwapAtMotor = true, through: 'overload' | 'straight' = 'overload'): Circuit {
  const { devices, wires } = control(['K1', 'K2']);
  const next = through === 'overload' ? ins('OL1') : load('M1');
  return rigged(
    { ...mains(), F1: ['breaker-3', { ratingA: 20 }], ...devices, OL1: ['overload-relay', { settingA: 7 }], M1: ['motor-3ph', motor] },
    [
      ...three(ins('G1'), ins('F1')),
      ...three(outs('F1'), ins('K1')),
      ...three(outs('F1'), ins('K2'), !isSwapAtMotor),
      ...three(outs('K1'), next),
      ...three(outs('K2'), next, isSwapAtMotor),
      ...(through === 'overload' ? three(outs('OL1'), load('M1')) : []),
      ...wires,
    ],
  );
}

/** A motor whose phases change places at its terminals. */
const turned = (): Circuit =>
  rigged({ ...mains(), K1: ['contactor-3', coil], M1: ['motor-3ph', motor] }, [
    ...three(ins('G1'), ins('K1')),
    ...three(outs('K1'), load('M1'), true),
    ['G1:L1', 'K1:A1'],
    ['K1:A2', 'G1:N'],
  ]);

/** A motor on mains or past its drive: two contactors in series on one path, one on the other. */
function bypass(): Circuit {
  const { devices, wires } = control(['K1', 'K2', 'K3']);
  return rigged({ ...mains(), F1: ['breaker-3', { ratingA: 20 }], F2: ['fuse-3', { ratingA: 16 }], ...devices, M1: ['motor-3ph', motor] }, [
    ...three(ins('G1'), ins('F1')),
    ...three(outs('F1'), ins('K1')),
    ...PHASES.map((phase, index): readonly [string, string] => [`K1:${OUT[phase]}`, `F2:${2 * index + 1}`]),
    ...PHASES.map((phase, index): readonly [string, string] => [`F2:${2 * index + 2}`, `K2:${phase}`]),
    ...three(outs('K2'), load('M1')),
    ...three(outs('F1'), ins('K3')),
    ...three(outs('K3'), load('M1')),
    ...wires,
  ]);
}

/** A motor, a bank of heaters and what is single-phase under one breaker. @param isTransformer whether a control transformer hangs there too */
function mixed(isTransformer: boolean): Circuit {
  return rigged(
    {
      ...mains(),
      F1: ['breaker-3', { ratingA: 60 }],
      K1: ['contactor-3', coil],
      K2: ['contactor-3', coil],
      K3: ['contactor-2', coil],
      M1: ['motor-3ph', motor],
      E1: ['heater-3ph', { volts: 208, watts: 9000 }],
      E2: ['heater', { volts: 208, watts: 1500 }],
      H1: ['lamp', { volts: 208, watts: 3 }],
      ...(isTransformer
        ? ({
            F2: ['fuse-1', { ratingA: 1 }],
            F3: ['fuse-1', { ratingA: 1 }],
            T1: ['control-transformer-24', { va: 40 }],
            S1: ['thermostat-two-wire', {}],
            K4: ['relay-interface-1', { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 2, sealedVa: 1 }],
          } satisfies Devices)
        : {}),
    },
    [
      ...three(ins('G1'), ins('F1')),
      ...three(outs('F1'), ins('K1')),
      ...three(outs('K1'), load('M1')),
      ...three(outs('F1'), ins('K2')),
      ...three(outs('K2'), load('E1')),
      ['F1:T1', 'K3:L1'],
      ['F1:T2', 'K3:L2'],
      ['K3:T1', 'E2:1'],
      ['K3:T2', 'E2:2'],
      ['F1:T2', 'H1:1'],
      ['F1:T3', 'H1:2'],
      ...(isTransformer
        ? ([
            ['F1:T1', 'F2:1'],
            ['F2:2', 'T1:208'],
            ['T1:COM', 'F3:1'],
            ['F3:2', 'F1:T2'],
            ['T1:R', 'S1:1'],
            ['S1:2', 'K4:A1'],
            ['K4:A2', 'T1:C'],
          ] as Wires)
        : []),
      ['G1:L1', 'K1:A1'],
      ['K1:A2', 'G1:N'],
      ['G1:L1', 'K2:A1'],
      ['K2:A2', 'G1:N'],
      ['G1:L1', 'K3:A1'],
      ['K3:A2', 'G1:N'],
    ],
  );
}

/** A three-phase motor of which one wire is not landed at its contactor, and a contactor without a load. */
const halfWired = (): Circuit =>
  rigged(
    {
      ...mains(),
      F1: ['breaker-3', { ratingA: 20 }],
      K1: ['contactor-3', coil],
      K2: ['contactor-3', coil],
      M1: ['motor-3ph', motor],
    },
    [
      ...three(ins('G1'), ins('F1')),
      ...three(outs('F1'), ins('K1')),
      ...three(outs('F1'), ins('K2')),
      ['K1:T1', 'M1:U'],
      ['K1:T2', 'M1:V'],
      ['G1:L1', 'K1:A1'],
      ['K1:A2', 'G1:N'],
      ['G1:L1', 'K2:A1'],
      ['K2:A2', 'G1:N'],
    ],
  );

/** A split-phase panel: heaters from leg to leg, a fan from leg to neutral, all behind one breaker. */
const splitPhase = (): Circuit =>
  rigged(
    {
      G1: ['supply-split-phase', { volts: 240, hz: '60' }],
      F1: ['breaker-2', { ratingA: 60 }],
      K1: ['contactor-2', coil],
      E1: ['heater', { volts: 240, watts: 5000 }],
      S1: ['switch-1', {}],
      M1: ['motor-1ph', { volts: 120, runA: 3 }],
    },
    [
      ['G1:L1', 'F1:L1'],
      ['G1:L2', 'F1:L2'],
      ['F1:T1', 'K1:L1'],
      ['F1:T2', 'K1:L2'],
      ['K1:T1', 'E1:1'],
      ['K1:T2', 'E1:2'],
      ['F1:T1', 'S1:1'],
      ['S1:2', 'M1:1'],
      ['M1:2', 'G1:N'],
      ['F1:T1', 'K1:A1'],
      ['K1:A2', 'G1:N'],
    ],
  );

/** Two DC supplies from one mains, each with a relay; rails of equal marks. */
const twoDirect = (): Circuit =>
  rigged(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60' }],
      G2: ['dc-supply-module', { outputV: 24 }],
      G3: ['dc-supply-module', { outputV: 24 }],
      S1: ['push-button', { form: 'NO' }],
      S2: ['push-button', { form: 'NO' }],
      K1: ['relay-interface-1', { coilKind: 'DC', coilV: 24, sealedVa: 1 }],
      K2: ['relay-interface-1', { coilKind: 'DC', coilV: 24, sealedVa: 1 }],
    },
    [
      ['G1:L', 'G2:L'],
      ['G1:N', 'G2:N'],
      ['G1:L', 'G3:L'],
      ['G1:N', 'G3:N'],
      ['G2:+', 'S1:1'],
      ['S1:2', 'K1:A1'],
      ['K1:A2', 'G2:-'],
      ['G3:+', 'S2:1'],
      ['S2:2', 'K2:A1'],
      ['K2:A2', 'G3:-'],
    ],
  );

/** Two pumps that take turns by a latching relay, called by one float. */
const alternator = (): Circuit =>
  rigged(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60' }],
      S1: ['float-switch', {}],
      K1: ['contactor-1', coil],
      K2: ['contactor-1', coil],
      K3: ['relay-8-pin', coil],
      M1: ['motor-1ph', { volts: 120, runA: 6 }],
      M2: ['motor-1ph', { volts: 120, runA: 6 }],
    },
    [
      ['G1:L', 'S1:1'],
      ['S1:2', 'K3:1'],
      ['K3:3', 'K1:A1'],
      ['K3:4', 'K2:A1'],
      ['K1:A2', 'G1:N'],
      ['K2:A2', 'G1:N'],
      ['S1:2', 'K3:2'],
      ['K3:7', 'G1:N'],
      ['G1:L', 'K1:L1'],
      ['K1:T1', 'M1:1'],
      ['M1:2', 'G1:N'],
      ['G1:L', 'K2:L1'],
      ['K2:T1', 'M2:1'],
      ['M2:2', 'G1:N'],
    ],
  );

/** A true bridge: the middle contact lies neither in series nor in parallel. */
const bridge = (coils: 1 | 2): Circuit =>
  rigged(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60' }],
      S1: ['push-button', { form: 'NO' }],
      S2: ['push-button', { form: 'NO' }],
      S3: ['switch-1', {}],
      S4: ['push-button', { form: 'NC' }],
      S5: ['push-button', { form: 'NC' }],
      K1: ['contactor-1', coil],
      ...(coils === 2 ? ({ K2: ['contactor-1', coil] } satisfies Devices) : {}),
    },
    [
      ['G1:L', 'S1:1'],
      ['G1:L', 'S2:1'],
      ['S1:2', 'S3:1'],
      ['S2:2', 'S3:2'],
      ['S1:2', 'S4:1'],
      ['S2:2', 'S5:1'],
      ['S4:2', 'K1:A1'],
      coils === 2 ? ['S5:2', 'K2:A1'] : ['S5:2', 'K1:A1'],
      ['K1:A2', 'G1:N'],
      ...(coils === 2 ? ([['K2:A2', 'G1:N']] as Wires) : []),
    ],
  );

/**
 * A control circuit as it grows: lines of switches and a coil, contacts beside some of them, here and there a wire from one line to another.
 * @param chance from 0 to 1, the next of a row @param ties how many lines in a hundred have such a wire
 */
export function tame(chance: () => number, ties: number): Circuit {
  const devices: Devices = { G1: ['supply-1ph', { volts: 120, hz: '60' }] };
  const wires: Wires = [];
  const inner: string[][] = [];
  const count = 2 + Math.floor(chance() * 9);
  let switches = 0;
  for (let line = 1; line <= count; line++) {
    devices[`K${line}`] = ['contactor-3-aux', coil];
    let before = 'G1:L';
    const ends: string[] = [];
    for (let step = 1 + Math.floor(chance() * 4); step > 0; step--) {
      const tag = `S${++switches}`;
      devices[tag] = ['push-button', { form: chance() < 0.5 ? 'NC' : 'NO' }];
      wires.push([before, `${tag}:1`]);
      if (chance() < 0.3) {
        const beside = `S${++switches}`;
        devices[beside] = ['switch-1', {}];
        wires.push([`${tag}:1`, `${beside}:1`], [`${beside}:2`, `${tag}:2`]);
      }
      before = `${tag}:2`;
      ends.push(before);
    }
    if (chance() < 0.4) wires.push([ends.at(-2) ?? 'G1:L', `K${line}:13`], [`K${line}:14`, before]);
    wires.push([before, `K${line}:A1`], [`K${line}:A2`, 'G1:N']);
    inner.push(ends);
  }
  inner.forEach((ends, line) => {
    const [other] = inner.slice(line + 1);
    const [from, to] = [ends[Math.floor(chance() * ends.length)], other?.[Math.floor(chance() * (other?.length ?? 1))]];
    if (from && to && chance() * 100 < ties) wires.push([from, to]);
  });
  return rigged(devices, wires);
}

/** Circuits as people draw them, that the demos do not have. */
export const DRAWN: Readonly<Record<string, Circuit>> = {
  ...Object.fromEntries([1, 2, 3, 4, 6, 9].map((count) => [`${count} feeders under one breaker`, feeders(count)])),
  ...Object.fromEntries([1, 2, 3, 5].map((count) => [`${count} feeders, each its breaker`, feeders(count, 'each')])),
  'reversing, exchanged at the motor': reversing(),
  'reversing, exchanged at the line': reversing(false),
  'reversing without overload': reversing(true, 'straight'),
  'reversing without overload, exchanged at the line': reversing(false, 'straight'),
  'a motor with phases exchanged': turned(),
  'past the drive': bypass(),
  'motor, heaters and lamp under one breaker': mixed(false),
  'and a control transformer': mixed(true),
  'half wired': halfWired(),
  'split phase': splitPhase(),
  'two DC supplies': twoDirect(),
  'two pumps in turn': alternator(),
  'a bridge on one coil': bridge(1),
  'a bridge between two coils': bridge(2),
  ...DRAWN_CONTROL,
  ...DRAWN_TAPS,
  ...DRAWN_SUPPLIES,
};

/** The same with every fourth wire's end moved to any other terminal, or left hanging: what nobody would draw. */
export function wild(chance: () => number, ties: number): Circuit {
  const circuit = tame(chance, ties);
  const wires = Object.values(circuit.conductors);
  const any = () => wires[Math.floor(chance() * wires.length)]?.ends[1] ?? null;
  return {
    ...circuit,
    conductors: Object.fromEntries(
      wires.map((wire) => [wire.id, chance() < 0.25 ? { ...wire, ends: [wire.ends[0], chance() < 0.2 ? null : any()] } : wire]),
    ),
  };
}
