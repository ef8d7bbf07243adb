import { describe, expect, it } from 'vitest';
import type { FamilyName } from '#core/devices';
import { explore } from '#core/explore';
import { bench, on, powered } from '../testing/demo';
import { dev } from '../testing/ids';
import { line, rigged } from '../testing/rigged';
import { checkStudy, studyOf } from './index';

/** A relay's coil on 120 V behind an output of a controller; `bleedW`: a resistor beside the coil. */
const behind = (output: FamilyName, sealedVa: number, bleedW?: number) =>
  rigged(
    {
      G1: line(120),
      S1: [output, {}],
      K1: ['relay-8-pin', { coilKind: 'AC', coilV: 120, coilHz: '60', inrushVa: 2, inrushPf: 0.75, sealedVa, sealedPf: 0.5 }],
      ...(bleedW ? { E1: ['heater', { volts: 120, watts: bleedW }] as [FamilyName, Record<string, number>] } : {}),
    },
    [
      ['G1:L', 'S1:1'],
      ['S1:2', 'K1:2'],
      ['G1:N', 'K1:7'],
      ...(bleedW
        ? ([
            ['K1:2', 'E1:1'],
            ['K1:7', 'E1:2'],
          ] as const)
        : []),
    ],
  );

const found = (circuit: ReturnType<typeof behind>, rule: string) =>
  checkStudy(studyOf(circuit, explore(circuit))).filter((one) => one.rule === rule && one.devices.includes(dev('dK1')));

describe('an output that leaks while it is off', () => {
  // 4 mA at 120 V is 30 kΩ; the coil with its gap open 7.2 kΩ at pf 0.75: 120·7.2/|30 + 5.4 + j4.76| = 24.2 V
  it('gives the coil the volts of the divider', () => {
    const run = bench(behind('output-triac', 1.3), [powered, on('S1', 'on', 1000)]);
    expect(run.read(500, 'K1:2,K1:7')).toBeCloseTo(24.2, 0);
    expect(run.read(5000, 'K1:2,K1:7')).toBeGreaterThan(119);
  });
  it.each([
    ['a triac and a light relay: what holds it is the larger impedance of the armature in', 'output-triac', 1.3, undefined, 'look'],
    ['a lighter one stays in', 'output-triac', 0.3, undefined, 'danger'],
    ['a bleeder takes the leak', 'output-triac', 1.3, 5, undefined],
    ['a relay output leaks nothing', 'output-relay', 0.3, undefined, undefined],
  ] as const)('%s', (_what, output, sealedVa, bleedW, verdict) => {
    expect(found(behind(output, sealedVa, bleedW), 'coil-held-by-leak')[0]?.verdict).toBe(verdict);
  });
});

describe('an output against what hangs on it', () => {
  const verdicts = (circuit: ReturnType<typeof behind>) =>
    Object.fromEntries(
      studyOf(circuit, explore(circuit))
        .poles.filter(({ device }) => device.tag === 'S1')
        .flatMap(({ rows }) => rows.map(({ asks, verdict }) => [asks, verdict])),
    );
  it('a transistor switches DC alone, and no more than 30 V', () =>
    expect(verdicts(behind('output-transistor', 1.3))).toMatchObject({ 'switches AC': 'danger', switches: 'danger' }));
  it('a triac wants a least load: 11 mA of a light relay are under its 30', () =>
    expect(verdicts(behind('output-triac', 1.3))).toMatchObject({ 'least load': 'look', holds: 'good', makes: 'good' }));
  it('a relay output takes it', () => expect(new Set(Object.values(verdicts(behind('output-relay', 1.3))))).toEqual(new Set(['good'])));
});
