import {
  type Circuit,
  type Conductor,
  type ConductorId,
  type Device,
  deviceOf,
  isTerminal,
  type TerminalId,
  terminalId,
} from '#core/circuit';
import { familyOf } from '#core/devices';
import type { NetworkPlan } from '#core/network';
import { at } from '#core/units';

/** A wire that is sound and landed beside where the document has it. */
export interface Astray {
  readonly conductor: ConductorId;
  readonly mode: 'astray';
  readonly end: 0 | 1;
  readonly to: TerminalId;
}

/** Whether a suspicion is of a wire in a wrong place. */
export const isAstray = (fault: object): fault is Astray => 'to' in fault;

/** A panel that has run was wired right: seldom met, and shared by all the places where a wire could be. Common practice. */
const WIRE_WEIGHT = 1;
/** Each is a circuit of its own that has to be planned anew: in a larger one they are not followed, which the answer tells. */
const MOST_WIRES = 120;

/** Terminals on the same device beside one: the next and the one before in the order of its marks. */
function beside(device: Device, circuit: Circuit, terminal: TerminalId): TerminalId[] {
  const marks = familyOf(device, circuit).terminals;
  const place = marks.findIndex((mark) => terminalId(device.id, mark) === terminal);
  return [place - 1, place + 1].flatMap((near) => (marks[near] === undefined ? [] : [terminalId(device.id, at(marks, near))]));
}

/** Every wire end on the terminal beside its own; none where there are too many wires to follow each. */
export function astrayIn(plan: NetworkPlan): { fault: Astray; weight: number }[] {
  const { circuit } = plan;
  const wires = landedIn(plan);
  return wires.length > MOST_WIRES
    ? []
    : wires.flatMap(({ id, ends }) => {
        const faults = ([0, 1] as const).flatMap((end): Astray[] => {
          const point = ends[end];
          const device = point && isTerminal(point) ? circuit.devices[deviceOf(point)] : undefined;
          return point && isTerminal(point) && device
            ? beside(device, circuit, point).map((to) => ({ conductor: id, mode: 'astray', end, to }))
            : [];
        });
        return faults.map((fault) => ({ fault, weight: WIRE_WEIGHT / faults.length }));
      });
}

/** Wires that have both ends somewhere. */
export const landedIn = (plan: NetworkPlan): readonly Conductor[] =>
  plan.conductors.map(({ conductor }) => conductor).filter(({ ends }) => ends.every(Boolean));

/** The circuit as it then is. */
export function withAstray(circuit: Circuit, { conductor: id, end, to }: Astray): Circuit {
  const wire = circuit.conductors[id];
  if (!wire) return circuit;
  const ends: typeof wire.ends = end === 0 ? [to, wire.ends[1]] : [wire.ends[0], to];
  return { ...circuit, conductors: { ...circuit.conductors, [id]: { ...wire, ends } } };
}
