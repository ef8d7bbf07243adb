import {
  type Circuit,
  type Conductor,
  type Device,
  type DeviceId,
  deviceOf,
  type EditChange,
  spellTerminal,
  type TerminalId,
  tagSchema,
  terminalId,
} from '#core/circuit';
import { catalogue, countedFor, familyNamed, familyOf, kindsIn, kindText, partsOf } from '#core/devices';
import type { Part } from '#core/kinds';
import { inSentence } from '#core/units';
import { addPart, land, type Seat, takeOut, wireAdder } from './add';
import { markLike, nextTag, tagProblem } from './naming';
import { cellsOf, readWireList } from './wireList';

/** What a line says to do: the changes, told wire by wire before they are made; or why it cannot be done, and how to say it. */
export type Command =
  | { readonly isOk: true; readonly will: string; readonly changes: readonly EditChange[]; readonly device?: DeviceId }
  | { readonly isOk: false; readonly why: string };

const no = (why: string): Command => ({ isOk: false, why });

const PLACES = ['after', 'before', 'beside', 'in'] as const;
type PlaceWord = (typeof PLACES)[number];
const VERBS = ['add', 'remove', 'rename', 'swap'] as const;

const deviceNamed = ({ devices }: Circuit, tag: string): Device | undefined =>
  Object.values(devices).find((one) => one.tag === tag.toUpperCase());

const wiresAt = ({ conductors }: Circuit, end: TerminalId): Conductor[] =>
  Object.values(conductors).filter(({ ends }) => ends.includes(end));

/** Pairs of terminals that a path goes through; of a contactor its auxiliaries before its poles: a line of words is of the control. */
function pairsOf(circuit: Circuit, device: Device): { readonly a: string; readonly b: string; readonly is: string }[] {
  const isPole = (part: Part): boolean => part.kind === 'contact' && part.duty === 'power';
  const parts = partsOf(device, circuit);
  return [...parts.filter((part) => !isPole(part)), ...parts.filter(isPole)].flatMap((part) =>
    'a' in part && 'b' in part && !part.a.startsWith('#') && !part.b.startsWith('#') && !part.b.startsWith('!')
      ? [{ a: part.a, b: part.b, is: part.kind === 'contact' ? part.form : part.kind }]
      : [],
  );
}

/**
 * A line of words as an edit of a circuit: `add push button S3`, `S3 push button NC after S1`, `K1 NO beside S2`, `K1 NO in wire 104`,
 * `K1:A1 S2:2 red 18`, `remove K2`, `remove wire 105`, `rename K1 K5`, `swap K1`.
 * @param by as for wires
 * @returns undefined where the line is none of these
 */
export function readCommand(circuit: Circuit, line: string, by = ''): Command | undefined {
  const words = line.trim().split(/\s+/);
  const [verb = '', ...rest] = words;
  switch (verb.toLowerCase()) {
    case 'add':
      return rest.length === 0 ? no('Add what? A kind, and where: add push button after S1.') : seated(circuit, rest, by);
    case 'remove':
      return removed(circuit, rest);
    case 'rename':
      return renamed(circuit, rest);
    case 'swap':
      return swapped(circuit, rest);
  }
  if (words.filter((word) => /^[^:\s]+:[^:\s]+$/.test(word)).length >= 2) return wired(circuit, line, by);
  return words.some((word) => PLACES.includes(word.toLowerCase() as PlaceWord)) && words.length >= 3
    ? seated(circuit, words, by)
    : undefined;
}

/** A new part, or a contact of one that is there, put where the line says. */
function seated(circuit: Circuit, words: readonly string[], by: string): Command {
  const at = words.findIndex((word) => PLACES.includes(word.toLowerCase() as PlaceWord));
  const what = at < 0 ? words : words.slice(0, at);
  const place = at < 0 ? undefined : placeOf(circuit, words[at]?.toLowerCase() as PlaceWord, words.slice(at + 1));
  if (place && 'why' in place) return no(place.why);
  const [first = '', ...more] = what;
  const there = deviceNamed(circuit, first);
  if (there) {
    if (!place) return no(`${there.tag} is there. Where is it wired? ${there.tag} NO after S2, for one.`);
    const pair = freePair(circuit, there, more);
    if ('why' in pair) return no(pair.why);
    const ends = endsFor([terminalId(there.id, pair.a), terminalId(there.id, pair.b)], place);
    const landed = land(circuit, ends, place.seat, by);
    return landed
      ? told(circuit, landed, there.id, `${there.tag} ${pair.a}–${pair.b} ${place.words}`)
      : no('That wire lies loose at an end.');
  }
  // a tag has a number, or stands last: PE
  const tagAt = what.findIndex(
    (word, index) =>
      tagSchema.safeParse(word).success &&
      (/\d$/.test(word) || (index === what.length - 1 && index > 0 && word.length > 1)) &&
      !/^n[oc]$/i.test(word),
  );
  const kindWords = what.filter((word, index) => index !== tagAt && !/^n[oc]$/i.test(word));
  const form = what.find((word) => /^n[oc]$/i.test(word))?.toUpperCase();
  const found = kindBy(circuit, kindWords);
  if ('why' in found) return no(found.why);
  const { family } = found;
  const facts = catalogue.family(family, circuit.families);
  const letter = (familyNamed(family) ?? kindsIn(circuit).find(([name]) => name === family)?.[1])?.letter ?? 'X';
  const tag = tagAt >= 0 ? (what[tagAt] ?? '') : nextTag(circuit, letter);
  const problem = tagProblem(circuit, tag);
  if (problem) return no(problem);
  const plate: Device['nameplate'] = form && facts?.fields.form ? { form: { value: form, evidence: 'assumed' } } : {};
  const made = addPart(circuit, { family, tag, title: facts?.title ?? '', plate });
  const title = `${tag}, ${facts ? inSentence(facts.title) : family}${form && facts?.fields.form ? `, ${form}` : ''},`;
  if (!place) return { isOk: true, will: `${title} is added by itself.`, changes: made.changes, device: made.device };
  const part = made.changes.flatMap((change) => (change.type === 'addDevice' ? [change.device as Device] : []))[0];
  const pairs = part ? pairsOf({ ...circuit, devices: {} }, part) : [];
  const pair = pairs.find(({ is }) => form !== undefined && is === form) ?? pairs[0];
  if (!pair)
    return no(`A ${inSentence(facts?.title ?? family)} has no two terminals that a path goes through: add it by itself and wire it.`);
  const ends = endsFor([terminalId(made.device, pair.a), terminalId(made.device, pair.b)], place);
  const landed = land(circuit, ends, place.seat, by);
  if (!landed) return no('That wire lies loose at an end.');
  const grown = { ...circuit, devices: { ...circuit.devices, ...(part ? { [part.id]: part } : {}) } };
  const all = told(grown, landed, made.device, `${title} ${pair.a}–${pair.b} ${place.words}`);
  return all.isOk ? { ...all, changes: [...made.changes, ...landed] } : all;
}

interface Place {
  readonly seat: Seat;
  readonly words: string;
  /** the new part’s second terminal goes to the wire’s first end */
  readonly isTurned: boolean;
}

const endsFor = ([a, b]: readonly [TerminalId, TerminalId], { isTurned }: Place): [TerminalId, TerminalId] => (isTurned ? [b, a] : [a, b]);

/** Where a line puts something: into the one wire there, or beside what lies between two terminals. */
function placeOf(circuit: Circuit, word: PlaceWord, rest: readonly string[]): Place | { readonly why: string } {
  if (word === 'in') {
    const number = rest.filter((one) => one.toLowerCase() !== 'wire')[0] ?? '';
    const wires = Object.values(circuit.conductors).filter((one) => one.number === number);
    const [wire] = wires;
    if (!wire) return { why: `No wire is numbered ${number || '…'}. Say: in wire 104.` };
    if (wires.length > 1) return { why: `${wires.length} wires are numbered ${number}. Say after which terminal: after S2:2.` };
    return { seat: { in: wire.id }, words: `into wire ${number}`, isTurned: false };
  }
  const [spelled = ''] = rest;
  const [tag = '', mark] = spelled.split(':');
  const device = deviceNamed(circuit, tag);
  if (!device) return { why: `There is no ${tag || 'device'} to be ${word}. Say a tag of this circuit.` };
  const pairs = pairsOf(circuit, device);
  if (word === 'beside') {
    const pair = pairs.find(({ a, b }) => mark === undefined || a === mark || b === mark);
    if (!pair) return { why: `${spelled} has nothing to lie beside.` };
    const [a, b] = [terminalId(device.id, pair.a), terminalId(device.id, pair.b)];
    return { seat: { beside: [a, b] }, words: `beside ${device.tag} ${pair.a}–${pair.b}`, isTurned: false };
  }
  const wiredPair = pairs.find(({ a, b }) => [a, b].some((one) => wiresAt(circuit, terminalId(device.id, one)).length > 0));
  const own = mark === undefined ? (word === 'after' ? wiredPair?.b : wiredPair?.a) : markLike(familyOf(device, circuit).terminals, mark);
  if (own === undefined) return { why: `${device.tag} has no terminal ${mark ?? 'that is wired'}. Say which: ${word} ${device.tag}:2.` };
  const end = terminalId(device.id, own);
  const wires = wiresAt(circuit, end).filter(({ ends }) => ends.every((one) => one !== null));
  const [wire] = wires;
  if (!wire) return { why: `No wire lies on ${device.tag}:${own}. Wire it by its two ends: ${device.tag}:${own} K1:A1.` };
  if (wires.length > 1)
    return {
      why: `${wires.length} wires lie on ${device.tag}:${own}. Say which: in wire ${wires.map(({ number }) => number).join(' or ')}.`,
    };
  return {
    seat: { in: wire.id },
    words: `${word} ${device.tag}:${own}, into wire ${wire.number}`,
    isTurned: (wire.ends[0] === end) !== (word === 'after'),
  };
}

/** The two free terminals of a device that a line means: its NO, its NC, its coil, or two marks. */
function freePair(
  circuit: Circuit,
  device: Device,
  words: readonly string[],
): { readonly a: string; readonly b: string } | { readonly why: string } {
  const { terminals } = familyOf(device, circuit);
  const marks = words.flatMap((word) => word.split(/[–-]/)).filter((word) => markLike(terminals, word) !== undefined);
  const pairs = pairsOf(circuit, device);
  const isFree = ({ a, b }: { a: string; b: string }): boolean =>
    wiresAt(circuit, terminalId(device.id, b)).length === 0 && wiresAt(circuit, terminalId(device.id, a)).length === 0;
  if (marks.length === 2) {
    const pair = pairs.find(({ a, b }) => marks.includes(a) && marks.includes(b));
    return pair ?? { why: `${device.tag} has nothing between ${marks.join(' and ')}.` };
  }
  const wanted = words.find((word) => /^(no|nc|coil)$/i.test(word))?.toUpperCase();
  const kind = wanted === 'COIL' ? 'coil' : wanted;
  const fitting = pairs.filter(({ is }) => (kind === undefined ? true : is === kind));
  if (fitting.length === 0) return { why: `${device.tag} has no ${kind ?? 'terminals to wire'}.` };
  // of a changeover the throw whose common is wired already is not free
  return (
    fitting.find(isFree) ?? {
      why: `Every ${kind ?? 'pair'} of ${device.tag} is wired. Free ones: ${
        pairs
          .filter(isFree)
          .map(({ a, b, is }) => `${a}–${b} ${is}`)
          .join(', ') || 'none'
      }.`,
    }
  );
}

/** The kind that some words mean: by its name, else the plainest title that has them all. */
function kindBy(circuit: Circuit, words: readonly string[]): { readonly family: string } | { readonly why: string } {
  if (words.length === 0) return { why: 'Which kind? Say it in words: push button, contactor 2, lamp.' };
  const wanted = words.map((word) => word.toLowerCase());
  const kinds = kindsIn(circuit);
  const named = wanted.join('-');
  if (familyNamed(named) || kinds.some(([name]) => name === named)) return { family: named };
  const found = [...kinds, ...countedFor(wanted)]
    .filter(([name, family]) => wanted.every((word) => kindText(name, family).includes(word)))
    .sort(([a, one], [b, other]) => one.title.length - other.title.length || a.length - b.length);
  return found[0] ? { family: found[0][0] } : { why: `No kind is called “${words.join(' ')}”. Try fewer words.` };
}

/** A wire, as a line of a list says it, between devices that are there. */
function wired(circuit: Circuit, line: string, by: string): Command {
  const { wires, bad, nets } = readWireList(cellsOf(line));
  if (nets > 0) return no('A wire has two terminals. Say one after the other, or paste all of them as a list.');
  const [wire] = wires;
  if (!wire) return no(bad[0] ? `${bad[0].text}: ${bad[0].why}` : 'A wire has two terminals: K1:A1 S2:2.');
  const ends: TerminalId[] = [];
  for (const { tag, mark } of wire.ends) {
    const device = deviceNamed(circuit, tag);
    if (!device) return no(`There is no ${tag}. Add it first: add contactor ${tag}.`);
    const own = markLike(familyOf(device, circuit).terminals, mark);
    if (own === undefined) return no(`${tag} has no terminal ${mark}. It has ${familyOf(device, circuit).terminals.join(' ')}.`);
    ends.push(terminalId(device.id, own));
  }
  const [a, b] = ends;
  if (!a || !b) return no('A wire has two terminals: K1:A1 S2:2.');
  if (Object.values(circuit.conductors).some((one) => one.ends.includes(a) && one.ends.includes(b) && a !== b))
    return no(`A wire from ${spellTerminal(circuit, a)} to ${spellTerminal(circuit, b)} is there already.`);
  const { number, colour, size, lengthM } = wire;
  return told(circuit, [wireAdder(circuit, by)({ ends: [a, b], number, colour, size, lengthM })], undefined, 'a wire');
}

function removed(circuit: Circuit, words: readonly string[]): Command {
  const [first = '', second = ''] = words;
  if (first.toLowerCase() === 'wire') {
    const wires = Object.values(circuit.conductors).filter(({ number }) => number === second);
    const [wire] = wires;
    if (!wire || wires.length > 1)
      return no(
        wire ? `${wires.length} wires are numbered ${second}: select the one that is meant.` : `No wire is numbered ${second || '…'}.`,
      );
    const spelled = wire.ends.map((end) => (end ? spellTerminal(circuit, end) : 'a loose end')).join(' to ');
    return { isOk: true, will: `Wire ${second}, ${spelled}, is taken out.`, changes: [{ type: 'removeConductor', conductor: wire.id }] };
  }
  const device = deviceNamed(circuit, first);
  const changes = device && takeOut(circuit, device.id);
  if (!device || !changes) return no(`There is no ${first || 'device'}. Say a tag of this circuit, or: remove wire 105.`);
  const wires = changes.filter(({ type }) => type === 'removeConductor').length;
  return { isOk: true, will: `${device.tag} is taken out with ${wires} ${wires === 1 ? 'wire' : 'wires'}.`, changes };
}

function renamed(circuit: Circuit, [from = '', to = '']: readonly string[]): Command {
  const device = deviceNamed(circuit, from);
  if (!device) return no(`There is no ${from || 'device'} to rename.`);
  const problem = tagProblem(circuit, to, device.tag);
  return problem
    ? no(problem)
    : {
        isOk: true,
        will: `${device.tag} is called ${to} from now on.`,
        changes: [{ type: 'renameDevice', device: device.id, to }],
        device: device.id,
      };
}

/** What lies on the NO of a changeover goes on its NC, and the other way round. */
function swapped(circuit: Circuit, [tag = '', from, to]: readonly string[]): Command {
  const device = deviceNamed(circuit, tag);
  if (!device) return no(`There is no ${tag || 'device'}. Say: swap K1, or swap K1 12 14.`);
  const contacts = partsOf(device, circuit).flatMap((part) => (part.kind === 'contact' ? [part] : []));
  const form = device.nameplate.form?.value ?? familyOf(device, circuit).fields.form?.typical?.value;
  const throws = contacts.flatMap((nc) =>
    nc.form === 'NC' ? contacts.filter((one) => one.form === 'NO' && one.a === nc.a).map((one) => [nc.b, one.b] as const) : [],
  );
  const pair = throws.find(([nc, make]) => from === undefined || [nc, make].includes(from)) ?? undefined;
  if (!pair && (form === 'NO' || form === 'NC')) {
    const other = form === 'NO' ? 'NC' : 'NO';
    return {
      isOk: true,
      will: `${device.tag} is ${other} from now on.`,
      changes: [{ type: 'setField', device: device.id, field: 'form', to: { value: other, evidence: 'assumed' } }],
      device: device.id,
    };
  }
  if (!pair || (to !== undefined && !pair.includes(to))) return no(`${device.tag} has no changeover whose throws could be exchanged.`);
  return {
    isOk: true,
    will: `What lies on ${device.tag}:${pair[0]} and on ${device.tag}:${pair[1]} is exchanged.`,
    changes: [{ type: 'swapLandings', device: device.id, marks: [...pair] }],
    device: device.id,
  };
}

/** What changes land, wire by wire. */
function told(circuit: Circuit, changes: readonly EditChange[], device: DeviceId | undefined, words: string): Command {
  const spelled = (end: TerminalId | null): string =>
    end === null ? 'a loose end' : circuit.devices[deviceOf(end)] ? spellTerminal(circuit, end) : end;
  const landed = changes.flatMap((change): string[] => {
    if (change.type === 'moveEnd') {
      const wire = circuit.conductors[change.conductor];
      return [`${spelled(wire?.ends[change.end === 0 ? 1 : 0] ?? null)} to ${spelled(change.to)}`];
    }
    if (change.type !== 'addConductor') return [];
    const { ends, number } = change.conductor as Conductor;
    return [`${spelled(ends[0])} to ${spelled(ends[1])}, wire ${number}`];
  });
  return { isOk: true, will: `${words}: ${landed.join('; ')}.`, changes, ...(device === undefined ? {} : { device }) };
}

/**
 * What the last word of a line may go on as: tags and terminals of the circuit, verbs and places, words of kinds.
 * @returns whole lines, the likeliest first
 */
export function completed(circuit: Circuit, line: string, most = 6): string[] {
  const words = line.split(/\s+/);
  const last = words.at(-1) ?? '';
  if (last === '') return [];
  const before = words.slice(0, -1).join(' ');
  const lead = before === '' ? '' : `${before} `;
  const [tag = '', mark] = last.split(':');
  const device = mark === undefined ? undefined : deviceNamed(circuit, tag);
  const candidates = device
    ? familyOf(device, circuit).terminals.map((one) => `${device.tag}:${one}`)
    : [
        ...Object.values(circuit.devices).map((one) => one.tag),
        ...(words.length === 1 ? VERBS : PLACES),
        ...(words[0]?.toLowerCase() === 'add' ? kindsIn(circuit).map(([name]) => name) : []),
      ];
  return candidates
    .filter((one) => one.toLowerCase().startsWith(last.toLowerCase()) && one.length > last.length)
    .slice(0, most)
    .map((one) => `${lead}${one}`);
}
