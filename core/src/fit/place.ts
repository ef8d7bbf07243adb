import type { Circuit, Device, DeviceId } from '#core/circuit';
import { type CoilPair, type Exploration, exploring, type Progress, pairing, type Scope, scopeOn, triedWhole } from '#core/explore';
import { isWired, type PlannedPart } from '#core/graph';
import { type Coil, isKind } from '#core/kinds';
import { type NetworkPlan, planNetwork } from '#core/network';
import { DEFAULT_PRACTICE, type Practice } from '#core/schools';
import { divide, greatest, magnitude, must } from '#core/units';
import { type Feeding, feedingOf } from './feeding';
import { usualCoil } from './usualCoil';

export type PlannedCoil = PlannedPart & { readonly part: Coil };

/** A place in a circuit, looked at in every state: what the part that goes there will meet. */
export interface Place {
  /** the circuit as it stands, and as it is explored: with a stand-in coil where the one that is there does not work or is not read */
  readonly circuit: Circuit;
  readonly before: Exploration;
  readonly device: Device;
  readonly exploration: Exploration;
  readonly isAssumed: boolean;
  /** the coil of the place, and the circuit seen from its terminals in every state of its neighbourhood */
  readonly coil: PlannedCoil | undefined;
  readonly feeding: Feeding;
  readonly pairs: readonly CoilPair[];
  /** whether every state was tried that bears on it: else nothing here is cleared */
  readonly isWhole: boolean;
  readonly practice: Practice;
}

/**
 * Looks at a place, state by state, so that whoever runs it can tell how far it has come.
 * A coil that never pulls in tells nothing of what its contacts and its driver would carry: a coil for the volts that are there stands in for it.
 * @param more pairs: filled as the states are seen, so that what is known so far can be told; known: the circuit explored, where it was already
 */
export function* preparing(
  circuit: Circuit,
  id: DeviceId,
  practice: Practice = DEFAULT_PRACTICE,
  { pairs = [], known }: { readonly pairs?: CoilPair[]; readonly known?: Exploration | undefined } = {},
): Generator<Progress, Place | undefined> {
  const device = circuit.devices[id];
  if (!device) return undefined;
  // a coil meets what all else draws, on its transformer or on another: the whole circuit tells which states bear on it
  const before = known ?? (yield* exploring(planNetwork(circuit)));
  const { plan } = before;
  const bearing = (on: NetworkPlan): Scope => scopeOn(on, id, before.extremes);
  const coil = coilInUse(plan, id);
  const paired = coil && (yield* pairing(plan, coil, bearing(plan), pairs));
  const isWhole = triedWhole(before)(id) && (paired?.untried.length ?? 0) === 0;
  const asItStands: Place = {
    circuit,
    before,
    device,
    exploration: before,
    isAssumed: false,
    coil,
    feeding: feedingOf(before, id, coil),
    pairs,
    isWhole,
    practice,
  };
  if (!coil || before.coils.get(coil.index)?.held !== undefined) return asItStands;
  const usual = withUsualCoil(circuit, device, pairs);
  if (!usual) return asItStands;
  const assumedPlan = planNetwork(usual);
  const exploration = yield* exploring(assumedPlan, [], bearing(assumedPlan));
  const standIn = must(coilInUse(assumedPlan, id), 'the coil that stands in');
  const again = yield* pairing(assumedPlan, standIn, bearing(assumedPlan));
  return {
    ...asItStands,
    exploration,
    isAssumed: true,
    coil: standIn,
    feeding: feedingOf(exploration, id, standIn),
    pairs: again.pairs,
    isWhole: triedWhole(exploration)(id) && again.untried.length === 0,
  };
}

/** The coil of a device whose leads are on: a pre-wired relay has more than one. */
export function coilInUse(plan: NetworkPlan, id: DeviceId): PlannedCoil | undefined {
  const coils = plan.partsIn(id).filter(isKind('coil'));
  return coils.find(({ part }) => isWired(plan, id, part.a) && isWired(plan, id, part.b)) ?? coils[0];
}

/** The circuit with a coil for the volts that stand open at its terminals; undefined where none ever do. */
function withUsualCoil(circuit: Circuit, device: Device, pairs: readonly CoilPair[]): Circuit | undefined {
  const best = greatest(pairs, ({ shortA }) => shortA);
  const open = greatest(
    best?.pullIn.nets.map(({ hz, amps, siemens }) => ({ hz, volts: magnitude(divide(amps, siemens)) })) ?? [],
    ({ volts }) => volts,
  );
  if (!open || open.volts < 1) return undefined;
  const nameplate = { ...device.nameplate, ...usualCoil(open.volts, open.hz) };
  return { ...circuit, devices: { ...circuit.devices, [device.id]: { ...device, nameplate } } };
}
