import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { COLUMN_ROLES, type ColumnRole, cellsOf, columnCount, readWireList, saysBothEnds, withRoles } from './index';

/** A list whose columns no heading names, device and terminal apart, the target first. */
const ODD = `yellow;DT1;1;TC1;Y;W12;18
red;F1;1;T1;R;W11;18

blue;;;T1;C;W13;18`;

describe('columns that somebody has said', () => {
  const roles: readonly (ColumnRole | null)[] = ['colour', 'to', 'toMark', 'from', 'fromMark', 'number', 'size'];
  it('are read as the wires that they hold, line by line', () => {
    const { wires, bad } = readWireList(withRoles(cellsOf(ODD), roles));
    expect(
      wires.map(({ line, ends, number, colour, size }) => [
        line,
        ends.map(({ tag, mark }) => `${tag}:${mark}`).join(' '),
        number,
        colour,
        size,
      ]),
    ).toEqual([
      [1, 'TC1:Y DT1:1', 'W12', 'yellow', { awg: 18 }],
      [2, 'T1:R F1:1', 'W11', 'red', { awg: 18 }],
    ]);
    expect(bad.map(({ line }) => line)).toEqual([4]);
  });
  it('without both ends say no wire', () => {
    expect([saysBothEnds(['from', 'number']), saysBothEnds(roles)]).toEqual([false, true]);
    expect(readWireList(withRoles(cellsOf(ODD), ['colour'])).wires).toEqual([]);
  });
  it('however they are shuffled give the same wires', () => {
    const rows = [
      ['101', 'K1:A1', 'S1:2', 'red', '18', '2m'],
      ['102', 'K1:A2', 'G1:N', 'white', '14', ''],
    ];
    const said: readonly ColumnRole[] = ['number', 'from', 'to', 'colour', 'size', 'length'];
    const plain = readWireList(withRoles(rows, said));
    fc.assert(
      fc.property(fc.shuffledSubarray([0, 1, 2, 3, 4, 5], { minLength: 6 }), (order) => {
        const shuffled = rows.map((row) => order.map((at) => row[at] ?? ''));
        expect(
          readWireList(
            withRoles(
              shuffled,
              order.map((at) => said[at] ?? null),
            ),
          ),
        ).toEqual(plain);
      }),
      { numRuns: 60, seed: 5 },
    );
  });
  it('of anything at all throw nothing', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.string(), { maxLength: 20 }), { maxLength: 12 }),
        fc.array(fc.constantFrom(null, ...COLUMN_ROLES), { maxLength: 20 }),
        (table, any) => {
          readWireList(withRoles(table, any));
          return columnCount(table) <= 16;
        },
      ),
      { numRuns: 300, seed: 9 },
    );
  });
});
