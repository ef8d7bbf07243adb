/** What a column of a list may hold. A device and its terminal stand in one column, or in two. */
export const COLUMN_ROLES = ['number', 'from', 'fromMark', 'to', 'toMark', 'colour', 'size', 'length'] as const;
export type ColumnRole = (typeof COLUMN_ROLES)[number];

/** Nobody chooses among more. */
const MOST_COLUMNS = 16;

/** As many columns as the widest line has, and no more than anybody chooses among. */
export const columnCount = (table: readonly (readonly string[])[]): number =>
  Math.min(
    MOST_COLUMNS,
    table.reduce((most, { length }) => Math.max(most, length), 0),
  );

/**
 * A table with its columns as somebody has said them, in the order in which a list of wires is read. A line is kept as a line, so that what is
 * told of it names the line of the file; columns without a role are left out.
 * @param roles by column; null where it is left out
 */
export function withRoles(table: readonly (readonly string[])[], roles: readonly (ColumnRole | null)[]): string[][] {
  const at = (row: readonly string[], role: ColumnRole): string => row[roles.indexOf(role)]?.trim() ?? '';
  const end = (row: readonly string[], device: 'from' | 'to', mark: 'fromMark' | 'toMark'): string =>
    roles.includes(mark) && at(row, device) !== '' ? `${at(row, device)}:${at(row, mark)}` : at(row, device);
  return table.map((row) =>
    row.every((cell) => cell.trim() === '')
      ? []
      : [at(row, 'number'), end(row, 'from', 'fromMark'), end(row, 'to', 'toMark'), at(row, 'colour'), at(row, 'size'), at(row, 'length')],
  );
}

/** Whether enough is said for wires to be read: both ends. */
export const saysBothEnds = (roles: readonly (ColumnRole | null)[]): boolean => roles.includes('from') && roles.includes('to');
