import { type Circuit, type Device, type EditChange, type Evidence, type Field, plateProblems } from '#core/circuit';
import { familyOf } from '#core/devices';
import { naturally, nearestWord } from '#core/units';
import { type CutTable, readSheet } from './sheet';
import { type BadRow, cellValue } from './stockCsv';

const OWN = ['tag', 'title', 'kind', 'place', 'fitted', 'notes'] as const;
type Own = (typeof OWN)[number];

/** How sure a value is, behind it; what is printed goes without saying. */
const MARKS: Readonly<Record<Exclude<Evidence, 'unknown'>, string>> = { print: '', measured: ' (measured)', assumed: ' (assumed)' };

const cellOf = (field: Field | undefined): string =>
  !field || field.value === null || field.evidence === 'unknown' ? '' : `${field.value}${MARKS[field.evidence]}`;

const ownOf = ({ places }: Circuit, device: Device): Readonly<Record<Own, string>> => ({
  tag: device.tag,
  title: device.title,
  kind: device.family,
  place: (device.place && places[device.place]?.name) || '',
  fitted: device.fitted,
  notes: device.notes,
});

/** The parts of a circuit as a table of texts: a heading, then a device a row, with every field of a nameplate that any of them has. */
export function partsTable(circuit: Circuit): readonly (readonly string[])[] {
  const devices = Object.values(circuit.devices).sort((a, b) => naturally(a.tag, b.tag));
  const fields = [
    ...new Set(devices.flatMap(({ nameplate }) => Object.keys(nameplate).filter((name) => cellOf(nameplate[name]) !== ''))),
  ].sort();
  return [
    [...OWN, ...fields],
    ...devices.map((device) => [...Object.values(ownOf(circuit, device)), ...fields.map((name) => cellOf(device.nameplate[name]))]),
  ];
}

/** A parts list read against a circuit: what it changes, and the rows that were not taken. */
export interface PartsRead {
  readonly changes: readonly EditChange[];
  /** devices that it changes */
  readonly changed: readonly string[];
  readonly bad: readonly BadRow[];
}

/** A value with how sure it is, as a cell says it. */
function fieldIn(text: string, value: (bare: string) => number | string): Field {
  const [, bare = text, mark] = /^(.*?)\s*\((measured|assumed|print)\)$/i.exec(text) ?? [];
  const evidence = (['measured', 'assumed'] as const).find((one) => one === mark?.toLowerCase()) ?? 'print';
  return { value: value(bare), evidence };
}

/**
 * Reads a parts list back into the circuit that it is of: titles, places, parts fitted, notes and nameplates of its devices. An empty cell says
 * nothing; a row with something wrong in it is told with what, and nothing of it is taken.
 */
export function partsFromTable(circuit: Circuit, table: CutTable): PartsRead {
  const { columns, rows, isTorn } = readSheet(table);
  const whole = (...problems: string[]): PartsRead => ({ changes: [], changed: [], bad: [{ line: 1, title: '', problems }] });
  if (isTorn) return whole('A quotation mark in the first line is not closed: close it, or take it out.');
  if (!columns.includes('tag'))
    return whole('The first line must name the columns; it has no "tag". Save the parts list once to see how it looks.');
  const twice = columns.find((name, index) => name !== '' && columns.indexOf(name) < index);
  if (twice !== undefined) return whole(`The first line names "${twice}" twice: rename one of them.`);
  const byTag = new Map(Object.values(circuit.devices).map((device) => [device.tag.toUpperCase(), device]));
  const placeOf = new Map(Object.values(circuit.places).map(({ id, name }) => [name.toLowerCase(), id]));
  const changes: EditChange[] = [];
  const changed: string[] = [];
  const bad: BadRow[] = [];
  const seen = new Set<string>();
  for (const row of rows) {
    if ('problem' in row) {
      bad.push({ line: row.line, title: '', problems: [`The line cannot be read: ${row.problem}.`] });
      continue;
    }
    const cells = new Map(
      Object.entries(row.cells).flatMap(([name, value]) => (value.trim() === '' ? [] : [[name, plain(value.trim())] as const])),
    );
    if (cells.size === 0) continue;
    const tag = cells.get('tag') ?? '';
    const device = byTag.get(tag.toUpperCase());
    if (!device) {
      const near = nearestWord(
        tag,
        [...byTag.values()].map((one) => one.tag),
      );
      bad.push({
        line: row.line,
        title: tag,
        problems: [tag === '' ? 'It has no tag.' : `No device here is called ${tag}.${near ? ` Is it ${near}?` : ''}`],
      });
      continue;
    }
    const made = rowChanges(circuit, device, cells, placeOf);
    if (seen.has(device.tag)) made.problems.push(`${device.tag} stands on an earlier line too.`);
    seen.add(device.tag);
    if (made.problems.length > 0) bad.push({ line: row.line, title: device.tag, problems: made.problems });
    else if (made.changes.length > 0) {
      changes.push(...made.changes);
      changed.push(device.tag);
    }
  }
  return { changes, changed, bad };
}

/** A cell that was kept a text by its first sign. */
const plain = (text: string): string => text.replace(/^'(?=[=+@-])/, '');

const MOST = { title: 80, fitted: 80, notes: 400 } as const;

function rowChanges(
  circuit: Circuit,
  device: Device,
  cells: ReadonlyMap<string, string>,
  placeOf: ReadonlyMap<string, NonNullable<Device['place']>>,
): { changes: EditChange[]; problems: string[] } {
  const family = familyOf(device, circuit);
  const problems: string[] = [];
  const changes: EditChange[] = [];
  const kind = cells.get('kind');
  if (kind !== undefined && kind !== device.family)
    problems.push(`It is a ${device.family} here and a ${kind} in the list. Change the kind on the sheet, where its wires are.`);
  const to: { -readonly [K in 'title' | 'fitted' | 'notes' | 'place']?: Device[K] } = {};
  for (const name of ['title', 'fitted', 'notes'] as const) {
    const value = cells.get(name);
    if (value === undefined || value === device[name]) continue;
    if (value.length > MOST[name]) problems.push(`Its ${name} has ${value.length} letters; ${MOST[name]} are kept.`);
    else to[name] = value;
  }
  const where = cells.get('place');
  const place = where === undefined ? undefined : placeOf.get(where.toLowerCase());
  if (where !== undefined && place === undefined)
    problems.push(`There is no place "${where}" in this circuit. Make it on the stage Wiring, or leave the cell empty.`);
  else if (place !== undefined && place !== device.place) Object.assign(to, { place, at: null });
  if (Object.keys(to).length > 0) changes.push({ type: 'describeDevice', device: device.id, to });
  const plate: Record<string, Field> = {};
  for (const [name, text] of cells) {
    if ((OWN as readonly string[]).includes(name)) continue;
    plate[name] = fieldIn(text, (bare) => cellValue(family.fields[name], bare));
  }
  problems.push(...plateProblems('', (name) => name, plate, family).map(({ message }) => message));
  for (const [name, field] of Object.entries(plate)) {
    const known = device.nameplate[name];
    if (known?.value !== field.value || known.evidence !== field.evidence)
      changes.push({ type: 'setField', device: device.id, field: name, to: field });
  }
  return { changes, problems };
}
