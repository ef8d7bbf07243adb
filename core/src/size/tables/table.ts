/**
 * How sure a table is. `published`: widely printed or re-derived; `memory`: typed from memory of the named standard, re-check against a
 * print; `typical`: common practice without a normative source, told as "typical" and never as "limit".
 */
export type Mark = 'published' | 'memory' | 'typical';

/** A published table as data: the program computes from it and the handbook page shows it. `null` is a dash in print. */
export interface Table {
  readonly title: string;
  readonly source: string;
  readonly mark: Mark;
  /** what a row's key is: `hp`, `AWG` */
  readonly keyed: string;
  readonly unit: string;
  readonly columns: readonly string[];
  readonly rows: readonly { readonly key: string; readonly cells: readonly (number | string | null)[] }[];
  readonly note?: string;
}

type Head = Omit<Table, 'columns' | 'rows'>;

/** Reads a table set as text: first line the columns, then a key and its cells on each line; `-` is a dash, `_` in a word a space. */
export function tableOf(head: Head, text: string): Table {
  const lines = text
    .trim()
    .split('\n')
    .map((line) => line.trim().split(/\s+/));
  const spaced = (word: string): string => word.replaceAll('_', ' ');
  return {
    ...head,
    columns: lines[0]!.map(spaced),
    rows: lines.slice(1).map(([key, ...cells]) => ({
      key: spaced(key!),
      cells: cells.map((cell) => (cell === '-' ? null : Number.isFinite(Number(cell)) ? Number(cell) : spaced(cell))),
    })),
  };
}

/** A number of a table, or undefined where it has no such row or column, or a dash there. */
export function numberAt(table: Table, key: string | number, column: string | number): number | undefined {
  const index = table.columns.indexOf(String(column));
  const value = table.rows.find((row) => row.key === String(key))?.cells[index];
  return typeof value === 'number' ? value : undefined;
}

/** The keys of a table as numbers, fractions read: `1/6` is 0.1667. */
export const keyNumber = (key: string): number => {
  const [top, bottom] = key.split('/').map(Number);
  return bottom === undefined ? top! : top! / bottom;
};

/** The first row whose key is at least `least`, keys as numbers. */
export const rowFrom = (table: Table, least: number) => table.rows.find(({ key }) => keyNumber(key) >= least - 1e-9);
