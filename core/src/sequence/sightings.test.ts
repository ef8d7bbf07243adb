import { describe, expect, it } from 'vitest';
import type { LogEntry } from '#core/circuit';
import { bench, demo, on, powered } from '../testing/demo';
import { line, rigged } from '../testing/rigged';
import { sightingsOf } from './index';

const seen = (name: string, log: readonly LogEntry[], atMs: number, faults: readonly string[] = []) => {
  const run = bench(demo(name), log, faults);
  return sightingsOf(run.rig, run.at(atMs).seen);
};

describe('what a person sees and hears', () => {
  // each line: a circuit, what is called, when, who is on and who is off then
  it.each<[string, LogEntry[], number, string[], string[], string]>([
    ['Q1', [powered, on('TC1', 'cooling')], 1000, [], ['TC1', 'K1', 'M1'], 'the thermostat has not started yet'],
    ['Q1', [powered, on('TC1', 'cooling')], 60_000, ['TC1', 'K3', 'M3', 'EH1'], ['K1', 'M1', 'M2'], 'the timer holds the compressor back'],
    [
      'Q1',
      [powered, on('TC1', 'cooling')],
      300_000,
      ['TC1', 'K1', 'M1', 'M2', 'K2'],
      ['EH1'],
      'the heater goes off as the compressor runs',
    ],
    ['Q2', [powered, on('TC1', 'heating')], 60_000, ['K3', 'K1', 'E1'], [], 'heat with its interposing relay'],
    ['Q6', [powered], 5000, ['Y1', 'Y2'], ['E1', 'E2', 'K1'], 'both tanks fill, no element is on'],
    ['Q6', [powered, on('S1', 'full'), on('TC1', 'heating')], 60_000, ['K1', 'E1', 'Y2'], ['Y1', 'E2'], 'a three-phase heater is seen too'],
    ['L1A', [powered, on('TC1', 'heating')], 20_000, ['Y1', 'E1'], ['Y2'], 'a valve is open, the boiler called'],
    ['L1A', [powered, on('TC1', 'heating')], 5000, [], ['Y1', 'E1'], 'a valve under way is not open'],
  ])('%s, %#', (name, log, atMs, isOn, isOff, why) => {
    const sights = seen(name, log, atMs);
    for (const tag of isOn) expect([why, tag, sights[tag]]).toEqual([why, tag, true]);
    for (const tag of isOff) expect([why, tag, sights[tag]]).toEqual([why, tag, false]);
  });
  it('a lamp that gets volts and passes no amps is dark', () => {
    const run = bench(demo('Q9'), [powered, on('TC1', 'cooling')], ['H1.1-2=open']);
    const { seen: sights } = run.at(300_000);
    expect(run.read(300_000, 'H1:1,H1:2')).toBeGreaterThan(100);
    expect(sightingsOf(run.rig, sights).H1).toBe(false);
  });
  it('a pre-wired relay is in by either of its leads', () => {
    const on24 = rigged({ G1: line(24), K1: ['relay-multi-lead', { coilKind: 'AC', coilHz: '60' }] }, [
      ['G1:L', 'K1:C24'],
      ['G1:N', 'K1:CC'],
    ]);
    const on120 = rigged({ G1: line(120), K1: ['relay-multi-lead', { coilKind: 'AC', coilHz: '60' }] }, [
      ['G1:L', 'K1:C120'],
      ['G1:N', 'K1:CC'],
    ]);
    for (const circuit of [on24, on120]) {
      const run = bench(circuit, [powered]);
      expect(sightingsOf(run.rig, run.at(1000).seen).K1).toBe(true);
    }
  });
  it('a latching relay shows where it was put, whatever its reset coil does', () => {
    const circuit = rigged({ G1: line(24), K1: ['relay-latching', { coilKind: 'AC', coilV: 24, coilHz: '60' }] }, [
      ['G1:L', 'K1:A1'],
      ['G1:N', 'K1:A2'],
    ]);
    const run = bench(circuit, [powered]);
    expect(sightingsOf(run.rig, run.at(1000).seen).K1).toBe(true);
  });
});
