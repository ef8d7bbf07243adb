import { describe, expect, it } from 'vitest';
import { stockProblems } from '#core/devices';
import { readStock, stock } from '../testing/stock';
import { headProblems, stockFromRows, stockToRows } from './index';

describe('the stock list', () => {
  it('has at least 120 sound parts over at least 25 families', () => {
    expect(readStock().bad).toEqual([]);
    expect(stock.length).toBeGreaterThanOrEqual(120);
    expect(new Set(stock.map(({ family }) => family)).size).toBeGreaterThanOrEqual(25);
    expect(stock.flatMap((part) => stockProblems(part))).toEqual([]);
  });
  it('is the same after writing and reading', () => {
    const { rows } = stockToRows(stock);
    expect(stockFromRows(rows, (index) => `p${index + 1}`).good).toEqual(stock);
  });
  it.each([
    ['an unknown family', { title: 'x', family: 'warp-drive' }, 'no family'],
    ['a field of another family', { title: 'x', family: 'fuse-1', coilV: '24' }, 'has no nameplate field'],
    ['a word for a number', { title: 'x', family: 'fuse-1', ratingA: 'two' }, 'is not a number'],
    ['a number out of range', { title: 'x', family: 'fuse-1', ratingA: '9000' }, 'is outside'],
    ['a choice that is none', { title: 'x', family: 'fuse-1', ratingA: '2', curve: 'slowish' }, 'is not one of'],
    ['no title', { title: '', family: 'fuse-1' }, 'title'],
    ['half a part', { title: 'x', family: 'fuse-1', count: '1.5' }, 'whole number'],
    ['a column nobody knows', { title: 'x', family: 'fuse-1', colour: 'red' }, 'Column "colour"'],
  ])('%s is told with its line, and the good row beside it is kept', (_name, row, why) => {
    const { good, bad } = stockFromRows([{ title: 'Fuse 2 A', family: 'fuse-1', ratingA: '2' }, row as never], (index) => `p${index + 1}`);
    expect(good.map(({ title }) => title)).toEqual(['Fuse 2 A']);
    expect(bad[0]!.line).toBe(3);
    expect(bad[0]!.problems.join(' ')).toContain(why);
  });
});

describe('a spreadsheet as people write it', () => {
  const one = (family: string, cells: Record<string, string>) =>
    stockFromRows([{ title: 'x', family, ...cells }], (index) => `p${index}`).good[0]?.nameplate;
  it.each([
    ['its unit behind the number', 'contactor-2', { coilV: '24 V', motorA: '30A' }, { coilV: 24, motorA: 30 }],
    ['a decimal comma', 'relay-five-blade', { inrushPf: '0,7' }, { inrushPf: 0.7 }],
    ['hertz behind a choice, small letters', 'contactor-2', { coilKind: 'ac', coilHz: '60 Hz' }, { coilKind: 'AC', coilHz: '60' }],
    ['minutes are no seconds: told, not guessed', 'on-delay-two-wire', { delayS: '3 min' }, undefined],
    ['a thousand with a comma may be 1.5: told, not guessed', 'contactor-2', { lockedA: '1,500 A' }, undefined],
  ])('%s', (_what, family, cells, read) => {
    const plate = one(family, cells);
    expect(plate && Object.fromEntries(Object.entries(plate).map(([name, { value }]) => [name, value]))).toEqual(read);
  });
  it('a part that is in stock already is told, whatever its count', () => {
    const { rows } = stockToRows(stock.slice(0, 3));
    const { good, bad } = stockFromRows(
      rows.map((row) => ({ ...row, count: '9' })),
      (index) => `q${index}`,
      stock,
    );
    expect([good.length, bad.map(({ line }) => line)]).toEqual([0, [2, 3, 4]]);
  });
  it('an empty line does not move the numbers of those after it', () => {
    const { bad } = stockFromRows([{ title: '' }, { title: 'x', family: 'warp-drive' }], (index) => `p${index}`);
    expect(bad.map(({ line }) => line)).toEqual([3]);
  });
  it('a file whose first line names no columns is told as a whole', () => {
    expect(headProblems(['Contactor', 'contactor-2'])).toHaveLength(1);
    expect(headProblems([' title ', 'family'])).toEqual([]);
  });
});
