import { describe, expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { DEMO, demo } from '../testing/demo';
import { rigged } from '../testing/rigged';
import { checkStudy, studyOf } from './index';
import type { EarthTold } from './rules/earthFault';

const said = (circuit: Circuit) =>
  checkStudy(studyOf(circuit, explore(circuit)))
    .filter(({ rule }) => rule === 'held-by-earth')
    .map(({ verdict, told }) => [verdict, (told as EarthTold).at]);

/** A 24 V control circuit: thermostat, pressure switch, coil; the switch ahead of the coil or behind it, the secondary bonded or not. */
function control(bonded: 'C' | 'R' | 'none', isBehind: boolean) {
  const [ahead, behind] = isBehind ? (['K1:A1', 'PS1:1'] as const) : (['PS1:1', 'T1:C'] as const);
  return rigged(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60' }],
      T1: ['control-transformer-24', { va: 40, bonded }],
      F1: ['fuse-1', { ratingA: 3 }],
      TC1: ['thermostat-two-wire', {}],
      PS1: ['pressure-switch-high', {}],
      K1: ['contactor-1', { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 20, sealedVa: 6 }],
      H1: ['lamp', { volts: 120, watts: 60 }],
    },
    [
      ['G1:L', 'T1:120'],
      ['G1:N', 'T1:COM'],
      ['T1:R', 'F1:1'],
      ['F1:2', 'TC1:1'],
      ['TC1:2', ahead],
      ...(isBehind ? ([['PS1:2', 'T1:C']] as [string, string][]) : ([['PS1:2', 'K1:A1']] as [string, string][])),
      ['K1:A2', behind],
      ['G1:L', 'K1:L1'],
      ['K1:T1', 'H1:1'],
      ['H1:2', 'G1:N'],
    ],
  );
}

describe('a stop that one earth fault bridges', () => {
  it.each([
    // ahead of the coil, the returns bonded: the fault blows the fuse
    ['C', false, []],
    // behind the coil, where the bonded side is
    ['C', true, [['danger', 'PS1:1']]],
    // bonded on the side that the contacts are on
    ['R', false, [['danger', 'PS1:2']]],
    ['R', true, []],
    // nothing bonded: one fault does nothing yet
    ['none', false, []],
    ['none', true, []],
  ] as const)('secondary bonded: %s, behind the coil: %s', (bonded, isBehind, found) => {
    expect(said(control(bonded, isBehind))).toEqual(found);
  });
  it.each(DEMO)('%s has none', (name) => expect(said(demo(name))).toEqual([]));
  it("an overload's contact behind the coil is told where the two stand in different enclosures", () => {
    const circuit = demo('Q3');
    const apart = {
      ...circuit,
      devices: Object.fromEntries(
        Object.entries(circuit.devices).map(([id, one]) => [id, one.tag === 'OL1' ? { ...one, place: null } : one]),
      ),
    };
    expect(said(apart)).toEqual([['look', 'OL1:95']]);
  });
});
