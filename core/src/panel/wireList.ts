import type { Conductor } from '#core/circuit';
import { asPairs } from './netList';
import { cableOf, colourOf, endOf, insulationOf, type ListedEnd, lengthOf, sizeOf } from './wireCells';

/** A wire as a line of a list says it; what the line does not say is undefined. */
export interface ListedWire {
  /** of the list, from 1 */
  readonly line: number;
  readonly ends: readonly [ListedEnd, ListedEnd];
  readonly number: string | undefined;
  readonly colour: string | undefined;
  readonly size: Conductor['size'] | undefined;
  readonly lengthM: number | undefined;
  readonly insulationV: number | undefined;
  /** the cable that it is a core of, and which */
  readonly cable: { readonly tag: string; readonly core: number | undefined } | undefined;
}

/** A line that says no wire, with what is wrong and how to mend it. */
export interface BadLine {
  readonly line: number;
  readonly text: string;
  readonly why: string;
}

export interface WireList {
  readonly wires: readonly ListedWire[];
  readonly bad: readonly BadLine[];
  /** so many of its lines say what is joined, and no wire: wires are taken from each terminal to the next, as they are written */
  readonly nets: number;
}

/** Words of a heading, by what they stand over; the first that fits is taken. */
const HEADINGS = {
  fromDevice: /^(from|source|start|a)?[ _-]*(device|tag|component|unit|item)[ _-]*(1|a|from)?$/i,
  fromMark: /^(from|source|start|a)[ _-]*(terminal|term|pin|point|mark|connection)$/i,
  toDevice: /^(to|target|dest(ination)?|end|b)[ _-]*(device|tag|component|unit|item)$/i,
  toMark: /^(to|target|dest(ination)?|end|b)[ _-]*(terminal|term|pin|point|mark|connection)$/i,
  number: /^(wire|conductor|no\.?|number|#|wire[ _-]*(no\.?|number|id))$/i,
  length: /^length/i,
} as const;
type Heading = keyof typeof HEADINGS;

/** Where each column stands, where the first line is a heading of device and terminal in columns of their own. */
function headingsOf(cells: readonly string[]): Partial<Record<Heading, number>> | undefined {
  const places = Object.fromEntries(
    (Object.keys(HEADINGS) as Heading[]).flatMap((name) => {
      const at = cells.findIndex((cell) => HEADINGS[name].test(cell.trim()));
      return at < 0 ? [] : [[name, at] as const];
    }),
  ) as Partial<Record<Heading, number>>;
  return places.fromMark !== undefined && places.toMark !== undefined && places.toDevice !== undefined ? places : undefined;
}

/** Cells of a line with device and terminal brought together. */
function joined(cells: readonly string[], places: Partial<Record<Heading, number>>): string[] {
  const cell = (name: Heading): string => cells[places[name] ?? -1]?.trim() ?? '';
  const own = new Set([places.fromDevice, places.fromMark, places.toDevice, places.toMark]);
  const rest = cells.filter((_, index) => !own.has(index) && index !== places.number);
  return [cell('number'), `${cell('fromDevice')}:${cell('fromMark')}`, `${cell('toDevice')}:${cell('toMark')}`, ...rest];
}

/** A line's cells: a sign within quotes parts nothing. Quotes that are never closed are signs like others. */
function splitAt(line: string, sign: string | undefined): string[] {
  if (sign === undefined) return line.split(/\s+/);
  if (!line.includes('"') || (line.split('"').length - 1) % 2 === 1) return line.split(sign);
  const cells: string[] = [];
  let [from, isQuoted] = [0, false];
  for (let at = 0; at < line.length; at++) {
    if (line[at] === '"') isQuoted = !isQuoted;
    if (isQuoted || line[at] !== sign) continue;
    cells.push(line.slice(from, at));
    from = at + 1;
  }
  return [...cells, line.slice(from)];
}

/** Every line of text as cells: by tabs, semicolons or commas where there are any, else by blanks. */
export function cellsOf(text: string): string[][] {
  const lines = text.split(/\r\n|\r|\n/);
  const shares = ['\t', ';', ','].map((sign) => ({ sign, lines: lines.filter((line) => line.includes(sign)).length }));
  const filled = lines.filter((line) => line.trim() !== '').length;
  const sign = shares.find((one) => one.lines > filled / 2)?.sign;
  return lines.map((line) =>
    splitAt(line, sign).map((cell) =>
      cell
        .trim()
        .replace(/^"(.*)"$/, '$1')
        .replace(/^'(?=[=+@-])/, ''),
    ),
  );
}

/**
 * Reads a list of wires: on each line two ends (`K1:A1`), and in any order a number, a colour, a size, a length. Columns are known by what
 * is in them; a heading is passed over, or read where device and terminal have columns of their own.
 */
export function readWireList(table: readonly (readonly string[])[]): WireList {
  const wires: ListedWire[] = [];
  const bad: BadLine[] = [];
  let places: Partial<Record<Heading, number>> | undefined;
  const { rows, nets, lone } = asPairs(table);
  bad.push(...lone);
  for (const { line, cells: raw } of rows) {
    const given = raw.map((cell) => cell.trim());
    if (given.every((cell) => cell === '')) continue;
    places ??= wires.length === 0 ? headingsOf(given) : undefined;
    if (headingsOf(given)) continue;
    const cells = places ? joined(given, places) : given;
    const ends = cells.flatMap((cell, at) => {
      const end = endOf(cell);
      return end ? [{ end, at }] : [];
    });
    const [first, second, third] = ends;
    const text = given.filter(Boolean).join(' ').slice(0, 80);
    if (!first && wires.length + bad.length === 0) continue;
    // a way of a strip that a plan shows empty
    if (first && !second && cells.some((cell) => /^(free|spare)$/i.test(cell))) continue;
    if (!first || !second) {
      const count = ends.length;
      bad.push({ line, text, why: `has ${count === 1 ? 'one terminal' : 'no terminal'}; a wire has two, written as K1:A1.` });
      continue;
    }
    if (third) {
      bad.push({
        line,
        text,
        why: 'has more than two terminals. Write each wire on a line of its own, or all of the list by what is joined.',
      });
      continue;
    }
    if (first.end.tag === second.end.tag && first.end.mark === second.end.mark) {
      bad.push({ line, text, why: 'begins and ends on one terminal.' });
      continue;
    }
    const others = cells.map((cell, at) => ({ cell, at })).filter(({ cell, at }) => cell !== '' && at !== first.at && at !== second.at);
    const wire = {
      number: undefined as string | undefined,
      colour: undefined as string | undefined,
      size: undefined as Conductor['size'] | undefined,
      lengthM: undefined as number | undefined,
      insulationV: undefined as number | undefined,
      cable: undefined as ListedWire['cable'],
    };
    for (const { cell, at } of others) {
      const isBehind = at > second.at;
      const colour = colourOf(cell);
      const length = lengthOf(cell);
      const size = sizeOf(cell, isBehind);
      const insulationV = insulationOf(cell, isBehind);
      const cable = cableOf(cell);
      // of two bare numbers behind the ends the first is the wire's: "K1:A1 X1:1 3 blue 18"
      const isItsNumber =
        /^\d+$/.test(cell) && wire.number === undefined && others.some((later) => later.at > at && sizeOf(later.cell, isBehind));
      if (colour && !wire.colour) wire.colour = colour;
      else if (length !== undefined && wire.lengthM === undefined) wire.lengthM = length;
      else if (insulationV !== undefined && wire.insulationV === undefined) wire.insulationV = insulationV;
      else if (cable && !wire.cable) wire.cable = cable;
      else if (size && !wire.size && !isItsNumber) wire.size = size;
      else if (wire.number === undefined && /^[A-Za-z0-9.+-]{1,12}$/.test(cell)) wire.number = cell;
    }
    wires.push({ line, ends: [first.end, second.end], ...wire });
  }
  return { wires, bad, nets };
}
