import { type Circuit, type LogEntry, terminalId } from '#core/circuit';
import { familyOf, type Part } from '#core/devices';
import {
  acrossBranch,
  branchAmps,
  type Fault,
  type NetworkPlan,
  pairVolts,
  partAmps,
  partVolts,
  planNetwork,
  setPart,
  solveNet,
  voltsAt,
  windingModel,
} from '#core/network';
import {
  conditionAt,
  copyMoment,
  createRig,
  type Frame,
  type Moment,
  type Rig,
  runLog,
  STARTING,
  showMoment,
  sightOf,
} from '#core/sequence';
import { magnitude } from '#core/units';

/** What a coil met over the states tried. Volts RMS at its terminals; drive is the share of rated that moves it. */
export interface CoilExposure {
  /** lowest volts, over states, at the moment it must close; undefined: never called */
  readonly pullIn: { readonly volts: number; readonly drive: number; readonly state: string } | undefined;
  readonly held: { readonly volts: number; readonly drive: number; readonly state: string } | undefined;
  readonly highest: { readonly volts: number; readonly drive: number; readonly state: string };
  /** share of rated volts that is of the wrong kind: DC on an AC coil, AC on a DC coil */
  readonly wrongKindRatio: number;
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
  /** greatest volts to earth by node */
  readonly greatestToEarth: Float64Array;
}

/** More inputs than this are tried in part: the rest stay at rest. */
const MOST_INPUTS = 8;
const PRESS_AT_MS = 20_000;
const PRESS_MS = 500;

/** Every combination of what a person or the process can set, as logs from power-up. Isolators stay closed: their states have less, not more. */
export function inputStates(plan: NetworkPlan): { name: string; log: LogEntry[] }[] {
  const inputs = Object.values(plan.circuit.devices)
    .sort((a, b) => (a.id < b.id ? -1 : 1))
    .flatMap((device) =>
      familyOf(device)
        .inputs.filter(({ name }) => name !== 'closed' && name !== 'reset')
        .filter((input) => moves(plan, device.id, input.name))
        .map((input) => ({ device, input })),
    )
    .slice(0, MOST_INPUTS);
  return Array.from({ length: 2 ** inputs.length }, (_, bits) => {
    const chosen = inputs.filter((_, index) => (bits >> index) & 1);
    const log: LogEntry[] = [{ atMs: 0, power: 'on' }];
    for (const { device, input } of chosen) {
      if (input.kind === 'momentary') {
        log.push(
          { atMs: PRESS_AT_MS, device: device.id, input: input.name, on: true },
          { atMs: PRESS_AT_MS + PRESS_MS, device: device.id, input: input.name, on: false },
        );
      } else log.push({ atMs: 0, device: device.id, input: input.name, on: !input.rest });
    }
    return {
      name:
        chosen.map(({ device, input }) => `${device.tag} ${input.rest ? input.off.toLowerCase() : input.state}`).join(', ') ||
        'nothing called',
      log,
    };
  });
}

/** An input that moves no wired contact adds states and tells nothing. */
function moves(plan: NetworkPlan, device: Parameters<NetworkPlan['partsIn']>[0], input: string): boolean {
  const wired = new Set(plan.conductors.flatMap(({ conductor }) => conductor.ends));
  return plan.partsIn(device).some(({ part }) => {
    if (part.kind !== 'contact') return false;
    const uses = part.mover.by === 'input' ? part.mover.input === input : part.mover.by === 'output' && part.mover.inputs.includes(input);
    return uses && wired.has(`${device}:${part.a}` as never) && wired.has(`${device}:${part.b}` as never);
  });
}

interface Watch {
  peakOpen: { volts: number; drive: number };
  closing: { volts: number; drive: number } | undefined;
  held: { volts: number; drive: number } | undefined;
}

/** Runs every input state to its end and keeps the worst that each coil, contact and point meets. */
export function explore(circuit: Circuit, faults: readonly Fault[] = [], plan = planNetwork(circuit)): Exploration {
  const rig = createRig(plan, faults);
  const coils = plan.parts.filter(({ part }) => part.kind === 'coil');
  const contacts = plan.parts.filter(({ part }) => part.kind === 'contact');
  const perCoil = new Map<number, { state: string; watch: Watch }[]>(coils.map(({ index }) => [index, []]));
  const wrongKind = new Map<number, number>();
  const carried = new Map<number, { runA: number; startA: number; state: string; moment: Moment | undefined }>(
    contacts.map(({ index }) => [index, { runA: 0, startA: 0, state: '', moment: undefined }]),
  );
  const greatestToEarth = new Float64Array(plan.nodeCount);
  const transformers = new Map<number, { -readonly [K in keyof TransformerExposure]: TransformerExposure[K] }>();
  for (const { part, index } of plan.parts)
    if (part.kind === 'transformer')
      transformers.set(index, {
        idleV: windingModel(part)?.idleV ?? 0,
        lowestV: Number.POSITIVE_INFINITY,
        lowestState: '',
        heldVa: 0,
        worstVa: 0,
      });
  const states = inputStates(plan);
  for (const { name, log } of states) {
    const watches = new Map<number, Watch>(
      coils.map(({ index }) => [index, { peakOpen: { volts: 0, drive: 0 }, closing: undefined, held: undefined }]),
    );
    runLog(rig, log, Number.POSITIVE_INFINITY, (frame) => {
      watchCoils(rig, coils, frame, watches, wrongKind);
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
        kept.worstVa = Math.max(kept.worstVa, va);
        if (quiet) kept.heldVa = Math.max(kept.heldVa, va);
      }
      for (let node = 0; node < plan.nodeCount; node++) {
        const toEarth = Math.hypot(...rig.nets.map((net) => magnitude(voltsAt(net, node))));
        if (toEarth > greatestToEarth[node]!) greatestToEarth[node] = toEarth;
      }
    });
    for (const [index, watch] of watches) perCoil.get(index)!.push({ state: name, watch });
  }
  return {
    plan,
    statesSeen: states.length,
    greatestToEarth,
    transformers,
    coils: new Map([...perCoil].map(([index, seen]) => [index, worstOf(seen, wrongKind.get(index) ?? 0)])),
    contacts: new Map([...carried].map(([index, kept]) => [index, { ...kept, ...behind(rig, index, kept.moment) }])),
  };
}

/** Volts and VA at a transformer's whole secondary now. */
export function secondaryOf(rig: Rig, index: number): { volts: number; va: number } {
  const { part, firstBranch, device } = rig.plan.parts[index]!;
  if (part.kind !== 'transformer') return { volts: 0, va: 0 };
  const top = firstBranch + part.primary.length - 1 + part.secondary.length - 2;
  const at = (mark: string) => rig.plan.nodeOf(terminalId(device.id, mark));
  const volts = pairVolts(rig.nets, at(part.secondary.at(-1)!.mark), at(part.secondary[0]!.mark));
  return { volts, va: volts * Math.hypot(...rig.nets.map((net) => magnitude(branchAmps(net, top)))) };
}

function watchCoils(
  rig: Rig,
  coils: readonly { index: number }[],
  frame: Frame,
  watches: Map<number, Watch>,
  wrongKind: Map<number, number>,
): void {
  for (const { index } of coils) {
    const { part, firstBranch } = rig.plan.parts[index]!;
    if (part.kind !== 'coil') continue;
    const watch = watches.get(index)!;
    const seen = { volts: partVolts(rig.nets, rig.plan, index), drive: sightOf(rig, index, frame.moment).drive };
    if (frame.moment.modes[index] === 1) {
      if (!watch.held || seen.drive < watch.held.drive) watch.held = seen;
    } else {
      if (seen.volts > watch.peakOpen.volts) watch.peakOpen = seen;
      if (frame.due.some((due) => due.part === index && due.mode === 1) && (!watch.closing || seen.drive < watch.closing.drive))
        watch.closing = seen;
    }
    if (part.ratedV === undefined || part.current === undefined) continue;
    const wrong = rig.nets
      .filter(({ hz }) => (part.current === 'AC') === (hz === 0))
      .reduce((sum, net) => sum + magnitude(acrossBranch(net, firstBranch)), 0);
    wrongKind.set(index, Math.max(wrongKind.get(index) ?? 0, wrong / part.ratedV));
  }
}

/** A state counts as a call when the coil gets at least half of the most it ever gets: leakage through a timer is no call. */
function worstOf(seen: readonly { state: string; watch: Watch }[], wrongKindRatio: number): CoilExposure {
  const flat = seen.map(({ state, watch }) => ({
    state,
    open: watch.closing ?? watch.peakOpen,
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
  return { pullIn, held, highest, wrongKindRatio };
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
    return [{ part: index, kind, amps }];
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
  return Math.min(
    ...Array.from({ length: branches }, (_, k) => Math.hypot(...rig.nets.map((net) => magnitude(branchAmps(net, firstBranch + k))))),
  );
}
