import { describe, expect, it } from 'vitest';
import { type Circuit, spellTerminal } from '#core/circuit';
import { DEMO, demo } from '../testing/demo';
import { rigged } from '../testing/rigged';
import { explore } from './exploring';
import { triedStops } from './stops';

const coil = { coilKind: 'AC', coilV: 120, coilHz: '60', inrushVa: 10, sealedVa: 5, motorA: 20, lockedA: 120 } as const;
const told = (circuit: Circuit) => triedStops(explore(circuit)).map(({ planned, tried, stops }) => [planned.device.tag, tried > 0, stops]);

/** A stop, a start and a seal-in contact; the seal taken from before or after the stop. */
const startStop = (sealFrom: string, ...more: [string, string][]) =>
  rigged(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60' }],
      F1: ['fuse-1', { ratingA: 40 }],
      S1: ['push-button', { form: 'NC' }],
      S2: ['push-button', { form: 'NO' }],
      K1: ['contactor-3-aux', coil],
      M1: ['motor-1ph', { volts: 120, runA: 9, lockedA: 54 }],
    },
    [
      ['G1:L', 'F1:1'],
      ['F1:2', 'S1:1'],
      ['S1:2', 'S2:1'],
      ['S2:2', 'K1:A1'],
      [sealFrom, 'K1:13'],
      ['K1:14', 'K1:A1'],
      ['K1:A2', 'G1:N'],
      ['F1:2', 'K1:L1'],
      ['K1:T1', 'M1:1'],
      ['M1:2', 'G1:N'],
      ...more,
    ],
  );

/** A limit in the way of a thermostat's call. */
const limited = (...more: [string, string][]) =>
  rigged(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60' }],
      TC1: ['thermostat-two-wire', {}],
      PS1: ['pressure-switch-high', {}],
      K1: ['contactor-1', coil],
      H1: ['lamp', { volts: 120, watts: 60 }],
    },
    [
      ['G1:L', 'TC1:1'],
      ['TC1:2', 'PS1:1'],
      ['PS1:2', 'K1:A1'],
      ['K1:A2', 'G1:N'],
      ['G1:L', 'K1:L1'],
      ['K1:T1', 'H1:1'],
      ['H1:2', 'G1:N'],
      ...more,
    ],
  );

describe('every stop is tried', () => {
  it.each([
    ['wired as it should be', startStop('S1:2'), true],
    ['bridged', startStop('S1:2', ['S1:1', 'S1:2']), false],
    ['with the seal taken from before it', startStop('S1:1'), false],
    ['bridged from further off', startStop('S1:2', ['F1:2', 'S2:1']), false],
  ])('a stop button %s', (_name, circuit, stops) => expect(told(circuit)).toEqual([['S1', true, stops]]));
  it.each([
    ['in the way of the call', limited(), true],
    ['bridged', limited(['TC1:2', 'K1:A1']), false],
  ])('a pressure switch %s', (_name, circuit, stops) => expect(told(circuit)).toEqual([['PS1', true, stops]]));
  it('what leads around is named', () => {
    const circuit = startStop('S1:2', ['S1:1', 'S1:2']);
    const [one] = triedStops(explore(circuit));
    expect(one!.around.map((id) => circuit.conductors[id]?.ends.map((end) => end && spellTerminal(circuit, end)))).toEqual([
      ['S1:1', 'S1:2'],
    ]);
    expect(triedStops(explore(limited()))[0]!.around).toEqual([]);
  });
  it('a stop that is wired at one end is none that could be tried', () => {
    const circuit = limited();
    const { w2: _off, ...conductors } = circuit.conductors;
    expect(told({ ...circuit, conductors })).toEqual([]);
  });
  it.each(DEMO)('each one of %s stops what it guards', (name) => {
    for (const [tag, tried, stops] of told(demo(name))) expect([tag, tried, stops]).toEqual([tag, true, true]);
  });
});
