import { describe, expect, it } from 'vitest';
import { planCircuit } from '#core/graph';
import { demo, SHIPPED, seededNumbers } from '../testing/demo';
import { DRAWN, tame } from '../testing/drawn';
import { captionsOf, layoutPaths, standSheet, verifyBand } from './index';
import { wordsOverlap } from './overlap';

const ALL = [...SHIPPED.map((name) => [name, demo(name)] as const), ...Object.entries(DRAWN)];

describe.each(ALL)('%s, its lines standing', (_, circuit) => {
  const lying = layoutPaths(planCircuit(circuit));
  const sheet = standSheet(lying);

  it('says what its wires say, with no symbol on another and no wire through one', () => {
    for (const band of sheet.bands) expect(verifyBand(band, sheet.netOf)).toEqual([]);
  });
  it('has its words clear of one another and of other symbols, in either school', () => {
    for (const family of ['na', 'iec'] as const)
      for (const band of sheet.bands) expect(wordsOverlap(band, captionsOf(band, '208 V 60 Hz from MAINS', family))).toEqual([]);
  });
  it('shows all that the lying sheet shows, under the same numbers', () => {
    const shown = (one: typeof lying) =>
      one.bands.map(({ symbols, markers, flags, dots, lines }) => [
        symbols.map(({ id, line }) => [id, line]),
        markers.length,
        flags.map(({ name }) => name),
        dots.length,
        lines.map(({ number }) => number),
      ]);
    expect(shown(sheet)).toEqual(shown(lying));
  });
  it('has every current on its way down', () => {
    for (const { symbols } of sheet.bands)
      for (const { pins } of symbols) {
        const [first, second] = pins;
        if (pins.length === 2 && first!.x === second!.x) expect([first!.side, first!.y < second!.y]).toEqual(['top', true]);
      }
  });
});

it('of random circuits no standing band is false', () => {
  const chance = seededNumbers(11);
  let overlaps = 0;
  for (let turn = 0; turn < 200; turn++) {
    const sheet = standSheet(layoutPaths(planCircuit(tame(chance, 20))));
    for (const band of sheet.bands) {
      expect(verifyBand(band, sheet.netOf)).toEqual([]);
      overlaps += wordsOverlap(band, captionsOf(band, '120 V 60 Hz from G1', 'na')).length;
    }
  }
  console.log(`draw: 200 random circuits standing, ${overlaps} words on words`);
});
