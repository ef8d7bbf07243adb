import { describe, expect, it } from 'vitest';
import type { Conductor } from '#core/circuit';
import type { FamilyName } from '#core/devices';
import { CLASS_2_MODEL, type Coil, CURVES, coilValue, openingMs, windingModel } from '#core/kinds';
import { add, divide, impedanceOfVa, magnitude, multiply, type Phasor, phasor } from '#core/units';
import { bench, demo, powered } from '../testing/demo';
import { dev, end, wire as wireId } from '../testing/ids';
import { line, rigged } from '../testing/rigged';
import { HIGH_Z, LOW_Z_OHMS, loadedVolts, meterImpedance } from './index';

const row = (va: number) => CLASS_2_MODEL.find((one) => one.va === va)!;
/** Volts at a load on a source, by the phasor divider. */
const divider = (idleV: number, source: Phasor, load: Phasor): number =>
  magnitude(divide(multiply(phasor(idleV), load), add(source, load)));

const windings = (va: number, primaryV: number) =>
  windingModel({
    kind: 'transformer',
    id: 't',
    core: '#',
    style: 'class-2',
    regulation: 0,
    va,
    primary: [
      { mark: 'a', volts: 0 },
      { mark: 'b', volts: primaryV },
    ],
    secondary: [
      { mark: 'c', volts: 0 },
      { mark: 'd', volts: 24 },
    ],
  })!;

/** A contactor whose armature is held open on a control transformer, with or without 15 VA of pf 0.6 beside it, at the end of a cable. */
function pullingIn({
  va,
  inrushVa,
  line: share = 1,
  base = false,
  cableM,
}: {
  va: number;
  inrushVa: number;
  line?: number;
  base?: boolean;
  cableM?: number;
}) {
  const coil = (volts: number, voltAmps: number, pf: number) => ({
    coilKind: 'AC',
    coilV: volts,
    coilHz: '60',
    inrushVa: voltAmps,
    inrushPf: pf,
    sealedVa: voltAmps,
    sealedPf: pf,
  });
  const circuit = rigged(
    {
      G1: line(120 * share),
      T1: ['control-transformer-24', { va }],
      K1: ['contactor-2', coil(24, inrushVa, 0.7)],
      ...(base ? { K2: ['relay-interface-1', coil(24, 15, 0.6)] as [FamilyName, Record<string, number | string>] } : {}),
    },
    [
      ['G1:L', 'T1:120'],
      ['G1:N', 'T1:COM'],
      ['T1:R', 'K1:A1', cableM],
      ['K1:A2', 'T1:C', cableM],
      ...(base
        ? ([
            ['T1:R', 'K2:A1'],
            ['K2:A2', 'T1:C'],
          ] as const)
        : []),
    ],
  );
  const one = bench(circuit, [powered], ['K1.coil=jammed']);
  return { coilV: one.read(1000, 'K1:A1,K1:A2'), secondaryV: one.read(1000, 'T1:R,T1:C') };
}

describe('control transformer, solved in a circuit', () => {
  // Expected volts re-derived by the phasor divider; the model's ohms are common practice. At 115 VA two unknown leads of 10 mΩ take 0.08 V, so those rows read the secondary.
  const near = (is: number, wanted: number) => expect(Math.abs(is - wanted), `${is} against ${wanted}`).toBeLessThan(0.06);
  it('a 33 VA coil of pf 0.7 is 17.45 ohm, 12.22 + j12.47', () => {
    const z = impedanceOfVa(24, 33, 0.7);
    expect([magnitude(z), z.re, z.im].map((value) => Math.round(value * 100) / 100)).toEqual([17.45, 12.22, 12.47]);
  });
  it('that coil alone on 40 VA gets 24.67 V', () => near(pullingIn({ va: 40, inrushVa: 33 }).coilV, 24.67));
  it('with 15 VA on and 150 ft of 18 AWG: 23.74 V at the transformer, 21.98 V at the coil', () => {
    const { coilV, secondaryV } = pullingIn({ va: 40, inrushVa: 33, base: true, cableM: 45.72 });
    near(secondaryV, 23.74);
    near(coilV, 21.98);
  });
  it.each([
    [40, 1, 18.83],
    [60, 1, 21.43],
    [60, 0.9, 19.28],
    [75, 0.9, 20.25],
    [100, 0.9, 21.16],
  ])('115 VA of inrush on %i VA at %f of line: %f V', (va, share, volts) =>
    near(pullingIn({ va, inrushVa: 115, line: share, base: true }).secondaryV, volts),
  );
  it('115 VA alone on 40 VA: 19.5 V', () => near(pullingIn({ va: 40, inrushVa: 115 }).secondaryV, 19.5));
  it('75 VA has 11.9 % impedance', () =>
    expect((2 * Math.hypot(windings(75, 120).secondaryOhms, windings(75, 120).secondaryReactanceOhms)) / (24 ** 2 / 75)).toBeCloseTo(
      0.119,
      3,
    ));
  it('winding ohms of 40 VA: 1.04 secondary, 79 primary at 240 V', () => {
    expect(windings(40, 240).secondaryOhms).toBeCloseTo(1.04, 2);
    expect(windings(40, 240).primaryOhms).toBeCloseTo(79, 0);
  });
  it.each(CLASS_2_MODEL.map(({ va }) => [va]))('a rated resistive load on %i VA gets 24.0 V', (va) => {
    const { idleV, ohms, reactanceOhms } = row(va);
    expect(divider(idleV, phasor(ohms, reactanceOhms), phasor(576 / va))).toBeCloseTo(24, 1);
  });
  it('a size between the rows keeps that rule', () => {
    const { idleV, secondaryOhms, secondaryReactanceOhms } = windings(30, 120);
    expect(divider(idleV, phasor(2 * secondaryOhms, 2 * secondaryReactanceOhms), phasor(576 / 30))).toBeCloseTo(24, 1);
  });
});

describe('what a meter does to what it reads', () => {
  // Re-derived: capacitive divider at 60 Hz with 1 nF; 10 MΩ beside 100 pF is common practice.
  const omega = 2 * Math.PI * 60;
  const capacitor = (farads: number) => divide(phasor(1), phasor(0, omega * farads));
  it('an open wire beside a 120 V one ghosts 106.1 V, with 1 nF to earth 56.7 V, in low-Z 0.136 V', () => {
    const alone = { openV: phasor(120), behindOhms: capacitor(1e-9) };
    const halved = { openV: phasor(60), behindOhms: capacitor(2e-9) };
    expect(loadedVolts(alone, meterImpedance('vac', 60))).toBeCloseTo(106.1, 1);
    expect(loadedVolts(halved, meterImpedance('vac', 60))).toBeCloseTo(56.7, 1);
    expect(loadedVolts(alone, meterImpedance('loz', 60))).toBeCloseTo(0.136, 3);
    expect([HIGH_Z.ohms, LOW_Z_OHMS]).toEqual([10e6, 3000]);
  });
});

describe('time and current', () => {
  // Source: the curves' own first and last points must hold; standards named in the table, from memory.
  it.each(Object.keys(CURVES) as (keyof typeof CURVES)[])('%s passes its points, never opens below and only gets faster', (name) => {
    const { points } = CURVES[name];
    for (const [multiple, seconds] of points) expect(openingMs(name, multiple) / 1000).toBeCloseTo(seconds, 4);
    expect(openingMs(name, points[0]![0] * 0.99)).toBe(Number.POSITIVE_INFINITY);
    const spread = Array.from({ length: 60 }, (_, k) => openingMs(name, points[0]![0] * 1.06 ** k));
    expect(spread.every((ms, k) => k === 0 || ms <= spread[k - 1]!)).toBe(true);
  });
});

describe('coils off their kind', () => {
  // Ohm's law and V²/VA: a coil's winding is about pf·U²/S of its pull-in figure (common practice); heat goes with the square of the amps.
  const coil = (ratedV: number, more: Partial<Coil> = {}): Coil => ({
    kind: 'coil',
    id: 'coil',
    a: 'A1',
    b: 'A2',
    current: 'AC',
    ratedV,
    ratedHighV: ratedV,
    hz: 60,
    inrushVa: 33.6,
    inrushPf: 0.7,
    sealedVa: 6.5,
    sealedPf: 0.3,
    pickUpGuaranteedRatio: 0.85,
    pickUpTypicalRatio: 0.75,
    dropOutTypicalRatio: 0.45,
    mustReleaseRatio: 0.2,
    operateMs: 18,
    releaseMs: 12,
    ...more,
  });
  const siemens = (one: Coil, mode: 'out' | 'in', hz: number) => magnitude(coilValue(one, { state: { mode }, fault: undefined }, hz).y);
  it('a 24 V AC coil of 12 ohm on 24 V DC: 2.0 A where it held with 0.271 A, 55 times the heat', () => {
    const [dc, ac] = [24 * siemens(coil(24), 'out', 0), 24 * siemens(coil(24), 'in', 60)];
    expect(dc).toBeCloseTo(2, 2);
    expect(ac).toBeCloseTo(0.271, 3);
    expect((dc / ac) ** 2).toBeCloseTo(54.5, 0);
    expect(ac * 12).toBeCloseTo(3.25, 2);
  });
  it.each([
    [24, 12],
    [120, 300],
    [240, 1200],
  ])('the same frame wound for %i V measures %f ohm', (volts, expected) =>
    expect(1 / siemens(coil(volts), 'out', 0)).toBeCloseTo(expected, 6),
  );
  it('a 470 ohm 24 V DC coil draws 51.1 mA', () => {
    const relay = coil(24, { current: 'DC', hz: 0, sealedVa: 24 ** 2 / 470 });
    expect(24 * siemens(relay, 'in', 0)).toBeCloseTo(0.0511, 4);
  });
  it('a 240 V coil stuck on 120 V with six times the inrush draws 3.0 times its sealed amps', () => {
    const stuck = coil(240, { inrushVa: 6 * 6.5 });
    expect((120 * siemens(stuck, 'out', 60)) / (240 * siemens(stuck, 'in', 60))).toBeCloseTo(3, 6);
  });
});

describe('two legs and two secondaries', () => {
  it('a leg lost upstream of a heater: 120 V to earth at both ends, nothing across', () => {
    // Re-derived: the dead end is fed back through the element.
    const lost = bench(demo('Q1'), [powered], ['202=open']);
    for (const end of ['1', '2']) expect(lost.read(20_000, `EH1:${end},PE:PE`)).toBeCloseTo(120, -1);
    expect(lost.read(20_000, 'EH1:1,EH1:2')).toBeLessThan(1);
  });
  it.each([
    ['in phase', '120', 'COM', 0],
    ['in opposition', 'COM', '120', 55],
  ] as const)('two idle 40 VA secondaries with C joined, %s: the free ends read %f', (_name, toL, toN, expected) => {
    const board = demo('Q9');
    const sample = Object.values(board.conductors)[0]!;
    const wire = (id: string, a: string, b: string): [string, Conductor] => [
      id,
      { ...sample, id: wireId(id), ends: [end(a), end(b)], lengthM: { value: null, evidence: 'unknown' } },
    ];
    const devices = {
      dG1: board.devices.dG1!,
      dQ1: board.devices.dQ1!,
      dT1: board.devices.dT1!,
      dT2: { ...board.devices.dT1!, id: dev('dT2'), tag: 'T2' },
    };
    const conductors = Object.fromEntries([
      wire('w1', 'dG1:L', 'dT1:120'),
      wire('w2', 'dG1:N', 'dT1:COM'),
      wire('w3', 'dG1:L', `dT2:${toL}`),
      wire('w4', 'dG1:N', `dT2:${toN}`),
    ]);
    const pair = bench(
      {
        ...board,
        devices,
        conductors,
        cables: {},
        complaints: [],
        powerSwitch: { control: { open: [], lift: [] }, isolated: { open: [], lift: [] }, staysOn: [] },
      },
      [powered],
    );
    expect(Math.abs(pair.read(1000, 'T1:R,T2:R') - expected)).toBeLessThan(0.1);
  });
});
