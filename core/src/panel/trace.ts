import {
  type Circuit,
  type Conductor,
  type Device,
  type DeviceId,
  deviceOf,
  type EditChange,
  spellTerminal,
  type TerminalId,
  terminalId,
} from '#core/circuit';
import { familyOf, partsOf } from '#core/devices';
import { addPart, wireAdder } from './add';
import { AS_MARKED, canBeMarked, markedRow, withScrewFor } from './markedStrip';
import { tagProblem } from './naming';

/** In the document’s views: terminals of which every wire is traced, and wires that only a beep tells. */
const [TRACED, BEEPED] = ['traced', 'told by the beep'] as const;

/** How far a panel is traced. */
export interface Traced {
  /** every wire on them is known, or that there is none */
  readonly done: readonly TerminalId[];
  /** the next one first */
  readonly open: readonly TerminalId[];
  /** wires that nobody has seen: a meter beeped between their ends */
  readonly beeped: readonly Conductor[];
}

const listOf = ({ views }: Circuit, name: string): readonly string[] => views[name]?.folded ?? [];

/** Every terminal of a device that a wire may lie on. */
const terminalsOf = (circuit: Circuit, device: Device): TerminalId[] =>
  familyOf(device, circuit).terminals.map((mark) => terminalId(device.id, mark));

/**
 * What is traced and what is not. First come the terminals of the device that the last wire led to, then of devices that some wire reaches,
 * then the rest: a hand goes on where it is.
 */
export function tracedOf(circuit: Circuit): Traced {
  const known = new Set(listOf(circuit, TRACED));
  const wires = Object.values(circuit.conductors);
  const last = wires.at(-1)?.ends[1];
  const reached = new Set(wires.flatMap(({ ends }) => ends.flatMap((end) => (end ? [deviceOf(end)] : []))));
  const rank = (device: Device): number => (last && device.id === deviceOf(last) ? 0 : reached.has(device.id) ? 1 : 2);
  const devices = Object.values(circuit.devices).sort((a, b) => rank(a) - rank(b));
  const all = devices.flatMap((device) => terminalsOf(circuit, device));
  const beeped = new Set(listOf(circuit, BEEPED));
  return {
    done: all.filter((one) => known.has(one)),
    open: all.filter((one) => !known.has(one)),
    beeped: wires.filter(({ id }) => beeped.has(id)),
  };
}

const setList = (name: string, folded: readonly string[]): EditChange => ({
  type: 'setView',
  name,
  to: folded.length === 0 ? null : { placed: {}, folded: [...folded] },
});

/** A terminal is finished: every wire on it is told, or there is none. */
export const finishTerminal = (circuit: Circuit, terminal: TerminalId): EditChange[] => {
  const known = listOf(circuit, TRACED);
  return known.includes(terminal) ? [] : [setList(TRACED, [...known, terminal])];
};

/** One wire as a hand follows it. */
export interface TraceStep {
  readonly from: TerminalId;
  readonly to: TerminalId | { readonly tag: string; readonly family: string; readonly mark: string };
  readonly number?: string | undefined;
  readonly colour?: string | undefined;
  /** followed by eye, or only by a meter that beeps */
  readonly by: 'eye' | 'beep';
}

/**
 * A traced wire as changes; the device that it leads to is added where it was not there.
 * @returns why it cannot be so, or the changes with what to look at twice
 */
export function traceWire(
  circuit: Circuit,
  { from, to, number, colour, by }: TraceStep,
  mark = '',
): { readonly changes: readonly EditChange[]; readonly look: string | undefined } | { readonly why: string } {
  const isNew = typeof to !== 'string';
  const problem = isNew ? tagProblem(circuit, to.tag) : undefined;
  if (problem) return { why: problem };
  const row = isNew && to.family === AS_MARKED ? markedRow(circuit.families, to.tag, [to.mark]) : undefined;
  if (row && !canBeMarked([(to as { mark: string }).mark])) return { why: 'A terminal is marked with up to 8 letters and digits: 101.' };
  const made = isNew ? addPart(circuit, { family: row?.family ?? to.family, tag: to.tag }) : undefined;
  const end = isNew ? terminalId(made?.device as DeviceId, to.mark) : to;
  const screw = isNew ? row && [row.change] : withScrewFor(circuit, to);
  if (end === from) return { why: 'A wire goes from one terminal to another. A link to itself is no wire.' };
  const between = Object.values(circuit.conductors).find(({ ends }) => ends.includes(from) && ends.includes(end));
  if (between) return { why: `Wire ${between.number} lies between these two already.` };
  const add = wireAdder(circuit, mark)({ ends: [from, end], number: number?.trim() || undefined, colour: colour?.trim() || undefined });
  const id = add.type === 'addConductor' ? (add.conductor as Conductor).id : undefined;
  const changes: EditChange[] = [
    ...(screw ?? []),
    ...(made?.changes ?? []),
    add,
    ...(by === 'beep' && id ? [setList(BEEPED, [...listOf(circuit, BEEPED), id])] : []),
  ];
  return { changes, look: isNew ? undefined : strangeness(circuit, from, end) };
}

/** More than this many ends on one screw are seldom so. Common practice. */
const MOST_ENDS = 3;

/** Terminals that wires and metal alone join to one: nothing that opens lies between. */
function wiredTo(circuit: Circuit, from: TerminalId): ReadonlySet<TerminalId> {
  const joints = Object.values(circuit.devices).flatMap((device) =>
    partsOf(device, circuit).flatMap((part) =>
      part.kind === 'join' && !part.b.startsWith('!') ? [[terminalId(device.id, part.a), terminalId(device.id, part.b)] as const] : [],
    ),
  );
  const links = [...Object.values(circuit.conductors).map(({ ends }) => ends), ...joints];
  const found = new Set([from]);
  // a set that grows is walked to its end
  for (const one of found)
    for (const [a, b] of links) {
      if (a === one && b) found.add(b);
      if (b === one && a) found.add(a);
    }
  return found;
}

/** What speaks against a wire between two terminals: it would short a supply, or crowd a screw. */
function strangeness(circuit: Circuit, a: TerminalId, b: TerminalId): string | undefined {
  const legs = Object.values(circuit.devices).flatMap((device) =>
    partsOf(device, circuit).flatMap((part) =>
      part.kind === 'source' && part.role !== 'call-input' ? [terminalId(device.id, part.a)] : [],
    ),
  );
  const [left, right] = [wiredTo(circuit, a), wiredTo(circuit, b)];
  const [onLeft, onRight] = [legs.find((leg) => left.has(leg)), legs.find((leg) => right.has(leg))];
  if (onLeft && onRight && onLeft !== onRight)
    return `It would join ${spellTerminal(circuit, onLeft)} and ${spellTerminal(circuit, onRight)} without a load: a short. Follow it again.`;
  const lying = (end: TerminalId): number => Object.values(circuit.conductors).filter(({ ends }) => ends.includes(end)).length;
  const crowded = [a, b].find((end) => lying(end) >= MOST_ENDS);
  return crowded
    ? `${lying(crowded)} wires lie on ${spellTerminal(circuit, crowded)} already: see that it is not its neighbour.`
    : undefined;
}
