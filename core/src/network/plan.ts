import {
  type Circuit,
  type Conductor,
  type Device,
  type DeviceId,
  deviceOf,
  invariant,
  looseEnd,
  type Point,
  type TerminalId,
  terminalId,
} from '#core/circuit';
import { EARTH, endsOf, familyOf, type Part, partsOf } from '#core/devices';
import { type FactorPlan, planFactors } from '#core/linear';
import { ohmsPerMetre } from '#core/units';
import { drivenHz, shapesOf } from './stamps';

/** Node number of earth: it is the reference and has no row. */
export const EARTH_NODE = -1;

const UNKNOWN_WIRE_OHMS = 0.01;
/** Between two cores of one sheath. Common practice. */
const CORE_FARADS_PER_METRE = 100e-12;

export interface PlannedPart {
  readonly index: number;
  readonly device: Device;
  readonly part: Part;
  readonly firstBranch: number;
  readonly branches: number;
}

export interface PlannedBranch {
  readonly nodes: readonly number[];
  readonly weights: readonly number[];
  readonly owner: { readonly part: number } | { readonly conductor: number } | { readonly farads: number };
}

export interface PlannedConductor {
  readonly index: number;
  readonly conductor: Conductor;
  readonly branch: number;
  readonly ohms: number;
  readonly nodes: readonly [number, number];
}

/** The circuit as nodes and branches. Depends on the document alone: made anew when it changes, not when a contact does. */
export interface NetworkPlan {
  readonly circuit: Circuit;
  /** what a probe can touch: terminals first in document order, then loose ends */
  readonly points: readonly Point[];
  readonly nodeCount: number;
  readonly parts: readonly PlannedPart[];
  readonly conductors: readonly PlannedConductor[];
  readonly branches: readonly PlannedBranch[];
  /** frequencies with a source, ascending; 0 is DC */
  readonly hz: readonly number[];
  readonly factorPlan: FactorPlan;
  nodeOf(point: Point): number;
  partsIn(device: DeviceId): readonly PlannedPart[];
}

export function planNetwork(circuit: Circuit): NetworkPlan {
  const numberOf = new Map<string, number>();
  const points: Point[] = [];
  const node = (key: string): number => {
    const known = numberOf.get(key);
    if (known !== undefined) return known;
    numberOf.set(key, numberOf.size);
    return numberOf.size - 1;
  };
  const devices = sortedById(circuit.devices);
  for (const device of devices) {
    for (const mark of familyOf(device).terminals) {
      points.push(terminalId(device.id, mark));
      node(terminalId(device.id, mark));
    }
  }
  const parts: PlannedPart[] = [];
  const branches: PlannedBranch[] = [];
  const inDevice = new Map<DeviceId, PlannedPart[]>();
  const nodeAt = (device: Device, mark: string) => (mark === EARTH ? EARTH_NODE : node(`${device.id}:${mark}`));
  for (const device of devices) {
    const own: PlannedPart[] = [];
    for (const part of partsOf(device)) {
      const shapes = shapesOf(part);
      const planned = { index: parts.length, device, part, firstBranch: branches.length, branches: shapes.length };
      for (const mark of endsOf(part)) nodeAt(device, mark);
      for (const shape of shapes)
        branches.push({ nodes: shape.marks.map((mark) => nodeAt(device, mark)), weights: shape.weights, owner: { part: planned.index } });
      parts.push(planned);
      own.push(planned);
    }
    inDevice.set(device.id, own);
  }
  const conductors = sortedById(circuit.conductors).map((conductor, index): PlannedConductor => {
    const nodes = conductor.ends.map((end, side) => {
      if (end) return node(end);
      const loose = looseEnd(conductor.id, side as 0 | 1);
      points.push(loose);
      return node(loose);
    }) as [number, number];
    const length = conductor.lengthM.value;
    const ohms = typeof length === 'number' && length > 0 ? ohmsPerMetre(conductor.size) * length : UNKNOWN_WIRE_OHMS;
    branches.push({ nodes, weights: [1, -1], owner: { conductor: index } });
    return { index, conductor, branch: branches.length - 1, ohms, nodes };
  });
  branches.push(...coreCapacitances(circuit, conductors));
  const pairs = branches.flatMap(({ nodes }) =>
    nodes.flatMap((i) => nodes.filter((j) => j < i && j !== EARTH_NODE).map((j) => [i, j] as const)),
  );
  const hz = [...new Set(parts.map(({ part }) => drivenHz(part)).filter((one) => one !== undefined))].sort((a, b) => a - b);
  return {
    circuit,
    points,
    nodeCount: numberOf.size,
    parts,
    conductors,
    branches,
    hz,
    factorPlan: planFactors(numberOf.size, pairs),
    nodeOf(point) {
      const found = numberOf.get(point);
      invariant(found !== undefined, `point ${point} is in no node`);
      return found;
    },
    partsIn: (device) => inDevice.get(device) ?? [],
  };
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
          (b): PlannedBranch => ({ nodes: [a.nodes[0], b.nodes[0]], weights: [1, -1], owner: { farads: CORE_FARADS_PER_METRE * metres } }),
        ),
    );
  });
}

export const partNamed = (plan: NetworkPlan, device: DeviceId, id: string): PlannedPart | undefined =>
  plan.partsIn(device).find(({ part }) => part.id === id);

/** Points at a device, or landed on it. */
export const pointsOfDevice = (plan: NetworkPlan, device: DeviceId): TerminalId[] =>
  plan.points.filter((point): point is TerminalId => point.includes(':') && deviceOf(point as TerminalId) === device);
