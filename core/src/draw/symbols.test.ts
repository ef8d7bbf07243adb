import { describe, expect, it } from 'vitest';
import { type Stroke, type SymbolKind, strokesOf } from './index';

const KINDS: readonly SymbolKind[] = [
  'contact',
  'isolator',
  'push',
  'pressure',
  'thermostat',
  'overload',
  'end-switch',
  'coil',
  'motor',
  'heater',
  'lamp',
  'box',
  'fuse',
  'overload-heater',
  'timer',
  'bar',
  'valve',
  'winding',
  'source',
  'wire',
];
const SWITCHES: readonly SymbolKind[] = ['contact', 'isolator', 'push', 'pressure', 'thermostat', 'overload', 'end-switch'];
const size = { width: 52, height: 30 };
const extent = (stroke: Stroke): [number, number] => {
  switch (stroke.as) {
    case 'line':
      return [Math.min(stroke.x1, stroke.x2), Math.max(stroke.x1, stroke.x2)];
    case 'circle':
    case 'arc':
      return [stroke.x - stroke.r, stroke.x + stroke.r];
    case 'rect':
    case 'bar':
      return [stroke.x, stroke.x + stroke.width];
    case 'text':
      return [stroke.x, stroke.x];
  }
};

describe.each(['na', 'iec'] as const)('%s symbols', (family) => {
  it.each(KINDS)('%s keeps to its box and reaches both pins', (kind) => {
    const strokes = strokesOf(kind, 'NO', family, 'K1', '24 V', size);
    const ends = strokes.map(extent);
    expect(Math.min(...ends.map(([low]) => low))).toBe(-26);
    expect(Math.max(...ends.map(([, high]) => high))).toBe(26);
  });
  it.each(SWITCHES)('%s shows NO and NC apart, and closed by one solid bar in both', (kind) => {
    const [no, nc] = (['NO', 'NC'] as const).map((form) => strokesOf(kind, form, family, 'K1', '', size));
    expect(no).not.toEqual(nc);
    for (const strokes of [no!, nc!]) expect(strokes.filter(({ as }) => as === 'bar')).toHaveLength(1);
  });
  it('a load has one body that fills when it is on', () => {
    for (const kind of ['coil', 'motor', 'lamp', 'heater', 'box'] as const)
      expect(strokesOf(kind, undefined, family, 'K1', '1', size).filter((stroke) => 'body' in stroke && stroke.body)).toHaveLength(1);
  });
  it('a block is as large as it is told', () => {
    const [body] = strokesOf('motor-block', undefined, family, 'M1', '11 A', { width: 64, height: 160 });
    expect(body).toMatchObject({ as: 'rect', width: 64, height: 160 });
  });
});

it('the two families draw contacts and coils differently', () => {
  for (const kind of ['contact', 'coil', 'thermostat'] as const)
    expect(strokesOf(kind, 'NO', 'na', 'K1', '', size)).not.toEqual(strokesOf(kind, 'NO', 'iec', 'K1', '', size));
});
