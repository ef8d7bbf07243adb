import type { Circuit, Device, DeviceId } from '#core/circuit';
import { type Coil, printed } from '#core/devices';
import { type CoilPair, type Exploration, exploring, type Progress, pairing } from '#core/explore';
import { type NetworkPlan, type PlannedPart, planNetwork } from '#core/network';
import { DEFAULT_PRACTICE, type Practice } from '#core/size';
import { divide, magnitude } from '#core/units';

/** What a place in a circuit asks of the part that goes there. */
export interface Need {
  /** the circuit as it stands, and as it is explored: with a stand-in coil where the one that is there does not work or is not read */
  readonly circuit: Circuit;
  /** of a device with a coil, its own neighbourhood alone unless more was known */
  readonly before: Exploration;
  readonly device: Device;
  readonly exploration: Exploration;
  readonly isAssumed: boolean;
  /** the coil of the place, and the circuit seen from its terminals in every state of its neighbourhood */
  readonly coil: PlannedPart | undefined;
  readonly pairs: readonly CoilPair[];
  readonly practice: Practice;
}

const UNREAD = { value: null, evidence: 'unknown' as const };

const USUAL_V = [5, 12, 24, 48, 110, 120, 208, 230, 240, 277, 400, 480];

/**
 * Looks at a place, state by state, so that a worker can tell how far it has come.
 * A coil that never pulls in tells nothing of what its contacts and its driver would carry: a coil for the volts that are there stands in for it.
 * @param more pairs: filled as the states are seen, so that what is known so far can be told; known: what was explored already
 */
export function* preparing(
  circuit: Circuit,
  id: DeviceId,
  practice: Practice = DEFAULT_PRACTICE,
  { pairs = [], known }: { readonly pairs?: CoilPair[]; readonly known?: Exploration | undefined } = {},
): Generator<Progress, Need | undefined> {
  const device = circuit.devices[id];
  if (!device) return undefined;
  const plan = known?.plan ?? planNetwork(circuit);
  const coil = coilInUse(plan, id);
  if (coil) yield* pairing(plan, coil.index, pairs);
  const before = known ?? (yield* exploring(plan, [], coil && id));
  if (!coil) return { circuit, before, device, exploration: before, isAssumed: false, coil, pairs, practice };
  if (before.coils.get(coil.index)?.held !== undefined)
    return { circuit, before, device, exploration: before, isAssumed: false, coil, pairs, practice };
  const place = withUsualCoil(circuit, device, pairs);
  if (!place) return { circuit, before, device, exploration: before, isAssumed: false, coil, pairs, practice };
  const assumedPlan = planNetwork(place);
  const exploration = yield* exploring(assumedPlan, [], id);
  const standIn = coilInUse(assumedPlan, id)!;
  return {
    circuit,
    before,
    device,
    exploration,
    isAssumed: true,
    coil: standIn,
    pairs: yield* pairing(assumedPlan, standIn.index),
    practice,
  };
}

/** The coil of a device whose leads are on: a pre-wired relay has more than one. */
export function coilInUse(plan: NetworkPlan, id: DeviceId): PlannedPart | undefined {
  const coils = plan.partsIn(id).filter(({ part }) => part.kind === 'coil');
  const isLanded = (mark: string) => plan.conductors.some(({ conductor }) => conductor.ends.includes(`${id}:${mark}` as never));
  return coils.find(({ part }) => isLanded((part as Coil).a) && isLanded((part as Coil).b)) ?? coils[0];
}

/** The circuit with a coil for the volts that stand open at its terminals; undefined where none ever do. */
function withUsualCoil(circuit: Circuit, device: Device, pairs: readonly CoilPair[]): Circuit | undefined {
  const best = pairs.reduce<CoilPair | undefined>((most, one) => (!most || one.shortA > most.shortA ? one : most), undefined);
  const open = best?.pullIn.nets
    .map(({ hz, amps, siemens }) => ({ hz, volts: magnitude(divide(amps, siemens)) }))
    .reduce((most, one) => (one.volts > most.volts ? one : most));
  if (!open || open.volts < 1) return undefined;
  const rated = USUAL_V.reduce((near, one) => (Math.abs(Math.log(one / open.volts)) < Math.abs(Math.log(near / open.volts)) ? one : near));
  const nameplate = {
    ...device.nameplate,
    coilKind: printed(open.hz === 0 ? 'DC' : 'AC'),
    coilV: printed(rated),
    ...Object.fromEntries(['coilHighV', 'coilDualV', 'coilHalves', 'coilPlus'].map((name) => [name, UNREAD])),
    ...(open.hz === 0 ? {} : { coilHz: printed(open.hz === 50 ? '50' : '60') }),
  };
  return { ...circuit, devices: { ...circuit.devices, [device.id]: { ...device, nameplate } } };
}

/** Runs a walk to its end. */
export function drain<R>(walk: Generator<Progress, R>): R {
  for (;;) {
    const step = walk.next();
    if (step.done) return step.value;
  }
}
