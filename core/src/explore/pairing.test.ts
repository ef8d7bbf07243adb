import { describe, expect, it } from 'vitest';
import { type Coil, isKind } from '#core/kinds';
import { planNetwork } from '#core/network';
import { phasor } from '#core/units';
import { rigged } from '../testing/rigged';
import { explore } from './exploring';
import { coilAcross, openVolts, type PairMoment, shortAmps, transformersUnder } from './pair';
import { type CoilPair, callsOf, pairing, plusAtPair } from './pairing';
import { drain } from './walk';

const plate = { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 10, sealedVa: 5 } as const;
const circuit = rigged(
  {
    G1: ['supply-1ph', { volts: 120, hz: '60' }],
    T1: ['control-transformer-24', { va: 40 }],
    S1: ['thermostat-two-wire', {}],
    K1: ['contactor-1', plate],
  },
  [
    ['G1:L', 'T1:120'],
    ['G1:N', 'T1:COM'],
    ['T1:R', 'S1:1'],
    ['S1:2', 'K1:A1'],
    ['K1:A2', 'T1:C'],
  ],
);
const plan = planNetwork(circuit);
const k1 = plan.parts.filter(isKind('coil'))[0]!;
const coil: Coil = k1.part;

/** A stiff source of so many volts seen from the coil's terminals. */
const stiff = (volts: number, hz = 60): PairMoment => ({
  nets: [{ hz, amps: phasor(volts * 1e6), siemens: phasor(1e6), coilA: phasor(0), timer: undefined, felt: [] }],
});
const pair = (volts: number, openV = volts): CoilPair => {
  const moment = stiff(volts);
  return { calls: [], pullIn: moment, held: moment, mostHeld: moment, rest: moment, openV, shortA: 1 };
};

describe('a circuit seen from the terminals of a coil', () => {
  it('a stiff source gives its volts to any coil, and its amps into a short', () => {
    expect(coilAcross(stiff(24), coil, 'in').volts).toBeCloseTo(24, 3);
    expect(coilAcross(stiff(24), coil, 'in').amps).toBeCloseTo(5 / 24, 2);
    expect(coilAcross(stiff(24), coil, 'out').amps).toBeCloseTo(10 / 24, 2);
    expect([openVolts(stiff(24)), shortAmps(stiff(24))]).toEqual([24, 24e6]);
  });
  it.each([
    [
      [0, 11.9, 12, 24],
      [false, false, true, true],
    ],
    [
      [24, 24],
      [true, true],
    ],
    [[0.4], [false]],
    [
      [0.6, 0.31, 0.29],
      [true, false, false],
    ],
    [[], []],
  ])('of %j V what is half of the most, and more than a ghost, is a call: %j', (volts, calls) =>
    expect(
      callsOf(
        coil,
        volts.map((one) => pair(one)),
      ).map(({ isCall }) => isCall),
    ).toEqual(calls),
  );
  it('the end that is on plus is that of the most DC', () => {
    const dc = (volts: number): CoilPair => ({ ...pair(0), pullIn: stiff(volts, 0) });
    expect(plusAtPair([dc(2), dc(-24)])).toBe('b');
    expect(plusAtPair([dc(24), dc(-2)])).toBe('a');
    expect(plusAtPair([pair(24)])).toBeUndefined();
  });
});

describe('every state from the terminals of a coil', () => {
  const { pairs, untried } = drain(pairing(plan, k1));
  it('the call and the rest, and nothing left out', () => {
    expect(untried).toEqual([]);
    expect(pairs.map(({ calls }) => calls.length)).toEqual([0, 1]);
    expect(callsOf(coil, pairs).map(({ isCall }) => isCall)).toEqual([false, true]);
  });
  it('says of the coil that is there what its own run says, and of the transformer what it gives', () => {
    const called = pairs[1]!;
    const held = coilAcross(called.held, coil, 'in');
    const seen = explore(circuit);
    expect(held.volts).toBeCloseTo(seen.coils.get(k1.index)!.held!.volts, 3);
    expect(coilAcross(called.pullIn, coil, 'out').volts).toBeCloseTo(seen.coils.get(k1.index)!.pullIn!.volts, 3);
    const [t1] = transformersUnder(called.held, coil, 'in');
    expect(plan.parts[t1!.part]!.device.tag).toBe('T1');
    expect(t1!.volts).toBeCloseTo(held.volts, 0);
    expect(t1!.va).toBeCloseTo(held.volts * held.amps, 0);
    const heavy = transformersUnder(called.held, { ...coil, sealedVa: 35 }, 'in')[0]!;
    expect(heavy.va).toBeGreaterThan(30);
    expect(heavy.volts).toBeLessThan(t1!.volts - 1);
  });
});
