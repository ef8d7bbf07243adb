import { expect, it } from 'vitest';
import { CHECKS, failing } from '../testing/published';
import { TABLES, type TableName, type Tables } from './index';

it('the tables hold every value as it was printed', () => {
  expect(CHECKS.length).toBeGreaterThan(700);
  expect(failing(TABLES)).toEqual([]);
});

it('a wrong cell is noticed: at least 95 of 100 altered numbers fail a check', () => {
  const missed: string[] = [];
  let altered = 0;
  for (const name of Object.keys(TABLES) as TableName[]) {
    for (const [r, row] of TABLES[name].rows.entries())
      for (const [c, cell] of row.cells.entries()) {
        if (typeof cell !== 'number') continue;
        altered++;
        const rows = TABLES[name].rows.map((one, index) =>
          index === r ? { ...one, cells: one.cells.map((old, at) => (at === c ? cell * 1.07 + 0.001 : old)) } : one,
        );
        const tables: Tables = { ...TABLES, [name]: { ...TABLES[name], rows } };
        if (failing(tables).length === 0) missed.push(`${name} ${row.key} ${TABLES[name].columns[c]}`);
      }
  }
  expect(altered).toBeGreaterThan(700);
  expect(missed.length / altered, missed.join(', ')).toBeLessThanOrEqual(0.05);
});
