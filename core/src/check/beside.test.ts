import { describe, expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { tellFinding } from '#core/words';
import { rigged } from '../testing/rigged';
import { checkStudy, studyOf } from './index';

const LINE = ['supply-1ph', { volts: 230, hz: '50' }] as const;
const RELAY = [
  'relay-8-blade',
  { coilKind: 'AC', coilV: 230, coilHz: '50', inrushVa: 2, sealedVa: 1.3, resistiveA: 10, motorA: 3, mostV: 250, pilotCode: 'B300' },
] as const;
const K3 = ['contactor-3', { coilKind: 'AC', coilV: 230, coilHz: '50', inrushVa: 70, sealedVa: 8, resistiveA: 25, mostV: 690 }] as const;
const SWITCH = ['switch-1', { form: 'NO', resistiveA: 16, mostV: 250 }] as const;
const heater = (watts: number) => ['heater', { volts: 230, watts }] as const;
const breaker = ['breaker-1', { ratingA: 32, curve: 'mcb-C' }] as const;

type Devices = Parameters<typeof rigged>[0];
const on = (devices: Devices, wires: string): Circuit =>
  rigged(
    { G1: LINE, ...devices },
    wires.split(' | ').map((pair) => pair.split(' ') as [string, string]),
  );
const told = (circuit: Circuit, rule: string): string[] =>
  checkStudy(studyOf(circuit, explore(circuit)))
    .filter(({ id }) => id.startsWith(`${rule}:`))
    .map(({ id, verdict }) => `${id.slice(rule.length + 1)} ${verdict}`)
    .sort();

/** What stands side by side closes and opens one after the other: makers of relays say that the rating does not grow by it. Common practice. */
describe('contacts side by side are held against the whole load', () => {
  const COIL = 'G1:L S1:1 | S1:2 K1:13 | K1:14 G1:N';
  const TWO_POLES = `${COIL} | G1:L K1:9 | K1:9 K1:12 | K1:5 K1:8 | K1:8 E1:1 | E1:2 G1:N`;
  it.each([
    [
      'two poles of a relay, 16 A on 10 A each',
      { K1: RELAY, S1: SWITCH, E1: heater(3680) },
      TWO_POLES,
      ['dK1:12-8:heater danger', 'dK1:9-5:heater danger'],
    ],
    ['two poles of a relay, 8 A on 10 A each', { K1: RELAY, S1: SWITCH, E1: heater(1840) }, TWO_POLES, []],
    [
      'two poles of a relay, each its own 8 A',
      { K1: RELAY, S1: SWITCH, E1: heater(1840), E2: heater(1840) },
      `${COIL} | G1:L K1:9 | K1:9 K1:12 | K1:5 E1:1 | K1:8 E2:1 | E1:2 G1:N | E2:2 G1:N`,
      [],
    ],
    [
      'two relays, their coils side by side too',
      { K1: RELAY, K2: RELAY, S1: SWITCH, E1: heater(3680) },
      `${COIL} | K1:13 K2:13 | K2:14 G1:N | G1:L K1:9 | K1:9 K2:9 | K1:5 K2:5 | K2:5 E1:1 | E1:2 G1:N`,
      ['dK1:9-5:heater danger', 'dK2:9-5:heater danger'],
    ],
    [
      'two relays, each called by itself, 8 A on 10 A: either may carry it',
      { K1: RELAY, K2: RELAY, S1: SWITCH, S2: SWITCH, E1: heater(1840) },
      `${COIL} | G1:L S2:1 | S2:2 K2:13 | K2:14 G1:N | G1:L K1:9 | K1:9 K2:9 | K1:5 K2:5 | K2:5 E1:1 | E1:2 G1:N`,
      [],
    ],
    [
      'three poles of a contactor, 48 A on 25 A each',
      { K1: K3, S1: SWITCH, E1: heater(11_040) },
      'G1:L S1:1 | S1:2 K1:A1 | K1:A2 G1:N | G1:L K1:L1 | K1:L1 K1:L2 | K1:L2 K1:L3 | K1:T1 K1:T2 | K1:T2 K1:T3 | K1:T3 E1:1 | E1:2 G1:N',
      ['dK1:L1-T1:heater danger', 'dK1:L2-T2:heater danger', 'dK1:L3-T3:heater danger'],
    ],
    [
      'a start button beside the contact that seals in',
      { K1: RELAY, S1: ['push-button', { form: 'NO', pilotCode: 'B300' }], S2: ['push-button', { form: 'NC', pilotCode: 'B300' }] },
      'G1:L S2:1 | S2:2 S1:1 | S1:2 K1:13 | K1:14 G1:N | S1:1 K1:9 | K1:5 S1:2',
      [],
    ],
  ] as const)('%s', (_, devices, wires, is) => {
    expect(told(on(devices as Devices, wires), 'contact-rating')).toEqual(is);
  });
  it('says beside which, and that a maker may give a figure for it', () => {
    const circuit = on({ K1: RELAY, S1: SWITCH, E1: heater(3680) }, TWO_POLES);
    const [finding] = checkStudy(studyOf(circuit, explore(circuit))).filter(({ rule }) => rule === 'contact-rating');
    const { reason, remedy } = tellFinding(circuit, finding!);
    expect(reason).toContain('K1 12-8 stands beside it');
    expect(remedy).toContain('only where their maker gives a figure');
  });
});

/** NEC 240.22 and IEC 60364-4-43 431.2, from memory: nothing opens the grounded conductor and leaves the others closed. */
describe('a guard in the grounded conductor', () => {
  const LAMP = ['lamp', { volts: 230, watts: 60 }] as const;
  it.each([
    [
      'a fuse in the neutral',
      { F1: ['fuse-1', { ratingA: 6 }], S1: SWITCH, H1: LAMP },
      'G1:L S1:1 | S1:2 H1:1 | H1:2 F1:1 | F1:2 G1:N',
      ['dF1 danger'],
    ],
    ['a fuse in the line', { F1: ['fuse-1', { ratingA: 6 }], S1: SWITCH, H1: LAMP }, 'G1:L F1:1 | F1:2 S1:1 | S1:2 H1:1 | H1:2 G1:N', []],
    [
      'two poles that open together',
      { Q1: ['breaker-2', { ratingA: 6 }], H1: LAMP },
      'G1:L Q1:L1 | G1:N Q1:L2 | Q1:T1 H1:1 | H1:2 Q1:T2',
      [],
    ],
    [
      'two fuses, one of them in the neutral',
      { F1: ['fuse-2', { ratingA: 6 }], H1: LAMP },
      'G1:L F1:1 | G1:N F1:3 | F1:2 H1:1 | H1:2 F1:4',
      ['dF1 danger'],
    ],
    [
      'both lines of a supply that floats',
      { G1: ['supply-1ph', { volts: 230, hz: '50', earthing: 'IT' }], F1: ['fuse-2', { ratingA: 6 }], H1: LAMP },
      'G1:L F1:1 | G1:N F1:3 | F1:2 H1:1 | H1:2 F1:4',
      [],
    ],
    [
      'the neutral that two legs share',
      {
        G1: ['supply-split-phase', { volts: 240, hz: '60' }],
        Q1: ['breaker-2', { ratingA: 15 }],
        Q2: breaker,
        E1: ['heater', { volts: 120, watts: 1000 }],
        E2: ['heater', { volts: 120, watts: 300 }],
      },
      'G1:L1 Q1:L1 | G1:L2 Q1:L2 | Q1:T1 E1:1 | Q1:T2 E2:1 | E1:2 Q2:L1 | E2:2 Q2:L1 | Q2:T1 G1:N',
      ['dQ2 danger'],
    ],
  ] as const)('%s', (_, devices, wires, is) => {
    expect(told(on(devices as unknown as Devices, wires), 'guard-in-return')).toEqual(is);
  });
});

/** NEC 250.6 and IEC 60364-5-54 543.4, from memory: no working current in the protective conductor. */
describe('current that comes back by way of earth', () => {
  const LAMP = ['lamp', { volts: 230, watts: 60 }] as const;
  const BAR = ['earth-bar', {}] as const;
  it.each([
    ['a lamp on the earth bar', { S1: SWITCH, H1: LAMP, X1: BAR }, 'G1:L S1:1 | S1:2 H1:1 | H1:2 X1:PE', ['dG1 danger']],
    ['a lamp on its neutral, and its frame earthed', { S1: SWITCH, H1: LAMP, X1: BAR }, 'G1:L S1:1 | S1:2 H1:1 | H1:2 G1:N', []],
    [
      'a coil that returns to another supply',
      { G2: LINE, S1: SWITCH, S2: SWITCH, K1: RELAY, H1: LAMP },
      'G1:L S1:1 | S1:2 K1:13 | K1:14 G2:N | G2:L S2:1 | S2:2 H1:1 | H1:2 G2:N',
      ['dG1 danger', 'dG2 danger'],
    ],
    [
      'a neutral that is tied to earth once more',
      { S1: SWITCH, H1: LAMP, X1: BAR },
      'G1:L S1:1 | S1:2 H1:1 | H1:2 G1:N | G1:N X1:PE',
      ['dG1 look'],
    ],
    [
      'a valve that returns through the frame',
      { T1: ['control-transformer-24', { va: 40 }], S1: SWITCH, Y1: ['lamp', { volts: 24, watts: 5 }], X1: BAR },
      'G1:L T1:240 | G1:N T1:COM | T1:R S1:1 | S1:2 Y1:1 | Y1:2 X1:PE',
      ['dT1 look'],
    ],
  ] as const)('%s', (_, devices, wires, is) => {
    expect(told(on(devices as unknown as Devices, wires), 'returns-by-earth')).toEqual(is);
  });
});

describe('a latch whose coils are both called', () => {
  const LATCH = ['relay-latching', { coilKind: 'AC', coilV: 230, coilHz: '50', resistiveA: 10, mostV: 250 }] as const;
  const button = (form: string) => ['push-button', { form, resistiveA: 5, mostV: 250 }] as const;
  const TWO = 'G1:L S1:1 | S1:2 K1:A1 | K1:A2 G1:N | G1:L S2:1 | S2:2 K1:B1 | K1:B2 G1:N';
  const both = { K1: LATCH, S1: button('NO'), S2: button('NO') };
  it('is told as that, and does not chatter', () => {
    const circuit = on(both, TWO);
    expect(told(circuit, 'locked-out')).toEqual(['dK1 look']);
    expect(told(circuit, 'chatters')).toEqual([]);
  });
  it('is silent where each button breaks the other coil', () => {
    const station = ['push-button-1no-1nc', { pilotCode: 'B300' }] as const;
    const circuit = on(
      { K1: LATCH, S1: station, S2: station },
      'G1:L S2:11 | S2:12 S1:23 | S1:24 K1:A1 | K1:A2 G1:N | G1:L S1:11 | S1:12 S2:23 | S2:24 K1:B1 | K1:B2 G1:N',
    );
    expect(told(circuit, 'locked-out')).toEqual([]);
  });
});
