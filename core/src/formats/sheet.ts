/** There in every browser and in Node; the core's own types know neither. */
declare const TextDecoder: new (label: string, options?: { readonly fatal?: boolean }) => { decode(bytes: Uint8Array): string };

/** A spreadsheet's text as it was read from bytes. */
export interface SheetText {
  readonly text: string;
  /** told where it was no UTF-8: signs may be others than meant */
  readonly note: string | undefined;
}

/** Bytes of a file as text: UTF-8, with or without its mark; UTF-16 by its mark; else the old Windows signs, which is told. */
export function sheetText(bytes: Uint8Array): SheetText {
  const as = (label: string): string => new TextDecoder(label).decode(bytes);
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return { text: as('utf-16le'), note: undefined };
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return { text: as('utf-16be'), note: undefined };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), note: undefined };
  } catch {
    return { text: as('windows-1252'), note: 'The file is no UTF-8 and was read as Windows-1252: look at the signs beyond plain letters.' };
  }
}

/** A row of a spreadsheet under the names of its columns, or why it cannot be put under them. */
type SheetRow = { readonly line: number } & ({ readonly cells: Readonly<Record<string, string>> } | { readonly problem: string });

export interface Sheet {
  readonly columns: readonly string[];
  readonly rows: readonly SheetRow[];
  /** the first line itself cannot be read: nothing stands under it */
  readonly isTorn: boolean;
}

/** Half of a pair of signs that only together are one. */
const HALF_PAIR = /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

/** A table as a parser of CSV cuts it: cells line by line, the head first, and where quotation marks went wrong. */
export interface CutTable {
  readonly data: readonly (readonly string[])[];
  readonly errors: readonly { readonly type: string; readonly row?: number }[];
}

/** Puts cells under the names of their columns. A row that has more or fewer cells than the head is told, never shifted. */
export function readSheet({ data, errors }: CutTable): Sheet {
  const [head = [], ...rest] = data;
  const columns = head.map((name) => name.replace(/^\uFEFF/, '').trim());
  // what follows a quote that is never closed is one cell to the end of the file
  const quotes = new Set(errors.filter(({ type }) => type === 'Quotes').map(({ row }) => row));
  const rows = rest.map((cells, index): SheetRow => {
    const line = index + 2;
    if (quotes.has(index + 1)) return { line, problem: 'a quotation mark is not closed: close it, or write it twice inside of a cell' };
    const filled = cells.findLastIndex((cell) => cell.trim() !== '') + 1;
    if (filled === 0) return { line, cells: {} };
    if (filled > columns.length)
      return {
        line,
        problem: `it has ${filled} cells where the first line names ${columns.length}: a comma inside of a cell asks for quotation marks`,
      };
    if (cells.length < columns.length)
      return {
        line,
        problem: `it has ${cells.length} cells where the first line names ${columns.length}: add the commas that are missing`,
      };
    if (cells.some((cell) => cell.includes('\u0000') || HALF_PAIR.test(cell)))
      return { line, problem: 'it holds a sign that cannot be kept (NUL, or half of a pair): take it out' };
    return { line, cells: Object.fromEntries(columns.map((name, at) => [name, cells[at] ?? ''])) };
  });
  return { columns, rows, isTorn: quotes.has(0) };
}
