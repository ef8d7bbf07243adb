import { describe, expect, it } from 'vitest';
import { checkStudy, studyOf } from '#core/check';
import type { Circuit } from '#core/circuit';
import type { FamilyName } from '#core/devices';
import { explore } from '#core/explore';
import { tellCalls, tellFinding } from '#core/words';
import { bench, on, powered } from '../testing/demo';
import { dev } from '../testing/ids';
import { line, rigged } from '../testing/rigged';
import { inHand, placeFor, twinOf } from '../testing/stock';
import { candidatesFor, judgePart } from './index';

type Plate = Record<string, number | string>;

const AC24: Plate = { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 4, sealedVa: 2.5 };
const DC24: Plate = { coilKind: 'DC', coilV: 24, sealedVa: 1 };
const DUAL: Plate = { coilKind: 'AC', coilV: 240, coilDualV: 120, coilHz: '60', inrushVa: 60, inrushPf: 0.7, sealedVa: 8, sealedPf: 0.35 };

/** A coil behind one switch, on AC of the given volts or on a 24 V DC supply; `turned`: its leads the other way round. */
function place(
  plate: Plate,
  {
    supply,
    switched = 'float-switch',
    family = 'relay-interface-1',
    turned = false,
  }: { supply: number | 'DC'; switched?: FamilyName; family?: FamilyName; turned?: boolean },
): Circuit {
  const [plus, minus] = turned ? ['K1:A2', 'K1:A1'] : ['K1:A1', 'K1:A2'];
  const dc = supply === 'DC';
  const [hot, back] = dc ? ['G2:+', 'G2:-'] : ['G1:L', 'G1:N'];
  return rigged(
    {
      G1: line(dc ? 120 : supply),
      ...(dc ? { G2: ['dc-supply-module', { inputV: 120, outputV: 24 }] as [FamilyName, Plate] } : {}),
      S1: [switched, { form: 'NO' }],
      K1: [family, plate],
      H1: ['lamp', { volts: dc ? 120 : supply, watts: 5 }],
    },
    [
      ...(dc
        ? ([
            ['G1:L', 'G2:L'],
            ['G1:N', 'G2:N'],
          ] as const)
        : []),
      [hot, 'S1:1'],
      ['S1:2', plus!],
      [back, minus!],
      ['G1:L', 'K1:11'],
      ['K1:14', 'H1:1'],
      ['G1:N', 'H1:2'],
    ],
  );
}

const coilFinding = (circuit: Circuit) =>
  checkStudy(studyOf(circuit, explore(circuit))).find(({ rule, devices }) => rule === 'coil-window' && devices.includes(dev('dK1')));

const part = (plate: Plate, family = 'relay-interface-1') => inHand(family, plate);

// Halves: r = 0.5 in series on the low volts, 2.0 in parallel on the high ones; polarized and pulse coils: common practice.
const cases: readonly [what: string, plate: Plate, at: Parameters<typeof place>[1], verdict: string | undefined][] = [
  ['halves in series on 240 V', { ...DUAL, coilHalves: 'series' }, { supply: 240 }, undefined],
  ['halves in parallel on 120 V', { ...DUAL, coilHalves: 'parallel' }, { supply: 120 }, undefined],
  ['halves in series on 120 V: half the volts', { ...DUAL, coilHalves: 'series' }, { supply: 120 }, 'danger'],
  ['halves in parallel on 240 V: twice the volts', { ...DUAL, coilHalves: 'parallel' }, { supply: 240 }, 'block'],
  ['halves opposed: only ohms', { ...DUAL, coilHalves: 'opposed' }, { supply: 240 }, 'block'],
  ['halves whose joining nobody saw', DUAL, { supply: 240 }, 'cannot-clear'],
  ['an AC coil on AC', AC24, { supply: 24 }, undefined],
  ['a DC coil on AC buzzes', DC24, { supply: 24 }, 'danger'],
  ['a polarized DC coil on AC shorts', { ...DC24, coilPlus: 'A1' }, { supply: 24 }, 'block'],
  ['a polarized coil with plus on plus', { ...DC24, coilPlus: 'A1' }, { supply: 'DC' }, undefined],
  ['a polarized coil with its leads turned', { ...DC24, coilPlus: 'A1' }, { supply: 'DC', turned: true }, 'block'],
  ['one marked the other way, turned, is right', { ...DC24, coilPlus: 'A2' }, { supply: 'DC', turned: true }, undefined],
  ['a plain DC coil does not mind', DC24, { supply: 'DC', turned: true }, undefined],
  ['a pulse coil held by a float', DC24, { supply: 'DC', family: 'relay-latching' }, 'danger'],
  ['a pulse coil pressed for a moment', DC24, { supply: 'DC', family: 'relay-latching', switched: 'push-button' }, undefined],
  ['a latching coil that may stay on', { ...DC24, coilDuty: 'continuous' }, { supply: 'DC', family: 'relay-latching' }, undefined],
];

describe('a coil of an unusual kind, in its circuit', () => {
  it.each(cases)('%s', (_what, plate, at, verdict) => {
    expect(coilFinding(place(plate, at))?.verdict).toBe(verdict);
  });
  it('tells what to do about it, not to change the volts', () => {
    const words = (...at: Parameters<typeof place>) => tellFinding(place(...at), coilFinding(place(...at))!);
    expect(words({ ...DC24, coilPlus: 'A1' }, { supply: 'DC', turned: true }).remedy).toMatch(/plus/);
    expect(words(DC24, { supply: 'DC', family: 'relay-latching' }).remedy).toMatch(/pulse/);
    expect(words(DUAL, { supply: 240 }).reason).toMatch(/halves/);
  });
  it('a reversed polarized coil does not lift, and a turned plain one does', () => {
    const lit = (plate: Plate) =>
      bench(place(plate, { supply: 'DC', turned: true }), [powered, on('S1', 'level', 1000)]).read(5000, 'H1:1,H1:2');
    expect(lit(DC24)).toBeGreaterThan(100);
    expect(lit({ ...DC24, coilPlus: 'A1' })).toBeLessThan(1);
  });
});

describe('the same coils as candidates, by the quick table and by the solve', () => {
  // the relay that stands there now is a plain one for the supply that is there
  const own = (at: Parameters<typeof place>[1]): Circuit =>
    place(at.supply === 'DC' ? DC24 : { ...AC24, coilV: at.supply }, { supply: at.supply, switched: at.switched ?? 'float-switch' });
  it.each(cases.filter(([, , at]) => !at.turned && at.family === undefined))('%s', (_what, plate, at, verdict) => {
    const circuit = own(at);
    const device = circuit.devices.dK1!;
    const need = placeFor(circuit, 'K1');
    const hand = part({ ...plate, resistiveA: 6, pilotCode: 'B300', mostV: 300 });
    const quick = judgePart(need, hand).cells.coil.verdict;
    const twin = twinOf(circuit, device, hand, explore(circuit));
    const solved = twin.brings.find(({ rule }) => rule === 'coil-window')?.verdict ?? 'good';
    expect([quick, solved]).toEqual([verdict ?? 'good', verdict ?? 'good']);
  });
  it('a polarized part is laid with its plus on plus, and says which leads change ends', () => {
    const circuit = own({ supply: 'DC' });
    const hand = part({ ...DC24, coilPlus: 'A2', resistiveA: 6, pilotCode: 'B300', mostV: 300 });
    const need = placeFor(circuit, 'K1');
    const quick = judgePart(need, hand);
    const twin = twinOf(circuit, circuit.devices.dK1!, hand, explore(circuit));
    for (const { moved } of [quick.mapping, twin.mapping])
      expect(moved).toEqual([
        { from: 'A1', to: 'A2' },
        { from: 'A2', to: 'A1' },
      ]);
    expect(quick.cells.coil.verdict).toBe('good');
    expect(twin.brings.filter(({ rule }) => rule === 'coil-window')).toEqual([]);
  });
  it('where the coil that stands there is reversed, what would fit is still found', () => {
    const circuit = place({ ...DC24, coilPlus: 'A1' }, { supply: 'DC', turned: true });
    const need = placeFor(circuit, 'K1');
    const fits = candidatesFor(need, [part({ ...DC24, resistiveA: 6, pilotCode: 'B300', mostV: 300 })]);
    expect([need.isAssumed, fits[0]?.cells.coil.verdict]).toEqual([true, 'good']);
  });
});

describe('a latching relay before its first pulse', () => {
  const circuit = place(DC24, { supply: 'DC', family: 'relay-latching', switched: 'push-button' });
  const lampV = (found: boolean) => bench(circuit, [powered, on('K1', 'found', 0, found)]).read(1000, 'H1:1,H1:2');
  it('may be found set or reset: both are solved', () => {
    expect(lampV(true)).toBeGreaterThan(100);
    expect(lampV(false)).toBeLessThan(1);
  });
  it('both are among the states explored: its contact carries the lamp without any pulse', () => {
    const { endings } = explore(circuit);
    const found = [...endings.values()].find(({ calls }) => tellCalls(circuit, calls) === 'K1 found set')!;
    expect([found.seen.H1, endings.get('')!.seen.H1]).toEqual([true, false]);
  });
});
