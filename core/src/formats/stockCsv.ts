import { type Field, type FieldFacts, ownFamilySchema } from '#core/circuit';
import { families, kindOfPart, type StockPart, stockPartSchema, stockProblems } from '#core/devices';
import { readTyped } from '#core/units';
import { type CutTable, readSheet } from './sheet';

const OWN = ['title', 'family', 'print', 'van', 'shelf', 'count', 'notes', 'widthMm', 'heightMm', 'kind'] as const;

/** Every nameplate field of any family, so that one file holds all parts. */
const plateColumns = (): string[] => [...new Set(Object.values(families).flatMap(({ fields }) => Object.keys(fields)))].sort();

export type CsvRow = Readonly<Record<string, string>>;

/** A row that was not taken: its line in the file, and all that is wrong with it. */
export interface BadRow {
  readonly line: number;
  readonly title: string;
  readonly problems: readonly string[];
}

/** What a file's first line lacks: without names for its columns no row can be read. */
export function headProblems(columns: readonly string[]): string[] {
  const named = columns.map((name) => name.trim());
  const lacks = ['title', 'family'].filter((name) => !named.includes(name));
  return lacks.length === 0
    ? []
    : [`The first line must name the columns; it has no "${lacks.join('" and no "')}". Export the stock once to see how it looks.`];
}

/** A cell as people write it: `24 V`, `0,7`, `60 Hz`, `ac`. What cannot be read stays as it stands, to be told. */
export function cellValue(facts: FieldFacts | undefined, text: string): number | string {
  if (facts?.kind === 'number') {
    const typed = readTyped(text, facts.unit);
    return typed.is === 'number' ? typed.value : text;
  }
  const bare = text.replace(/\s*Hz$/i, '').toLowerCase();
  return facts?.choices?.find((one) => one.toLowerCase() === bare) ?? text;
}

/** What a cell of the list's own columns must be, as people say it. */
const ITS_OWN: Readonly<Record<string, string>> = {
  count: 'is a whole number',
  body: 'is a width and a height in mm, each more than 0 and at most 5000',
};

/** `45`, `45 mm`, `4,5`; what is no number stays none, to be told. */
const millimetres = (text: string): number => {
  const typed = readTyped(text, 'mm');
  return typed.is === 'number' ? typed.value : Number.NaN;
};

/** A kind of one's own as it stands in a cell; null: none, undefined: it cannot be read. */
function ownKind(text: string): StockPart['own'] | undefined {
  if (text === '') return null;
  try {
    return ownFamilySchema.safeParse(JSON.parse(text)).data;
  } catch {
    return undefined;
  }
}

const likeness = (part: StockPart): string => JSON.stringify({ ...part, id: '', count: 0 });

/** A stock list as it was read: parts, rows that were not taken, and what is told of the file as a whole. */
export interface StockRead {
  readonly good: StockPart[];
  readonly bad: BadRow[];
}

/** Reads a spreadsheet as stock parts: rows that cannot be put under the columns are told beside those that are no parts. */
export function stockFromTable(table: CutTable, newId: (index: number) => string, present: readonly StockPart[] = []): StockRead {
  const { columns, rows, isTorn } = readSheet(table);
  const head = headProblems(columns);
  const twice = columns.filter((name, index) => name !== '' && columns.indexOf(name) < index);
  const problems = [
    ...(isTorn ? ['A quotation mark in the first line is not closed: close it, or take it out.'] : []),
    ...head,
    ...twice.map((name) => `The first line names "${name}" twice: rename one of them.`),
  ];
  if (problems.length === 0 && rows.every((row) => 'cells' in row && Object.keys(row.cells).length === 0))
    problems.push('Under the first line there is no row.');
  if (problems.length > 0) return { good: [], bad: [{ line: 1, title: '', problems }] };
  const { good, bad } = stockFromRows(
    rows.map((row) => ('cells' in row ? row.cells : {})),
    newId,
    present,
  );
  const torn = rows.flatMap((row): BadRow[] =>
    'problem' in row ? [{ line: row.line, title: '', problems: [`The line cannot be read: ${row.problem}.`] }] : [],
  );
  return { good, bad: [...bad, ...torn].sort((one, other) => one.line - other.line) };
}

/**
 * Reads rows of a spreadsheet as stock parts: the good ones, and the others explained line by line. Nothing is thrown away unsaid.
 * @param rows every line after the head, empty ones too, so that the lines told are those of the file
 * @param present parts that are there already: the same one is told, not added again
 */
export function stockFromRows(rows: readonly CsvRow[], newId: (index: number) => string, present: readonly StockPart[] = []): StockRead {
  const there = new Set(present.map(likeness));
  const good: StockPart[] = [];
  const bad: BadRow[] = [];
  const known = new Set<string>([...OWN, ...plateColumns()]);
  const seen = new Set<string>();
  rows.forEach((row, index) => {
    const cells = Object.entries(row).map(([name, value]) => [name.trim(), (value ?? '').trim()] as const);
    if (cells.every(([, value]) => value === '')) return;
    const of = (name: string) => cells.find(([column]) => column === name)?.[1] ?? '';
    const problems = cells
      .filter(([name, value]) => value !== '' && !known.has(name))
      .map(([name]) => `Column "${name}" is not known. Rename it or leave it empty.`);
    const own = ownKind(of('kind'));
    if (own === undefined) problems.push('Column "kind" holds no kind of one\'s own: leave it as it was exported, or empty it.');
    const family = kindOfPart({ family: of('family'), own: own ?? null });
    const nameplate: Record<string, Field> = {};
    for (const [name, value] of cells) {
      if (value === '' || !known.has(name) || (OWN as readonly string[]).includes(name)) continue;
      nameplate[name] = { value: cellValue(family?.fields[name], value), evidence: 'print' };
    }
    const count = of('count') === '' ? 1 : Number(of('count'));
    const draft = {
      id: newId(index),
      title: of('title'),
      family: of('family'),
      nameplate,
      print: of('print'),
      van: of('van'),
      shelf: of('shelf'),
      count,
      notes: of('notes'),
      body:
        of('widthMm') === '' && of('heightMm') === ''
          ? null
          : { widthMm: millimetres(of('widthMm')), heightMm: millimetres(of('heightMm')) },
      own: own ?? null,
    };
    const parsed = stockPartSchema.safeParse(draft);
    if (!parsed.success)
      problems.push(...parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${ITS_OWN[String(issue.path[0])] ?? issue.message}.`));
    else problems.push(...stockProblems(parsed.data, '').map(({ message }) => message));
    const key = likeness(draft);
    if (problems.length === 0 && there.has(key)) problems.push('It is in stock already, on the same shelf.');
    if (problems.length === 0 && seen.has(key)) problems.push('The same part stands on an earlier line. Raise its count instead.');
    seen.add(key);
    if (problems.length > 0 || !parsed.success) bad.push({ line: index + 2, title: of('title') || '(no title)', problems });
    else good.push(parsed.data);
  });
  return { good, bad };
}

/** The columns that a list of parts needs, and its rows as text. Reading them back gives the same parts. */
export function stockToRows(parts: readonly StockPart[]): { columns: string[]; rows: CsvRow[] } {
  const used = plateColumns().filter((name) =>
    parts.some(({ nameplate }) => nameplate[name]?.value !== undefined && nameplate[name]?.value !== null),
  );
  return {
    columns: [...OWN, ...used],
    rows: parts.map((part) => ({
      title: part.title,
      family: part.family,
      print: part.print,
      van: part.van,
      shelf: part.shelf,
      count: String(part.count),
      notes: part.notes,
      widthMm: part.body ? String(part.body.widthMm) : '',
      heightMm: part.body ? String(part.body.heightMm) : '',
      kind: part.own ? JSON.stringify(part.own) : '',
      ...Object.fromEntries(used.map((name) => [name, String(part.nameplate[name]?.value ?? '')])),
    })),
  };
}
