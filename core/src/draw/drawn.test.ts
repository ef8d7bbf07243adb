import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { applyChanges, readCircuitDocument } from '#core/circuit';
import { catalogue } from '#core/devices';
import { mistakenCircuit, readMistaken } from '#core/formats';
import { planCircuit } from '#core/graph';
import { seatPart } from '#core/panel';
import { demo, seededNumbers } from '../testing/demo';
import { DRAWN, feeders, tame } from '../testing/drawn';
import { captionsOf, layoutPaths, verifyBand } from './index';
import { wordsOverlap } from './overlap';

const CALLS = readMistaken(readFileSync(join(import.meta.dirname, '../../../demo/practice/mistakes.json'), 'utf8'));

/** How high the sheet of each stands, in sheet units: only to fall. */
const HEIGHT: Readonly<Record<string, number>> = {
  'reversing, exchanged at the motor': 664,
  'reversing, exchanged at the line': 664,
  'past the drive': 824,
  '9 feeders under one breaker': 2734,
  'and a control transformer': 1280,
  'a bridge between two coils': 392,
};

describe.each(Object.entries(DRAWN))('%s', (name, circuit) => {
  const sheet = layoutPaths(planCircuit(circuit));

  it('is a circuit that the program takes', () => {
    expect(readCircuitDocument(JSON.parse(JSON.stringify(circuit)), catalogue)).toMatchObject({ ok: true });
  });
  it('is drawn as paths and bundles, true to its wires, with nothing as a list', () => {
    for (const band of sheet.bands) expect([band.form, verifyBand(band, sheet.netOf)]).toEqual([expect.not.stringMatching('list'), []]);
  });
  it('has its words clear of one another and of other symbols, in either school', () => {
    for (const family of ['na', 'iec'] as const)
      for (const band of sheet.bands) expect(wordsOverlap(band, captionsOf(band, '208 V 60 Hz from MAINS', family))).toEqual([]);
  });
  it('stands no higher than it did', () => {
    expect(sheet.height).toBeLessThanOrEqual(HEIGHT[name] ?? Number.POSITIVE_INFINITY);
  });
});

it('with a switch put into one of their wires, whichever, none becomes a list, and no words lie on one another', () => {
  let [edits, combs] = [0, 0];
  for (const [index, [name, circuit]] of Object.entries(DRAWN).entries()) {
    const wires = Object.values(circuit.conductors).filter((_, place) => place % 4 === index % 4);
    for (const { id, ends } of wires) {
      const seated = seatPart(circuit, { family: 'push-button', tag: 'S99' }, ['1', '2'], { in: id });
      const applied = seated && applyChanges(circuit, seated.changes);
      if (!applied?.ok) continue;
      edits++;
      const sheet = layoutPaths(planCircuit(applied.value.circuit));
      const where = `${name}, ${ends.join(' to ')}`;
      for (const band of sheet.bands) {
        expect([where, band.form, verifyBand(band, sheet.netOf)]).toEqual([where, expect.not.stringMatching('list'), []]);
        expect([where, wordsOverlap(band, captionsOf(band, '208 V 60 Hz from MAINS', 'na'))]).toEqual([where, []]);
        if (band.form === 'comb') combs++;
      }
    }
  }
  console.log(`draw: a switch put into ${edits} wires, ${combs} sheets with power conductor by conductor`);
  expect(edits).toBeGreaterThan(300);
});

it('of random circuits with stray wires from line to line hardly a band is a list, and none is false', () => {
  const chance = seededNumbers(7);
  let [bands, lists, overlaps] = [0, 0, 0];
  for (let turn = 0; turn < 500; turn++) {
    const sheet = layoutPaths(planCircuit(tame(chance, 20)));
    for (const band of sheet.bands) {
      bands++;
      expect(verifyBand(band, sheet.netOf)).toEqual([]);
      if (band.form === 'list') lists++;
      overlaps += wordsOverlap(band, captionsOf(band, '120 V 60 Hz from G1', 'na')).length;
    }
  }
  console.log(`draw: ${bands} bands of random circuits, ${lists} as lists, ${overlaps} words on words`);
  expect(lists / bands).toBeLessThan(0.01);
});

it.each(CALLS)('service call $number is drawn as paths and bundles, true to its wires', (call) => {
  const wrong = mistakenCircuit(call, demo(call.of));
  if (!wrong.ok) throw new Error(wrong.problems[0]!.message);
  const sheet = layoutPaths(planCircuit(wrong.value));
  for (const band of sheet.bands) expect([band.form, verifyBand(band, sheet.netOf)]).toEqual([expect.not.stringMatching('list'), []]);
});

describe('power in bundles', () => {
  it('has its conductors close together, and one line number for each device', () => {
    const [power] = layoutPaths(planCircuit(feeders(3))).bands;
    expect(power!.form).toBe('bundle');
    const [first, second] = power!.symbols.find(({ kind }) => kind === 'source-block')!.pins;
    expect(second!.y - first!.y).toBeLessThanOrEqual(22);
    expect(power!.lines.map(({ number }) => number)).toEqual([1, 2, 3]);
    expect(power!.height).toBeLessThan(3 * (64 + 3 * 22 + 20));
  });
  it('has the source where its conductors begin, with nothing to its left', () => {
    for (const circuit of Object.values(DRAWN))
      for (const { symbols, form } of layoutPaths(planCircuit(circuit)).bands) {
        if (form === 'comb') continue;
        const source = symbols.find(({ kind }) => kind === 'source-block');
        if (source) expect(Math.min(...symbols.map(({ x }) => x))).toBe(source.x);
      }
  });
  it('of a split-phase supply is no three-phase one, and two supplies of equal marks are told apart', () => {
    const split = layoutPaths(planCircuit(DRAWN['split phase']!)).bands;
    expect(split.flatMap(({ symbols }) => symbols).filter(({ kind }) => kind === 'source-block')).toHaveLength(1);
    const direct = layoutPaths(planCircuit(DRAWN['two DC supplies']!)).bands;
    expect(direct.flatMap(({ rails }) => rails.map(({ name }) => name)).sort()).toEqual(['G2:+', 'G2:-', 'G3:+', 'G3:-', 'L', 'N']);
  });
  it('the two sides of a transformer each say where the other stands', () => {
    const symbols = layoutPaths(planCircuit(DRAWN['and a control transformer']!)).bands.flatMap((band) => band.symbols);
    const [primary, secondary] = [symbols.find(({ kind }) => kind === 'winding')!, symbols.find(({ kind }) => kind === 'secondary')!];
    expect([primary.refs, secondary.refs]).toEqual([[secondary.line], [primary.line]]);
    expect(primary.line).not.toBe(secondary.line);
  });
  it('a bridge leaves every load its whole path, and is numbered at both ends', () => {
    const [band] = layoutPaths(planCircuit(DRAWN['a bridge between two coils']!)).bands;
    const jogs = band!.flags.filter(({ isJog }) => isJog);
    expect(jogs.map(({ name }) => name).sort()).toEqual(['1', '1', '2', '2']);
    const open = band!.symbols
      .filter(({ kind }) => kind === 'coil')
      .map(({ pins }) => pins.map(({ x, y }) => band!.segments.some((s) => (s.x1 === x || s.x2 === x) && s.y1 === y)));
    expect(open).toEqual([
      [true, true],
      [true, true],
    ]);
  });
});
