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
    cable === null ? '' : `${cable}${core === null ? '' : ` core ${core}`}`,
    `${insulationV}V`,
    use,
  ]),
];

/** The wire list as CSV, a wire a line. What the circuit's own list reader knows comes back as it was. */
export const wiresToCsv = (wires: readonly WireLine[]): string =>
  wireTable(wires)
    .map((row) => row.map(cell).join(','))
    .join('\n')
    .concat('\n');
