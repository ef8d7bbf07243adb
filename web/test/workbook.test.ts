import { expect, it } from 'vitest';
import writeWorkbook from 'write-excel-file/node';
import { wireTable } from '#core/formats';
import { cellsOf, readWireList } from '#core/panel';
import { textOfWorkbook, workbookOf } from '../src/paper/workbook';

const workbook = async (sheets: readonly (readonly (string | number | null)[])[][], name = 'list.xlsx'): Promise<File> => {
  const bytes = await writeWorkbook(
    sheets.map((rows, index) => ({
      sheet: `Sheet ${index + 1}`,
      data: rows.map((row) => row.map((value) => (value === null ? null : { value, type: typeof value === 'number' ? Number : String }))),
    })) as never,
  ).toBuffer();
  return new File([new Uint8Array(bytes)], name);
};

it('the longest sheet of a workbook is read as a list of wires', async () => {
  const text = await textOfWorkbook(
    await workbook([
      [['Cover', 'of the panel']],
      [
        ['Wire', 'From', 'To', 'Colour', 'AWG'],
        [101, 'TC1:Y', 'DT1:1', 'yellow', 18],
        [102, 'K1:A2', 'T1:C', 'blue', 18],
        [null, 'K1:A1', 'DT1:2', 'red', 18],
      ],
    ]),
  );
  const { wires, bad } = readWireList(cellsOf(text));
  expect(wires.map(({ number, ends, colour }) => [number, ends.map(({ tag, mark }) => `${tag}:${mark}`).join(' '), colour])).toEqual([
    ['101', 'TC1:Y DT1:1', 'yellow'],
    ['102', 'K1:A2 T1:C', 'blue'],
    [undefined, 'K1:A1 DT1:2', 'red'],
  ]);
  expect(bad).toEqual([]);
});
it('what is no workbook is told with what to do', async () => {
  await expect(textOfWorkbook(new File(['not a zip'], 'list.xlsx'))).rejects.toThrow(/list\.xlsx cannot be read as a workbook.*paste/);
  await expect(textOfWorkbook(new File([new Uint8Array(5_000_000)], 'big.xlsx'))).rejects.toThrow(/larger than any list/);
});

it('a wire list saved as a workbook is read as the same wires, and nothing in it is a formula', async () => {
  const wires = [
    {
      number: '=1+1',
      from: 'K1:A1',
      to: 'X1:2',
      colour: 'red',
      size: '18 AWG',
      lengthM: 2.5,
      cable: 'W1',
      core: 3,
      insulationV: 300,
      use: 'extra-low, 24.0 V',
    },
    {
      number: '102',
      from: 'K1:A2',
      to: 'X1:3',
      colour: 'green-yellow',
      size: '1.5 mm²',
      lengthM: null,
      cable: null,
      core: null,
      insulationV: 500,
      use: 'mains, return',
    },
  ];
  const bytes = await workbookOf(wireTable(wires));
  const text = await textOfWorkbook(new File([bytes as BlobPart], 'wires.xlsx'));
  const { wires: read, bad } = readWireList(cellsOf(text));
  expect(bad).toEqual([]);
  expect(
    read.map(({ ends, colour, size, lengthM }) => [ends.map(({ tag, mark }) => `${tag}:${mark}`).join(' '), colour, size, lengthM]),
  ).toEqual([
    ['K1:A1 X1:2', 'red', { awg: 18 }, 2.5],
    ['K1:A2 X1:3', 'green-yellow', { mm2: 1.5 }, undefined],
  ]);
  expect(text).toContain('=1+1');
});
