import { endOf } from './wireCells';

/** A line of a list with its cells. */
interface Row {
  /** of the list, from 1 */
  readonly line: number;
  readonly cells: readonly string[];
}

/** A list in which each line says one wire at most. */
interface Pairs {
  readonly rows: readonly Row[];
  /** so many nets were taken apart */
  readonly nets: number;
  readonly lone: readonly { readonly line: number; readonly text: string; readonly why: string }[];
}

/** From this share of lines with more than two terminals on, a list says what is joined; below it such a line is a slip. */
const NET_SHARE = 0.15;
/** The letter of a cable by IEC 81346-2: W1/2 behind two ends is a cable and its core. */
const CABLE = /^W\d/;

/** A cell that holds several terminals, parted: "T1:R TC1:R, K1:13". */
function parted(cell: string): string[] {
  const parts = cell.split(/[\s,;]+/).filter(Boolean);
  return parts.length > 1 && parts.every((one) => endOf(one) !== undefined) ? parts : [cell.trim().replace(/[,;]$/, '')];
}

const isEnd = (cell: string): boolean => endOf(cell) !== undefined;
const SIGNED = /^[^:=\s]+\s*[:=]$/;
/** A name as it stands before what it joins: "R:", "R =", "24V". */
const nameIn = (cell: string): string => cell.replace(/\s*[:=]$/, '').trim();

const COLUMNS = {
  net: /^(net|potential|node|signal)([ _-]*(name|no\.?|number))?$/i,
  device: /^(device|tag|component|unit|item|part|ref(erence)?)$/i,
  mark: /^(terminal|term|pin|point|mark|connection)$/i,
} as const;

/** Rows of net, device and terminal in columns of their own, under a heading that says so, as rows of a name and one terminal. */
function joinedColumns(rows: readonly Row[]): readonly Row[] {
  const at = rows.findIndex(({ cells }) => Object.values(COLUMNS).every((column) => cells.some((cell) => column.test(cell.trim()))));
  const heading = rows[at];
  if (!heading) return rows;
  const place = (column: RegExp): number => heading.cells.findIndex((cell) => column.test(cell.trim()));
  const [net, device, mark] = [place(COLUMNS.net), place(COLUMNS.device), place(COLUMNS.mark)];
  return rows.slice(at + 1).map(({ line, cells }) => {
    const [tag = '', terminal = ''] = [cells[device]?.trim(), cells[mark]?.trim()];
    return { line, cells: tag || terminal ? [cells[net] ?? '', `${tag}:${terminal}`] : [] };
  });
}

/** The name that stands before a terminal; a way that a plan of a strip shows free has none. */
const nameBefore = (cells: readonly string[]): string | undefined => {
  const name = cells.find((cell) => cell !== '');
  return name === undefined || isEnd(name) || /^(free|spare)$/i.test(name) ? undefined : nameIn(name);
};

/** Names of which each line gives one terminal, brought together, in the order in which they are first named. */
function gathered(rows: readonly Row[]): Row[] {
  const nets = new Map<string, { line: number; cells: string[] }>();
  for (const { line, cells } of rows) {
    const [name, end] = [nameBefore(cells), cells.find(isEnd)];
    if (end === undefined || name === undefined) continue;
    const net = nets.get(name);
    if (net) net.cells.push(end);
    else nets.set(name, { line, cells: [name, end] });
  }
  return [...nets.values()];
}

/**
 * A list that says what is joined, as the wires that join it: from each terminal to the next, in the order in which they are written, all
 * under the name of what they join. Where the wires really run such a list does not say. Any other list comes back as it is.
 */
export function asPairs(table: readonly (readonly string[])[]): Pairs {
  const written = table.map((cells, index): Row => ({ line: index + 1, cells }));
  const rows = joinedColumns(written.map(({ line, cells }) => ({ line, cells: cells.flatMap(parted) })));
  const counted = rows.map(({ cells }) => cells.filter(isEnd).length);
  const filled = counted.filter((count) => count > 0).length;
  const named = rows.filter(({ cells }, index) => counted[index] === 1 && nameBefore(cells) !== undefined);
  const byName = named.length > 1 && named.length === filled ? gathered(named) : undefined;
  if (byName && !byName.some(({ cells }) => cells.length > 2)) return { rows: written, nets: 0, lone: [] };
  const many = counted.filter((count) => count > 2).length;
  // "R: T1:R TC1:R", or all terminals in one cell: it says so by itself
  const isSaid =
    rows.some(({ cells }, index) => cells.filter(isEnd).length > (written[index]?.cells.filter(isEnd).length ?? 0) + 1) ||
    rows.every(({ cells }, index) => counted[index] === 0 || SIGNED.test(cells.find((cell) => cell !== '') ?? ''));
  if (!byName && !isSaid && many < NET_SHARE * filled) return { rows: written, nets: 0, lone: [] };
  const lone: Pairs['lone'][number][] = [];
  let nets = 0;
  const apart = (byName ?? rows).flatMap(({ line, cells }): Row[] => {
    const first = cells.findIndex(isEnd);
    const ends = [...new Set(cells.filter(isEnd))];
    const isCable = ends.length > 2 && ends.slice(2).every((one) => CABLE.test(one));
    if (byName && ends.length === 1) {
      lone.push({ line, text: cells.join(' ').slice(0, 80), why: 'is a name for one terminal alone: it joins nothing.' });
      return [];
    }
    if (byName || (ends.length > 2 && !isCable)) nets++;
    if (isCable || cells.filter(isEnd).length < 3) return [{ line, cells: cells.map((cell, at) => (at < first ? nameIn(cell) : cell)) }];
    const before = cells.slice(0, first).filter(Boolean);
    const rest = cells.slice(first).filter((cell) => !isEnd(cell));
    return ends.slice(1).map((end, index) => ({ line, cells: [...before.map(nameIn), ends[index] ?? '', end, ...rest] }));
  });
  return { rows: apart, nets, lone };
}
