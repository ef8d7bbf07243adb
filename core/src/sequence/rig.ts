import type { LogEntry, PowerPosition } from '#core/circuit';
import { familyOf } from '#core/devices';
import { createNet, DIRTY_CONTACT_OHMS, type Fault, type Net, type NetworkPlan, setConductor, setPart, solveNet } from '#core/network';
import { type Phasor, phasor, ZERO } from '#core/units';

/** Everything that can differ between two moments of one run, by part index. Copied at every event. */
export interface Moment {
  readonly modes: Int8Array;
  /** timer: ohms while on · travel: position 0..1 · fuse, motor: share of its opening heat */
  readonly values: Float64Array;
  readonly emfRe: Float64Array;
  readonly emfIm: Float64Array;
  /** `device.input` that is on */
  readonly inputs: ReadonlySet<string>;
  readonly power: PowerPosition;
}

/** A circuit on the bench: its plan, one net per frequency, and the faults set into it. */
export interface Rig {
  readonly plan: NetworkPlan;
  readonly nets: readonly Net[];
  /** 0 Hz with every source opened, for ohms; made when first asked for */
  ohmsNet: Net | undefined;
  readonly faultOf: readonly (string | undefined)[];
  readonly conductorFault: ReadonlyMap<number, 'open' | 'loose'>;
  /** what was last stamped, so that only what moved is stamped again */
  readonly applied: { modes: Int8Array; values: Float64Array; emfRe: Float64Array; emfIm: Float64Array; power: PowerPosition | undefined };
}

export function createRig(plan: NetworkPlan, faults: readonly Fault[] = []): Rig {
  const faultOf: (string | undefined)[] = plan.parts.map(() => undefined);
  const conductorFault = new Map<number, 'open' | 'loose'>();
  for (const fault of faults) {
    if ('conductor' in fault) {
      const index = plan.conductors.findIndex(({ conductor }) => conductor.id === fault.conductor);
      if (index >= 0) conductorFault.set(index, fault.mode);
    } else {
      const planned = plan.partsIn(fault.device).find(({ part }) => part.id === fault.part);
      if (planned) faultOf[planned.index] = fault.mode;
    }
  }
  const count = plan.parts.length;
  return {
    plan,
    faultOf,
    conductorFault,
    ohmsNet: undefined,
    nets: plan.hz.map((hz) => createNet(plan, hz)),
    applied: {
      modes: new Int8Array(count).fill(-1),
      values: new Float64Array(count),
      emfRe: new Float64Array(count),
      emfIm: new Float64Array(count),
      power: undefined,
    },
  };
}

/** Before anything: nothing energized, inputs at rest, the power switch as given. */
export function restMoment(plan: NetworkPlan, power: PowerPosition = 'isolated'): Moment {
  const count = plan.parts.length;
  const inputs = new Set<string>();
  for (const device of Object.values(plan.circuit.devices))
    for (const input of familyOf(device).inputs) if (input.rest) inputs.add(`${device.id}.${input.name}`);
  return {
    modes: new Int8Array(count),
    values: new Float64Array(count),
    emfRe: new Float64Array(count),
    emfIm: new Float64Array(count),
    inputs,
    power,
  };
}

export const copyMoment = (moment: Moment): Moment => ({
  ...moment,
  modes: moment.modes.slice(),
  values: moment.values.slice(),
  emfRe: moment.emfRe.slice(),
  emfIm: moment.emfIm.slice(),
});

/** The fault a part shows under a power position: a device that the switch opens is open whatever its own handle says. */
function openedFault(rig: Rig, index: number, power: PowerPosition): string | undefined {
  const { part, device } = rig.plan.parts[index]!;
  if (power === 'on' || !rig.plan.circuit.powerSwitch[power].open.includes(device.id)) return rig.faultOf[index];
  if (part.kind === 'contact') return 'stuckOpen';
  if (part.kind === 'fuse') return 'blown';
  return part.kind === 'source' ? 'lost' : rig.faultOf[index];
}

const LOOSE_OHMS = DIRTY_CONTACT_OHMS;

/** Brings the nets to a moment, stamping only what differs from the last one, and solves them. */
export function showMoment(rig: Rig, moment: Moment): void {
  stampMoment(rig, rig.nets, moment, false);
  for (const net of rig.nets) solveNet(net);
}

/** The ohms network at a moment: every source opened, contacts and lifted leads as they stand. */
export function showOhms(rig: Rig, moment: Moment): Net {
  rig.ohmsNet ??= createNet(rig.plan, 0);
  const net = rig.ohmsNet;
  stampMoment(rig, [net], moment, true);
  rig.plan.parts.forEach(({ part, index }) => {
    if (part.kind === 'source' || part.kind === 'dc-output')
      setPart(net, index, { mode: 0, value: 0, emf: ZERO, fault: part.kind === 'source' ? 'lost' : 'dead' });
  });
  net.stale = true;
  return net;
}

function stampMoment(rig: Rig, nets: readonly Net[], moment: Moment, whole: boolean): void {
  const { applied, plan } = rig;
  const moved = whole || applied.power !== moment.power;
  if (moved) {
    const lifted = moment.power === 'on' ? [] : plan.circuit.powerSwitch[moment.power].lift;
    for (const { index, conductor } of plan.conductors) {
      const fault = rig.conductorFault.get(index);
      const isLifted = conductor.ends.some((end) => end !== null && lifted.includes(end));
      for (const net of nets) setConductor(net, index, fault !== 'open' && !isLifted, fault === 'loose' ? LOOSE_OHMS : 0);
    }
  }
  for (let index = 0; index < plan.parts.length; index++) {
    const same =
      !moved &&
      applied.modes[index] === moment.modes[index] &&
      applied.values[index] === moment.values[index] &&
      applied.emfRe[index] === moment.emfRe[index] &&
      applied.emfIm[index] === moment.emfIm[index];
    if (same) continue;
    const condition = conditionAt(rig, index, moment);
    for (const net of nets) setPart(net, index, condition);
  }
  if (whole) return;
  applied.modes.set(moment.modes);
  applied.values.set(moment.values);
  applied.emfRe.set(moment.emfRe);
  applied.emfIm.set(moment.emfIm);
  applied.power = moment.power;
}

export const conditionAt = (rig: Rig, index: number, moment: Moment) => ({
  mode: moment.modes[index]!,
  value: moment.values[index]!,
  emf: phasor(moment.emfRe[index]!, moment.emfIm[index]!) as Phasor,
  fault: openedFault(rig, index, moment.power),
});

/** Applies one log entry to the inputs and the power switch. A replaced fuse is whole again. */
export function applyEntry(rig: Rig, moment: Moment, entry: LogEntry): Moment {
  if ('power' in entry) return { ...moment, power: entry.power };
  if ('replaced' in entry) {
    for (const { index, part } of rig.plan.partsIn(entry.replaced)) {
      if (part.kind !== 'fuse') continue;
      moment.modes[index] = 0;
      moment.values[index] = 0;
    }
    return moment;
  }
  const device = rig.plan.circuit.devices[entry.device];
  if (device && familyOf(device).inputs.some(({ name, puts }) => name === entry.input && puts === 'armature'))
    for (const { index, part } of rig.plan.partsIn(device.id))
      if (part.kind === 'coil' && part.latch === 'set') moment.modes[index] = entry.on ? 1 : 0;
  const inputs = new Set(moment.inputs);
  if (entry.on) inputs.add(`${entry.device}.${entry.input}`);
  else inputs.delete(`${entry.device}.${entry.input}`);
  return { ...moment, inputs };
}
