import { describe, expect, it } from 'vitest';
import { frameIndex } from '../src/bench/BenchProvider';
import { actOf, CIRCUIT_KEYS, SHEET_KEYS } from '../src/ui/keys';

const pressed = (key: string, held: Partial<Record<'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey', boolean>> = {}) => ({
  key,
  ctrlKey: false,
  metaKey: false,
  altKey: false,
  shiftKey: false,
  ...held,
});

describe('what a key does', () => {
  it.each([
    ['z', { ctrlKey: true }, 'undo'],
    ['Z', { ctrlKey: true, shiftKey: true }, 'redo'],
    ['z', { metaKey: true }, 'undo'],
    ['z', {}, undefined],
    ['z', { ctrlKey: true, altKey: true }, undefined],
    ['/', {}, 'goTo'],
    // a sign that needs the shift key on some keyboards
    ['?', { shiftKey: true }, 'legend'],
    ['?', {}, 'legend'],
    ['/', { ctrlKey: true }, undefined],
    ['q', {}, undefined],
  ] as const)('anywhere: %s with %j does %s', (key, held, act) => expect(actOf(CIRCUIT_KEYS, pressed(key, held))).toBe(act));
  it.each([
    ['ArrowLeft', 'left'],
    ['ArrowRight', 'right'],
    ['ArrowUp', 'up'],
    ['ArrowDown', 'down'],
    ['R', 'red'],
    ['r', 'red'],
    ['b', 'black'],
    [' ', 'operate'],
    ['n', 'swap'],
    ['t', 'fit'],
    ['f', 'zoom'],
  ] as const)('on the sheet: %s does %s', (key, act) => expect(actOf(SHEET_KEYS, pressed(key))).toBe(act));
  it('no key is given twice where both tables hold', () => {
    const caps = [...SHEET_KEYS, ...CIRCUIT_KEYS].map(({ cap }) => cap);
    expect(new Set(caps).size).toBe(caps.length);
  });
});

describe('the frame at a moment', () => {
  const frames = [0, 20, 20, 500, 9000];
  it.each([
    [0, 0],
    [19.9, 0],
    [20, 2],
    [499, 2],
    [500, 3],
    [1e9, 4],
  ])('%f ms: frame %i', (atMs, index) => expect(frameIndex(frames, atMs)).toBe(index));
});
