import { describe, expect, it } from 'vitest';
import { planCircuit } from '#core/graph';
import { demo, SHIPPED } from '../testing/demo';
import type { Caption } from './caption';
import { captionsOf, layoutPaths } from './index';
import { wordsOverlap } from './overlap';
import { cutTo, widthOf } from './widths';

const overlaps = (captions: readonly Caption[]) => wordsOverlap({ symbols: [] }, captions);

describe('words on the sheet', () => {
  it.each(SHIPPED)('of %s never print on one another, in either school', (name) => {
    const sheet = layoutPaths(planCircuit(demo(name)));
    for (const family of ['na', 'iec'] as const)
      for (const band of sheet.bands) expect(wordsOverlap(band, captionsOf(band, '240 V 60 Hz from MAINS', family))).toEqual([]);
  });
  it('tells words that stand on others', () => {
    const one: Caption = { text: 'K1', x: 0, y: 0, size: 13, weight: 700, anchor: 'middle', ink: 'ink' };
    expect(overlaps([one, { ...one, text: 'K2', x: 6 }])).toEqual(['K1 on K2']);
    expect(overlaps([one, { ...one, text: 'K2', x: 40 }])).toEqual([]);
  });
  it('measures and cuts', () => {
    expect(widthOf('', 11)).toBe(0);
    expect(widthOf('M', 10)).toBeGreaterThan(widthOf('i', 10));
    expect(cutTo('stop', 11, 98)).toBe('stop');
    const cut = cutTo('a word that goes on and on for far too long', 11, 98);
    expect(cut.endsWith('…')).toBe(true);
    expect(widthOf(cut, 11)).toBeLessThanOrEqual(98);
  });
});
