import { describe, expect, it } from 'vitest';
import { applyChanges, type Circuit } from '#core/circuit';
import { demo, SHIPPED } from '../testing/demo';
import { partsFromTable, partsTable } from './index';

const cut = (data: readonly (readonly string[])[]) => ({ data, errors: [] });
const taken = (circuit: Circuit, data: readonly (readonly string[])[]) => {
  const read = partsFromTable(circuit, cut(data));
  const applied = applyChanges(circuit, [...read.changes]);
  if (!applied.ok) throw new Error(applied.problems.map(({ message }) => message).join(' '));
  return { ...read, circuit: applied.value.circuit };
};
/** A circuit of which nobody has read a plate. */
const unread = (circuit: Circuit): Circuit => ({
  ...circuit,
  devices: Object.fromEntries(
    Object.entries(circuit.devices).map(([id, device]) => [
      id,
      { ...device, title: '', nameplate: {}, fitted: '', notes: '', place: null, at: null },
    ]),
  ),
});
const carried = ({ devices }: Circuit) =>
  Object.values(devices).map(({ tag, title, place, fitted, notes, nameplate }) => [
    tag,
    title,
    place,
    fitted,
    notes,
    Object.fromEntries(Object.entries(nameplate).filter(([, { value, evidence }]) => value !== null && evidence !== 'unknown')),
  ]);

describe.each(SHIPPED)('the parts list of %s', (name) => {
  const circuit = demo(name);
  it('read back changes nothing', () => {
    expect(partsFromTable(circuit, cut(partsTable(circuit)))).toEqual({ changes: [], changed: [], bad: [] });
  });
  it('read into the circuit with nothing read gives every title, place, part and plate, with how sure it is', () => {
    const back = taken(unread(circuit), partsTable(circuit));
    expect(back.bad).toEqual([]);
    expect(carried(back.circuit)).toEqual(carried(circuit));
  });
});

describe('a parts list that somebody has filled in', () => {
  const circuit = demo('Q1');
  it.each([
    ['a value with its unit', ['tag', 'va'], ['T1', '75 VA'], 75, 'print'],
    ['a comma for a point, measured', ['tag', 'va'], ['t1', '62,5 (measured)'], 62.5, 'measured'],
    ['assumed', ['va', 'tag'], ['50 (assumed)', 'T1'], 50, 'assumed'],
  ])('%s is taken', (_what, head, row, value, evidence) => {
    const back = taken(circuit, [head, row]);
    expect(back.bad).toEqual([]);
    expect(back.changed).toEqual(['T1']);
    expect(Object.values(back.circuit.devices).find(({ tag }) => tag === 'T1')!.nameplate.va).toEqual({ value, evidence });
  });
  it('an empty cell says nothing', () =>
    expect(
      partsFromTable(
        circuit,
        cut([
          ['tag', 'va', 'title'],
          ['T1', '', ' '],
        ]),
      ).changes,
    ).toEqual([]));
  it.each([
    ['a tag that there is not', ['tag', 'va'], ['T11', '50'], /No device here is called T11/],
    ['a tag that is near one', ['tag', 'va'], ['TT1', '50'], /Is it D?T1\?/],
    ['no tag', ['tag', 'va'], ['', '50'], /no tag/],
    ['words for a number', ['tag', 'va'], ['T1', 'large'], /"large" is not a number/],
    ['a number beyond all', ['tag', 'va'], ['T1', '9e9'], /outside/],
    ['a field of another kind', ['tag', 'coilV'], ['T1', '24'], /no nameplate field "coilV"/],
    ['another kind', ['tag', 'kind'], ['T1', 'heater'], /Change the kind on the sheet/],
    ['a place that there is not', ['tag', 'place'], ['T1', 'the moon'], /no place "the moon"/],
    ['a title without end', ['tag', 'title'], ['T1', 'x'.repeat(81)], /81 letters; 80 are kept/],
    ['more cells than columns', ['tag', 'va'], ['T1', '50', '60'], /3 cells where the first line names 2/],
  ])('%s is told with its line, and nothing of the row is taken', (_what, head, row, why) => {
    const read = partsFromTable(
      circuit,
      cut([[...head, 'notes'].slice(0, why.source.startsWith('3') ? 2 : 3), [...row, ...(why.source.startsWith('3') ? [] : ['a note'])]]),
    );
    expect(read.changes).toEqual([]);
    expect(read.bad).toHaveLength(1);
    expect(read.bad[0]!.line).toBe(2);
    expect(read.bad[0]!.problems.join(' ')).toMatch(why);
  });
  it('good rows are taken beside bad ones, a device that stands twice only once', () => {
    const read = partsFromTable(
      circuit,
      cut([
        ['tag', 'va'],
        ['T1', '75'],
        ['ZZ9', '1'],
        ['T1', '50'],
      ]),
    );
    expect(read.changed).toEqual(['T1']);
    expect(read.bad.map(({ line }) => line)).toEqual([3, 4]);
  });
  it.each([
    ['no column of tags', [['va'], ['75']], /no "tag"/],
    [
      'a column twice',
      [
        ['tag', 'va', 'va'],
        ['T1', '1', '2'],
      ],
      /twice/,
    ],
    ['nothing at all', [], /no "tag"/],
  ])('%s is told of the first line', (_what, data, why) => {
    const read = partsFromTable(circuit, cut(data));
    expect(read.bad).toHaveLength(1);
    expect(read.bad[0]!.problems.join(' ')).toMatch(why);
  });
});
