import type { Circuit, DeviceId } from '#core/circuit';
import { isBond } from '#core/kinds';
import { type Fault, type NetworkPlan, planNetwork } from '#core/network';
import { createRig } from '#core/sequence';
import { drain, type Progress, type Scope, type Walked, walkStates } from './walk';
import { type AmpsExposure, watchAmps } from './watch/amps';
import { type CoilExposure, watchCoils } from './watch/coils';
import { type ContactsSeen, watchContacts } from './watch/contacts';
import { watchEarthSides } from './watch/earthSides';
import { type Ending, watchEndings } from './watch/endings';
import { type ExtraLowSeen, watchExtraLow } from './watch/extraLow';
import { type GuardExposure, watchGuards } from './watch/guards';
import { type HeatExposure, watchHeat } from './watch/heat';
import { type JointExposure, watchJoints } from './watch/joints';
import { type LoadExposure, watchLoads } from './watch/loads';
import { type Meeting, watchMeets } from './watch/meets';
import { type MotorExposure, watchMotors } from './watch/motors';
import { type Odd, watchOdd } from './watch/odd';
import { type Opening, watchOpenings } from './watch/openings';
import {
  type CallExposure,
  type CurrentExposure,
  type PointExposure,
  type VoltsSeen,
  watchCallInputs,
  watchCurrents,
  watchPoints,
} from './watch/points';
import { type StartExposure, watchStarts } from './watch/starts';
import { watchThrows } from './watch/throws';
import { type TransformerExposure, watchTransformers } from './watch/transformers';
import type { IsWatched } from './watch/watch';

export interface Exploration extends PointExposure, CurrentExposure, Walked {
  readonly plan: NetworkPlan;
  readonly coils: ReadonlyMap<number, CoilExposure>;
  readonly contacts: ContactsSeen;
  readonly transformers: ReadonlyMap<number, TransformerExposure>;
  /** what comes back to supplies by way of earth */
  readonly bonds: ReadonlyMap<number, AmpsExposure>;
  /** outputs of DC supplies */
  readonly direct: ReadonlyMap<number, AmpsExposure>;
  readonly loads: ReadonlyMap<number, LoadExposure>;
  readonly throws: ReadonlyMap<number, VoltsSeen>;
  readonly callInputs: ReadonlyMap<number, CallExposure>;
  /** what protects and opens by itself in some state */
  readonly openings: ReadonlyMap<number, Opening>;
  /** what each fuse, breaker and overload stands before */
  readonly guards: ReadonlyMap<number, GuardExposure>;
  /** the most volts between the points of a terminal strip, and to earth */
  readonly joints: ReadonlyMap<DeviceId, JointExposure>;
  /** by part: contacts of start relays */
  readonly starts: ReadonlyMap<number, StartExposure>;
  /** by part: what is used otherwise than it is made for */
  readonly odd: ReadonlyMap<number, Odd>;
  /** by place, the heat in it */
  readonly heat: ReadonlyMap<string, HeatExposure>;
  readonly motors: MotorExposure;
  /** outputs of extra-low supplies that mains get into */
  readonly extraLow: readonly ExtraLowSeen[];
  /** supplies that feed the same two points in some state */
  readonly meets: readonly Meeting[];
  /** contacts that carry at the potential of earth, and never at another */
  readonly earthSides: ReadonlySet<number>;
  /** what is seen on once all has come to rest, by the key of its calls */
  readonly endings: ReadonlyMap<string, Ending>;
}

/** Runs every state to its end and keeps the worst that each coil, contact and point meets. */
export function explore(circuit: Circuit, faults: readonly Fault[] = [], plan = planNetwork(circuit)): Exploration {
  return drain(exploring(plan, faults));
}

/**
 * The same state by state, so that whoever runs it can answer other questions between two of them.
 * @param scope the states that are tried, and `isWatched`: the parts of which it is wanted what they meet. All of both unless said
 */
export function* exploring(
  plan: NetworkPlan,
  faults: readonly Fault[] = [],
  { isWatched = () => true, ...scope }: Scope & { readonly isWatched?: IsWatched } = {},
): Generator<Progress, Exploration> {
  const rig = createRig(plan, faults);
  const coils = watchCoils(rig, isWatched);
  const contacts = watchContacts(rig, isWatched);
  const transformers = watchTransformers(rig, isWatched);
  const bonds = watchAmps(({ part }) => isBond(part))(rig, isWatched);
  const direct = watchAmps(({ part }) => part.kind === 'dc-output')(rig, isWatched);
  const loads = watchLoads(rig, isWatched);
  const points = watchPoints(rig, isWatched);
  const currents = watchCurrents(rig, isWatched);
  const callInputs = watchCallInputs(rig, isWatched);
  const throws = watchThrows(rig, isWatched);
  const endings = watchEndings(rig, isWatched);
  const openings = watchOpenings(rig, isWatched);
  const motors = watchMotors(rig, isWatched);
  const meets = watchMeets(rig, isWatched);
  const extraLow = watchExtraLow(rig, isWatched);
  const guards = watchGuards(rig, isWatched);
  const joints = watchJoints(rig, isWatched);
  const starts = watchStarts(rig, isWatched);
  const odd = watchOdd(rig, isWatched);
  const earthSides = watchEarthSides(rig, isWatched);
  const heat = watchHeat(rig, isWatched);
  const watches = [
    coils,
    contacts,
    transformers,
    bonds,
    direct,
    loads,
    points,
    currents,
    callInputs,
    throws,
    endings,
    openings,
    motors,
    meets,
    extraLow,
    guards,
    joints,
    starts,
    odd,
    earthSides,
    heat,
  ];
  const walked = yield* walkStates(rig, watches, scope);
  return whenAsked(
    { plan, ...walked, ...points.result(), ...currents.result() },
    {
      coils: coils.result,
      contacts: contacts.result,
      transformers: transformers.result,
      bonds: bonds.result,
      direct: direct.result,
      loads: loads.result,
      callInputs: callInputs.result,
      throws: throws.result,
      endings: endings.result,
      openings: openings.result,
      motors: motors.result,
      meets: meets.result,
      extraLow: extraLow.result,
      guards: guards.result,
      joints: joints.result,
      starts: starts.result,
      odd: odd.result,
      earthSides: earthSides.result,
      heat: heat.result,
    },
  );
}

/** What was seen, with what is worked out of it when somebody first asks: whoever wants coils alone waits for no guard. */
function whenAsked<A extends object, M extends Readonly<Record<string, () => unknown>>>(
  known: A,
  made: M,
): A & { readonly [K in keyof M]: ReturnType<M[K]> } {
  const seen = { ...known };
  for (const [key, make] of Object.entries(made))
    Object.defineProperty(seen, key, {
      configurable: true,
      enumerable: true,
      get() {
        const value = make();
        Object.defineProperty(seen, key, { value, enumerable: true });
        return value;
      },
    });
  return seen as A & { readonly [K in keyof M]: ReturnType<M[K]> };
}
