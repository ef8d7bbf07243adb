import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Band } from '#core/draw';
import { fitted, inSight, isLarge, READABLE_SCALE, seenOf, WHOLE } from '../src/sheet/seen';

/** A band with a symbol and a dot in each of its lines. */
const band = (from: number, lines: number, isStanding = false): Band => {
  const at = Array.from({ length: lines }, (_, line) => ({
    x: isStanding ? from + 40 + line * 80 : 200,
    y: isStanding ? 200 : from + 40 + line * 80,
  }));
  const [across, along] = [1000, lines * 80];
  return {
    x: isStanding ? from : 0,
    y: isStanding ? 0 : from,
    width: isStanding ? along : across,
    height: isStanding ? across : along,
    isStanding,
    symbols: at,
    dots: at,
    segments: at.map(({ x, y }) => ({ x1: x - 20, y1: y - 20, x2: x + 20, y2: y + 20 })),
    markers: [],
    flags: [],
    earths: [],
    links: [],
    lines: [],
  } as unknown as Band;
};
const room = { width: 800, height: 560 };

describe('a sheet in its window', () => {
  it.each([
    ['as wide as the window', { width: 1000, height: 5000 }, false, { x: 0, y: 0, k: 0.8 }],
    ['no larger than reads well, in the middle', { width: 400, height: 5000 }, false, { x: 150, y: 0, k: 1.25 }],
    ['no smaller than can be read', { width: 4000, height: 300 }, false, { x: 0, y: 0, k: READABLE_SCALE }],
    ['standing: as high as the window, from its left', { width: 5000, height: 700 }, true, { x: 0, y: 0, k: 0.8 }],
  ] as const)('is fitted: %s', (_, sheet, isStanding, moved) => {
    expect(fitted(sheet, room, isStanding)).toEqual(moved);
  });

  it.each([false, true])(
    'draws what the window shows, wherever it is moved (standing: %s), and leaves out bands that are out of sight',
    (isStanding) => {
      fc.assert(
        fc.property(
          fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 30 }),
          // how far it is moved, and how large it is shown, one time after the other
          fc.array(fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0.3, max: 4, noNaN: true })), {
            minLength: 1,
            maxLength: 8,
          }),
          (sizes, moves) => {
            const lengthOf = (one: Band): number => (isStanding ? one.width : one.height);
            const bands: Band[] = [];
            let length = 0;
            for (const lines of sizes) {
              const one = band(length, lines, isStanding);
              bands.push(one);
              length += lengthOf(one);
            }
            let seen = WHOLE;
            for (const [share, k] of moves) {
              const offset = -share * length * k;
              seen = seenOf(seen, { x: isStanding ? offset : 0, y: isStanding ? 0 : offset, k }, room, isStanding);
              const isShown = ({ x, y }: { x: number; y: number }): boolean => {
                const px = (isStanding ? x : y) * k + offset;
                return px >= 0 && px <= (isStanding ? room.width : room.height);
              };
              for (const one of bands) {
                const part = inSight(one, seen);
                for (const kind of ['symbols', 'dots'] as const)
                  expect(part?.[kind] ?? []).toEqual(expect.arrayContaining(one[kind].filter(isShown)));
                const start = isStanding ? one.x : one.y;
                expect(part === undefined).toBe(start > seen.to || start + lengthOf(one) < seen.from);
              }
            }
          },
        ),
        { numRuns: 200 },
      );
    },
  );

  it('keeps what is drawn while it is panned to and fro over the edge of a step, and takes the next when little is to spare', () => {
    const at = (y: number, before = WHOLE) => seenOf(before, { x: 0, y, k: 1 }, room, false);
    const seen = at(-610);
    expect(seen).toEqual({ from: 300, to: 1500 });
    for (const y of [-590, -610, -570, -620, -401, -839]) expect(at(y, seen)).toBe(seen);
    expect(at(-399, seen)).toEqual({ from: 0, to: 1500 });
    expect(at(-841, seen)).toEqual({ from: 300, to: 1800 });
  });
  it('draws less again when it is seen from nearer', () => {
    const far = seenOf(WHOLE, { x: 0, y: 0, k: 0.3 }, room, false);
    expect(seenOf(far, { x: 0, y: 0, k: 1 }, room, false)).toEqual({ from: -300, to: 900 });
  });

  it('leaves nothing out of a sheet of a few dozen symbols', () => {
    expect([isLarge({ bands: [band(0, 40)] }), isLarge({ bands: [band(0, 40), band(3200, 40)] })]).toEqual([false, true]);
  });
});
