import {
  type Circuit,
  type Conductor,
  type Device,
  type DeviceId,
  invariant,
  isLooseEnd,
  looseEnd,
  type Point,
  type Process,
  terminalId,
} from '#core/circuit';
import { familyOf, type InputFacts, inputsOf, partsOf } from '#core/devices';
import { type AnyKind, EARTH, type Part, type Role, recordOf } from '#core/kinds';
import { at, grouped, must, ohmsPerMetre } from '#core/units';
import { lateCoils } from './lateCoils';
import { isWiredAlike } from './wiring';

/** Node number of earth: it is the reference and has no row. */
export const EARTH_NODE = -1;

const UNKNOWN_WIRE_OHMS = 0.01;
/** Between two cores of one sheath. Common practice. */
const CORE_FARADS_PER_METRE = 100e-12;

export interface PlannedPart {
  readonly index: number;
  readonly device: Device;
  readonly part: Part;
  readonly kind: AnyKind;
  readonly firstBranch: number;
  readonly branches: number;
  /** where the numbers of its state lie among those of all parts, and their names in that order */
  readonly valueAt: number;
  readonly valueNames: readonly string[];
}

export interface PlannedBranch {
  readonly nodes: readonly number[];
  readonly weights: readonly number[];
  readonly role: Role | 'wire' | 'coupling';
  readonly owner: { readonly part: number } | { readonly conductor: number } | { readonly farads: number };
}

interface PlannedConductor {
  readonly index: number;
  readonly conductor: Conductor;
  readonly branch: number;
  readonly ohms: number;
  readonly nodes: readonly [number, number];
}

/** Something a hand or a call may do, numbered over the circuit. */
export interface PlannedInput {
  readonly index: number;
  readonly device: Device;
  readonly facts: InputFacts;
}

/**
 * How a circuit is wired, whatever its parts are rated: plans that are wired alike have the very same one, so that what follows from the wires
 * alone is kept with it and found once.
 */
export interface Wiring {
  readonly numberOf: ReadonlyMap<string, number>;
  readonly wires: ReadonlyMap<Point, readonly PlannedConductor[]>;
}

/** The circuit as numbered nodes, parts, branches, inputs and processes. Depends on the document alone: made anew when it changes. */
export interface CircuitPlan {
  readonly circuit: Circuit;
  /** what a probe can touch: terminals first in document order, then loose ends */
  readonly points: readonly Point[];
  readonly nodeCount: number;
  readonly parts: readonly PlannedPart[];
  readonly conductors: readonly PlannedConductor[];
  readonly branches: readonly PlannedBranch[];
  readonly inputs: readonly PlannedInput[];
  readonly processes: readonly Process[];
  /** of a coil by its index, the coils that keep it out while they are in: by a mechanical interlock, or in one latch */
  readonly locks: ReadonlyMap<number, readonly number[]>;
  /** numbers that the states of all parts take together */
  readonly valueCount: number;
  readonly wiring: Wiring;
  nodeOf(point: Point): number;
  /** the node of a part's mark; inner nodes and earth too */
  nodeAt(device: DeviceId, mark: string): number;
  partsIn(device: DeviceId): readonly PlannedPart[];
  inputNamed(device: DeviceId, name: string): PlannedInput | undefined;
  /** wires that end on a point */
  wiresAt(point: Point): readonly PlannedConductor[];
}

/** The armatures that a mechanical interlock, or one latch, keeps apart. */
function locksOf({ pairs }: Circuit, parts: readonly PlannedPart[]): Map<number, readonly number[]> {
  const locks = new Map<number, readonly number[]>();
  const armatures = (id: DeviceId): number[] =>
    parts.flatMap(({ device, part, index }) => (device.id === id && part.kind === 'coil' && part.latch !== 'reset' ? [index] : []));
  for (const { a, b, rule } of pairs) {
    if (rule !== 'locked') continue;
    for (const [one, other] of [[a, b] as const, [b, a] as const])
      for (const index of armatures(one)) locks.set(index, [...(locks.get(index) ?? []), ...armatures(other)]);
  }
  // the coil that sets a latch moves nothing while the one that resets it pulls
  for (const { device, part, index } of parts) {
    if (part.kind !== 'coil' || part.undoneBy === undefined) continue;
    const resets = parts.flatMap((one) => (one.device.id === device.id && one.part.id === part.undoneBy ? [one.index] : []));
    locks.set(index, [...(locks.get(index) ?? []), ...resets]);
  }
  return locks;
}

/**
 * Numbers the nodes and branches of a circuit. Depends on the document alone.
 * @param before a plan of nearly the same circuit: where nothing but ratings differs, what was numbered stays
 */
export function planCircuit(circuit: Circuit, before?: CircuitPlan): CircuitPlan {
  return before && isWiredAlike(before.circuit, circuit) && !hasDiodes(before) ? ratedAnew(circuit, before) : numbered(circuit);
}

/** A diode makes another coil of the one that it lies across: what a coil is rated is then not read off its device alone. */
const hasDiodes = ({ parts }: CircuitPlan): boolean => parts.some(({ part }) => part.kind === 'diode');

/** One shape for every plan: engines are slow to read what comes in several. */
function asPlan(facts: Pick<CircuitPlan, 'circuit' | 'points' | 'parts' | 'conductors' | 'branches' | 'inputs' | 'wiring'>): CircuitPlan {
  const { circuit, points, parts, conductors, branches, inputs, wiring } = facts;
  const { numberOf, wires } = wiring;
  const inDevice = grouped(parts, ({ device }) => device.id);
  const inputAt = new Map(inputs.map((input) => [`${input.device.id}.${input.facts.name}`, input]));
  return {
    circuit,
    points,
    nodeCount: numberOf.size,
    parts,
    conductors,
    branches,
    inputs,
    processes: sortedById(circuit.processes),
    locks: locksOf(circuit, parts),
    valueCount: parts.reduce((sum, { valueNames }) => sum + valueNames.length, 0),
    wiring,
    nodeOf(point) {
      const found = numberOf.get(point);
      invariant(found !== undefined, `point ${point} is in no node`);
      return found;
    },
    nodeAt(device, mark) {
      if (mark === EARTH) return EARTH_NODE;
      const found = numberOf.get(`${device}:${mark}`);
      invariant(found !== undefined, `mark ${mark} of ${device} is in no node`);
      return found;
    },
    partsIn: (device) => inDevice.get(device) ?? [],
    inputNamed: (device, name) => inputAt.get(`${device}.${name}`),
    wiresAt: (point) => wires.get(point) ?? [],
  };
}

/** The plan of a circuit that is wired as another: what its devices are rated is read anew. */
function ratedAnew(circuit: Circuit, before: CircuitPlan): CircuitPlan {
  const branches = [...before.branches];
  const parts = before.parts.map((planned): PlannedPart => {
    const device = must(circuit.devices[planned.device.id], 'a device of a circuit that is wired alike');
    if (device === planned.device) return planned;
    const part = at(partsOf(device, circuit), before.partsIn(device.id).indexOf(planned));
    for (const [index, { weights }] of planned.kind.branches(part).entries()) {
      const branch = planned.firstBranch + index;
      branches[branch] = { ...at(before.branches, branch), weights };
    }
    return { ...planned, device, part };
  });
  const inputs = before.inputs.map((input): PlannedInput => {
    const device = must(circuit.devices[input.device.id], 'a device of a circuit that is wired alike');
    return device === input.device ? input : { ...input, device };
  });
  const { points, conductors, wiring } = before;
  return asPlan({ circuit, points, parts, conductors, branches, inputs, wiring });
}

function numbered(circuit: Circuit): CircuitPlan {
  const numberOf = new Map<string, number>();
  const points: Point[] = [];
  const node = (key: string): number => {
    const known = numberOf.get(key);
    if (known !== undefined) return known;
    numberOf.set(key, numberOf.size);
    return numberOf.size - 1;
  };
  const nodeAt = (device: DeviceId, mark: string): number => (mark === EARTH ? EARTH_NODE : node(`${device}:${mark}`));
  const devices = sortedById(circuit.devices);
  for (const device of devices) {
    for (const mark of familyOf(device, circuit).terminals) {
      points.push(terminalId(device.id, mark));
      node(terminalId(device.id, mark));
    }
  }
  const parts: PlannedPart[] = [];
  const branches: PlannedBranch[] = [];
  const inputs: PlannedInput[] = [];
  let valueCount = 0;
  for (const device of devices) {
    for (const part of partsOf(device, circuit)) {
      const kind = recordOf(part);
      const shapes = kind.branches(part);
      const valueNames = Object.keys(kind.values(part));
      const planned: PlannedPart = {
        index: parts.length,
        device,
        part,
        kind,
        firstBranch: branches.length,
        branches: shapes.length,
        valueAt: valueCount,
        valueNames,
      };
      valueCount += valueNames.length;
      for (const mark of kind.ends(part)) nodeAt(device.id, mark);
      for (const { marks, weights, role } of shapes)
        branches.push({ nodes: marks.map((mark) => nodeAt(device.id, mark)), weights, role, owner: { part: planned.index } });
      parts.push(planned);
    }
    for (const facts of inputsOf(device, circuit)) inputs.push({ index: inputs.length, device, facts });
  }
  const wires = new Map<Point, PlannedConductor[]>();
  const conductors = sortedById(circuit.conductors).map((conductor, index): PlannedConductor => {
    const ends = conductor.ends.map((end, side): Point => end ?? looseEnd(conductor.id, side === 0 ? 0 : 1)) as [Point, Point];
    points.push(...ends.filter(isLooseEnd));
    const nodes: readonly [number, number] = [node(ends[0]), node(ends[1])];
    const length = conductor.lengthM.value;
    const ohms = typeof length === 'number' && length > 0 ? ohmsPerMetre(conductor.size) * length : UNKNOWN_WIRE_OHMS;
    branches.push({ nodes, weights: [1, -1], role: 'wire', owner: { conductor: index } });
    const planned = { index, conductor, branch: branches.length - 1, ohms, nodes };
    for (const end of new Set(ends)) {
      const there = wires.get(end);
      if (there) there.push(planned);
      else wires.set(end, [planned]);
    }
    return planned;
  });
  branches.push(...coreCapacitances(circuit, conductors));
  for (const [index, part] of lateCoils(
    parts,
    nodeAt,
    conductors.map(({ nodes }) => nodes),
  ))
    parts[index] = { ...at(parts, index), part };
  return asPlan({ circuit, points, parts, conductors, branches, inputs, wiring: { numberOf, wires } });
}

/** By id, so that the order in which a file lists its things changes nothing. */
const sortedById = <T extends { id: string }>(record: Record<string, T>): T[] =>
  Object.values(record).sort((a, b) => (a.id < b.id ? -1 : 1));

/** Cores of one sheath couple to each other; this is what a ghost reading is made of. */
function coreCapacitances(circuit: Circuit, conductors: readonly PlannedConductor[]): PlannedBranch[] {
  return sortedById(circuit.cables).flatMap((cable) => {
    const metres = cable.lengthM.value;
    const cores = conductors.filter(({ conductor }) => conductor.cable === cable.id);
    if (typeof metres !== 'number') return [];
    return cores.flatMap((a, i) =>
      cores
        .slice(i + 1)
        .filter((b) => b.nodes[0] !== a.nodes[0])
        .map(
          (b): PlannedBranch => ({
            nodes: [a.nodes[0], b.nodes[0]],
            weights: [1, -1],
            role: 'coupling',
            owner: { farads: CORE_FARADS_PER_METRE * metres },
          }),
        ),
    );
  });
}

/** A part of a device by its id. */
export const partNamed = (plan: CircuitPlan, device: DeviceId, id: string): PlannedPart | undefined =>
  plan.partsIn(device).find(({ part }) => part.id === id);

/** Whether any wire ends on a part's mark; an inner node and earth need none. */
export const isWired = (plan: CircuitPlan, device: DeviceId, mark: string): boolean =>
  mark.startsWith('#') || mark === EARTH || plan.wiresAt(terminalId(device, mark)).length > 0;
