import { describe, expect, it } from 'vitest';
import type { StockPart } from '#core/devices';
import { drain } from '#core/explore';
import { DEFAULT_PRACTICE } from '#core/schools';
import { demo } from '../testing/demo';
import { dev } from '../testing/ids';
import { stock } from '../testing/stock';
import { createDesk, type PlaceAsk } from './index';

const desk = (name: string) => {
  const made = createDesk();
  const lay = (document = demo(name)): void => {
    drain(made.circuit({ document, practice: DEFAULT_PRACTICE }));
    drain(made.run({ log: [{ atMs: 0, power: 'on' }], faults: [] }));
  };
  lay();
  drain(made.stock({ parts: stock }));
  const place = (ask: Partial<PlaceAsk>) => drain(made.place({ device: K1, hand: null, atMs: 0, ...ask }));
  return { lay, place, twin: (part: StockPart) => drain(made.twin({ device: K1, part })), study: () => drain(made.study({})) };
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
const K1 = dev('dK1');

describe('a place on the desk', () => {
  it('answers for the present state at once, tells how many states it has seen, and comes to an end', () => {
    const { place } = desk('Q6');
    const first = place({ hand: hand(24), states: 0 });
    expect([first.done, first.candidates]).toEqual([false, null]);
    expect(first.hand!.now).not.toBeNull();
    const second = place({ hand: hand(24), states: 3 });
    expect([second.done, second.seen]).toEqual([false, 2]);
    const last = place({ hand: hand(24) });
    expect([last.done, last.seen]).toEqual([true, last.of]);
    expect(last.hand!.sofar!.verdict).toBe('block');
    expect(last.candidates!.length).toBeGreaterThan(20);
  });
  it('forgets what it saw when the circuit changes', () => {
    const { lay, place } = desk('Q9');
    expect(place({}).done).toBe(true);
    const other = demo('Q9');
    const weak = { ...other.devices.dT1!, nameplate: { ...other.devices.dT1!.nameplate, va: { value: 20, evidence: 'print' as const } } };
    lay({ ...other, devices: { ...other.devices, dT1: weak } });
    expect(place({ states: 0 }).done).toBe(false);
  });
  it('a twin brings one edit that the circuit takes', () => {
    const twin = desk('Q1').twin(stock.find(({ title }) => title === 'Contactor 3P 40 A, 24 V coil')!);
    expect(twin.verdict).toBe('danger');
    expect(twin.changes.some(({ type }) => type === 'addDevice')).toBe(true);
  });
  it('says why a part in the hand would not be listed', () => {
    const fuse = stock.find(({ title }) => title === 'Blade fuse 2 A')!;
    expect(desk('Q1').place({ hand: fuse }).hand!.missing).toBe('Blade fuse 2 A has no coil; K1 needs one.');
  });
  it('every source and every load is told', () => {
    const study = desk('Q7').study();
    expect(study.supplies.map(({ kind }) => kind.split(',')[0])).toEqual(['AC 60 Hz', 'volt-free input', 'AC secondary']);
    expect(study.loads.find(({ kind }) => kind === 'motor')).toMatchObject({ startA: 2.2, startWord: 'locked' });
  });
});
