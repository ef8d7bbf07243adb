import { describe, expect, it } from 'vitest';
import { explore } from '#core/explore';
import { rigged } from '../testing/rigged';
import { checkStudy, studyOf } from './index';

const LINE = ['supply-1ph', { volts: 120, hz: '60' }] as const;
const T24 = ['control-transformer-24', { va: 40, bonded: 'no' }] as const;
const SELECTOR = ['switch-1', { form: 'NO' }] as const;
const LAMP = ['lamp', { volts: 24, watts: 5 }] as const;
const POWER = { coilKind: 'AC', coilV: 120, coilHz: '60', inrushVa: 60, sealedVa: 8 } as const;

type Wires = readonly (readonly [string, string])[];
const pairs = (text: string): Wires => text.split(' | ').map((pair) => pair.split(' ') as [string, string]);
const primaries = (second: 'same' | 'turned'): string =>
  `G1:L T1:120 | G1:N T1:COM | ${second === 'same' ? 'G1:L T2:120 | G1:N T2:COM' : 'G1:L T2:COM | G1:N T2:120'}`;
const LOADS = 'T1:R S1:1 | S1:2 H1:1 | H1:2 T1:C | T2:R H2:1 | H2:2 T2:C';
const two = { G1: LINE, T1: T24, T2: T24, S1: SELECTOR, H1: LAMP, H2: LAMP };

const met = (devices: Parameters<typeof rigged>[0], wires: string) => {
  const circuit = rigged(devices, pairs(wires));
  return checkStudy(studyOf(circuit, explore(circuit))).filter(({ rule }) => rule === 'supplies-meet' || rule === 'transformer-tap');
};
const BROKEN = 'S1:14 K2:21 | K2:22 K1:A1 | S2:14 K1:21 | K1:22 K2:A1';
const APART = 'S1:14 S2:21 | S2:22 K2:21 | K2:22 K1:A1 | S2:14 S1:21 | S1:22 K1:21 | K1:22 K2:A1';

const said = (findings: ReturnType<typeof met>): string[] => findings.map(({ id, verdict }) => `${id} ${verdict}`);

// 24 V secondaries: common practice; NEC 725 from memory
describe('two supplies that feed the same two points', () => {
  it.each([
    ['hots and commons joined, in phase', `${primaries('same')} | ${LOADS} | T1:R T2:R | T1:C T2:C`, ['supplies-meet:dT1:dT2 danger']],
    [
      'hots and commons joined, one turned round',
      `${primaries('turned')} | ${LOADS} | T1:R T2:R | T1:C T2:C`,
      ['supplies-meet:dT1:dT2 block', 'transformer-tap:dT1 danger', 'transformer-tap:dT2 danger'],
    ],
    [
      'each hot on the other’s common, one turned round: in phase again',
      `${primaries('turned')} | ${LOADS} | T1:R T2:C | T1:C T2:R`,
      ['supplies-meet:dT1:dT2 danger'],
    ],
    ['hots alone', `${primaries('turned')} | ${LOADS} | T1:R T2:R`, []],
    ['commons alone', `${primaries('turned')} | ${LOADS} | T1:C T2:C`, []],
    ['nothing', `${primaries('turned')} | ${LOADS}`, []],
  ])('secondaries: %s', (_, wires, findings) => {
    expect(said(met(two, wires))).toEqual(findings);
  });

  it('are told with what runs round: twice the idle volts over the ohms of both, in the state that joins them', () => {
    const [finding] = met({ ...two, S2: SELECTOR }, `${primaries('turned')} | ${LOADS} | T1:R S2:1 | S2:2 T2:R | T1:C T2:C`);
    // each is 27.5 V idle behind 2.08 + j0.73 Ω, and the line behind is stiff beside that
    expect(finding!.is).toBeGreaterThan((0.9 * 27.5) / Math.hypot(2.08, 0.73));
    expect(finding!.is).toBeLessThan((1.01 * 27.5) / Math.hypot(2.08, 0.73));
  });

  it.each([
    ['two lines by two contactors that nothing keeps apart', 'S1:14 K1:A1 | S2:14 K2:A1', ['supplies-meet:dG1:dG2 block']],
    ['each broken by a contact of the other, both called at once: both are on their way', BROKEN, ['supplies-meet:dG1:dG2 block']],
    ['each broken by a contact of the other, and by the button of the other', APART, []],
  ])('%s', (_, calls, findings) => {
    const contactor = ['contactor-3-1nc', POWER] as const;
    const button = ['push-button-1no-1nc', {}] as const;
    const heater = ['heater', { volts: 120, watts: 500 }] as const;
    const devices = { G1: LINE, G2: LINE, S1: button, S2: button, K1: contactor, K2: contactor, E1: heater };
    const power = 'G1:L K1:L1 | G1:N K1:L2 | K1:T1 E1:1 | K1:T2 E1:2 | G2:L K2:L1 | G2:N K2:L2 | K2:T1 E1:1 | K2:T2 E1:2';
    const wires = `${power} | G1:L S1:13 | G2:L S2:13 | ${calls} | K1:A2 G1:N | K2:A2 G2:N`;
    expect(said(met(devices, wires))).toEqual(findings);
  });

  it.each([
    ['direct supplies side by side', '24', 'supplies-meet:dP1:dP2 look'],
    ['direct supplies of other volts', '12', 'supplies-meet:dP1:dP2 block'],
  ])('%s', (_, outputV, finding) => {
    const module = (volts: number) => ['dc-supply-module', { inputV: 120, outputV: volts, inputVa: 60 }] as const;
    const devices = { G1: LINE, P1: module(24), P2: module(Number(outputV)), H1: LAMP };
    const found = met(devices, 'G1:L P1:L | G1:N P1:N | G1:L P2:L | G1:N P2:N | P1:+ H1:1 | P1:- H1:2 | P2:+ H1:1 | P2:- H1:2');
    expect(said(found)).toEqual([finding]);
  });

  it.each([
    ['in step: what flows to the load is no amps that run round', 'K2:L1 G2:L1 | K2:L2 G2:L2 | K2:L3 G2:L3', false],
    ['the first two lines of one exchanged', 'K2:L1 G2:L2 | K2:L2 G2:L1 | K2:L3 G2:L3', true],
    ['the last two', 'K2:L1 G2:L1 | K2:L2 G2:L3 | K2:L3 G2:L2', true],
  ])('two lines of three phases that share a neutral, %s', (_, second, isAgainst) => {
    const wye = ['supply-3ph-wye', { volts: 400, hz: '50' }] as const;
    const contactor = ['contactor-3-1nc', { ...POWER, coilV: 230, coilHz: '50' }] as const;
    const motor = ['motor-3ph', { volts: 400, runA: 5, lockedA: 30 }] as const;
    const devices = { G1: wye, G2: wye, S1: SELECTOR, S2: SELECTOR, K1: contactor, K2: contactor, M1: motor };
    const calls = 'G1:L1 S1:1 | S1:2 K1:A1 | K1:A2 G1:N | K1:T1 S2:1 | S2:2 K2:A1 | K2:A2 G1:N | G1:N G2:N';
    const power = 'G1:L1 K1:L1 | G1:L2 K1:L2 | G1:L3 K1:L3 | K1:T1 M1:U | K1:T2 M1:V | K1:T3 M1:W | K2:T1 M1:U | K2:T2 M1:V | K2:T3 M1:W';
    const [finding] = met(devices, `${calls} | ${power} | ${second}`);
    expect(finding).toMatchObject({ rule: 'supplies-meet', verdict: 'block', told: { of: 'mains', isAgainst } });
  });

  it('a secondary on a direct supply is blocked', () => {
    const devices = { G1: LINE, T1: T24, P1: ['dc-supply-module', { inputV: 120, outputV: 24, inputVa: 60 }] as const, H1: LAMP };
    const found = met(devices, 'G1:L P1:L | G1:N P1:N | G1:L T1:120 | G1:N T1:COM | P1:+ H1:1 | P1:- H1:2 | T1:R H1:1 | T1:C H1:2');
    expect(said(found)).toContain('supplies-meet:dP1:dT1 block');
  });
});
