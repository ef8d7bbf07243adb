import { describe, expect, it } from 'vitest';
import { checkStudy, studyOf } from '#core/check';
import type { Circuit, LogEntry } from '#core/circuit';
import { explore } from '#core/explore';
import { on } from '../testing/demo';
import { onAt } from '../testing/onAt';
import { chains, line, rigged } from '../testing/rigged';
import type { FamilyName } from './index';

type Devices = Parameters<typeof rigged>[0];
const lamp: Devices[string] = ['lamp', { volts: 120, watts: 5 }];
const call: Devices[string] = ['switch-1', { form: 'NO' }];

/** A time relay whose make feeds a lamp; it is called by S1. */
const timed = (family: FamilyName, plate: Record<string, number>, own: string, out = 'K1:15 K1:18'): Circuit => {
  const [common, no] = out.split(' ');
  return rigged(
    { G1: line(120), S1: call, K1: [family, { ratedV: 120, ...plate }], H1: lamp },
    chains(`G1:L S1:1 | ${own} | G1:L ${common} | ${no} H1:1 | H1:2 G1:N`),
  );
};
const TWO = 'S1:2 K1:A1 | K1:A2 G1:N';
const THREE = 'G1:L K1:A1 | S1:2 K1:B1 | K1:A2 G1:N';
/** On, off, on, off … at these seconds. */
const called = (...seconds: number[]): LogEntry[] => [
  on('S1', 'on', 100, false),
  ...seconds.map((s, index) => on('S1', 'on', 10_000 + s * 1000, index % 2 === 0)),
];

// Sequences of IEC 61812-1, from memory: on delay, off delay, interval, one shot
describe('a time relay gives for a call what it says', () => {
  it.each([
    ['timer-on-delay', { onDelayS: 10 }, TWO, [0, 6], 8, ''],
    ['timer-on-delay', { onDelayS: 10 }, TWO, [0, 6], 14, ''],
    ['timer-on-delay', { onDelayS: 10 }, TWO, [0, 14], 9.5, ''],
    ['timer-on-delay', { onDelayS: 10 }, TWO, [0, 14], 11, 'H1'],
    ['timer-on-delay', { onDelayS: 10 }, TWO, [0, 14], 15, ''],
    ['timer-on-delay-called', { onDelayS: 10 }, THREE, [0, 14], 11, 'H1'],
    ['timer-off-delay', { offDelayS: 30 }, THREE, [0, 5, 20, 25], 1, 'H1'],
    ['timer-off-delay', { offDelayS: 30 }, THREE, [0, 5, 20, 25], 54, 'H1'],
    ['timer-off-delay', { offDelayS: 30 }, THREE, [0, 5, 20, 25], 56, ''],
    ['timer-off-delay-stored', { offDelayS: 20 }, TWO, [0, 5], 24, 'H1'],
    ['timer-off-delay-stored', { offDelayS: 20 }, TWO, [0, 5], 26, ''],
    ['timer-interval', { onDelayS: 5 }, TWO, [0, 3], 2, 'H1'],
    ['timer-interval', { onDelayS: 5 }, TWO, [0, 3], 4, ''],
    ['timer-interval', { onDelayS: 5 }, TWO, [0, 20], 6, ''],
    ['timer-one-shot', { onDelayS: 5 }, THREE, [0, 3], 4, 'H1'],
    ['timer-one-shot', { onDelayS: 5 }, THREE, [0, 3], 6, ''],
  ] as const)('%s %o, %s, called %o: at %i s %s', (family, plate, own, seconds, at, expected) => {
    expect(onAt(timed(family, plate, own), called(...seconds), 10_000 + at * 1000, /^H/)).toBe(expected);
  });

  it.each([
    [4, 'H1'],
    [8.02, ''],
    [9, 'H2'],
  ])('star for 8 s, a pause of 50 ms, then delta: at %d s %s', (at, expected) => {
    const circuit = rigged(
      { G1: line(120), S1: call, K1: ['timer-star-delta', { ratedV: 120, onDelayS: 8, offDelayS: 0.05 }], H1: lamp, H2: lamp },
      chains('G1:L S1:1 | S1:2 K1:A1 | K1:A2 G1:N | G1:L K1:17 | K1:18 H1:1 | K1:28 H2:1 | H1:2 H2:2 G1:N'),
    );
    expect(onAt(circuit, called(0), 10_000 + at * 1000, /^H/)).toBe(expected);
  });

  it('runs on for as long as it says, and stops at once when its own supply is gone', () => {
    const fan = rigged(
      { G1: line(120), Q1: ['isolator-1', { carryA: 20 }], S1: call, K1: ['run-on-timer', { ratedV: 120, offDelayS: 60 }], H1: lamp },
      chains('G1:L S1:1 | G1:L Q1:L1 | Q1:T1 K1:L | S1:2 K1:T | K1:N G1:N | K1:OUT H1:1 | H1:2 G1:N'),
    );
    expect(onAt(fan, called(0, 5), 60_000, /^H/)).toBe('H1');
    expect(onAt(fan, called(0, 5), 80_000, /^H/)).toBe('');
    expect(onAt(fan, [...called(0, 5), on('Q1', 'closed', 20_000, false)], 21_000, /^H/)).toBe('');
  });
});

describe('a relay that steps', () => {
  const step = (family: FamilyName, out: string): Circuit =>
    rigged(
      { G1: line(120), S1: ['push-button', { form: 'NO' }], K1: [family, { ratedV: 120 }], H1: lamp },
      chains(`G1:L S1:1 | S1:2 K1:A1 | K1:A2 G1:N | G1:L ${out.split(' ')[0]} | ${out.split(' ')[1]} H1:1 | H1:2 G1:N`),
    );
  const pulses = (count: number): LogEntry[] =>
    Array.from({ length: count }, (_, n) => [
      on('S1', 'pressed', 5000 * (n + 1)),
      on('S1', 'pressed', 5000 * (n + 1) + 1000, false),
    ]).flat();
  it.each([
    ['relay-impulse-1', 'K1:1 K1:2', 1, 5500, 'H1'],
    ['relay-impulse-1', 'K1:1 K1:2', 1, 8000, 'H1'],
    ['relay-impulse-1', 'K1:1 K1:2', 2, 12_000, ''],
    ['relay-impulse-1', 'K1:1 K1:2', 3, 18_000, 'H1'],
    ['relay-alternating', 'K1:11 K1:14', 1, 5500, ''],
    ['relay-alternating', 'K1:11 K1:14', 1, 8000, 'H1'],
    ['relay-alternating', 'K1:11 K1:14', 2, 10_500, 'H1'],
    ['relay-alternating', 'K1:11 K1:14', 2, 12_000, ''],
  ] as const)('%s over %s after %i pulses, at %i ms: %s', (family, out, count, at, expected) => {
    expect(onAt(step(family, out), pulses(count), at, /^H/)).toBe(expected);
  });
  it('keeps its place through a power loss', () => {
    const away: LogEntry[] = [
      { atMs: 10_000, power: 'isolated' },
      { atMs: 20_000, power: 'on' },
    ];
    const circuit = { ...step('relay-impulse-1', 'K1:1 K1:2'), powerSwitch: isolating('dG1') };
    expect(onAt(circuit, [...pulses(1), ...away], 15_000, /^H/)).toBe('');
    expect(onAt(circuit, [...pulses(1), ...away], 25_000, /^H/)).toBe('H1');
  });
});

const isolating = (id: string) =>
  ({ control: { open: [], lift: [] }, isolated: { open: [id], lift: [] }, staysOn: [] }) as unknown as Circuit['powerSwitch'];

// Positive and negative sequence by Fortescue's transform; 85 % and 8 % common practice
describe('a phase monitor', () => {
  const monitored = (lines: readonly [string, string, string]): Circuit =>
    rigged(
      { G1: ['supply-3ph-wye', { volts: 208, hz: '60' }], K1: ['phase-monitor', { ratedV: 208 }], H1: lamp },
      chains(`G1:${lines[0]} K1:L1 | G1:${lines[1]} K1:L2 | G1:${lines[2]} K1:L3 | G1:L1 K1:11 | K1:14 H1:1 | H1:2 G1:N`),
    );
  it.each([
    ['in order', ['L1', 'L2', 'L3'], 'H1'],
    ['turned on by one', ['L2', 'L3', 'L1'], 'H1'],
    ['two exchanged', ['L2', 'L1', 'L3'], ''],
    ['one twice, one missing', ['L1', 'L2', 'L2'], ''],
  ] as const)('%s', (_, lines, expected) => {
    expect(onAt(monitored(lines), [], 10_000, /^H/)).toBe(expected);
  });
});

it('a current-sensing relay tells amps, and a load that is open tells none', () => {
  const circuit = (watts: number): Circuit =>
    rigged(
      { G1: line(120), K1: ['current-relay', { actsAt: 0.5 }], E1: ['heater', { volts: 120, watts }], H1: lamp },
      chains('G1:L K1:M1 | K1:M2 E1:1 | E1:2 G1:N | G1:L K1:1 | K1:2 H1:1 | H1:2 G1:N'),
    );
  expect(onAt(circuit(600), [], 5000, /^H/)).toBe('H1');
  expect(onAt(circuit(30), [], 5000, /^H/)).toBe('');
});

// NEMA ST 1, from memory: H1–H3 and H2–H4 joined for the low volts, H2–H3 for the high ones
describe('a transformer with two primaries', () => {
  const twin = (volts: number, links: string): Circuit =>
    rigged(
      { G1: line(volts), T1: ['control-transformer-dual', { primaryV: 240, secondaryV: 120, va: 150, bonded: 'none' }], H1: lamp },
      chains(`G1:L T1:H1 | G1:N T1:H4 | ${links} | T1:X1 H1:1 | H1:2 T1:X2`),
    );
  const volts = (circuit: Circuit) => {
    const exploration = explore(circuit);
    const at = exploration.plan.parts.findIndex(({ device, part }) => device.tag === 'H1' && part.kind === 'load');
    return exploration.loads.get(at)!.highestV;
  };
  it('gives its volts in series on 480 V and side by side on 240 V', () => {
    expect(volts(twin(480, 'T1:H2 T1:H3'))).toBeCloseTo(volts(twin(240, 'T1:H1 T1:H3 | T1:H2 T1:H4')), 1);
    expect(volts(twin(240, 'T1:H1 T1:H3 | T1:H2 T1:H4'))).toBeGreaterThan(118);
  });
  it('gives half on the high links and the low volts', () => {
    expect(volts(twin(240, 'T1:H2 T1:H3')) / volts(twin(480, 'T1:H2 T1:H3'))).toBeCloseTo(0.5, 2);
  });
});

describe('a fan motor with three speed leads', () => {
  const fan = (tap: string, more = ''): Circuit =>
    rigged(
      {
        G1: line(240),
        M1: ['fan-motor-3-speed', { volts: 240, runA: 3 }],
        X1: ['parked-lead', {}],
        X2: ['parked-lead', {}],
        F1: ['breaker-1', { ratingA: 15 }],
      },
      chains(`G1:L F1:L1 | F1:T1 M1:${tap} | M1:COM G1:N | ${more}`),
    );
  const driveOf = (tap: string) => {
    const exploration = explore(fan(tap, 'X1:P M1:MED'));
    const at = exploration.plan.parts.findIndex(({ device }) => device.tag === 'M1');
    return exploration.loads.get(at)!.highestV;
  };
  it('has less flux on its slower leads', () => {
    expect(driveOf('HI')).toBeGreaterThan(driveOf('LO') * 1.3);
  });
  it('two leads fed are a short of a part of its winding', () => {
    const findings = checkStudy(studyOf(fan('HI', 'F1:T1 M1:LO'), explore(fan('HI', 'F1:T1 M1:LO'))));
    expect(findings.some(({ devices, verdict }) => devices.some((id) => id === 'dF1') && verdict !== 'good' && verdict !== 'look')).toBe(
      true,
    );
  });
});
