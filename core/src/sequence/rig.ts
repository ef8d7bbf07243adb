import type { DeviceId, LogEntry, PowerPosition } from '#core/circuit';
import type { PlannedPart } from '#core/graph';
import { type AnyKind, DIRTY_CONTACT_OHMS, type How, type Look, OPEN_SIEMENS, type Own, type Sight, type State } from '#core/kinds';
import {
  acrossBranch,
  branchAmpsRms,
  branchVoltsRms,
  createNet,
  type Fault,
  type Net,
  type NetworkPlan,
  setBranch,
  setConductor,
  setPart,
  solveNet,
  type WireFault,
} from '#core/network';
import { at, phasor, real, ZERO } from '#core/units';
import { copyMoment, type Moment, putState, stateAt, toRest } from './moment';

/** A circuit on the bench: its plan, one net per frequency, and the faults set into it. */
export interface Rig {
  readonly plan: NetworkPlan;
  readonly nets: readonly Net[];
  /** 0 Hz with every source opened, for ohms; made when first asked for */
  ohmsNet: Net | undefined;
  readonly faultOf: readonly (string | undefined)[];
  readonly conductorFault: ReadonlyMap<number, WireFault>;
  /** what is overheated is wrecked in its time; judged states and suspects stay as they are */
  readonly wrecks: boolean;
  /** what was last stamped, so that only what moved is stamped again */
  applied: Moment | undefined;
}

/** Puts a plan on the bench. @param faults what is wrong with it from the start */
export function createRig(plan: NetworkPlan, faults: readonly Fault[] = [], { wrecks = false }: { readonly wrecks?: boolean } = {}): Rig {
  const faultOf: (string | undefined)[] = plan.parts.map(() => undefined);
  const conductorFault = new Map<number, WireFault>();
  for (const fault of faults) {
    if ('conductor' in fault) {
      const index = plan.conductors.findIndex(({ conductor }) => conductor.id === fault.conductor);
      if (index >= 0) conductorFault.set(index, fault.mode);
    } else {
      const planned = plan.partsIn(fault.device).find(({ part }) => part.id === fault.part);
      if (planned) faultOf[planned.index] = fault.mode;
    }
  }
  return { plan, faultOf, conductorFault, wrecks, ohmsNet: undefined, nets: plan.hz.map((hz) => createNet(plan, hz)), applied: undefined };
}

/** The fault a part shows under a power position: a device that the switch opens is open whatever its own handle says. */
function faultAt({ plan, faultOf }: Rig, { index, device, kind }: PlannedPart, power: PowerPosition): string | undefined {
  if (power === 'on' || kind.openedAs === undefined) return faultOf[index];
  return plan.circuit.powerSwitch[power].open.includes(device.id) ? kind.openedAs : faultOf[index];
}

const sound = new WeakMap<AnyKind, readonly How[]>();

/** How a sound part of a kind without numbers stands in each of its modes: most parts at most moments, made once. */
function soundHow(kind: AnyKind): readonly How[] {
  const known = sound.get(kind);
  if (known) return known;
  const made = kind.modes.map((mode): How => ({ state: { mode } as State<string, string>, fault: undefined }));
  sound.set(kind, made);
  return made;
}

/** How a part stands at a moment, and what is wrong with it there. */
export function howAt(rig: Rig, planned: PlannedPart, moment: Moment): How {
  const fault = faultAt(rig, planned, moment.power);
  if (fault === undefined && planned.valueNames.length === 0) return at(soundHow(planned.kind), moment.modes[planned.index] ?? 0);
  return { state: stateAt(moment, planned), fault };
}

/** The device of a part, as its kind may ask of it. */
export function ownOf(rig: Rig, moment: Moment, device: DeviceId): Own {
  const parts = rig.plan.partsIn(device);
  let others: { part: PlannedPart['part']; how: How }[] | undefined;
  return {
    isOn(name) {
      const input = rig.plan.inputNamed(device, name);
      return input !== undefined && moment.inputs[input.index] === 1;
    },
    holds(id, channel) {
      const planned = parts.find(({ part }) => part.id === id);
      return planned?.kind.holds?.(planned.part, howAt(rig, planned, moment), channel) ?? false;
    },
    get others() {
      others ??= parts.map((planned) => ({ part: planned.part, how: howAt(rig, planned, moment) }));
      return others;
    },
  };
}

const JOINT_OHMS: { readonly [M in WireFault]: number } = { open: 0, loose: DIRTY_CONTACT_OHMS, burnt: 200 };

/** Brings the nets to a moment, stamping only what differs from the last one, and solves them. */
export function showMoment(rig: Rig, moment: Moment): void {
  const { applied } = rig;
  const isOther = applied === undefined || applied.power !== moment.power;
  if (isOther) stampConductors(rig, rig.nets, moment);
  for (const planned of rig.plan.parts) {
    if (!isOther && isAlike(applied, moment, planned)) continue;
    const how = howAt(rig, planned, moment);
    for (const net of rig.nets) setPart(net, planned.index, how);
  }
  if (isOther) rig.applied = copyMoment(moment);
  else {
    applied.modes.set(moment.modes);
    applied.values.set(moment.values);
  }
  for (const net of rig.nets) solveNet(net);
}

function isAlike(a: Moment, b: Moment, { index, valueAt, valueNames }: PlannedPart): boolean {
  if (a.modes[index] !== b.modes[index]) return false;
  for (let place = valueAt; place < valueAt + valueNames.length; place++) if (a.values[place] !== b.values[place]) return false;
  return true;
}

/** The ohms network at a moment: every source opened, contacts and lifted leads as they stand. */
export function showOhms(rig: Rig, moment: Moment): Net {
  rig.ohmsNet ??= createNet(rig.plan, 0);
  const net = rig.ohmsNet;
  stampConductors(rig, [net], moment);
  for (const planned of rig.plan.parts) {
    const how = howAt(rig, planned, moment);
    setPart(net, planned.index, how);
    silence(net, planned);
  }
  net.stale = true;
  return net;
}

/** Opens what brings volts of its own. A winding stays: its copper is what ohms show. */
function silence(net: Net, { part, firstBranch, branches }: PlannedPart): void {
  if (part.kind === 'transformer') return;
  for (let branch = firstBranch; branch < firstBranch + branches; branch++)
    if (at(net.plan.branches, branch).role === 'source') setBranch(net, branch, { y: phasor(OPEN_SIEMENS), emf: ZERO });
}

function stampConductors(rig: Rig, nets: readonly Net[], { power }: Moment): void {
  const lifted = new Set<string | null>(power === 'on' ? [] : rig.plan.circuit.powerSwitch[power].lift);
  for (const index of [...rig.conductorFault.keys(), ...liftable(rig.plan)]) {
    const { conductor } = at(rig.plan.conductors, index);
    const fault = rig.conductorFault.get(index);
    const isLifted = conductor.ends.some((end) => end !== null && lifted.has(end));
    for (const net of nets) setConductor(net, index, fault !== 'open' && !isLifted, fault === undefined ? 0 : JOINT_OHMS[fault]);
  }
}

const lifts = new WeakMap<NetworkPlan, readonly number[]>();

/** Conductors whose ends the power switch lifts in one of its positions: all others stay as the net was made. */
function liftable(plan: NetworkPlan): readonly number[] {
  const known = lifts.get(plan);
  if (known) return known;
  const { control, isolated } = plan.circuit.powerSwitch;
  const ends = new Set<string>([...control.lift, ...isolated.lift]);
  const made = plan.conductors.flatMap(({ index, conductor }) =>
    conductor.ends.some((end) => end !== null && ends.has(end)) ? [index] : [],
  );
  lifts.set(plan, made);
  return made;
}

/** Reads the solved nets from inside one part. Classes, here and below: one of each is made for every part at every event. */
class LookNow implements Look {
  constructor(
    private readonly rig: Rig,
    private readonly planned: PlannedPart,
    private readonly moment: Moment,
  ) {}
  across(branch: number) {
    const { firstBranch } = this.planned;
    return this.rig.nets.map((net) => ({ hz: net.hz, volts: acrossBranch(net, firstBranch + branch) }));
  }
  volts(branch: number): number {
    return branchVoltsRms(this.rig.nets, this.planned.firstBranch + branch);
  }
  amps(branch: number): number {
    return branchAmpsRms(this.rig.nets, this.planned.firstBranch + branch);
  }
  besideA(): number {
    const { device, kind, index } = this.planned;
    let most = 0;
    for (const other of this.rig.plan.partsIn(device.id))
      if (other.kind === kind && other.index !== index) most = Math.max(most, branchAmpsRms(this.rig.nets, other.firstBranch));
    return most;
  }
  process() {
    const { part } = this.planned;
    const index = 'process' in part ? this.rig.plan.processes.findIndex(({ id }) => id === part.process) : -1;
    return index < 0 ? undefined : { value: real(this.moment.processes, index), perMinute: real(this.moment.rates, index) };
  }
}

class SightNow implements Sight {
  readonly look: Look;
  constructor(
    rig: Rig,
    private readonly planned: PlannedPart,
    moment: Moment,
  ) {
    this.look = new LookNow(rig, planned, moment);
  }
  get volts(): number {
    return this.planned.branches === 0 ? 0 : this.look.volts(0);
  }
  get amps(): number {
    const { branches, kind } = this.planned;
    if (branches === 0) return 0;
    return kind.phases ? Math.max(this.look.amps(0), this.look.amps(1), this.look.amps(2)) : this.look.amps(0);
  }
  get drive(): number {
    return this.planned.kind.drive?.(this.planned.part, this.look) ?? 0;
  }
}

/** What a part sees of itself at a moment that the nets show; computed when it is asked for. */
export const sightOf = (rig: Rig, planned: PlannedPart, moment: Moment): Sight => new SightNow(rig, planned, moment);

/** Applies one log entry to the inputs, the processes and the power switch. What is replaced comes out of the box. */
export function applyEntry(rig: Rig, moment: Moment, entry: LogEntry): Moment {
  const { plan } = rig;
  if ('power' in entry) return { ...moment, power: entry.power };
  if ('replaced' in entry) {
    for (const planned of plan.partsIn(entry.replaced)) toRest(moment, planned);
    return moment;
  }
  if ('process' in entry) {
    const index = plan.processes.findIndex(({ id }) => id === entry.process);
    if (index >= 0) moment.processes[index] = entry.to;
    return moment;
  }
  const input = plan.inputNamed(entry.device, entry.input);
  if (!input) return moment;
  // a selector is in one position at a time
  const { group } = input.facts;
  if (entry.on && group !== undefined)
    for (const other of plan.inputs) if (other.device === input.device && other.facts.group === group) moment.inputs[other.index] = 0;
  moment.inputs[input.index] = entry.on ? 1 : 0;
  const { puts } = input.facts;
  const put = puts && plan.partsIn(entry.device).find(({ part }) => part.id === puts.part);
  if (put) putState(moment, put, entry.on ? puts.on : puts.off);
  return moment;
}
