import { type Circuit, type DeviceId, terminalId } from '#core/circuit';
import {
  branchAmps,
  type Fault,
  floatingNodes,
  type NetworkPlan,
  type PlannedPart,
  pairSource,
  pairVolts,
  partAmps,
  partVolts,
  planNetwork,
  rmsOver,
  voltsAt,
  windingModel,
} from '#core/network';
import { copyMoment, createRig, type Moment, type Rig, runLog, type Sightings, STARTING, sightingsOf } from '#core/sequence';
import { magnitude, subtract, ZERO } from '#core/units';
import { behind, type ContactExposure, loadKind } from './behind';
import { type CoilExposure, freshWatch, type Ills, type Watch, watchCoils, watchStay, worstOf } from './coilWatch';
import { inputStates, type Progress } from './inputs';

/** What a control transformer met: its lowest secondary volts with the state, and the most VA it gave, held and at the worst moment. */
export interface TransformerExposure {
  readonly idleV: number;
  readonly highestV: number;
  readonly lowestV: number;
  readonly lowestState: string;
  readonly heldVa: number;
  readonly worstVa: number;
}

export interface Exploration {
  readonly plan: NetworkPlan;
  readonly statesSeen: number;
  readonly coils: ReadonlyMap<number, CoilExposure>;
  readonly contacts: ReadonlyMap<number, ContactExposure>;
  readonly transformers: ReadonlyMap<number, TransformerExposure>;
  readonly loads: ReadonlyMap<number, LoadExposure>;
  /** amps by conductor once everything runs */
  readonly conductorA: Float64Array;
  readonly fuseA: ReadonlyMap<number, number>;
  /** changeover poles whose two throws are fed from different points, by the index of their NC contact */
  readonly throws: ReadonlyMap<number, FedThrows>;
  /** greatest volts to earth that metal brings to a volt-free input's terminals; what couples by capacitance is left out */
  readonly callInputs: ReadonlyMap<number, FedThrows>;
  /** what is seen on once all has come to rest, state by state */
  readonly endings: ReadonlyMap<string, Sightings>;
  /** greatest volts to earth by node */
  readonly greatestToEarth: Float64Array;
  /** volts to earth by node with nothing called, once it has settled */
  readonly offToEarth: Float64Array;
}

/** What a load met: the most volts across it, and its amps once everything runs. */
export interface LoadExposure {
  readonly highestV: number;
  readonly runA: number;
  readonly state: string;
}

/** Both throws of one pole stand on stiff sources of different volts: a bridged contact would join them. */
export interface FedThrows {
  readonly volts: number;
  readonly state: string;
}

/** Runs every input state to its end and keeps the worst that each coil, contact and point meets. */
export function explore(circuit: Circuit, faults: readonly Fault[] = [], plan = planNetwork(circuit)): Exploration {
  const walk = exploring(plan, faults);
  for (;;) {
    const step = walk.next();
    if (step.done) return step.value;
  }
}

/**
 * The same state by state, so that a worker can answer other questions between two of them.
 * @param near only the states of this device's neighbourhood
 */
export function* exploring(plan: NetworkPlan, faults: readonly Fault[] = [], near?: DeviceId): Generator<Progress, Exploration> {
  const rig = createRig(plan, faults);
  const coils = plan.parts.filter(({ part }) => part.kind === 'coil');
  const contacts = plan.parts.filter(({ part }) => part.kind === 'contact');
  const perCoil = new Map<number, { state: string; watch: Watch }[]>(coils.map(({ index }) => [index, []]));
  const ill = new Map<number, Ills>();
  const carried = new Map<number, { runA: number; startA: number; state: string; moment: Moment | undefined }>(
    contacts.map(({ index }) => [index, { runA: 0, startA: 0, state: '', moment: undefined }]),
  );
  const greatestToEarth = new Float64Array(plan.nodeCount);
  const offToEarth = new Float64Array(plan.nodeCount);
  const transformers = new Map<number, { -readonly [K in keyof TransformerExposure]: TransformerExposure[K] }>();
  for (const { part, index } of plan.parts)
    if (part.kind === 'transformer')
      transformers.set(index, {
        idleV: windingModel(part)?.idleV ?? 0,
        highestV: 0,
        lowestV: Number.POSITIVE_INFINITY,
        lowestState: '',
        heldVa: 0,
        worstVa: 0,
      });
  const states = inputStates(plan, near);
  const loads = new Map<number, { -readonly [K in keyof LoadExposure]: LoadExposure[K] }>(
    plan.parts.filter(({ part }) => loadKind(part) !== undefined).map(({ index }) => [index, { highestV: 0, runA: 0, state: '' }]),
  );
  const conductorA = new Float64Array(plan.conductors.length);
  const fuseA = new Map<number, number>(plan.parts.filter(({ part }) => part.kind === 'fuse').map(({ index }) => [index, 0]));
  const throws = new Map<number, FedThrows>();
  const callInputs = new Map<number, FedThrows>();
  const calls = plan.parts.filter(({ part }) => part.kind === 'source' && part.role === 'call-input');
  const endings = new Map<string, Sightings>();
  let seen = 0;
  for (const { name, log } of states) {
    yield { seen: seen++, of: states.length };
    const watches = new Map<number, Watch>(coils.map(({ index }) => [index, freshWatch()]));
    const { frames } = runLog(rig, log, Number.POSITIVE_INFINITY, (frame) => {
      watchCoils(rig, coils, frame, watches, ill);
      const starting = plan.parts.some(
        ({ part, index }) => (part.kind === 'motor' || part.kind === 'motor3') && frame.moment.modes[index] === STARTING,
      );
      const quiet =
        !starting && !frame.due.some(({ part, mode }) => mode === 1 && ['coil', 'motor', 'motor3'].includes(plan.parts[part]!.part.kind));
      for (const { index } of contacts) {
        const kept = carried.get(index)!;
        const amps = partAmps(rig.nets, plan, index);
        if (starting) kept.startA = Math.max(kept.startA, amps);
        if (quiet && frame.moment.modes[index] === 1 && amps > kept.runA + 1e-9)
          carried.set(index, { ...kept, runA: amps, state: name, moment: copyMoment(frame.moment) });
      }
      for (const [index, kept] of transformers) {
        const { volts, va } = secondaryOf(rig, index);
        if (frame.atMs > 0 && volts < kept.lowestV) Object.assign(kept, { lowestV: volts, lowestState: name });
        kept.highestV = Math.max(kept.highestV, volts);
        kept.worstVa = Math.max(kept.worstVa, va);
        if (quiet) kept.heldVa = Math.max(kept.heldVa, va);
      }
      for (const [index, kept] of loads) {
        const volts = loadVolts(rig, index);
        if (volts > kept.highestV) Object.assign(kept, { highestV: volts, state: name });
        if (quiet) kept.runA = Math.max(kept.runA, partAmps(rig.nets, plan, index));
      }
      if (quiet) {
        for (const { index, branch } of plan.conductors) conductorA[index] = Math.max(conductorA[index]!, branchRms(rig, branch));
        for (const [index, amps] of fuseA) fuseA.set(index, Math.max(amps, partAmps(rig.nets, plan, index)));
      }
      watchCallInputs(rig, calls, name, callInputs);
      for (let node = 0; node < plan.nodeCount; node++) {
        const toEarth = rmsOver(rig.nets, (net) => voltsAt(net, node));
        if (toEarth > greatestToEarth[node]!) greatestToEarth[node] = toEarth;
        if (seen === 1) offToEarth[node] = toEarth; // the first state calls nothing; its last frame stays
      }
    });
    watchStay(rig, watches, frames.at(-1)!.moment);
    endings.set(name, sightingsOf(rig, frames.at(-1)!.moment));
    feedThrows(rig, name, throws);
    for (const [index, watch] of watches) perCoil.get(index)!.push({ state: name, watch });
  }
  return {
    plan,
    statesSeen: states.length,
    endings,
    greatestToEarth,
    offToEarth,
    transformers,
    loads,
    conductorA,
    fuseA,
    throws,
    callInputs,
    coils: new Map([...perCoil].map(([index, seen]) => [index, worstOf(seen, ill.get(index)!)])),
    contacts: new Map([...carried].map(([index, kept]) => [index, { ...kept, ...behind(rig, index, kept.moment) }])),
  };
}

const branchRms = (rig: Rig, branch: number): number => rmsOver(rig.nets, (net) => branchAmps(net, branch));

/** Volts across a load; of a three-phase one between its first two lines. */
const loadVolts = (rig: Rig, index: number): number => {
  const { part, device } = rig.plan.parts[index]!;
  if (part.kind !== 'motor3' && part.kind !== 'load3') return partVolts(rig.nets, rig.plan, index);
  const [a, b] = part.ends.map((mark) => rig.plan.nodeOf(terminalId(device.id, mark))) as [number, number, number];
  return pairVolts(rig.nets, a, b);
};

/** Under this a throw is fed, not reached through a load. */
const STIFF_OHMS = 1.5;
const APART_V = 10;

/** Do the two throws of a pole stand on sources that must not meet? */
function feedThrows(rig: Rig, state: string, throws: Map<number, FedThrows>): void {
  const { plan, nets } = rig;
  for (const nc of plan.parts) {
    if (nc.part.kind !== 'contact' || nc.part.form !== 'NC') continue;
    const { a, b } = nc.part;
    const no = plan.partsIn(nc.device.id).find(({ part }) => part.kind === 'contact' && part.form === 'NO' && part.a === a);
    if (no?.part.kind !== 'contact') continue;
    const [x, y] = [plan.nodeOf(terminalId(nc.device.id, b)), plan.nodeOf(terminalId(nc.device.id, no.part.b))];
    for (const net of nets) {
      if (magnitude(subtract(voltsAt(net, x), voltsAt(net, y))) < APART_V) continue;
      const { openV, behindOhms } = pairSource(net, x, y);
      const volts = magnitude(openV);
      if (volts > APART_V && magnitude(behindOhms) < STIFF_OHMS && volts > (throws.get(nc.index)?.volts ?? 0))
        throws.set(nc.index, { volts, state });
    }
  }
}

function watchCallInputs(rig: Rig, calls: readonly PlannedPart[], state: string, kept: Map<number, FedThrows>): void {
  const { plan, nets } = rig;
  if (calls.length === 0) return;
  const floating = nets.map((net) => floatingNodes(plan, net));
  for (const { part, device, index } of calls) {
    if (part.kind !== 'source') continue;
    for (const mark of [part.a, part.b]) {
      const node = plan.nodeOf(terminalId(device.id, mark));
      const volts = rmsOver(nets, (net, k) => (floating[k]![node] ? ZERO : voltsAt(net, node)));
      if (volts > (kept.get(index)?.volts ?? 0)) kept.set(index, { volts, state });
    }
  }
}

/** Volts and VA at a transformer's whole secondary now. */
export function secondaryOf(rig: Rig, index: number): { volts: number; va: number } {
  const { part, firstBranch, device } = rig.plan.parts[index]!;
  if (part.kind !== 'transformer') return { volts: 0, va: 0 };
  const top = firstBranch + part.primary.length - 1 + part.secondary.length - 2;
  const at = (mark: string) => rig.plan.nodeOf(terminalId(device.id, mark));
  const volts = pairVolts(rig.nets, at(part.secondary.at(-1)!.mark), at(part.secondary[0]!.mark));
  return { volts, va: volts * rmsOver(rig.nets, (net) => branchAmps(net, top)) };
}
