import { type Circuit, type Device, type DeviceId, type EditChange, type TerminalId, terminalId } from '#core/circuit';
import { familyNamed, familyOf } from '#core/devices';
import { addPart, USUAL_INSULATION_V, wireAdder } from './add';
import { type KindFor, kindsFor } from './kindsFor';
import { AS_MARKED, canBeMarked, markedRow, withScrews } from './markedStrip';
import { markLike, tagsIn } from './naming';
import { cableIdFor } from './wireDeeds';
import type { BadLine, ListedWire } from './wireList';

/** A device that a list names: the terminals that are wired on it, and what it may be. */
export interface ListedDevice {
  readonly tag: string;
  readonly marks: readonly string[];
  /** it is in the circuit already */
  readonly isKnown: boolean;
  /** the likeliest first; none where no kind has all its terminals */
  readonly kinds: readonly KindFor[];
}

/** Every device of a list, by its tag, in the order in which the list names them. */
export function listedDevices(wires: readonly ListedWire[], circuit: Pick<Circuit, 'devices'>): ListedDevice[] {
  const marks = new Map<string, Set<string>>();
  for (const { ends } of wires)
    for (const { tag, mark } of ends) {
      const own = marks.get(tag) ?? new Set();
      marks.set(tag, own.add(mark));
    }
  const known = tagsIn(circuit);
  return [...marks].map(([tag, own]) => {
    const list = [...own];
    return { tag, marks: list, isKnown: known.has(tag), kinds: known.has(tag) ? [] : kindsFor(tag, list) };
  });
}

/** So many alike are asked about one by one; more of them together, until somebody wants them apart. */
const MOST_APART = 6;

/** Devices that are marked alike and have the same terminals wired are most often alike: they are asked about once. @param apart tags that somebody wants to say one by one */
export function alikeDevices(devices: readonly ListedDevice[], apart: ReadonlySet<string>): ListedDevice[][] {
  const groups = new Map<string, ListedDevice[]>();
  for (const device of devices) {
    const key = apart.has(device.tag) ? device.tag : `${/^[A-Z]+/.exec(device.tag)?.[0]} ${[...device.marks].sort().join(' ')}`;
    groups.set(key, [...(groups.get(key) ?? []), device]);
  }
  return [...groups.values()].flatMap((group) => (group.length > MOST_APART ? [group] : group.map((one) => [one])));
}

/** Two ends, whichever is said first. */
const pairKey = (a: TerminalId, b: TerminalId): string => [a, b].sort().join(' ');

/** What is known of the devices of a list already. */
interface Known {
  readonly plates?: Readonly<Record<string, Device['nameplate']>>;
  readonly locked?: readonly (readonly [string, string])[];
}

/** What a list becomes: the changes, and the lines that were left out with why. */
export interface FromList {
  readonly changes: readonly EditChange[];
  readonly bad: readonly BadLine[];
}

/**
 * The devices and wires of a list, put into a circuit.
 * @param kinds the family that a person has chosen, or taken as proposed, by tag
 * @param known what a pattern says of its devices: what is known of their plates, by tag, and which are interlocked
 * @param by sets the ids of one who adds apart from those of another
 */
export function fromWireList(
  circuit: Circuit,
  wires: readonly ListedWire[],
  kinds: ReadonlyMap<string, string>,
  { plates = {}, locked = [] }: Known = {},
  by = '',
): FromList {
  const bad: BadLine[] = [];
  const changes: EditChange[] = [];
  const terminals = new Map<string, (mark: string) => TerminalId | undefined>();
  const idOf = new Map(Object.values(circuit.devices).map(({ tag, id }) => [tag, id]));
  const find =
    (id: DeviceId, own: readonly string[]) =>
    (mark: string): TerminalId | undefined => {
      const spelled = markLike(own, mark);
      return spelled === undefined ? undefined : terminalId(id, spelled);
    };
  const joints = new Set<string>();
  const listed = listedDevices(wires, circuit);
  const wanted = new Map(listed.map(({ tag, marks }) => [tag, marks]));
  for (const device of Object.values(circuit.devices)) {
    const family = familyOf(device, circuit);
    const marks = wanted.get(device.tag)?.filter((mark) => markLike(family.terminals, mark) === undefined) ?? [];
    // a row that was marked by hand gets the screws that the list names beside
    const screws = marks.length > 0 ? withScrews(circuit, device, marks) : undefined;
    changes.push(...(screws ?? []));
    terminals.set(device.tag, find(device.id, screws ? [...family.terminals, ...marks] : family.terminals));
    if (family.group === 'joint') joints.add(device.tag);
  }
  let { families } = circuit;
  for (const { tag, marks } of listed) {
    const chosen = kinds.get(tag);
    const row = chosen === AS_MARKED && canBeMarked(marks) ? markedRow(families, tag, marks) : undefined;
    const family = row?.family ?? chosen;
    const facts = row ? { terminals: marks, group: 'joint' } : family === undefined ? undefined : familyNamed(family);
    if (terminals.has(tag) || !family || !facts) continue;
    if (row) {
      families = { ...families, [row.family]: row.to };
      changes.push(row.change);
    }
    const made = addPart(circuit, { family, tag, title: '', ...(Object.hasOwn(plates, tag) ? { plate: plates[tag] } : {}) });
    changes.push(...made.changes);
    idOf.set(tag, made.device);
    terminals.set(tag, find(made.device, facts.terminals));
    if (facts.group === 'joint') joints.add(tag);
  }
  for (const pair of locked) {
    const [a, b] = pair.map((tag) => idOf.get(tag));
    if (a && b) changes.push({ type: 'setPair', a, b, to: 'locked' });
  }
  const add = wireAdder(circuit, by);
  // a list that is taken a second time, or says a wire twice, lays nothing twice
  const laid = new Map(
    Object.values(circuit.conductors).flatMap(({ ends: [a, b], number }) => (a && b ? [[pairKey(a, b), number] as const] : [])),
  );
  const cables = new Map(Object.values(circuit.cables).map(({ tag, id }) => [tag.toUpperCase(), id]));
  /** Wires between two strips, one way round and the other: a plan of strips tells such a wire at each of them. */
  const said = new Map<string, string>();
  for (const { line, ends, number, colour, size, lengthM, insulationV, cable } of wires) {
    const [a, b] = ends.map(({ tag, mark }) => terminals.get(tag)?.(mark));
    const text = ends.map(({ tag, mark }) => `${tag}:${mark}`).join(' ');
    const missing = ends.find(({ tag, mark }) => !terminals.get(tag)?.(mark));
    if (!a || !b) {
      const why = terminals.has(missing?.tag ?? '')
        ? `${missing?.tag} has no terminal ${missing?.mark}.`
        : `nobody has said what ${missing?.tag} is.`;
      bad.push({ line, text, why });
      continue;
    }
    const known = laid.get(pairKey(a, b));
    if (ends.every(({ tag }) => joints.has(tag))) {
      if (said.get(`${b} ${a}`) === (number ?? '')) continue;
      said.set(`${a} ${b}`, number ?? '');
    }
    if (known !== undefined) {
      bad.push({ line, text, why: `is there already${known ? `, as wire ${known}` : ''}.` });
      continue;
    }
    laid.set(pairKey(a, b), number ?? '');
    if (cable && !cables.has(cable.tag)) {
      const id = cableIdFor(circuit, cable.tag);
      cables.set(cable.tag, id);
      changes.push({
        type: 'addCable',
        cable: {
          id,
          tag: cable.tag,
          title: '',
          insulationV: insulationV ?? USUAL_INSULATION_V,
          lengthM: lengthM === undefined ? { value: null, evidence: 'unknown' } : { value: lengthM, evidence: 'print' },
        },
      });
    }
    changes.push(
      add({ ends: [a, b], number, colour, size, lengthM, insulationV, cable: cable && cables.get(cable.tag), core: cable?.core }),
    );
  }
  return { changes, bad };
}
