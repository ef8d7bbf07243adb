import type { Conductor } from '#core/circuit';

/** One end of a wire as a list writes it. */
interface ListedEnd {
  readonly tag: string;
  readonly mark: string;
}

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
}

/** Colours as they are written out and as IEC 60757 abbreviates them. */
const COLOURS: Readonly<Record<string, string>> = {
  BLACK: 'black',
  BK: 'black',
  BLK: 'black',
  BROWN: 'brown',
  BN: 'brown',
  BRN: 'brown',
  RED: 'red',
  RD: 'red',
  ORANGE: 'orange',
  OG: 'orange',
  ORG: 'orange',
  YELLOW: 'yellow',
  YE: 'yellow',
  YEL: 'yellow',
  GREEN: 'green',
  GN: 'green',
  GRN: 'green',
  BLUE: 'blue',
  BU: 'blue',
  BLU: 'blue',
  VIOLET: 'violet',
  VT: 'violet',
  PURPLE: 'violet',
  GREY: 'grey',
  GRAY: 'grey',
  GY: 'grey',
  WHITE: 'white',
  WH: 'white',
  WHT: 'white',
  PINK: 'pink',
  PK: 'pink',
  GNYE: 'green-yellow',
  YEGN: 'green-yellow',
  'GREEN-YELLOW': 'green-yellow',
  'GREEN/YELLOW': 'green-yellow',
};
const named = (word: string): string | undefined => (Object.hasOwn(COLOURS, word) ? COLOURS[word] : undefined);
/** One colour, or a ground with its stripe: `white/blue`. */
function colourOf(cell: string): string | undefined {
  const whole = named(cell.toUpperCase());
  if (whole) return whole;
  const parts = cell.toUpperCase().split('/').map(named);
  return parts.length === 2 && parts.every((one) => one !== undefined) ? parts.join('/') : undefined;
}

const TAG = '[A-Z][A-Z0-9]{0,10}';
const MARK = '[A-Za-z0-9+.-]{1,8}';
/** `K1:A1`, `-K1:A1`, `K1/A1`: a device and its terminal in one cell. */
const END = new RegExp(`^[-=+]*(${TAG})[:/](${MARK})$`, 'i');
const endOf = (cell: string): ListedEnd | undefined => {
  if (colourOf(cell)) return undefined;
  const [, tag, mark] = END.exec(cell) ?? [];
  return tag && mark ? { tag: tag.toUpperCase(), mark } : undefined;
};

/** Cross-sections that are made: AWG of the trade, mm² by IEC 60228. */
const AWGS: readonly number[] = [24, 22, 20, 18, 16, 14, 12, 10, 8, 6, 4, 3, 2, 1];
const MM2: readonly number[] = [0.25, 0.34, 0.5, 0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35];

/** @param isBare whether a number without a unit may be a size: it stands behind the ends */
function sizeOf(cell: string, isBare: boolean): Conductor['size'] | undefined {
  const text = cell.replace(',', '.').replace(/\s/g, '').toLowerCase();
  const metric = /^(\d+(?:\.\d+)?)(?:mm2|mm²|sqmm|qmm)$/.exec(text);
  if (metric) return { mm2: Number(metric[1]) };
  const gauge = /^(?:#(\d+)|(\d+)awg|awg(\d+))$/.exec(text);
  if (gauge) return { awg: Number(gauge[1] ?? gauge[2] ?? gauge[3]) };
  const bare = isBare && /^\d+(\.\d+)?$/.test(text) ? Number(text) : Number.NaN;
  if (text.includes('.') && MM2.includes(bare)) return { mm2: bare };
  return AWGS.includes(bare) ? { awg: bare } : undefined;
}

const METRES: Readonly<Record<string, number>> = { m: 1, cm: 0.01, mm: 0.001, ft: 0.3048, in: 0.0254 };
function lengthOf(cell: string): number | undefined {
  const [, value, unit] = /^(\d+(?:[.,]\d+)?)\s*(mm|cm|m|ft|in)$/i.exec(cell) ?? [];
  const factor = unit && METRES[unit.toLowerCase()];
  return value && factor ? Math.round(Number(value.replace(',', '.')) * factor * 1e4) / 1e4 : undefined;
}

/** Insulation as it is sold. Common practice. */
const INSULATIONS_V: readonly number[] = [150, 300, 450, 500, 600, 750, 1000, 2000];
/**
 * `300V ins`, and `300V` where it is sold so: a wire may be called 24V, or 120V.
 * @param isBare whether it may stand without a word: behind the ends
 */
function insulationOf(cell: string, isBare: boolean): number | undefined {
  const [, value, word] = /^(\d{2,4})\s*V(\s*ins\.?)?$/i.exec(cell) ?? [];
  return value && (word || (isBare && INSULATIONS_V.includes(Number(value)))) ? Number(value) : undefined;
}

/** `W1 core 2`, `cable W1`: said in words, since `W1/2` is a device and its terminal. */
function cableOf(cell: string): ListedWire['cable'] {
  const [, tag, core] = /^(?:cable\s+)?[-=+]*([A-Z][A-Z0-9]{0,10})(?:\s+core\s+(\d{1,3}))?$/i.exec(cell) ?? [];
  if (!tag || (core === undefined && !/^cable\s/i.test(cell))) return undefined;
  return { tag: tag.toUpperCase(), core: core === undefined ? undefined : Number(core) };
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
  table.forEach((raw, index) => {
    const line = index + 1;
    const given = raw.map((cell) => cell.trim());
    if (given.every((cell) => cell === '')) return;
    places ??= wires.length === 0 ? headingsOf(given) : undefined;
    if (headingsOf(given)) return;
    const cells = places ? joined(given, places) : given;
    const ends = cells.flatMap((cell, at) => {
      const end = endOf(cell);
      return end ? [{ end, at }] : [];
    });
    const [first, second, third] = ends;
    const text = given.filter(Boolean).join(' ').slice(0, 80);
    if (!first && wires.length + bad.length === 0) return;
    // a way of a strip that a plan shows empty
    if (first && !second && cells.some((cell) => /^(free|spare)$/i.test(cell))) return;
    if (!first || !second) {
      const count = ends.length;
      bad.push({ line, text, why: `has ${count === 1 ? 'one terminal' : 'no terminal'}; a wire has two, written as K1:A1.` });
      return;
    }
    if (third) {
      bad.push({ line, text, why: 'has more than two terminals. Write each wire on a line of its own.' });
      return;
    }
    if (first.end.tag === second.end.tag && first.end.mark === second.end.mark) {
      bad.push({ line, text, why: 'begins and ends on one terminal.' });
      return;
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
  });
  return { wires, bad };
}
