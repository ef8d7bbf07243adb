import { type Circuit, type DeviceId, terminalId } from '#core/circuit';
import type { Part } from '#core/devices';
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
  setPart,
  solveNet,
  voltsAt,
  windingModel,
} from '#core/network';
import {
  acrossCoil,
  conditionAt,
  copyMoment,
  createRig,
  type Frame,
  type Ill,
  illOf,
  type Moment,
  plusEnd,
  type Rig,
  runLog,
  type Sightings,
  STARTING,
  showMoment,
  sightingsOf,
  sightOf,
} from '#core/sequence';
import { magnitude, subtract, ZERO } from '#core/units';
import { inputStates, type Progress } from './inputs';
import { coilAcross, momentOf } from './pairs';

/** What a coil met over the states tried. Volts RMS at its terminals; drive is the share of rated that moves it. */
export interface CoilExposure extends Ill {
  /** the end that is on plus, where DC stands on it */
  readonly plusAt: 'a' | 'b' | undefined;
  /** lowest volts, over states, at the moment it must close; undefined: never called */
  readonly pullIn: { readonly volts: number; readonly drive: number; readonly state: string } | undefined;
  readonly held: { readonly volts: number; readonly drive: number; readonly state: string } | undefined;
  readonly highest: { readonly volts: number; readonly drive: number; readonly state: string };
  /** the most it gets in a state that is no call, its armature in: what might hold it there */
  readonly leak?: { readonly volts: number; readonly drive: number; readonly state: string } | undefined;
  /** the most it still gets once all has come to rest: a pulse is over by then */
  readonly rest: { readonly volts: number; readonly drive: number; readonly state: string } | undefined;
}

/** What a contact carried over the states tried. */
export interface ContactExposure {
  readonly runA: number;
  /** greatest amps while a motor behind it was locked */
  readonly startA: number;
  /** volts it breaks when everything behind it runs */
  readonly breaksV: number;
  /** what most of those volts are */
  readonly current: 'AC' | 'DC';
  readonly state: string;
  readonly serves: readonly Served[];
}

export interface Served {
  readonly part: number;
  readonly kind: 'motor' | 'resistive' | 'lamp' | 'coil' | 'electronics' | 'input';
  readonly amps: number;
}

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

/** What a coil met beside its volts; `dcV` is the greatest DC on it, with its sign. */
type Ills = Ill & { readonly dcV: number };

export interface Watch {
  peakOpen: { volts: number; drive: number };
  closing: { volts: number; drive: number } | undefined;
  held: { volts: number; drive: number } | undefined;
  last: { volts: number; drive: number } | undefined;
  /** what it would still get with its armature in, where it gets something but not enough to close */
  stay: { volts: number; drive: number } | undefined;
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
    const watches = new Map<number, Watch>(
      coils.map(({ index }) => [
        index,
        { peakOpen: { volts: 0, drive: 0 }, closing: undefined, held: undefined, last: undefined, stay: undefined },
      ]),
    );
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

function watchCoils(
  rig: Rig,
  coils: readonly { index: number }[],
  frame: Frame,
  watches: Map<number, Watch>,
  ill: Map<number, Ills>,
): void {
  for (const { index } of coils) {
    const { part } = rig.plan.parts[index]!;
    if (part.kind !== 'coil') continue;
    const watch = watches.get(index)!;
    const seen = { volts: partVolts(rig.nets, rig.plan, index), drive: sightOf(rig, index, frame.moment).drive };
    watch.last = seen;
    if (frame.moment.modes[index] === 1) {
      if (!watch.held || seen.drive < watch.held.drive) watch.held = seen;
    } else {
      if (seen.volts > watch.peakOpen.volts) watch.peakOpen = seen;
      if (frame.due.some((due) => due.part === index && due.mode === 1) && (!watch.closing || seen.drive < watch.closing.drive))
        watch.closing = seen;
    }
    const across = acrossCoil(rig, index);
    const [kept, now] = [ill.get(index), illOf(part, across)];
    const dcV = across.find(({ hz }) => hz === 0)?.volts ?? 0;
    ill.set(index, {
      dcV: Math.abs(dcV) > Math.abs(kept?.dcV ?? 0) ? dcV : (kept?.dcV ?? 0),
      wastedRatio: Math.max(kept?.wastedRatio ?? 0, now.wastedRatio),
      reversedRatio: Math.max(kept?.reversedRatio ?? 0, now.reversedRatio),
    });
  }
}

/** Less than this share leaks to nobody; with its armature in a coil takes several times less current and gets more volts of a leak. */
const LEAK_SHARE = 0.01;

function watchStay(rig: Rig, watches: ReadonlyMap<number, Watch>, moment: Moment): void {
  for (const [index, watch] of watches) {
    const { part } = rig.plan.parts[index]!;
    if (part.kind !== 'coil' || moment.modes[index] === 1 || !watch.last) continue;
    if (watch.last.drive < LEAK_SHARE || watch.last.drive >= part.pickUpTypicalRatio) continue;
    const { volts, drive } = coilAcross(momentOf(rig, index, moment), part, 1);
    watch.stay = { volts, drive };
  }
}

/** A state counts as a call when the coil gets at least half of the most it ever gets: leakage through a timer is no call. */
export function worstOf(seen: readonly { state: string; watch: Watch }[], ill: Ills): CoilExposure {
  const flat = seen.map(({ state, watch }) => ({
    state,
    open: watch.closing ?? watch.peakOpen,
    stay: watch.stay ?? watch.peakOpen,
    held: watch.held,
    top: Math.max(watch.peakOpen.drive, watch.held?.drive ?? 0),
  }));
  const most = Math.max(0, ...flat.map(({ top }) => top));
  const called = most > 0.01 ? flat.filter(({ top }) => top >= most / 2) : [];
  const lowest = <T extends { drive: number }>(list: T[]): T | undefined =>
    list.reduce<T | undefined>((least, one) => (!least || one.drive < least.drive ? one : least), undefined);
  const pullIn = lowest(called.map(({ state, open }) => ({ ...open, state })));
  const held = lowest(called.flatMap(({ state, held: one }) => (one ? [{ ...one, state }] : [])));
  const highest = flat
    .flatMap(({ state, open, held: one }) => [{ ...open, state }, ...(one ? [{ ...one, state }] : [])])
    .reduce((top, one) => (one.drive > top.drive ? one : top), { volts: 0, drive: 0, state: '' });
  const leak = flat
    .filter((one) => !called.includes(one))
    .map(({ stay, state }) => ({ ...stay, state }))
    .reduce<CoilExposure['leak']>((top, one) => (!top || one.drive > top.drive ? one : top), undefined);
  const rest = seen
    .flatMap(({ state, watch }) => (watch.last ? [{ ...watch.last, state }] : []))
    .reduce<CoilExposure['rest']>((top, one) => (!top || one.drive > top.drive ? one : top), undefined);
  const { dcV, ...shares } = ill;
  return { pullIn, held, highest, leak, rest, plusAt: plusEnd(dcV), ...shares };
}

/** The loads that lose their current when this one contact opens: solved, not read from the drawing. */
function behind(rig: Rig, contact: number, moment: Moment | undefined): Pick<ContactExposure, 'serves' | 'breaksV' | 'current'> {
  if (!moment) return { serves: [], breaksV: 0, current: 'AC' };
  const { plan, nets } = rig;
  showMoment(rig, moment);
  const loads = plan.parts.filter(({ part }) => loadKind(part) !== undefined);
  const before = loads.map(({ index }) => leastAmps(rig, index));
  for (const net of nets) {
    setPart(net, contact, { ...conditionAt(rig, contact, moment), fault: 'stuckOpen' });
    solveNet(net);
  }
  const breaksV = partVolts(nets, plan, contact);
  const direct = nets.find(({ hz }) => hz === 0);
  const current = direct && partVolts([direct], plan, contact) > breaksV / 2 ? 'DC' : 'AC';
  const serves = loads.flatMap(({ index, part }, place): Served[] => {
    const amps = before[place]!;
    if (amps < 1e-4 || leastAmps(rig, index) > 0.6 * amps) return [];
    const kind = loadKind(part)!;
    // a delta's elements carry less than its lines, and a contact breaks a line
    const lineAmps = part.kind === 'load3' && part.connection === 'delta' ? amps * Math.sqrt(3) : amps;
    return [{ part: index, kind, amps: lineAmps }];
  });
  for (const net of nets) setPart(net, contact, conditionAt(rig, contact, moment));
  return { serves, breaksV, current };
}

/** The class of load that a contact meets in a part; undefined for what is no load. */
function loadKind(part: Part): Served['kind'] | undefined {
  switch (part.kind) {
    case 'motor':
    case 'motor3':
      return 'motor';
    case 'coil':
    case 'travel':
      return 'coil';
    case 'load3':
      return 'resistive';
    case 'load':
      return ({ heater: 'resistive', lamp: 'lamp', input: 'input', display: 'electronics', module: 'electronics' } as const)[part.use];
    case 'source':
      return part.role === 'call-input' ? 'input' : undefined;
    case 'electronics':
    case 'timer':
      return 'electronics';
    default:
      return undefined;
  }
}

/** Amps of a load; of a three-phase one its weakest phase, which is the one that an opened pole takes away. */
function leastAmps(rig: Rig, index: number): number {
  const { part, firstBranch, branches } = rig.plan.parts[index]!;
  if (part.kind !== 'motor3' && part.kind !== 'load3') return partAmps(rig.nets, rig.plan, index);
  return Math.min(...Array.from({ length: branches }, (_, k) => rmsOver(rig.nets, (net) => branchAmps(net, firstBranch + k))));
}
