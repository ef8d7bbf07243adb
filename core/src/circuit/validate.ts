import type { Catalogue } from './catalogue';
import { plateProblems } from './plateProblems';
import { fine, type Problem, type Result, wrong } from './problem';
import { type Circuit, circuitSchema, type Device, SCHEMA_VERSION, type TerminalId } from './schema';
import { issuePath, issueWords } from './shapeWords';
import { deviceOf, markOf } from './spelling';
import { upgradeDocument, versionOf } from './versions';

/** More problems than this are not told of one file: whoever mends these reads it again. */
const MOST_TOLD = 50;

/**
 * Parses an outside document: brought up to the present version, then shape, then references. All problems are told at once.
 * @param outside parsed JSON of any shape
 */
export function readCircuitDocument(outside: unknown, catalogue: Catalogue): Result<Circuit> {
  const version = versionOf(outside);
  if (version !== undefined && !(Number.isInteger(version) && version >= 1 && version <= SCHEMA_VERSION))
    return wrong({
      code: 'unknown-version',
      at: 'schema',
      message: `The file says schema ${version}; this program reads schema 1 to ${SCHEMA_VERSION}. Open it with a newer version.`,
    });
  const upgraded = upgradeDocument(outside);
  const parsed = circuitSchema.safeParse(upgraded);
  if (!parsed.success)
    return wrong(
      ...parsed.error.issues.slice(0, MOST_TOLD).map((issue) => {
        const at = issuePath(issue);
        const message = `${at || 'The file'} ${issueWords(issue, namesAt(issue.path))}.`;
        return { code: 'bad-shape', at: at || '(the whole file)', message };
      }),
    );
  const problems = validateCircuit(parsed.data, catalogue);
  return problems.length === 0 ? fine(parsed.data) : wrong(...problems);
}

/** The names that a place in the document may have: those of the shape that stands there, as far as it can be followed. */
function namesAt(path: readonly PropertyKey[]): string[] {
  let shape: unknown = circuitSchema;
  for (const step of path) {
    const inner = shape as { shape?: Record<string, unknown>; valueType?: unknown; element?: unknown };
    shape = inner.shape?.[String(step)] ?? inner.valueType ?? inner.element;
    if (shape === undefined) return [];
  }
  return Object.keys((shape as { shape?: Record<string, unknown> }).shape ?? {});
}

/** Whether a record has a key of its own: `constructor` is in every object, and is no cable. */
const has = (record: object, key: string): boolean => Object.hasOwn(record, key);

type Say = (code: string, at: string, message: string) => void;

/** What the shape cannot say: every reference leads somewhere, tags are unique, families and marks are known. */
export function validateCircuit(circuit: Circuit, catalogue: Catalogue): Problem[] {
  const problems: Problem[] = [];
  const say: Say = (code, at, message) => void problems.push({ code, at, message });
  filedById(circuit, say);
  devicesHold(circuit, catalogue, say, (more) => problems.push(...more));
  wiresHold(circuit, catalogue, say);
  placesHold(circuit, say);
  programsHold(circuit, catalogue, say);
  namesHold(circuit, say);
  lengthsHold(circuit, say);
  complaintsHold(circuit, say);
  return problems;
}

const SHELVES = ['devices', 'conductors', 'cables', 'places', 'processes'] as const;

function filedById(circuit: Circuit, say: Say): void {
  for (const shelf of SHELVES)
    for (const [key, one] of Object.entries(circuit[shelf]))
      if (key !== one.id) say('key-is-not-id', `${shelf}.${key}`, `${one.id} is filed under ${key} in ${shelf}. File it under its id.`);
}

function devicesHold(circuit: Circuit, catalogue: Catalogue, say: Say, add: (problems: Problem[]) => void): void {
  const seen = new Set<string>();
  for (const [key, device] of Object.entries(circuit.devices)) {
    const { tag, place, reads } = device;
    if (seen.has(tag)) say('tag-twice', `devices.${key}.tag`, `Two devices are called ${tag}. Give one of them another tag.`);
    seen.add(tag);
    if (place !== null && !has(circuit.places, place))
      say('no-such-place', `devices.${key}.place`, `${tag} is in place ${place}, which is not here. Add the place or clear the field.`);
    if (reads !== null && !has(circuit.processes, reads))
      say(
        'no-such-process',
        `devices.${key}.reads`,
        `${tag} reads process ${reads}, which is not here. Add the process or clear the field.`,
      );
    const family = catalogue.family(device.family, circuit.families);
    if (!family)
      say(
        'unknown-family',
        `devices.${key}.family`,
        `${tag} is of family "${device.family}", which is not known here. Pick one of the families listed by "mando devices".`,
      );
    else add(plateProblems(tag, (field) => `devices.${key}.nameplate.${field}`, device.nameplate, family));
  }
  for (const [name, own] of Object.entries(circuit.families))
    for (const { family } of own.blocks)
      if (!catalogue.family(family, {}))
        say('unknown-family', `families.${name}`, `The kind ${own.title} is made of "${family}", which is not known here.`);
}

function wiresHold(circuit: Circuit, catalogue: Catalogue, say: Say): void {
  const terminalHolds = (terminal: TerminalId, at: string, what: string) => {
    const device: Device | undefined = has(circuit.devices, deviceOf(terminal)) ? circuit.devices[deviceOf(terminal)] : undefined;
    const marks = device && catalogue.family(device.family, circuit.families)?.terminals;
    if (!device)
      say(
        'no-such-device',
        at,
        `${what} ends at ${terminal}, but no device has that id. Land it on a device that is here, or leave the end loose.`,
      );
    else if (marks && !marks.includes(markOf(terminal)))
      say('no-such-terminal', at, `${what} ends at ${device.tag}:${markOf(terminal)}; ${device.tag} has ${marks.join(', ')}. Pick one.`);
  };
  for (const [key, { number, ends, cable }] of Object.entries(circuit.conductors)) {
    ends.forEach((end, side) => {
      if (end) terminalHolds(end, `conductors.${key}.ends.${side}`, `Wire ${number}`);
    });
    if (ends[0] !== null && ends[0] === ends[1])
      say(
        'both-ends-one-terminal',
        `conductors.${key}.ends`,
        `Both ends of wire ${number} are on one terminal. Move one of them, or leave it loose.`,
      );
    if (cable && !has(circuit.cables, cable))
      say(
        'no-such-cable',
        `conductors.${key}.cable`,
        `Wire ${number} is a core of cable ${cable}, which is not here. Add the cable or clear the field.`,
      );
  }
  for (const position of ['control', 'isolated'] as const) {
    const { open, lift } = circuit.powerSwitch[position];
    for (const device of open)
      if (!has(circuit.devices, device))
        say('no-such-device', `powerSwitch.${position}.open`, `The power switch opens ${device}, which is not here.`);
    for (const terminal of lift) terminalHolds(terminal, `powerSwitch.${position}.lift`, 'A lead that the power switch lifts');
  }
}

function placesHold(circuit: Circuit, say: Say): void {
  for (const [key, place] of Object.entries(circuit.places)) {
    const above = new Set<string>();
    for (let at: typeof place | undefined = place; at; at = at.parent === null ? undefined : circuit.places[at.parent]) {
      if (above.has(at.id)) {
        say('place-in-itself', `places.${key}.parent`, `${place.name} would stand inside itself. Give it another place.`);
        break;
      }
      above.add(at.id);
      if (at.parent !== null && !has(circuit.places, at.parent))
        say('no-such-place', `places.${at.id}.parent`, `${at.name} is in place ${at.parent}, which is not here.`);
    }
  }
  for (const [key, { name, movedBy, least, most }] of Object.entries(circuit.processes)) {
    if (!(least < most)) say('bad-range', `processes.${key}`, `${name} lies between ${least} and ${most}: the first must be the smaller.`);
    for (const { device } of movedBy)
      if (!has(circuit.devices, device))
        say('no-such-device', `processes.${key}.movedBy`, `${name} is moved by ${device}, which is not here.`);
  }
}

/** A program names inputs and outputs of its own controller; whatever else it drives is a memory of its own. */
function programsHold(circuit: Circuit, catalogue: Catalogue, say: Say): void {
  for (const [id, program] of Object.entries(circuit.programs)) {
    const device = circuit.devices[id];
    const family = device && catalogue.family(device.family, circuit.families);
    if (!device || !family) {
      say('no-such-device', `programs.${id}`, `A program belongs to ${id}, which is not here.`);
      continue;
    }
    const reads = family.terminals.filter((mark) => !family.drives?.includes(mark));
    const driven = new Set(program.rows.map(({ to }) => to));
    program.rows.forEach(({ when, to }, row) => {
      const at = `programs.${id}.rows.${row}`;
      if (reads.includes(to))
        say('drives-an-input', at, `Row ${row + 1} of ${device.tag} drives ${to}, which is a terminal that it reads.`);
      for (const { name } of when.flat())
        if (!driven.has(name) && !reads.includes(name))
          say('no-such-bit', at, `Row ${row + 1} of ${device.tag} asks for ${name}: it is no input of it, and no row drives it.`);
    });
  }
}

/** What nobody could be told apart by is no name. */
function namesHold(circuit: Circuit, say: Say): void {
  if (circuit.title.trim() === '') say('blank', 'title', 'The circuit has no title. Give it one.');
  if (circuit.number.trim() === '') say('blank', 'number', 'The circuit has no number. Give it one.');
}

/** A wire or a cable is not longer than any site; a length that was read is a number of metres. */
const MOST_M = 100_000;

function lengthsHold({ conductors, cables }: Circuit, say: Say): void {
  const hold = (at: string, who: string, value: unknown): void => {
    if (value !== null && (typeof value !== 'number' || value < 0 || value > MOST_M))
      say('bad-length', at, `${who} is ${JSON.stringify(value)} long: write metres from 0 to ${MOST_M}, or leave it unknown.`);
  };
  for (const [key, { number, lengthM }] of Object.entries(conductors)) hold(`conductors.${key}.lengthM`, `Wire ${number}`, lengthM.value);
  for (const [key, { tag, lengthM }] of Object.entries(cables)) hold(`cables.${key}.lengthM`, `Cable ${tag}`, lengthM.value);
}

function complaintsHold({ complaints, devices, processes }: Circuit, say: Say): void {
  complaints.forEach(({ title, about, log }, index) => {
    const at = `complaints.${index}`;
    if (title.trim() === '') say('blank', `${at}.title`, `Complaint ${index + 1} has no title. Say what is complained of.`);
    if (!has(devices, about)) say('no-such-device', `${at}.about`, `Complaint ${index + 1} is about ${about}, which is not here.`);
    for (const entry of log) {
      const named = 'device' in entry ? entry.device : 'replaced' in entry ? entry.replaced : undefined;
      if (named !== undefined && !has(devices, named))
        say('no-such-device', `${at}.log`, `In complaint ${index + 1} something is done to ${named}, which is not here.`);
      if ('process' in entry && !has(processes, entry.process))
        say('no-such-process', `${at}.log`, `In complaint ${index + 1} ${entry.process} is set, which is not here.`);
    }
  });
}
