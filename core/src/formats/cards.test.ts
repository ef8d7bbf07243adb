import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cardPages, type Drawing, lineCard, tableCard } from './index';

/** The room that figures take: text by about how wide its letters are. */
function reach({ figures }: Drawing): { right: number; bottom: number; left: number; top: number } {
  const boxes = figures.map((one) =>
    one.as === 'path'
      ? {
          left: Math.min(...one.points.map(([x]) => x)),
          right: Math.max(...one.points.map(([x]) => x)),
          top: Math.min(...one.points.map(([, y]) => y)),
          bottom: Math.max(...one.points.map(([, y]) => y)),
        }
      : one.as === 'text'
        ? { left: one.x, right: one.x + 0.5 * one.size * one.text.length, top: one.y - one.size, bottom: one.y }
        : { left: one.x - one.r, right: one.x + one.r, top: one.y - one.r, bottom: one.y + one.r },
  );
  return {
    left: Math.min(...boxes.map(({ left }) => left)),
    right: Math.max(...boxes.map(({ right }) => right)),
    top: Math.min(...boxes.map(({ top }) => top)),
    bottom: Math.max(...boxes.map(({ bottom }) => bottom)),
  };
}

describe('cards', () => {
  it('of lines keep their words inside, however long they are, and letters that can be read', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), fc.array(fc.string({ maxLength: 200 }), { maxLength: 6 }), (head, lines) => {
        const card = lineCard(head, lines, { width: 70, height: 36 });
        const { right, bottom } = reach(card);
        expect(right).toBeLessThanOrEqual(70);
        expect(bottom).toBeLessThanOrEqual(36);
        for (const one of card.figures) if (one.as === 'text') expect(one.size).toBeGreaterThanOrEqual(1.8);
      }),
    );
  });
  it('of tables are as high as their rows, and no row stands on another', () => {
    const card = tableCard(
      ['X1', 'Q1 rev 3'],
      [{ title: 'ways', rows: Array.from({ length: 30 }, (_, way) => [String(way), 'K1:A1', 'M1:U']) }],
      130,
      [0.1, 0.45, 0.45],
    );
    const feet = card.figures.flatMap((one) => (one.as === 'text' && one.x < 10 ? [one.y] : []));
    for (const [index, foot] of feet.slice(1).entries()) expect(foot - feet[index]!).toBeGreaterThan(2.6);
    expect(reach(card).bottom).toBeLessThanOrEqual(card.height);
  });
  it.each(['A4', 'Letter'] as const)('lie side by side on %s, none on another, with a line of 100 mm at the foot', (paper) => {
    const cards = Array.from({ length: 40 }, (_, index) => lineCard(`K${index}`, ['contactor'], { width: 70, height: 36 }));
    const pages = cardPages(cards, paper, 'Q1');
    const frames = pages.map(({ figures }) => figures.flatMap((one) => (one.as === 'path' && one.isClosed ? [one.points[0]!] : [])));
    expect(frames.flat()).toHaveLength(40);
    for (const page of frames) expect(new Set(page.map(([x, y]) => `${x} ${y}`)).size).toBe(page.length);
    for (const page of pages) {
      const { left, right, bottom } = reach(page);
      expect([left >= 9.9, right <= page.width, bottom <= page.height]).toEqual([true, true, true]);
      const rule = page.figures.flatMap((one) => (one.as === 'path' && !one.isClosed ? [one.points[1]![0] - one.points[0]![0]] : []));
      expect(rule).toContain(100);
    }
  });
  it('higher than a page get a page of their own height; of nothing there is no page', () => {
    const tall: Drawing = { width: 130, height: 500, unitMm: 1, figures: [] };
    expect(cardPages([tall], 'A4', 'Q1').map(({ height }) => height)).toEqual([532]);
    expect(cardPages([], 'A4', 'Q1')).toEqual([]);
  });
});
