import type { Complaint, DeviceId } from '#core/circuit';
import { coneOf, endsOfBranch, type PlannedPart } from '#core/graph';
import type { How } from '#core/kinds';
import { branchAmpsRms, type Fault, type Net, type NetworkPlan, unitResponse } from '#core/network';
import { createRig, howAt, type Moment, type Rig, runLog, settleMoment } from '#core/sequence';
import { add, at, divide, magnitude, multiply, type Phasor, phasor, real, subtract } from '#core/units';
import { astrayIn, landedIn } from './astray';
import { listSuspects, type Suspect } from './suspects';

/** What is followed one by one, and how many faults are not because they cannot reach what is complained of. */
export interface Followed {
  readonly suspects: readonly Suspect[];
  readonly elsewhere: number;
  /** wires of which a landing beside the right one is not followed: too many to plan each circuit anew */
  readonly landingsLeft: number;
  /** branches that what is complained of answers to; undefined where everything is followed */
  readonly cone: ReadonlySet<number> | undefined;
}

/** While there are no more faults than this each is followed, wherever it is. */
const MOST_FOLLOWED = 600;

/**
 * The suspects of a complaint: everything in a small circuit; in a large one what the device answers to, and the shorts that reach it by its supply.
 * @param withJoints in a large circuit bad joints of whole wires as well, which take as long as all else together
 */
export function followedIn(plan: NetworkPlan, complaint: Pick<Complaint, 'log' | 'atMs' | 'about'>, withJoints = true): Followed {
  const all = listSuspects(plan);
  const astray = all.length > MOST_FOLLOWED ? [] : astrayIn(plan);
  const landingsLeft = astray.length > 0 ? 0 : landedIn(plan).length;
  if (all.length <= MOST_FOLLOWED) return { suspects: [...all, ...astray], elsewhere: 0, landingsLeft, cone: undefined };
  const cone = coneOf(plan, complaint.about);
  const rig = createRig(plan);
  const moments = runLog(rig, complaint.log, { untilMs: complaint.atMs }).frames.map(({ moment }) => moment);
  const isNear = insideOf(plan, cone);
  const reaches = shortsThatReach(rig, moments, cone);
  const isIdle = jointsThatCarryNothing(rig, moments);
  const isJoint = (fault: Fault): boolean => 'conductor' in fault && fault.mode !== 'open';
  const suspects = all.filter(
    ({ fault }) => fault === undefined || (isNear(fault) && !isIdle(fault) && (withJoints || !isJoint(fault))) || reaches(fault),
  );
  return { suspects, elsewhere: all.length - suspects.length, landingsLeft, cone };
}

/** Whether a fault is in the cone: on a branch of it, or in a part without branches of a device that has one there. */
function insideOf(plan: NetworkPlan, cone: ReadonlySet<number>): (fault: Fault) => boolean {
  const conductors = new Set(plan.conductors.filter(({ branch }) => cone.has(branch)).map(({ conductor }) => conductor.id));
  const isIn = ({ firstBranch, branches }: PlannedPart): boolean =>
    Array.from({ length: branches }, (_, index) => firstBranch + index).some((branch) => cone.has(branch));
  const near = new Set(plan.parts.filter(isIn));
  const devices = new Set([...near].map(({ device }) => device.id));
  return (fault) => {
    if ('conductor' in fault) return conductors.has(fault.conductor);
    const planned = partOf(plan, fault);
    return planned !== undefined && (near.has(planned) || (planned.branches === 0 && devices.has(planned.device.id)));
  };
}

const partOf = (plan: NetworkPlan, { device, part }: Extract<Fault, { device: DeviceId }>): PlannedPart | undefined =>
  plan.partsIn(device).find(({ part: own }) => own.id === part);

/** Less than this makes no volts over any joint that a meter would show. */
const IDLE_A = 1e-6;

/** A bad joint in a wire that carries nothing at any event of the log: whatever its ohms, all is as in the healthy circuit. */
function jointsThatCarryNothing(rig: Rig, moments: readonly Moment[]): (fault: Fault) => boolean {
  const { plan, nets } = rig;
  const carrying = new Set<string>();
  for (const moment of moments) {
    settleMoment(rig, moment);
    for (const { conductor, branch } of plan.conductors) if (branchAmpsRms(nets, branch) > IDLE_A) carrying.add(conductor.id);
  }
  return (fault) => 'conductor' in fault && fault.mode !== 'open' && !carrying.has(fault.conductor);
}

/** Volts in the cone that change by less than this share are the same to whoever measures. */
const FELT_SHARE = 0.01;
/** Admittance has to grow by this much to be more current at all. */
const MORE_SIEMENS = 1e-6;

/** A part's change of admittance in one net, branch by branch. */
interface Draws {
  readonly net: Net;
  readonly branch: number;
  readonly more: Phasor;
}

/**
 * A fault outside of the cone reaches it by the current that it draws from the same supply: through what volts are lost on the way,
 * or through a fuse that both hang on. Each is put into the healthy circuit as one change of one branch, at every event of the log:
 * one solve with the factors that are there, no run.
 */
function shortsThatReach(rig: Rig, moments: readonly Moment[], cone: ReadonlySet<number>): (fault: Fault) => boolean {
  const { plan } = rig;
  const nodes = [...new Set([...cone].flatMap((branch) => [...endsOfBranch(at(plan.branches, branch))]))].filter((node) => node >= 0);
  const fuses = plan.parts.filter(({ part, firstBranch }) => part.kind === 'fuse' && cone.has(firstBranch));
  const felt = new Set<string>();
  const far = plan.parts.filter(({ firstBranch, branches }) => branches > 0 && !cone.has(firstBranch));
  for (const moment of moments) {
    settleMoment(rig, moment);
    for (const planned of far)
      for (const { mode } of planned.kind.faults) {
        const key = keyOf(planned, mode);
        if (felt.has(key)) continue;
        const drawn = drawnBy(rig, planned, { ...howAt(rig, planned, moment), fault: mode });
        if (drawn.some((one) => isFelt(one, nodes, fuses))) felt.add(key);
      }
  }
  return (fault) => {
    const planned = 'device' in fault ? partOf(plan, fault) : undefined;
    return planned !== undefined && felt.has(keyOf(planned, fault.mode));
  };
}

const keyOf = ({ index }: PlannedPart, mode: string): string => `${index} ${mode}`;

/** Where a part would draw more than it does. */
const drawnBy = ({ nets }: Rig, { part, kind, firstBranch }: PlannedPart, how: How): Draws[] =>
  nets.flatMap((net) =>
    kind.admittances(part, how, net.hz).flatMap(({ y }, offset) => {
      const branch = firstBranch + offset;
      const now = phasor(real(net.yRe, branch), real(net.yIm, branch));
      return magnitude(y) > magnitude(now) + MORE_SIEMENS ? [{ net, branch, more: subtract(y, now) }] : [];
    }),
  );

/** Whether more current through a branch moves the volts of some node, or opens some fuse (Sherman–Morrison: one changed branch). */
function isFelt({ net, branch, more }: Draws, nodes: readonly number[], fuses: readonly PlannedPart[]): boolean {
  const [a = -1, b = -1] = endsOfBranch(at(net.plan.branches, branch));
  if (a === b) return false;
  const across = subtract(phasorAt(net.vRe, net.vIm, a), phasorAt(net.vRe, net.vIm, b));
  if (magnitude(across) < 1e-3) return false;
  const { re, im } = unitResponse(net, a, b);
  const own = subtract(phasorAt(re, im, a), phasorAt(re, im, b));
  const amps = divide(multiply(more, across), add(phasor(1), multiply(more, own)));
  const lost = (node: number): Phasor => multiply(amps, phasorAt(re, im, node));
  const moved = nodes.some((node) => {
    const volts = Math.hypot(real(net.vRe, node), real(net.vIm, node));
    return magnitude(lost(node)) > FELT_SHARE * Math.max(volts, 1);
  });
  if (moved) return true;
  return fuses.some(({ part, firstBranch }) => {
    if (part.kind !== 'fuse' || part.ratingA === undefined) return false;
    const [from = -1, to = -1] = endsOfBranch(at(net.plan.branches, firstBranch));
    const y = phasor(real(net.yRe, firstBranch), real(net.yIm, firstBranch));
    const extra = magnitude(multiply(y, subtract(lost(from), lost(to))));
    // a fuse that a starting motor passes anyway opens no sooner for a trickle elsewhere
    return extra > FELT_SHARE * part.ratingA && branchAmpsRms([net], firstBranch) + extra > part.ratingA;
  });
}

const phasorAt = (re: Float64Array, im: Float64Array, node: number): Phasor =>
  node < 0 ? phasor(0) : phasor(real(re, node), real(im, node));
