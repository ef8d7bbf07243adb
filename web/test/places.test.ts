import { describe, expect, it } from 'vitest';
import type { StockPart } from '#core/devices';
import { DEFAULT_PRACTICE } from '#core/size';
import { openStock } from '../../cli/src/fit';
import { demo } from '../../core/src/testing/demo';
import { qrText } from '../src/label/printLabel';
import { createBench } from '../src/worker/bench';

const stock = openStock(undefined);
const desk = (name: string) => {
  const bench = createBench();
  bench.circuit({ document: demo(name), practice: DEFAULT_PRACTICE });
  bench.run({ log: [{ atMs: 0, power: 'on' }], faults: [] });
  bench.stock({ parts: stock });
  return bench;
};
const hand = (coilV: number): StockPart => ({
  ...stock.find(({ title }) => title === 'Contactor 2P 30 A, 24 V coil')!,
  id: 'phand',
  nameplate: {
    coilKind: { value: 'AC', evidence: 'print' },
    coilV: { value: coilV, evidence: 'print' },
    coilHz: { value: '60', evidence: 'print' },
  },
});
const K1 = 'dK1' as never;

describe('a place in the worker', () => {
  it('answers for the present state at once, tells how many states it has seen, and comes to an end', () => {
    const bench = desk('Q6');
    const first = bench.place({ device: K1, hand: hand(24), atMs: 0, budgetMs: 0 });
    expect([first.done, first.candidates]).toEqual([false, null]);
    expect(first.hand!.now).not.toBeNull();
    let last = first;
    let rounds = 0;
    while (!last.done && rounds++ < 5000) {
      const next = bench.place({ device: K1, hand: hand(24), atMs: 0, budgetMs: 1 });
      last = next;
    }
    expect([last.done, last.seen]).toEqual([true, last.of]);
    expect(last.hand!.sofar!.verdict).toBe('block');
    expect(last.candidates!.length).toBeGreaterThan(20);
  });
  it('forgets what it saw when the circuit changes', () => {
    const bench = desk('Q9');
    while (!bench.place({ device: K1, hand: null, atMs: 0, budgetMs: 50 }).done);
    const other = demo('Q9');
    bench.circuit({
      document: {
        ...other,
        devices: {
          ...other.devices,
          dT1: { ...other.devices.dT1!, nameplate: { ...other.devices.dT1!.nameplate, va: { value: 20, evidence: 'print' } } },
        },
      },
      practice: DEFAULT_PRACTICE,
    });
    bench.run({ log: [{ atMs: 0, power: 'on' }], faults: [] });
    expect(bench.place({ device: K1, hand: null, atMs: 0, budgetMs: 0 }).done).toBe(false);
  });
  it('a twin brings one edit that the circuit takes', () => {
    const twin = desk('Q1').twin({ device: K1, part: stock.find(({ title }) => title === 'Contactor 3P 40 A, 24 V coil')! });
    expect(twin.verdict).toBe('danger');
    expect(twin.changes.some(({ type }) => type === 'addDevice')).toBe(true);
  });
  it('every source and every load is told', () => {
    const study = desk('Q7').study({});
    expect(study.supplies.map(({ kind }) => kind.split(',')[0])).toEqual(['volt-free input', 'AC 60 Hz', 'AC secondary']);
    expect(study.loads.find(({ kind }) => kind === 'motor')).toMatchObject({ startA: 2.2, startWord: 'locked' });
  });
});

it('the square code names the address, or on loopback what it is about', () => {
  const about = { job: 'j', circuit: 'c', tag: 'K1', revision: 3 };
  expect(qrText({ hostname: 'panel.example', href: 'https://panel.example/circuits/c/parts' }, about)).toBe(
    'https://panel.example/circuits/c/parts',
  );
  expect(qrText({ hostname: '127.0.0.1', href: 'http://127.0.0.1:4310/' }, about)).toBe('mando job j circuit c K1 rev 3');
});
