import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { stockProblems } from '#core/devices';
import { readStock, stock } from '../testing/stock';
import { headProblems, sheetText, stockFromRows, stockFromTable, stockToRows } from './index';

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
  it('a body as printed goes with its part, in and out', () => {
    const [first] = stock;
    const sized = { ...first!, body: { widthMm: 45, heightMm: 82.5 } };
    const { rows } = stockToRows([sized]);
    expect(rows[0]).toMatchObject({ widthMm: '45', heightMm: '82.5' });
    expect(stockFromRows(rows, () => sized.id).good).toEqual([sized]);
    const typed = stockFromRows([{ title: 'x', family: 'fuse-1', widthMm: '17,5 mm', heightMm: '90' }], () => 'p1');
    expect(typed.good[0]?.body).toEqual({ widthMm: 17.5, heightMm: 90 });
    const halves: readonly Readonly<Record<string, string>>[] = [
      { widthMm: '45' },
      { widthMm: '45', heightMm: 'high' },
      { widthMm: '0', heightMm: '10' },
    ];
    for (const half of halves)
      expect(stockFromRows([{ title: 'x', family: 'fuse-1', ...half }], () => 'p1').bad[0]!.problems.join(' ')).toMatch(
        /a width and a height in mm/,
      );
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

describe('a file as it comes', () => {
  const HEAD = 'title,family,ratingA,notes';
  const read = (text: string) => stockFromTable(Papa.parse<string[]>(text), (index) => `p${index}`);
  it.each([
    ['a semicolon between cells', 'title;family;ratingA;notes\nFuse;fuse-1;2;x', 1, []],
    ['a tab between cells', 'title\tfamily\tratingA\tnotes\nFuse\tfuse-1\t2\tx', 1, []],
    ['lines that end in CR LF', `${HEAD}\r\nFuse,fuse-1,2,x\r\n`, 1, []],
    ['a mark of UTF-8 at the beginning', `\uFEFF${HEAD}\nFuse,fuse-1,2,x`, 1, []],
    ['commas behind the last cell', `${HEAD},,\nFuse,fuse-1,2,x,,`, 1, []],
    ['one comma too many', `${HEAD}\nFuse,fuse-1,2,x,y\nFuse two,fuse-1,3,x`, 1, [[2, 'has 5 cells where the first line names 4']]],
    ['a cell too few', `${HEAD}\nFuse,fuse-1,2\nFuse two,fuse-1,3,x`, 1, [[2, 'has 3 cells where the first line names 4']]],
    ['a comma inside of quotes', `${HEAD}\n"Fuse, slow",fuse-1,2,x`, 1, []],
    ['a quotation mark that is not closed', `${HEAD}\nFuse,fuse-1,2,"x\nFuse two,fuse-1,3,x`, 0, [[2, 'quotation mark']]],
    ['a NUL', `${HEAD}\nFu\u0000se,fuse-1,2,x\nFuse two,fuse-1,3,x`, 1, [[2, 'cannot be kept']]],
    ['half of a pair', `${HEAD}\nFu\uD800se,fuse-1,2,x`, 0, [[2, 'cannot be kept']]],
    ['the same column twice', 'title,family,title\nFuse,fuse-1,x', 0, [[1, 'twice']]],
    ['nothing', '', 0, [[1, 'name the columns']]],
    ['names that every object has', `${HEAD},constructor,__proto__\nFuse,fuse-1,2,x,1,2`, 0, [[2, 'Column "constructor"']]],
  ] as const)('%s', (_what, text, count, bad) => {
    const { good, bad: told } = read(text);
    expect(good.length).toBe(count);
    expect(told.map(({ line, problems }) => [line, problems.join(' ')])).toEqual(
      bad.map(([line, words]) => [line, expect.stringContaining(words)]),
    );
  });
  it('is read in the signs that it was written in, and told where they are guessed', () => {
    const bytes = (...codes: number[]) => new Uint8Array(codes);
    expect(sheetText(new TextEncoder().encode('Füller'))).toEqual({ text: 'Füller', note: undefined });
    expect(sheetText(bytes(0xff, 0xfe, 0x41, 0, 0xe4, 0))).toEqual({ text: 'Aä', note: undefined });
    expect(sheetText(bytes(0x46, 0xfc, 0x72))).toEqual({ text: 'Für', note: expect.stringContaining('Windows-1252') });
  });
  it('whatever it holds, every line is a part or is told', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.constantFrom('Fuse', 'fuse-1', '2', '', '"', ',', ';', 'ä', '\u0000'), { maxLength: 7 }), { maxLength: 6 }),
        (rows) => {
          const text = [HEAD, ...rows.map((cells) => cells.join(','))].join('\n');
          const { good, bad } = read(text);
          expect(good.length + bad.length).toBeLessThanOrEqual(rows.length + 1);
          for (const { problems } of bad) expect(problems.length).toBeGreaterThan(0);
        },
      ),
      { seed: 4, numRuns: 300 },
    );
  });
});
