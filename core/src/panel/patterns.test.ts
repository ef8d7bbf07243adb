import { describe, expect, it } from 'vitest';
import { emptyCircuit, type LogEntry, readCircuitDocument } from '#core/circuit';
import { catalogue } from '#core/devices';
import { on } from '../testing/demo';
import { laidPattern } from '../testing/laidPattern';
import { onAt } from '../testing/onAt';
import { growPattern, PATTERNS } from './index';

describe.each(PATTERNS.map(({ name }) => [name] as const))('the pattern %s', (name) => {
  it('is a sound document, every wire of it landed', () => {
    const { circuit } = laidPattern(name);
    const read = readCircuitDocument(JSON.parse(JSON.stringify(circuit)), catalogue);
    expect(read.ok ? [] : read.problems).toEqual([]);
  });
  it('joins a circuit that is there: its supply is used, no tag is taken twice', () => {
    const first = laidPattern('start-stop').circuit;
    const { circuit } = laidPattern(name, first);
    const tags = Object.values(circuit.devices).map(({ tag }) => tag);
    expect(new Set(tags).size).toBe(tags.length);
    expect(tags.filter((tag) => circuit.devices[`d${tag}`]?.family === 'supply-1ph')).toHaveLength(1);
    expect(Object.keys(circuit.conductors).length).toBeGreaterThan(Object.keys(first.conductors).length);
  });
});

it.each(PATTERNS)('$title grows out of a few facts on either side of the sea', (pattern) => {
  for (const [practice, hz, supplyV] of [
    ['na', 60, 480],
    ['iec', 50, 230],
  ] as const) {
    const base = { ...emptyCircuit, number: 'NEW', title: 'Misting pump 2', site: 'Quarry Road', practice };
    const grown = growPattern(base, pattern, { supplyV, hz, loadA: 3.4 });
    if (!grown.ok) throw new Error(grown.problems.map(({ message }) => message).join(' '));
    expect(Object.keys(grown.value.conductors).length).toBeGreaterThan(3);
    const supplies = Object.values(grown.value.devices).filter(({ family }) => family.startsWith('supply-'));
    expect(supplies.map(({ nameplate }) => [nameplate.volts?.value, nameplate.hz?.value])).toEqual(
      supplies.map(() => [supplyV, String(hz)]),
    );
  }
});

const whatIsOn = (name: string, log: readonly LogEntry[], atMs: number): string => onAt(laidPattern(name).circuit, log, atMs, /^[KMYEH]/);
const pressed = (tag: string, atMs: number): LogEntry[] => [on(tag, 'pressed', atMs), on(tag, 'pressed', atMs + 500, false)];

describe('a pattern does what it says', () => {
  it.each([
    ['start-stop', 'before it is started', [], 5000, ''],
    ['start-stop', 'started and let go', pressed('S2', 1000), 20_000, 'K1 M1'],
    ['start-stop', 'stopped', [...pressed('S2', 1000), ...pressed('S1', 20_000)], 60_000, ''],
    ['two-places', 'started at the second place', pressed('S4', 1000), 5000, 'K1'],
    ['two-places', 'stopped at the second place', [...pressed('S3', 1000), ...pressed('S2', 5000)], 9000, ''],
    ['jog', 'while jogging', [on('S3', 'pressed', 1000)], 3000, 'K1'],
    ['jog', 'after jogging', pressed('S3', 1000), 5000, ''],
    ['jog', 'running', pressed('S2', 1000), 5000, 'K1 K2'],
    ['motor-starter', 'started', pressed('S2', 1000), 30_000, 'K1 M1'],
    ['reversing', 'one way, the other way is locked out', [...pressed('S2', 1000), ...pressed('S3', 30_000)], 60_000, 'K1 M1'],
    [
      'reversing',
      'stopped, then the other way',
      [...pressed('S2', 1000), ...pressed('S1', 30_000), ...pressed('S3', 60_000)],
      120_000,
      'K2 M1',
    ],
    ['in-sequence', 'started', pressed('S2', 1000), 60_000, 'K1 K2 M1 M2'],
    ['called-by-thermostat', 'called', [on('S1', 'heating', 1000)], 30_000, 'K1 M1'],
    ['limit-chain', 'called', [on('S1', 'heating', 1000)], 30_000, 'E1 K1'],
    ['interposed', 'called', [on('S1', 'pressed', 5000)], 30_000, 'K1 K2 M1'],
    ['two-channel-stop', 'reset', [on('S3', 'pressed', 5000), on('S3', 'pressed', 6000, false)], 40_000, 'K1 K2 M1'],
    [
      'two-channel-stop',
      'one channel opened',
      [on('S3', 'pressed', 5000), on('S3', 'pressed', 6000, false), on('S1', 'pressed', 40_000)],
      90_000,
      '',
    ],
    ['star-delta', 'in star', pressed('S2', 1000), 5000, 'K1 K2 M1'],
    ['star-delta', 'in delta', pressed('S2', 1000), 60_000, 'K1 K3 M1'],
    ['two-speed', 'low', pressed('S2', 1000), 30_000, 'K1 M1'],
    ['two-speed', 'high is locked out while low runs', [...pressed('S2', 1000), ...pressed('S3', 30_000)], 60_000, 'K1 M1'],
    ['two-speed', 'high after a stop', [...pressed('S2', 1000), ...pressed('S1', 30_000), ...pressed('S3', 60_000)], 90_000, 'K2 M1'],
    ['pump-alternator', 'the first call', [on('B1', 'full', 1000)], 10_000, 'K1 K3 M1'],
    [
      'pump-alternator',
      'the second call',
      [on('B1', 'full', 1000), on('B1', 'full', 20_000, false), on('B1', 'full', 40_000)],
      50_000,
      'K2 M2',
    ],
    ['pump-alternator', 'both floats', [on('B1', 'full', 1000), on('B2', 'full', 20_000)], 30_000, 'K1 K2 K3 M1 M2'],
    ['heat-pump', 'cooling', [on('TC1', 'cooling', 10_000)], 60_000, 'K1 K2 M1 M2 Y1'],
    ['heat-pump', 'heating', [on('TC1', 'heating', 10_000)], 60_000, 'K1 K2 M1 M2'],
    ['heat-pump', 'auxiliary heat', [on('TC1', 'heating2', 10_000)], 60_000, 'E1 K1 K2 K3 M1 M2'],
    ['heat-pump', 'emergency heat', [on('TC1', 'emergency', 10_000)], 60_000, 'E1 K2 K3 M2'],
    ['air-handler', 'heat', [on('TC1', 'heating', 10_000)], 100_000, 'E1 M1'],
    ['air-handler', 'fan', [on('TC1', 'fan', 10_000)], 30_000, 'K1 M1'],
    ['latched-lighting', 'a pulse', pressed('S2', 2000), 10_000, 'H1 K1'],
    ['latched-lighting', 'two pulses', [...pressed('S2', 2000), ...pressed('S3', 20_000)], 40_000, ''],
    ['run-on-fan', 'the light goes off', [on('S1', 'on', 20_000, false)], 100_000, 'M1'],
    ['run-on-fan', 'long after', [on('S1', 'on', 20_000, false)], 400_000, ''],
    ['air-proved-heater', 'no air', [on('S1', 'heating', 1000)], 30_000, 'K1 M1'],
    ['air-proved-heater', 'air moves', [on('S1', 'heating', 1000), on('B1', 'air', 10_000)], 30_000, 'E1 K1 K2 M1'],
    ['phase-watched', 'started', pressed('S2', 5000), 30_000, 'K1 K2 M1'],
    ['zone-valves', 'the second zone calls', [on('S2', 'heating', 1000)], 200_000, 'K1 M1 Y2'],
  ] as const)('%s, %s', (name, _, log, atMs, expected) => {
    expect(whatIsOn(name, log, atMs)).toBe(expected);
  });
});
