import { type Coil, CURVES, openingMs, type Part } from '#core/devices';
import { acrossBranch, branchAmps, motor3Admittances, type Net, pairVolts, partAmps, partVolts, rmsOver, solveNet } from '#core/network';
import { add, divide, magnitude, multiply, type Phasor, phasor, polar, scale, subtract } from '#core/units';
import { END_SWITCH_AT, RUNNING, type Sight, STARTING } from './actors';
import { conditionAt, type Moment, type Rig, showMoment } from './rig';

/** Positive-sequence volts at a three-phase motor's terminals, to its star point. */
function positiveSequence(net: Net, firstBranch: number): Phasor {
  const sum = [0, 1, 2].map((k) => multiply(acrossBranch(net, firstBranch + k), polar(1, k * 120))).reduce(add);
  return scale(sum, 1 / 3);
}

export function sightOf(rig: Rig, index: number, moment: Moment): Sight {
  const { plan, nets } = rig;
  const { part, firstBranch, device } = plan.parts[index]!;
  const volts = partVolts(nets, plan, index);
  const amps =
    part.kind === 'motor3'
      ? Math.max(...[0, 1, 2].map((k) => rmsOver(nets, (net) => branchAmps(net, firstBranch + k))))
      : partAmps(nets, plan, index);
  const { fault } = conditionAt(rig, index, moment);
  return { volts, amps, drive: driveOf(part, volts), mode: moment.modes[index]!, value: moment.values[index]!, fault };

  function driveOf(one: Part, across: number): number {
    switch (one.kind) {
      case 'coil':
        return coilDriveOf(one, acrossCoil(rig, index));
      case 'motor':
      case 'travel':
        return one.ratedV === undefined ? 0 : across / one.ratedV;
      case 'motor3':
        return one.ratedV === undefined
          ? 0
          : Math.max(0, ...nets.map((net) => magnitude(positiveSequence(net, firstBranch)))) / (one.ratedV / Math.sqrt(3));
      case 'timer':
        return across / one.ratedV;
      case 'dc-output':
        return one.fedV === undefined
          ? 0
          : pairVolts(nets, plan.nodeOf(`${device.id}:${one.fedBy[0]}` as never), plan.nodeOf(`${device.id}:${one.fedBy[1]}` as never)) /
              one.fedV;
      default:
        return 0;
    }
  }
}

/** Volts at a coil's terminals by frequency, as `coilDriveOf` wants them. */
export const acrossCoil = ({ plan, nets }: Rig, index: number): { hz: number; volts: number }[] =>
  nets.map((net) => ({ hz: net.hz, volts: signedVolts(acrossBranch(net, plan.parts[index]!.firstBranch), net.hz) }));

/** RMS volts; of DC with its sign, from the second end to the first. */
export const signedVolts = (across: Phasor, hz: number): number => (hz === 0 ? across.re : magnitude(across));

/**
 * Share of rated volts that moves a coil. Flux counts for an AC coil (volts per hertz), mean volts for a DC one; an AC/DC coil takes either.
 * A polarized coil the wrong way round and one whose halves work against each other are not moved at all.
 * @param across volts at its terminals by frequency, as `signedVolts` gives them
 */
export function coilDriveOf(coil: Coil, across: readonly { readonly hz: number; readonly volts: number }[]): number {
  const { ratedV, current } = coil;
  if (ratedV === undefined || coil.hz === undefined || current === undefined || coil.halves === 'opposed') return 0;
  if (current === 'AC/DC') return Math.hypot(...across.map(({ volts }) => volts)) / ratedV;
  return across.reduce((sum, { hz, volts }) => {
    if (coil.alsoAt && hz === coil.alsoAt.hz) return sum + volts / coil.alsoAt.volts;
    if (current === 'DC') return hz === 0 ? sum + (coil.plus ? Math.max(0, forward(coil, volts)) : Math.abs(volts)) / ratedV : sum;
    return sum + (hz === 0 ? Math.abs(volts) / ratedV : ((volts / hz) * (coil.hz as number)) / ratedV);
  }, 0);
}

/** The end that is on plus, by the signed volts of DC; less than a volt tells nothing. */
export const plusEnd = (dcV: number): 'a' | 'b' | undefined => (Math.abs(dcV) < 1 ? undefined : dcV > 0 ? 'a' : 'b');

/** What a coil gets that does not move it, as shares of its rated volts. */
export interface Ill {
  /** of the wrong kind, DC on an AC coil or AC on a DC coil; or on halves that work against each other */
  readonly wastedRatio: number;
  /** DC the wrong way round on a polarized coil */
  readonly reversedRatio: number;
}

export function illOf(coil: Coil, across: readonly { readonly hz: number; readonly volts: number }[]): Ill {
  const { ratedV, current, halves, plus } = coil;
  if (ratedV === undefined || current === undefined) return { wastedRatio: 0, reversedRatio: 0 };
  const isWasted = (hz: number) => halves === 'opposed' || (current !== 'AC/DC' && (current === 'AC') === (hz === 0));
  const wastedV = across.reduce((sum, { hz, volts }) => (isWasted(hz) ? sum + Math.abs(volts) : sum), 0);
  const reversedV = across.reduce((most, { hz, volts }) => (plus && hz === 0 ? Math.max(most, -forward(coil, volts)) : most), 0);
  return { wastedRatio: wastedV / ratedV, reversedRatio: reversedV / ratedV };
}

/** DC volts the way a polarized coil wants them: negative when it is reversed. */
const forward = ({ plus }: Coil, dcV: number): number => (plus === 'b' ? -dcV : dcV);

/**
 * Solves the moment with what is not linear: a timer that keeps a fixed drop, a running motor's EMF.
 * Both are brought to rest by a few solves; an answer that still moves after that is taken as it stands.
 */
export function settleMoment(rig: Rig, moment: Moment): void {
  showMoment(rig, moment);
  const timers = rig.plan.parts.filter(({ part, index }) => part.kind === 'series-timer' && moment.modes[index] === 2);
  const motors = rig.plan.parts.filter(({ part, index }) => part.kind === 'motor3' && moment.modes[index] === RUNNING);
  if (timers.length === 0 && motors.length === 0) return;
  for (let round = 0; round < 12; round++) {
    let moved = 0;
    for (const { part, index } of timers) {
      if (part.kind !== 'series-timer') continue;
      const amps = partAmps(rig.nets, rig.plan, index);
      const wanted = Math.min(part.offOhms, part.onDropV / Math.max(amps, 1e-6));
      moved = Math.max(moved, Math.abs(wanted / moment.values[index]! - 1));
      moment.values[index] = wanted;
    }
    for (const { index } of motors) moved = Math.max(moved, settleEmf(rig, moment, index));
    showMoment(rig, moment);
    if (moved < 1e-9) return;
  }
}

/** The EMF follows the terminals' positive sequence: V1 = a + b·E is linear in E, so two solves give the E with E = c·V1. */
function settleEmf(rig: Rig, moment: Moment, index: number): number {
  const { part, firstBranch } = rig.plan.parts[index]!;
  const net = rig.nets.find(({ hz }) => hz !== 0);
  if (part.kind !== 'motor3' || !net) return 0;
  const { positive, negative } = motor3Admittances(part);
  const share = subtract(phasor(1), divide(positive, negative));
  const read = (emf: Phasor): Phasor => {
    moment.emfRe[index] = emf.re;
    moment.emfIm[index] = emf.im;
    showMoment(rig, moment);
    solveNet(net);
    return positiveSequence(net, firstBranch);
  };
  const before = phasor(moment.emfRe[index]!, moment.emfIm[index]!);
  const still = read(phasor(0));
  const probe = phasor((part.ratedV ?? 1) / Math.sqrt(3));
  const slope = divide(subtract(read(probe), still), probe);
  const emf = divide(multiply(share, still), subtract(phasor(1), multiply(share, slope)));
  read(emf);
  return magnitude(subtract(emf, before)) / magnitude(probe);
}

/** Heat gathered and way travelled over `dtMs` at the present amps: what accumulates between events. */
export function accumulate(rig: Rig, moment: Moment, dtMs: number): void {
  if (dtMs <= 0) return;
  const { plan, nets } = rig;
  for (const { part, index } of plan.parts) {
    const value = moment.values[index]!;
    if (part.kind === 'travel') {
      if (moment.modes[index] === 1) moment.values[index] = Math.min(1, snap(value + dtMs / (part.openS * 1000)));
      if (moment.modes[index] === 2) moment.values[index] = Math.max(0, value - dtMs / (part.closeS * 1000));
    } else if (part.kind === 'fuse' && part.ratingA !== undefined) {
      const limit = openingMs(part.curve, partAmps(nets, plan, index) / part.ratingA);
      moment.values[index] =
        limit < Number.POSITIVE_INFINITY ? Math.min(1, value + dtMs / limit) : faded(value, dtMs, CURVES[part.curve].fadeMs);
    } else if (part.kind === 'motor' && part.protector) {
      const hot =
        moment.modes[index] === STARTING ? openingMs('protector', partAmps(nets, plan, index) / part.runA) : Number.POSITIVE_INFINITY;
      moment.values[index] = hot < Number.POSITIVE_INFINITY ? Math.min(1, value + dtMs / hot) : faded(value, dtMs, CURVES.protector.fadeMs);
    }
  }
}

const faded = (value: number, dtMs: number, fadeMs: number): number => (value < 1e-6 ? 0 : value * Math.exp(-dtMs / fadeMs));

/** Whole milliseconds leave a travel a hair short of its end switch; it is there. */
const snap = (position: number): number =>
  Math.abs(position - END_SWITCH_AT) < 1e-3 && position < END_SWITCH_AT ? END_SWITCH_AT : position;
