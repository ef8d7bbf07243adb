import {
  type Circuit,
  type Conductor,
  type ConductorId,
  type Device,
  type DeviceId,
  deviceOf,
  type EditChange,
  markOf,
  PLAIN_LANDINGS,
  type TerminalId,
} from '#core/circuit';
import { partsOf, type StockPart } from '#core/devices';
import { conductorIds, deviceIdFor, wireNumbers } from './naming';

/** What a wire is when nobody has said: common practice for control wire on either side. */
const USUAL_SIZE: Readonly<Record<Circuit['practice'], Conductor['size']>> = { na: { awg: 18 }, iec: { mm2: 1 } };
export const USUAL_INSULATION_V = 300;

/** A wire as a hand says it; what is not said is the usual, or unknown. */
export interface WireSaid {
  readonly ends: readonly [TerminalId, TerminalId];
  readonly number?: string | undefined;
  readonly colour?: string | undefined;
  readonly size?: Conductor['size'] | undefined;
  readonly lengthM?: number | undefined;
  readonly insulationV?: number | undefined;
  readonly cable?: Conductor['cable'] | undefined;
  readonly core?: number | undefined;
}

/** A part of a kind, with nothing printed on it yet, or as it lies in stock. */
export interface PartSaid {
  readonly family: string;
  readonly tag: string;
  readonly title?: string | undefined;
  readonly from?: StockPart | undefined;
  /** what is known of it already */
  readonly plate?: Device['nameplate'] | undefined;
}

const partOf = (circuit: Circuit, { family, tag, title, from, plate }: PartSaid): Device => ({
  id: deviceIdFor(circuit, tag),
  tag,
  family,
  title: title ?? from?.title ?? '',
  nameplate: from?.nameplate ?? plate ?? {},
  place: null,
  at: null,
  body: from?.body ?? null,
  reads: null,
  hazard: 'none',
  notes: '',
  fitted: from?.title ?? '',
});

/** Adds wires one after the other, each under a number and an id of its own. @param by sets the ids of one who adds apart from those of another */
export function wireAdder(circuit: Circuit, by = ''): (said: WireSaid) => EditChange {
  const [ids, numbers] = [conductorIds(circuit, by), wireNumbers(circuit)];
  return ({ ends, number, colour, size, lengthM, insulationV, cable, core }) => ({
    type: 'addConductor',
    conductor: {
      id: ids.next().value,
      number: number ?? numbers.next().value,
      ends: [...ends],
      landings: PLAIN_LANDINGS,
      size: size ?? USUAL_SIZE[circuit.practice],
      material: 'Cu',
      colour: colour ?? '',
      insulationV: insulationV ?? USUAL_INSULATION_V,
      lengthM: lengthM === undefined ? { value: null, evidence: 'unknown' } : { value: lengthM, evidence: 'print' },
      cable: cable ?? null,
      core: core ?? null,
    },
  });
}

/** A part by itself, wired to nothing. @returns the change, and the id that it will have */
export function addPart(circuit: Circuit, said: PartSaid): { readonly changes: EditChange[]; readonly device: DeviceId } {
  const device = partOf(circuit, said);
  return { changes: [{ type: 'addDevice', device }], device: device.id };
}

/** Where a part with two ends goes. */
export type Seat =
  /** into a wire: the near end of the wire stays, the far one moves on */
  | { readonly in: ConductorId }
  /** beside what lies between two terminals */
  | { readonly beside: readonly [TerminalId, TerminalId] };

/**
 * Two terminals landed in a wire, or beside what lies between two others.
 * @returns undefined where the wire is gone or lies loose at an end
 */
export function land(circuit: Circuit, [first, second]: readonly [TerminalId, TerminalId], seat: Seat, by = ''): EditChange[] | undefined {
  const add = wireAdder(circuit, by);
  if ('beside' in seat) {
    const [a, b] = seat.beside;
    return [add({ ends: [a, first] }), add({ ends: [second, b] })];
  }
  const wire = circuit.conductors[seat.in];
  const far = wire?.ends[1];
  if (!wire?.ends[0] || !far) return undefined;
  const alike = { colour: wire.colour, size: wire.size };
  return [{ type: 'moveEnd', conductor: wire.id, end: 1, to: first }, add({ ends: [second, far], ...alike })];
}

/**
 * A part put into a wire, or beside a part.
 * @param marks the two terminals of the new part that are wired
 * @param by as for the wires
 * @returns undefined where the wire is gone or lies loose at an end
 */
export function seatPart(
  circuit: Circuit,
  said: PartSaid,
  marks: readonly [string, string],
  seat: Seat,
  by = '',
): { readonly changes: EditChange[]; readonly device: DeviceId } | undefined {
  const { changes, device } = addPart(circuit, said);
  const [first, second] = marks.map((mark) => `${device}:${mark}` as TerminalId) as [TerminalId, TerminalId];
  const landed = land(circuit, [first, second], seat, by);
  return landed && { device, changes: [...changes, ...landed] };
}

/** A wire from one terminal to another. */
export const addWire = (circuit: Circuit, said: WireSaid, by = ''): EditChange[] => [wireAdder(circuit, by)(said)];

/**
 * Takes a part out with the wires that end on it. A contact or a fuse that lay in one wire leaves its line whole; what uses volts leaves a
 * gap: its two wires joined would be a short.
 * @returns undefined where the part is gone
 */
export function takeOut(circuit: Circuit, id: DeviceId): EditChange[] | undefined {
  const device = circuit.devices[id];
  if (!device) return undefined;
  const isHere = (end: TerminalId | null): boolean => end !== null && deviceOf(end) === id;
  const wires = Object.values(circuit.conductors).filter(({ ends }) => ends.some(isHere));
  const outward = wires.flatMap(({ ends }) => ends.flatMap((end) => (end !== null && !isHere(end) ? [end] : [])));
  const [first, second] = wires;
  const [a, b] = outward;
  const here = new Set(wires.flatMap(({ ends }) => ends.filter((end): end is TerminalId => isHere(end))).map(markOf));
  const isInLine =
    wires.length === 2 &&
    outward.length === 2 &&
    partsOf(device, circuit).some(
      (part) => (part.kind === 'contact' || part.kind === 'fuse') && here.has(part.a) && here.has(part.b) && here.size === 2,
    );
  const gone = isInLine ? wires.slice(1) : wires;
  return [
    ...gone.map(({ id: conductor }): EditChange => ({ type: 'removeConductor', conductor })),
    ...(isInLine && first && second && a && b
      ? [{ type: 'moveEnd' as const, conductor: first.id, end: isHere(first.ends[0]) ? (0 as const) : (1 as const), to: b }]
      : []),
    ...lettingGo(circuit, id),
    { type: 'removeDevice', device: id },
  ];
}

/** What else in the document names the part: nothing may speak of what is not there. */
function lettingGo({ powerSwitch, complaints, pairs, programs, processes }: Circuit, id: DeviceId): EditChange[] {
  const without = ({ open, lift }: Circuit['powerSwitch']['control']) => ({
    open: open.filter((one) => one !== id),
    lift: lift.filter((end) => deviceOf(end) !== id),
  });
  const left: Circuit['powerSwitch'] = {
    control: without(powerSwitch.control),
    isolated: without(powerSwitch.isolated),
    staysOn: powerSwitch.staysOn.filter((one) => one !== id),
  };
  const told = complaints
    .filter(({ about }) => about !== id)
    .map((one) => ({
      ...one,
      log: one.log.filter((entry) => !('device' in entry && entry.device === id) && !('replaced' in entry && entry.replaced === id)),
    }));
  return [
    ...(JSON.stringify(left) === JSON.stringify(powerSwitch) ? [] : [{ type: 'setPowerSwitch' as const, to: left }]),
    ...(JSON.stringify(told) === JSON.stringify(complaints) ? [] : [{ type: 'setComplaints' as const, to: told }]),
    ...pairs.flatMap(({ a, b }): EditChange[] => (a === id || b === id ? [{ type: 'setPair', a, b, to: null }] : [])),
    ...(programs[id] ? [{ type: 'setProgram' as const, device: id, to: null }] : []),
    ...Object.values(processes).flatMap(({ id: process, movedBy }): EditChange[] =>
      movedBy.some(({ device }) => device === id)
        ? [{ type: 'describeProcess', process, to: { movedBy: movedBy.filter(({ device }) => device !== id) } }]
        : [],
    ),
  ];
}
