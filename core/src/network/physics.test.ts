import { describe, expect, it } from 'vitest';
import type { FamilyName } from '#core/devices';
import { partNamed } from '#core/graph';
import { settleMoment, showOhms } from '#core/sequence';
import { add, divide, magnitude, phasor } from '#core/units';
import { bench, demo, on, point, powered } from '../testing/demo';
import { dev } from '../testing/ids';
import { line, rigged } from '../testing/rigged';
import { floatingNodes, readOhms, readVolts } from './index';

describe('transformer taps', () => {
  const on40 = (volts: number, tap: string, load: boolean) =>
    rigged(
      {
        G1: line(volts),
        T1: ['control-transformer-24', { va: 40 }],
        ...(load ? { H1: ['lamp', { volts: 24, watts: 40 }] as [FamilyName, Record<string, number>] } : {}),
      },
      [
        ['G1:L', `T1:${tap}`],
        ['G1:N', 'T1:COM'],
        ...(load
          ? ([
              ['T1:R', 'H1:1'],
              ['H1:2', 'T1:C'],
            ] as const)
          : []),
      ],
    );
  // Ratio of line to tap; 24.0 V at the rated resistive load: common practice, re-derived.
  it.each([
    [120, '120', 24.0],
    [208, '208', 24.0],
    [240, '240', 24.0],
    [208, '240', 20.8],
    [240, '208', 27.7],
    [240, '120', 48.0],
  ])('%i V on the %s tap gives a rated load %f V', (volts, tap, expected) => {
    expect(Math.abs(bench(on40(volts, tap, true), [powered]).read(1000, 'T1:R,T1:C') - expected)).toBeLessThan(0.15);
  });
  it.each([['120'], ['208'], ['240']])('idle on the %s tap: 27.5 V, and the other leads are live', (tap) => {
    const idle = bench(on40(Number(tap), tap, false), [powered]);
    expect(idle.read(1000, 'T1:R,T1:C')).toBeCloseTo(27.5, 1);
    for (const [lead, volts] of [
      ['120', 120],
      ['208', 208],
      ['240', 240],
    ] as const)
      expect(Math.abs(idle.read(1000, `T1:${lead},T1:COM`) - volts)).toBeLessThan(1.5);
  });
  it('short-circuited it gives 12.4 A and no more', () => {
    const shorted = bench(
      rigged({ G1: line(120), T1: ['control-transformer-24', { va: 40 }] }, [
        ['G1:L', 'T1:120'],
        ['G1:N', 'T1:COM'],
        ['T1:R', 'T1:C'],
      ]),
      [powered],
    );
    shorted.at(0);
    const wire = shorted.plan.conductors[2]!;
    const net = shorted.rig.nets[0]!;
    const amps =
      Math.hypot(net.vRe[wire.nodes[0]]! - net.vRe[wire.nodes[1]]!, net.vIm[wire.nodes[0]]! - net.vIm[wire.nodes[1]]!) / wire.ohms;
    expect(amps).toBeGreaterThan(12.2);
    expect(amps).toBeLessThan(12.6);
  });
});

describe('heaters', () => {
  // P ∝ V²; Ohm's law.
  it.each([
    [240, 208, 0.751],
    [240, 120, 0.25],
    [230, 240, 1.089],
    [208, 240, 1.331],
  ])('an element for %i V on %i V gives %f of its power', (rated, applied, share) => {
    const one = bench(
      rigged({ G1: line(applied), EH1: ['heater', { volts: rated, watts: 1000 }] }, [
        ['G1:L', 'EH1:1'],
        ['G1:N', 'EH1:2'],
      ]),
      [powered],
    );
    const volts = one.read(0, 'EH1:1,EH1:2');
    expect((volts / rated) ** 2).toBeCloseTo(share, 2);
  });
});

describe('control cable', () => {
  // Source: NBS Handbook 100, 6.385 ohm per 1000 ft of 18 AWG at 20 °C; both conductors counted.
  it('150 ft of 18 AWG two-wire is 1.916 ohm there and back', () => {
    const far = rigged({ X1: ['splice', {}], X2: ['splice', {}], X3: ['splice', {}], X4: ['splice', {}] }, [
      ['X1:J', 'X2:J', 45.72],
      ['X2:J', 'X3:J'],
      ['X3:J', 'X4:J', 45.72],
    ]);
    const one = bench({ ...far, devices: { ...far.devices, ...rigged({ G1: line(24) }, []).devices } }, [powered]);
    const ohms = readOhms(showOhms(one.rig, one.at(0).moment), one.plan.nodeOf(point(far, 'X1:J')), one.plan.nodeOf(point(far, 'X4:J')));
    expect(ohms - 0.01).toBeCloseTo(1.916, 2);
  });

  // Capacitive divider with 100 pF/m between cores and a meter of 10 MΩ beside 100 pF: common practice, re-derived.
  it.each([
    [3, 'vac'],
    [30, 'vac'],
    [30, 'loz'],
  ] as const)('a dead core beside a live one over %i m ghosts in %s as the divider says', (metres, mode) => {
    const ghost = rigged(
      { G1: line(120), H1: ['lamp', { volts: 120, watts: 60 }], X1: ['splice', {}], X2: ['splice', {}] },
      [
        ['G1:L', 'H1:1', metres, 'cA'],
        ['H1:2', 'G1:N'],
        ['X1:J', 'X2:J', metres, 'cA'],
      ],
      metres,
    );
    const one = bench(ghost, [powered]);
    one.at(0);
    expect(floatingNodes(one.plan, one.rig.nets[0]!)[one.plan.nodeOf(point(ghost, 'X1:J'))]).toBe(1);
    const omega = 2 * Math.PI * 60;
    const coupling = phasor(0, omega * 100e-12 * metres);
    const meter = mode === 'loz' ? phasor(1 / 3000) : phasor(1 / 10e6, omega * 100e-12);
    const expected = 120 * magnitude(divide(coupling, add(coupling, meter)));
    expect(Math.abs(one.read(0, 'X1:J,G1:N', mode) / expected - 1)).toBeLessThan(0.02);
  });
});

describe('a dirty contact', () => {
  // Phasor divider, re-derived: 10 ohm in series with a 33 VA, pf 0.7 coil that pulls in, then is held at 6.5 VA, pf 0.3.
  const dirty = rigged(
    {
      G1: line(24),
      S1: ['push-button', { form: 'NC' }],
      K1: ['contactor-2', { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 33, inrushPf: 0.7, sealedVa: 6.5, sealedPf: 0.3 }],
    },
    [
      ['G1:L', 'S1:1'],
      ['S1:2', 'K1:A1'],
      ['K1:A2', 'G1:N'],
    ],
  );
  const share = (ohms: number, re: number, im: number) => (24 * Math.hypot(re, im)) / Math.hypot(re + ohms, im);
  it('hides while the coil is held and shows at pull-in', () => {
    const open = bench(dirty, [powered], ['S1.1-2=resistive', 'K1.coil=jammed']);
    expect(open.read(100, 'K1:A1,K1:A2')).toBeCloseTo(share(10, 12.22, 12.47), 1);
    expect(open.read(100, 'K1:A1,K1:A2')).toBeLessThan(0.85 * 24);
    const held = bench(dirty, [powered], ['S1.1-2=resistive', 'K1.coil=stuckClosed']);
    expect(held.read(100, 'K1:A1,K1:A2')).toBeCloseTo(share(10, 26.58, 84.54), 1);
    expect(held.read(100, 'K1:A1,K1:A2')).toBeGreaterThan(0.9 * 24);
  });
});

describe('direct current', () => {
  const supply = rigged(
    {
      G1: line(120),
      G2: ['dc-supply-module', { inputV: 120, outputV: 24 }],
      K1: ['relay-interface-1', { coilKind: 'DC', coilV: 24, sealedVa: 1.2 }],
      S1: ['push-button', { form: 'NO' }],
    },
    [
      ['G1:L', 'G2:L'],
      ['G1:N', 'G2:N'],
      ['G2:+', 'S1:1'],
      ['S1:2', 'K1:A1'],
      ['K1:A2', 'G2:-'],
    ],
  );
  const pressed = [powered, on('S1', 'pressed', 1000)];
  it('a 1.2 W relay on 24 V DC pulls in, and the AC meter sees nothing', () => {
    const one = bench(supply, pressed);
    expect(one.read(3000, 'K1:A1,K1:A2', 'vdc')).toBeCloseTo(24, 1);
    expect(one.read(3000, 'K1:A1,K1:A2', 'vac')).toBeLessThan(0.001);
    expect(one.mode(3000, 'K1', 'coil')).toBe('in');
  });
  it('reversed leads turn the sign', () => expect(bench(supply, pressed).read(3000, 'K1:A2,K1:A1', 'vdc')).toBeCloseTo(-24, 1));
  it('DC does not pass a transformer', () => {
    const pump = bench(demo('Q3'), [powered]);
    expect(Math.abs(pump.read(5000, 'T1:H1,T1:H4', 'vdc'))).toBeLessThan(1e-6);
  });
  it('the supply goes with its input, 20 ms later', () => {
    const cut = bench(supply, [...pressed, { atMs: 5000, power: 'isolated' }]);
    expect(cut.trace.changes.filter(({ part }) => cut.plan.parts[part]!.device.tag === 'G2').map(({ to }) => to)).toEqual(['up']);
    const open = bench({ ...supply, powerSwitch: { ...supply.powerSwitch, isolated: { open: [dev('dG1')], lift: [] } } }, [
      ...pressed,
      { atMs: 5000, power: 'isolated' },
    ]);
    expect(
      open.trace.changes.filter(({ part }) => open.plan.parts[part]!.device.tag === 'G2').map(({ atMs, to }) => [atMs, to]),
    ).toContainEqual([5020, 'down']);
  });
});

describe('three phases', () => {
  const pump = bench(demo('Q3'), [powered, on('S2', 'pressed', 1000), on('S2', 'pressed', 1500, false)]);
  it('phase to phase 480 V, phase to earth 277 V', () => {
    for (const pair of ['Q1:L1,Q1:L2', 'Q1:L2,Q1:L3', 'Q1:L1,Q1:L3']) expect(Math.abs(pump.read(500, pair) - 480)).toBeLessThan(1);
    expect(Math.abs(pump.read(500, 'Q1:L1,PE:PE') - 277)).toBeLessThan(1);
  });
  it('locked it draws 63.5 A a phase at rated volts, running 11 A', () => {
    // Nameplate at 460 V; the line is 480 V less what the leads lose.
    const overload = partNamed(pump.plan, dev('dOL1'), 'L1-T1')!;
    const amps = (at: number) => {
      pump.at(at);
      const net = pump.rig.nets.find(({ hz }) => hz === 60)!;
      const [a, b] = pump.plan.branches[overload.firstBranch]!.nodes as [number, number];
      return Math.hypot(net.vRe[a]! - net.vRe[b]!, net.vIm[a]! - net.vIm[b]!) / 0.01;
    };
    expect(Math.abs(amps(1100) / ((63.5 * 475) / 460) - 1)).toBeLessThan(0.03);
    expect(Math.abs(amps(5000) / ((11 * 477) / 460) - 1)).toBeLessThan(0.03);
  });
  it('losing a phase while it runs: the motor holds its lost phase at 65 to 95 %', () => {
    // Lost at the fuse while the motor turns: its own EMF stands behind the open terminal (common practice and sequence components).
    const running = bench(demo('Q3'), [powered, on('S2', 'pressed', 1000), on('S2', 'pressed', 1500, false)]);
    const frame = running.at(5000);
    const fuse = partNamed(running.plan, dev('dF1'), '5-6')!;
    frame.moment.modes[fuse.index] = 1;
    const shares = ['M1:U,M1:V', 'M1:V,M1:W', 'M1:W,M1:U'].map((pair) => {
      const [red, black] = pair.split(',').map((one) => running.plan.nodeOf(point(demo('Q3'), one))) as [number, number];
      return readAt(running, frame.moment, red, black) / 480;
    });
    expect(Math.max(...shares)).toBeGreaterThan(0.97);
    expect(Math.min(...shares)).toBeGreaterThan(0.65);
    expect(Math.min(...shares)).toBeLessThan(0.95);
  });
});

function readAt(one: ReturnType<typeof bench>, moment: Parameters<typeof settleMoment>[1], red: number, black: number): number {
  settleMoment(one.rig, moment);
  return readVolts(one.rig.nets, 'vac', red, black);
}
