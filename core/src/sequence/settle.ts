import type { DeviceId } from '#core/circuit';
import type { CircuitPlan, PlannedPart } from '#core/graph';
import type { Trial } from '#core/kinds';
import { acrossBranch, branchAmpsRms, type Net, solveNet } from '#core/network';
import { add, grouped, multiply, type Phasor, polar, scale, ZERO } from '#core/units';
import { copyMoment, type Moment, modeAt, putState, putValues, restMoment } from './moment';
import { howAt, ownOf, type Rig, showMoment } from './rig';

/** Rounds after which a circuit and its parts that are not linear are taken as they stand, and said not to have settled. */
const MOST_ROUNDS = 60;
const SETTLED = 1e-9;
/** Closer than this nothing that is read or judged differs. */
const NEAR_ENOUGH = 1e-5;

/**
 * Solves the moment with what is not linear: a timer that keeps a fixed drop, a running motor's EMF.
 * @returns whether it came to rest; where it did not, the answer is the last round's
 */
export function settleMoment(rig: Rig, moment: Moment): boolean {
  showMoment(rig, moment);
  const bent = bentOf(rig.plan);
  if (bent.length === 0) return true;
  let moved = 0;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    moved = 0;
    for (const planned of bent) {
      const by = planned.kind.bends?.(planned.part, howAt(rig, planned, moment), trialOf(rig, planned, moment)) ?? 0;
      moved = Math.max(moved, by);
    }
    showMoment(rig, moment);
    if (moved < SETTLED) return true;
  }
  return moved < NEAR_ENOUGH;
}

const bends = new WeakMap<CircuitPlan, readonly PlannedPart[]>();

/** Parts that are not linear. */
function bentOf(plan: CircuitPlan): readonly PlannedPart[] {
  const known = bends.get(plan);
  if (known) return known;
  const made = plan.parts.filter(({ kind }) => kind.bends !== undefined);
  bends.set(plan, made);
  return made;
}

function trialOf(rig: Rig, planned: PlannedPart, moment: Moment): Trial {
  return {
    amps: () => branchAmpsRms(rig.nets, planned.firstBranch),
    across(branch) {
      const net = rig.nets.find(({ hz }) => hz !== 0);
      if (!net) return ZERO;
      solveNet(net);
      return acrossBranch(net, planned.firstBranch + branch);
    },
    sequence: (sign, first = 0) => {
      const net = rig.nets.find(({ hz }) => hz !== 0);
      return net ? sequenceAt(net, planned.firstBranch + first, sign) : ZERO;
    },
    put(values) {
      putValues(moment, planned, values);
      showMoment(rig, moment);
    },
  };
}

/** Symmetrical component of the volts at three branches. */
function sequenceAt(net: Net, firstBranch: number, sign: 1 | -1): Phasor {
  solveNet(net);
  const sum = [0, 1, 2].map((k) => multiply(acrossBranch(net, firstBranch + k), polar(1, sign * k * 120))).reduce(add);
  return scale(sum, 1 / 3);
}

/**
 * Puts every part where the rest of its device holds it: contacts, linked poles, the other coil of a latching relay.
 * @param only the devices in which something has moved: a part follows its own device alone. All of them unless said
 * @returns whether that came to an end; a device that holds itself two ways does not
 */
export function followMovers(rig: Rig, moment: Moment, only?: ReadonlySet<DeviceId>): boolean {
  const { plan } = rig;
  const all = followersOf(plan);
  const devices = only ? [...only].map((device) => [device, all.get(device) ?? []] as const) : [...all];
  const most = devices.reduce((sum, [, parts]) => sum + parts.length, 2);
  for (let round = 0; round <= most; round++) {
    let moved = false;
    for (const [device, parts] of devices) {
      const own = ownOf(rig, moment, device);
      for (const planned of parts) {
        const put = planned.kind.follows?.(planned.part, howAt(rig, planned, moment), own);
        if (!put) continue;
        moved ||= put.mode !== modeAt(moment, planned);
        putState(moment, planned, put.mode, put.values);
      }
    }
    if (!moved) return true;
  }
  return false;
}

const rests = new WeakMap<CircuitPlan, Moment>();

/** The circuit before anything is done to it, every contact where its device holds it. @returns a moment of the caller's own */
export function followedRest(rig: Rig): Moment {
  const { plan } = rig;
  let rest = rests.get(plan);
  if (!rest) {
    rest = restMoment(plan);
    followMovers({ ...rig, faultOf: plan.parts.map(() => undefined) }, rest);
    rests.set(plan, rest);
  }
  return copyMoment(rest);
}

const followers = new WeakMap<CircuitPlan, Map<DeviceId, PlannedPart[]>>();

/** Parts that follow others of their device, device by device. */
function followersOf(plan: CircuitPlan): Map<DeviceId, PlannedPart[]> {
  const known = followers.get(plan);
  if (known) return known;
  const made = grouped(
    plan.parts.filter(({ kind }) => kind.follows !== undefined),
    ({ device }) => device.id,
  );
  followers.set(plan, made);
  return made;
}
