import type { Catalogue } from './catalogue';
import { fine, type Problem, type Result, wrong } from './problem';
import type { Circuit, Conductor, Device, DeviceId, TerminalId } from './schema';

/** The id of a terminal: its device and its mark. */
export const terminalId = (device: DeviceId, mark: string): TerminalId => `${device}:${mark}` as TerminalId;

/** The device of a terminal. */
export const deviceOf = (terminal: TerminalId): DeviceId => terminal.slice(0, terminal.indexOf(':')) as DeviceId;

/** The mark of a terminal, as it is printed on the device. */
export const markOf = (terminal: TerminalId): string => terminal.slice(terminal.indexOf(':') + 1);

/** `K1:A1`, as people write it. */
export const spellTerminal = (circuit: Circuit, terminal: TerminalId): string =>
  `${circuit.devices[deviceOf(terminal)]?.tag ?? '?'}:${markOf(terminal)}`;

/** A point where a lead can be put: a terminal, or the loose end of a conductor (`w12.1`). */
export type Point = TerminalId | `${string}.0` | `${string}.1`;

/** The point at the end of a conductor that is landed nowhere. */
export const looseEnd = (conductor: string, end: 0 | 1): Point => `${conductor}.${end}`;

/** Whether a point is a terminal of a device. */
export const isTerminal = (point: Point): point is TerminalId => point.includes(':');
/** Whether a point is an end that is landed nowhere. */
export const isLooseEnd = (point: Point): boolean => !isTerminal(point);

/** A point as people say it: `K1:A1`, or `108 loose end`. */
export const spellPoint = (circuit: Circuit, point: Point): string => {
  if (isTerminal(point)) return spellTerminal(circuit, point);
  const wire = circuit.conductors[point.slice(0, -2)];
  return `end of ${wire?.number ?? '?'}`;
};

/** The device that carries a tag, whatever its case. */
export const deviceByTag = (circuit: Circuit, tag: string): Device | undefined =>
  Object.values(circuit.devices).find((device) => device.tag === tag.toUpperCase());

/** The conductors landed on a terminal. */
export const conductorsAt = (circuit: Circuit, terminal: TerminalId): readonly Conductor[] =>
  landedOn(circuit.conductors).get(terminal) ?? [];

const landed = new WeakMap<Circuit['conductors'], ReadonlyMap<TerminalId, readonly Conductor[]>>();

/** Conductors by the terminals on which they are landed: listed once for as long as no wire changes. */
function landedOn(conductors: Circuit['conductors']): ReadonlyMap<TerminalId, readonly Conductor[]> {
  const known = landed.get(conductors);
  if (known) return known;
  const made = new Map<TerminalId, Conductor[]>();
  for (const wire of Object.values(conductors))
    for (const end of new Set(wire.ends)) {
      if (end === null) continue;
      const there = made.get(end);
      if (there) there.push(wire);
      else made.set(end, [wire]);
    }
  landed.set(conductors, made);
  return made;
}

/** Resolves `K1:A1` at the edge of the program; the message names what there is to pick from. */
export function findTerminal(circuit: Circuit, catalogue: Catalogue, spelled: string): Result<TerminalId> {
  const [tag = '', mark = ''] = spelled.trim().split(':');
  const device = deviceByTag(circuit, tag);
  const problem = (message: string): Problem => ({ code: 'no-such-terminal', at: spelled, message });
  if (!device) return wrong(problem(`There is no device ${tag || '(nothing)'} here. Devices: ${tagsOf(circuit)}.`));
  const marks = catalogue.family(device.family, circuit.families)?.terminals ?? [];
  const found = marks.find((one) => one.toUpperCase() === mark.toUpperCase());
  return found
    ? fine(terminalId(device.id, found))
    : wrong(problem(`${device.tag} has no terminal ${mark || '(nothing)'}; it has ${marks.join(', ')}. Pick one.`));
}

/** Every tag of a circuit in order, for the words of an error. */
export const tagsOf = (circuit: Circuit): string =>
  Object.values(circuit.devices)
    .map((device) => device.tag)
    .sort()
    .join(', ');

/** The device of a tag. @returns a problem that names the tags there are */
export const findDevice = (circuit: Circuit, tag: string): Result<Device> => {
  const device = deviceByTag(circuit, tag);
  return device
    ? fine(device)
    : wrong({ code: 'no-such-device', at: tag, message: `There is no device ${tag} here. Devices: ${tagsOf(circuit)}.` });
};

/** Units that end the name of a field, as they are said. */
const UNIT_WORDS: Readonly<Record<string, string>> = {
  V: 'volts',
  A: 'amps',
  Ma: 'mA',
  Va: 'VA',
  Hz: 'Hz',
  S: 'seconds',
  Ms: 'ms',
  Ohms: 'ohms',
  Pf: 'power factor',
};

/** The name of a nameplate field as people say it: `coilV` is coil volts, `va` is VA. */
export function spellField(name: string): string {
  const words = name.match(/^[a-z0-9]+|[A-Z][a-z0-9]*/g) ?? [name];
  const last = words.at(-1) ?? '';
  const unit = UNIT_WORDS[last.charAt(0).toUpperCase() + last.slice(1)];
  const rest = words.slice(0, unit === undefined ? words.length : -1).map((word) => word.toLowerCase());
  return [...rest, ...(unit === undefined ? [] : [unit])].join(' ');
}
