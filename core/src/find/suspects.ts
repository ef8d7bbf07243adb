import type { LogEntry, Point } from '#core/circuit';
import { EARTH } from '#core/devices';
import {
  EARTH_NODE,
  type Fault,
  faultsOfPart,
  floatingNodes,
  loadedVolts,
  meterImpedance,
  type NetworkPlan,
  rmsOver,
  tellFault,
  unitResponse,
  voltsAt,
} from '#core/network';
import { createRig, frameAt, runLog, type Sightings, settleMoment, sightingsOf } from '#core/sequence';
import { add, type Phasor, phasor, subtract } from '#core/units';
import { INFERENCE_NOISE, onScale } from './scale';

/** One explanation of the complaint; the healthy circuit is one too. */
export interface Suspect {
  readonly fault: Fault | undefined;
  readonly words: string;
  readonly weight: number;
}

export type ReadMode = 'vac' | 'vdc';

/** A test: where the leads go, on which setting. Nodes are places in the reading table. */
export interface Test {
  readonly red: Point;
  readonly black: Point;
  readonly mode: ReadMode;
}

/** Everything each suspect predicts in one state of the circuit. */
export interface Predictions {
  readonly plan: NetworkPlan;
  readonly suspects: readonly Suspect[];
  readonly points: readonly Point[];
  readonly modes: readonly ReadMode[];
  readonly sightings: readonly Sightings[];
  /** loaded volts on a 10 MΩ meter, on the scale where noise is 1: [mode][suspect][pair] */
  readonly scaled: readonly (readonly Float32Array[])[];
  readonly pairs: readonly (readonly [number, number])[];
  /** volts to earth of the healthy circuit by point, for the danger of a test */
  readonly healthyToEarth: readonly number[];
  readonly classOf: Int32Array;
}

/** Wires in the right place that go open are common, and each less so than a part. Common practice. */
const WIRE_WEIGHT = 2;
const HEALTHY_WEIGHT = 6;

export function listSuspects(plan: NetworkPlan): Suspect[] {
  const wired = new Set(plan.conductors.flatMap(({ conductor }) => conductor.ends));
  const parts = plan.parts.flatMap((planned) => {
    const { part, device } = planned;
    const ends = 'a' in part ? [part.a, part.b] : [];
    if (ends.length > 0 && !ends.every((end) => end.startsWith('#') || end.startsWith('!') || wired.has(`${device.id}:${end}` as never)))
      return [];
    return faultsOfPart(planned).map(({ fault, weight }): Suspect => ({ fault, weight, words: tellFault(plan, fault) }));
  });
  const wires = plan.conductors
    .filter(({ conductor }) => conductor.ends.every(Boolean))
    .map(({ conductor }): Suspect => {
      const fault: Fault = { conductor: conductor.id, mode: 'open' };
      return { fault, weight: WIRE_WEIGHT, words: `${tellFault(plan, fault)} (${wireEnds(plan, conductor.id)})` };
    });
  return [{ fault: undefined, weight: HEALTHY_WEIGHT, words: 'Nothing: this is how it behaves' }, ...parts, ...wires];
}

const wireEnds = (plan: NetworkPlan, id: string): string => {
  const { circuit } = plan;
  return (circuit.conductors[id]?.ends ?? [])
    .map((end) => (end ? `${circuit.devices[end.slice(0, end.indexOf(':'))]?.tag}:${end.slice(end.indexOf(':') + 1)}` : 'loose'))
    .join(' to ');
};

/** Runs every single fault, there from the start, through the same log, and reads every pair at the moment of the complaint. */
export function predict(plan: NetworkPlan, log: readonly LogEntry[], atMs: number): Predictions {
  const suspects = listSuspects(plan);
  const points = plan.points.filter(
    (point) => point.includes(':') && plan.conductors.some(({ conductor }) => conductor.ends.includes(point as never)),
  );
  const systemOf = systemsOf(plan);
  const system = points.map((point) => systemOf(plan.nodeOf(point)));
  const earth = systemOf(EARTH_NODE);
  const pairs = points
    .flatMap((_, i) => points.slice(i + 1).map((__, j) => [i, i + 1 + j] as const))
    .filter(([i, j]) => system[i] === system[j] || system[i] === earth || system[j] === earth);
  const modes: ReadMode[] = [...(plan.hz.some((hz) => hz !== 0) ? ['vac' as const] : []), ...(plan.hz.includes(0) ? ['vdc' as const] : [])];
  const scaled: Float32Array[][] = modes.map(() => []);
  const sightings: Sightings[] = [];
  let healthyToEarth: number[] = [];
  for (const suspect of suspects) {
    const rig = createRig(plan, suspect.fault ? [suspect.fault] : []);
    const frame = frameAt(runLog(rig, log, atMs), atMs);
    settleMoment(rig, frame.moment);
    sightings.push(sightingsOf(rig, frame.moment));
    modes.forEach((mode, index) => {
      scaled[index]!.push(readPairs(rig, mode, points, pairs));
    });
    if (suspect.fault === undefined) {
      const floating = rig.nets[0] ? floatingNodes(plan, rig.nets[0]) : undefined;
      healthyToEarth = points.map((point) => {
        const node = plan.nodeOf(point);
        return floating?.[node] ? 0 : rmsOver(rig.nets, (net) => voltsAt(net, node));
      });
    }
  }
  return { plan, suspects, points, modes, sightings, scaled, pairs, healthyToEarth, classOf: classesOf(suspects.length, scaled) };
}

/** Parts of the circuit that meet only through earth or a core: nobody spans two of them with the leads. */
function systemsOf(plan: NetworkPlan): (node: number) => number {
  const parent = Array.from({ length: plan.nodeCount + 1 }, (_, index) => index);
  const find = (index: number): number => (parent[index] === index ? index : find(parent[index]!));
  plan.branches.forEach(({ nodes, owner }) => {
    if ('farads' in owner) return;
    const part = 'part' in owner ? plan.parts[owner.part]!.part : undefined;
    const isBond = part?.kind === 'join' && part.b === EARTH && !part.a.startsWith('PE');
    if (!isBond) parent[find(nodes[0]! + 1)] = find(nodes[1]! + 1);
  });
  return (node) => find(node + 1);
}

/** One solve per point gives the open volts and the impedance behind every pair. */
function readPairs(
  rig: ReturnType<typeof createRig>,
  mode: ReadMode,
  points: readonly Point[],
  pairs: readonly (readonly [number, number])[],
): Float32Array {
  const nets = rig.nets.filter(({ hz }) => (mode === 'vdc') === (hz === 0));
  const squares = new Float64Array(pairs.length);
  for (const net of nets) {
    const nodes = points.map((point) => rig.plan.nodeOf(point));
    const responses = nodes.map((node) => unitResponse(net, node, -1));
    const at = (i: number, j: number): Phasor => phasor(responses[i]!.re[nodes[j]!]!, responses[i]!.im[nodes[j]!]!);
    const meter = meterImpedance(mode, net.hz);
    pairs.forEach(([i, j], place) => {
      const openV = subtract(phasor(net.vRe[nodes[i]!]!, net.vIm[nodes[i]!]!), phasor(net.vRe[nodes[j]!]!, net.vIm[nodes[j]!]!));
      const behindOhms = subtract(add(at(i, i), at(j, j)), add(at(i, j), at(j, i)));
      squares[place]! += loadedVolts({ openV, behindOhms }, meter) ** 2;
    });
  }
  return Float32Array.from(squares, (square) => onScale(Math.sqrt(square), INFERENCE_NOISE));
}

/** Suspects that no reading here tells apart stand or fall together. */
function classesOf(count: number, scaled: readonly (readonly Float32Array[])[]): Int32Array {
  const classOf = new Int32Array(count).map((_, index) => index);
  for (let a = 0; a < count; a++) {
    if (classOf[a] !== a) continue;
    for (let b = a + 1; b < count; b++) {
      if (classOf[b] !== b) continue;
      if (scaled.every((bySuspect) => alike(bySuspect[a]!, bySuspect[b]!))) classOf[b] = a;
    }
  }
  return classOf;
}

/** Closer than this on the scale of noise no single reading tells two faults apart. */
const ALIKE = 3;

function alike(a: Float32Array, b: Float32Array): boolean {
  for (let pair = 0; pair < a.length; pair++) if (Math.abs(a[pair]! - b[pair]!) >= ALIKE) return false;
  return true;
}
