import { describe, expect, it } from 'vitest';
import type { Circuit, LogEntry } from '#core/circuit';
import { branchAmps, partAmps, readOhms } from '#core/network';
import { magnitude } from '#core/units';
import { bench, demo, on, point, powered } from '../testing/demo';
import { line, rigged } from '../testing/rigged';
import { showOhms } from './index';

type Run = ReturnType<typeof bench>;
const part = (run: Run, spelled: string) => {
  const [tag, id] = spelled.split('.') as [string, string];
  const found = run.plan.parts.find((one) => one.device.tag === tag && one.part.id === id);
  if (!found) throw new Error(`no ${spelled}`);
  return found.index;
};
const mode = (run: Run, atMs: number, spelled: string): number => run.at(atMs).moment.modes[part(run, spelled)]!;
const ampsOf = (run: Run, atMs: number, spelled: string): number => {
  run.at(atMs);
  return partAmps(run.rig.nets, run.plan, part(run, spelled));
};
const off = (device: string, input: string, atMs: number): LogEntry => on(device, input, atMs, false);

describe('the duct heater', () => {
  const called = bench(demo('Q2'), [powered, on('TC1', 'heating', 1000), off('TC1', 'heating', 60_000)]);
  it('heats in two stages with air from the first moment, and carries the heat away for 120 s', () => {
    expect(mode(called, 5000, 'K1.coil')).toBe(1);
    expect(ampsOf(called, 5000, 'E1.1-2')).toBeCloseTo(18.6, 0); // 4500 W at 240 V: P over V
    expect(ampsOf(called, 5000, 'E2.1-2')).toBeCloseTo(18.6, 0);
    expect(ampsOf(called, 5000, 'M1.winding')).toBeGreaterThan(2.5); // through the NC throw while the timer still waits
    expect(mode(called, 5000, 'KT1.COM-NO')).toBe(0);
    expect(mode(called, 20_000, 'KT1.COM-NO')).toBe(1);
    expect(ampsOf(called, 100_000, 'E1.1-2')).toBeLessThan(0.01);
    expect(ampsOf(called, 100_000, 'M1.winding')).toBeGreaterThan(2.5);
    expect(mode(called, 200_000, 'KT1.COM-NO')).toBe(0);
  });
  it('the second stage can be switched off', () => {
    const one = bench(demo('Q2'), [powered, off('S1', 'on', 0), on('TC1', 'heating', 1000)]);
    expect([mode(one, 5000, 'K1.coil'), mode(one, 5000, 'K2.coil')]).toEqual([1, 0]);
  });
  it('the limit takes the heat out and leaves the fan', () => {
    const hot = bench(demo('Q2'), [powered, on('TC1', 'heating', 1000), on('S2', 'hot', 30_000)]);
    expect(ampsOf(hot, 40_000, 'E1.1-2')).toBeLessThan(0.01);
    expect(ampsOf(hot, 40_000, 'M1.winding')).toBeGreaterThan(2.5);
  });
  it('a welded heater contact keeps the fan on with no call', () => {
    const welded = bench(demo('Q2'), [powered], ['K1.L1-T1=welded', 'K1.L2-T2=welded']);
    expect(ampsOf(welded, 300_000, 'E1.1-2')).toBeGreaterThan(18);
    expect(ampsOf(welded, 300_000, 'M1.winding')).toBeGreaterThan(2.5);
  });
});

describe('grow lamps', () => {
  it.each([
    ['off', [], 0],
    ['hand', [on('S1', 'hand', 0)], 1],
    ['auto by day', [on('S1', 'auto', 0), on('B2', 'period', 0)], 0],
    ['auto, dark, out of the period', [on('S1', 'auto', 0), on('B1', 'dark', 0)], 0],
    ['auto, dark, in the period', [on('S1', 'auto', 0), on('B1', 'dark', 0), on('B2', 'period', 0)], 1],
  ] as const)('%s', (_name, log, pulled) => {
    const run = bench(demo('Q5'), [powered, ...log]);
    expect([mode(run, 20_000, 'K1.coil'), mode(run, 20_000, 'K2.coil')]).toEqual([pulled, pulled]);
    // six fittings of 680 W at 240 V: 17.0 A less what the feeder loses
    expect(ampsOf(run, 20_000, 'H1.1-2')).toBeCloseTo(pulled ? 16.6 : 0, 0);
  });
});

describe('fertiliser tanks', () => {
  const heating = [powered, on('S1', 'full', 0), on('TC1', 'heating', 0)];
  const lines = (run: Run, tag: string): number[] => {
    run.at(60_000);
    const [net] = run.rig.nets.filter(({ hz }) => hz === 60);
    return ['L1-T1', 'L2-T2', 'L3-T3'].map((pole) => magnitude(branchAmps(net!, run.plan.parts[part(run, `${tag}.${pole}`)]!.firstBranch)));
  };
  const watts = (run: Run): number => {
    run.at(60_000);
    const [net] = run.rig.nets.filter(({ hz }) => hz === 60);
    const { firstBranch, part: heater } = run.plan.parts[part(run, 'E1.elements')]!;
    if (heater.kind !== 'load3') throw new Error('E1 is no three-phase heater');
    const ohms = (3 * heater.ratedV! ** 2) / heater.watts;
    return [0, 1, 2].reduce((sum, k) => sum + magnitude(branchAmps(net!, firstBranch + k)) ** 2 * ohms, 0);
  };
  const whole = bench(demo('Q6'), heating);
  it('an empty tank fills, a full one heats after its delay', () => {
    const filling = bench(demo('Q6'), [powered, on('TC1', 'heating', 0)]);
    expect([mode(filling, 60_000, 'Y1.coil'), mode(filling, 60_000, 'K1.coil')]).toEqual([1, 0]);
    expect([mode(whole, 60_000, 'Y1.coil'), mode(whole, 60_000, 'K1.coil'), mode(whole, 3000, 'K1.coil')]).toEqual([0, 1, 0]);
  });
  it.each([
    ['S3', off('S3', 'level', 30_000)],
    ['S5', on('S5', 'hot', 30_000)],
  ])('%s cuts the heater out by itself', (_tag, act) => {
    const cut = bench(demo('Q6'), [...heating, act as LogEntry]);
    expect([mode(cut, 20_000, 'K1.coil'), mode(cut, 60_000, 'K1.coil')]).toEqual([1, 0]);
  });
  // Balanced delta and its faults, by nodal analysis on paper: one element open leaves 2/3 of the power and lines of 1, 1/√3, 1/√3;
  // one line lost leaves half.
  it('delta with an open element gives two thirds, and its lines stand 0.577, 0.577, 1', () => {
    const open = bench(demo('Q6'), heating, ['E1.elements=open']);
    expect(watts(open) / watts(whole)).toBeCloseTo(2 / 3, 1);
    const [full] = lines(whole, 'K1');
    const shares = lines(open, 'K1')
      .map((amps) => amps / full!)
      .sort((a, b) => a - b);
    expect(shares[0]).toBeCloseTo(0.577, 1);
    expect(shares[1]).toBeCloseTo(0.577, 1);
    expect(shares[2]).toBeCloseTo(1, 1);
  });
  it('delta with a line lost at its contactor gives half', () => {
    const lost = bench(demo('Q6'), heating, ['K1.L3-T3=stuckOpen']);
    expect(watts(lost) / watts(whole)).toBeCloseTo(0.5, 1);
  });
  it('a wye heater with an open element gives half, two lines at 0.866', () => {
    const circuit = demo('Q6');
    const e1 = circuit.devices.dE1!;
    const wye: Circuit = {
      ...circuit,
      devices: { ...circuit.devices, dE1: { ...e1, nameplate: { ...e1.nameplate, connection: { value: 'wye', evidence: 'print' } } } },
    };
    const [full, open] = [bench(wye, heating), bench(wye, heating, ['E1.elements=open'])];
    const [base] = lines(full, 'K1');
    const shares = lines(open, 'K1')
      .map((amps) => amps / base!)
      .sort((a, b) => a - b);
    expect(shares[0]).toBeCloseTo(0, 2);
    expect(shares[1]).toBeCloseTo(0.866, 1);
    expect(shares[2]).toBeCloseTo(0.866, 1);
  });
  it('one overloaded pole of a breaker takes all of them out', () => {
    const circuit = demo('Q6');
    const e1 = circuit.devices.dE1!;
    const large: Circuit = {
      ...circuit,
      devices: { ...circuit.devices, dE1: { ...e1, nameplate: { ...e1.nameplate, watts: { value: 60_000, evidence: 'print' } } } },
    };
    const run = bench(large, heating);
    expect(['L1-T1', 'L2-T2', 'L3-T3'].map((pole) => mode(run, 3_600_000, `F1.${pole}`))).toEqual([1, 1, 1]);
    expect(run.read(3_600_000, 'K1:L1,K1:L2')).toBeLessThan(1);
  });
});

describe('unit heater with an added transformer', () => {
  const run = bench(demo('Q7'), [powered, on('TC1', 'heating', 0)]);
  it('waits for the thermostat to start up, then joins the call pair and runs the circulator', () => {
    expect([mode(run, 10_000, 'K1.coil'), mode(run, 30_000, 'K1.coil'), mode(run, 30_000, 'K2.coil-24')]).toEqual([0, 1, 1]);
    expect(ampsOf(run, 30_000, 'M1.winding')).toBeCloseTo(0.8, 1);
    expect(run.read(10_000, 'E1:C1,E1:C2')).toBeCloseTo(24, 0);
    expect(run.read(30_000, 'E1:C1,E1:C2')).toBeLessThan(0.1);
    expect(ampsOf(run, 30_000, 'E1.call')).toBeCloseTo(0.01, 3); // 24 V behind 2.4 kΩ, joined: Ohm
  });
  it('the capped coil lead carries nothing', () => expect(ampsOf(run, 30_000, 'K2.coil-120')).toBeLessThan(1e-6));
});

describe('signal transformer', () => {
  const run = bench(demo('L4'), [{ atMs: 0, power: 'isolated' }], ['F1.1-2=blown']);
  // A small 24, 12 and 2.5 V winding measures about 1.4, 1.0 and under 0.5 Ω to its common, ± half: common practice.
  it.each([
    ['T1:24', 1.4],
    ['T1:12', 1],
    ['T1:2.5', 0.42],
  ])('%s to common measures about %f Ω', (mark, ohms) => {
    const frame = run.at(0);
    const node = (spelled: string) => run.plan.nodeOf(point(run.plan.circuit, spelled));
    const reads = readOhms(showOhms(run.rig, frame.moment), node(mark), node('T1:C'));
    expect(reads).toBeGreaterThan(ohms / 1.5);
    expect(reads).toBeLessThan(ohms * 1.5);
  });
  it('a blown fuse in the common leaves every tap at its volts; a pressed lamp finds its way back through the pilot lamp', () => {
    const dark = bench(demo('L4'), [powered, on('S1', 'pressed', 1000)], ['F1.1-2=blown']);
    expect(dark.read(1200, 'T1:24,T1:C')).toBeGreaterThan(24);
    expect(ampsOf(dark, 500, 'H3.1-2')).toBeLessThan(1e-3);
    // what goes out through H1 can only come back through H3 to its own tap
    expect(ampsOf(dark, 1200, 'H1.1-2')).toBeCloseTo(ampsOf(dark, 1200, 'H3.1-2'), 5);
    const lit = bench(demo('L4'), [powered, on('S1', 'pressed', 1000)]);
    expect(ampsOf(lit, 1200, 'H1.1-2')).toBeGreaterThan(0.15);
  });
});

describe('a latching relay', () => {
  const circuit = rigged(
    {
      G1: line(24),
      K1: ['relay-latching', { coilKind: 'AC', coilV: 24, coilHz: '60' }],
      S1: ['push-button', { form: 'NO' }],
      S2: ['push-button', { form: 'NO' }],
      H1: ['lamp', { volts: 24, watts: 5 }],
    },
    [
      ['G1:L', 'S1:1'],
      ['G1:L', 'S2:1'],
      ['S1:2', 'K1:A1'],
      ['S2:2', 'K1:B1'],
      ['K1:A2', 'G1:N'],
      ['K1:B2', 'G1:N'],
      ['G1:L', 'K1:11'],
      ['K1:14', 'H1:1'],
      ['H1:2', 'G1:N'],
    ],
  );
  const push = (tag: string, atMs: number): LogEntry[] => [on(tag, 'pressed', atMs), off(tag, 'pressed', atMs + 500)];
  it('stays set without current, through a power loss, until it is pulled back', () => {
    const run = bench(circuit, [powered, ...push('S1', 1000), ...push('S2', 9000)]);
    expect([500, 3000, 8000, 11_000].map((at) => ampsOf(run, at, 'H1.1-2') > 0.1)).toEqual([false, true, true, false]);
    expect(ampsOf(run, 3000, 'K1.set')).toBeLessThan(1e-6);
  });
});

describe('coils of two prints', () => {
  const on230 = (hz: string, plate: Record<string, number | string>) => {
    const circuit = rigged(
      { G1: ['supply-1ph', { volts: 110, hz, legOhms: 0.001, legReactanceOhms: 0 }], K1: ['relay-interface-1', plate] },
      [
        ['G1:L', 'K1:A1'],
        ['G1:N', 'K1:A2'],
      ],
    );
    return mode(bench(circuit, [powered]), 1000, 'K1.coil');
  };
  it('110 V 50 Hz beside 120 V 60 Hz pulls in at both; 24 V AC/DC takes either', () => {
    const both = { coilKind: 'AC', coilV: 120, coilHz: '60', coilOtherV: 110 };
    expect([on230('50', both), on230('60', both)]).toEqual([1, 1]);
    const either = rigged(
      {
        G1: line(24),
        G2: ['dc-supply-module', { inputV: 24, outputV: 24 }],
        K1: ['relay-interface-1', { coilKind: 'AC/DC', coilV: 24 }],
        K2: ['relay-interface-1', { coilKind: 'AC/DC', coilV: 24 }],
      },
      [
        ['G1:L', 'K1:A1'],
        ['G1:N', 'K1:A2'],
        ['G1:L', 'G2:L'],
        ['G1:N', 'G2:N'],
        ['G2:+', 'K2:A1'],
        ['G2:-', 'K2:A2'],
      ],
    );
    const run = bench(either, [powered]);
    expect([mode(run, 1000, 'K1.coil'), mode(run, 1000, 'K2.coil')]).toEqual([1, 1]);
  });
});
