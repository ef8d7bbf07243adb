import { describe, expect, it } from 'vitest';
import { createDesk, type SheetAnswer } from '#core/bench';
import type { Circuit } from '#core/circuit';
import { DEFAULT_PRACTICE } from '#core/schools';
import { DEMO, demo } from '../../core/src/testing/demo';
import { edited, set, without } from '../../core/src/testing/edits';
import { sameDrawn } from '../src/bench/sameDrawn';
import { createSheetPacker, createSheetReader } from '../src/worker/sheetParts';

const drained = <T>(walk: Generator<unknown, T>): T => {
  for (;;) {
    const step = walk.next();
    if (step.done) return step.value;
  }
};
function drawn(circuit: Circuit): SheetAnswer {
  const desk = createDesk();
  drained(desk.circuit({ document: circuit, practice: DEFAULT_PRACTICE }));
  return drained(desk.sheet({}));
}
/** As it is when it has crossed to another thread. */
function line() {
  const [pack, read] = [createSheetPacker(), createSheetReader()];
  return (sheet: SheetAnswer) => {
    const parts = structuredClone(pack(sheet));
    return { sent: parts.flatMap(([name, part]) => (part === undefined ? [] : [name])), sheet: read(parts) };
  };
}

describe('a sheet crosses in part where one has crossed', () => {
  it.each(DEMO)('and what comes of %s is what was drawn, time after time', (name) => {
    const cross = line();
    const first = demo(name);
    const wire = Object.values(first.conductors)[0]!.ends.find((end) => end !== null)!;
    for (const circuit of [first, first, without(first, wire), first, { ...first, title: 'Another' }]) {
      const sheet = drawn(circuit);
      expect(cross(sheet).sheet).toEqual(sheet);
    }
  });

  it('nothing is sent twice, and what was sent before is the very object', () => {
    const cross = line();
    const [one, other] = [cross(drawn(demo('Q1'))), cross(drawn(demo('Q1')))];
    expect(one.sent.length).toBeGreaterThan(4);
    expect(other.sent).toEqual([]);
    expect(other.sheet.sheet.bands.every((band, index) => band === one.sheet.sheet.bands[index])).toBe(true);
    expect(sameDrawn(one.sheet, other.sheet)).toBe(one.sheet);
  });

  it('a rating that is written on one band is sent with that band, and with what may fail by its words', () => {
    const cross = line();
    cross(drawn(demo('Q1')));
    const { sent } = cross(drawn(edited(demo('Q1'), set('dT1', 'va', 75))));
    expect(sent.length).toBeGreaterThan(0);
    expect(sent.length).toBeLessThan(4);
  });

  it('one with fewer bands has fewer', () => {
    const cross = line();
    const [large, small] = [drawn(demo('Q8')), drawn(demo('Q2'))];
    cross(large);
    expect(large.sheet.bands.length).not.toBe(small.sheet.bands.length);
    expect(cross(small).sheet).toEqual(small);
    expect(cross(large).sheet).toEqual(large);
  });
});
