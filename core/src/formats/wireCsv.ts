/** A wire as a file lists it; a spreadsheet reads it, and so does the page that makes circuits from lists. */
export interface WireLine {
  readonly number: string;
  readonly from: string;
  readonly to: string;
  readonly colour: string;
  readonly size: string;
  readonly lengthM: number | null;
  readonly cable: string | null;
  readonly core: number | null;
  readonly insulationV: number;
  readonly use: string;
}

const HEAD = ['No', 'From', 'To', 'Colour', 'Size', 'Length', 'Cable', 'Insulation V', 'Use'];

/** A cell as a spreadsheet takes it: one that begins like a formula is kept a text by its first sign. */
function cell(text: string): string {
  const plain = /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
  return /[",\n\r]/.test(plain) ? `"${plain.replaceAll('"', '""')}"` : plain;
}

/** The wire list as a table of texts: a heading, then a wire a row. */
export const wireTable = (wires: readonly WireLine[]): readonly (readonly string[])[] => [
  HEAD,
  ...wires.map(({ number, from, to, colour, size, lengthM, cable, core, insulationV, use }) => [
    number,
    from,
    to,
    colour,
    size.replace(/\s+/g, ''),
    lengthM === null ? '' : `${lengthM}m`,
    cable === null ? '' : core === null ? `cable ${cable}` : `${cable} core ${core}`,
    `${insulationV}V ins`,
    use,
  ]),
];

/** A table as CSV, a row a line. */
export const tableToCsv = (table: readonly (readonly string[])[]): string =>
  table
    .map((row) => row.map(cell).join(','))
    .join('\n')
    .concat('\n');

/** The wire list as CSV, a wire a line. Read again as a list of wires it gives the same. */
export const wiresToCsv = (wires: readonly WireLine[]): string => tableToCsv(wireTable(wires));

/** A strip with its ways in their order. */
export interface StripFacts {
  readonly tag: string;
  readonly ways: readonly string[];
}

const STRIP_HEAD = ['Way', 'No', 'Goes to', 'Colour', 'Size', 'Length', 'Cable', 'Insulation V', 'Use'];

/**
 * The plan of every strip, way by way: each wire that lies on it with where it goes; a way without one is free. Read again as a list of
 * wires it gives the wires of the strips; one between two ways is told at both, and read once.
 */
export const stripTable = (strips: readonly StripFacts[], wires: readonly WireLine[]): readonly (readonly string[])[] => [
  STRIP_HEAD,
  ...strips.flatMap(({ tag, ways }) =>
    ways.flatMap((way): string[][] => {
      const at = `${tag}:${way}`;
      const own = wires.flatMap((wire) => [
        ...(wire.from === at ? [{ wire, to: wire.to }] : []),
        ...(wire.to === at ? [{ wire, to: wire.from }] : []),
      ]);
      if (own.length === 0) return [[at, '', 'free', '', '', '', '', '', '']];
      return own.map(({ wire, to }) => {
        const [, [number = '', , , ...facts] = []] = wireTable([wire]);
        return [at, number, to, ...facts];
      });
    }),
  ),
];
