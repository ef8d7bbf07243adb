import { terminalId } from '#core/circuit';
import type { Coil } from '#core/devices';
import { acrossBranch, branchAmps, type NetworkPlan, pairSource, partVolts, unitResponse, valuesOf, voltsAt } from '#core/network';
import {
  coilDriveOf,
  copyMoment,
  createRig,
  illOf,
  type Moment,
  plusEnd,
  type Rig,
  runLog,
  settleMoment,
  sightOf,
  signedVolts,
} from '#core/sequence';
import { add, divide, inverse, magnitude, multiply, type Phasor, phasor, scale, subtract, ZERO } from '#core/units';
import { inputStates, type Progress } from './inputs';

/** A transformer's secondary as one coil sees it: volts and amps now, and what one more ampere through the coil does to both. */
interface Seen {
  readonly part: number;
  readonly volts: Phasor;
  readonly amps: Phasor;
  readonly voltsPerAmp: Phasor;
  readonly ampsPerAmp: Phasor;
}

/** The circuit from a coil's terminals at one moment, the coil itself taken out: a current source beside an admittance, per frequency. */
export interface PairMoment {
  readonly nets: readonly PairNet[];
}

interface PairNet {
  readonly hz: number;
  readonly amps: Phasor;
  readonly siemens: Phasor;
  readonly coilA: Phasor;
  /** a two-wire timer in the coil's own loop: its ohms then, and the drop it keeps whatever the current */
  readonly timer: { readonly ohms: number; readonly dropV: number } | undefined;
  readonly seen: readonly Seen[];
}

export interface CoilPair {
  readonly state: string;
  readonly pullIn: PairMoment;
  readonly held: PairMoment;
  /** volts across the open pair */
  readonly openV: number;
  /** amps into a short across it */
  readonly shortA: number;
  /** once all has come to rest: a pulse is over by then */
  readonly rest: PairMoment;
}

/**
 * The circuit seen from a coil's terminals in every input state of its neighbourhood, at the moment it must close and held.
 * With these a candidate coil costs a division, not a solve.
 */
export function* pairing(plan: NetworkPlan, coil: number, pairs: CoilPair[] = []): Generator<Progress, CoilPair[]> {
  const rig = createRig(plan);
  const { device } = plan.parts[coil]!;
  const states = inputStates(plan, device.id);
  for (const { name, log } of states) {
    yield { seen: pairs.length, of: states.length };
    let closing: { drive: number; moment: Moment } | undefined;
    const open: { volts: number; moment: Moment }[] = [];
    let held: { drive: number; moment: Moment } | undefined;
    let last: Moment | undefined;
    runLog(rig, log, Number.POSITIVE_INFINITY, (frame) => {
      last = frame.moment;
      const { drive } = sightOf(rig, coil, frame.moment);
      if (frame.moment.modes[coil] === 1) {
        if (!held || drive < held.drive) held = { drive, moment: copyMoment(frame.moment) };
      } else if (frame.due.some((due) => due.part === coil && due.mode === 1)) {
        if (!closing || drive < closing.drive) closing = { drive, moment: copyMoment(frame.moment) };
      } else open.push({ volts: partVolts(rig.nets, plan, coil), moment: copyMoment(frame.moment) });
    });
    const shortOf = ({ nets }: PairMoment) => Math.hypot(...nets.map(({ amps }) => magnitude(amps)));
    // the coil that is there now may never close: then the moment that has most behind it counts, of those with volts
    const mostV = Math.max(0, ...open.map(({ volts }) => volts));
    const pullIn = closing
      ? momentOf(rig, coil, closing.moment)
      : open
          .filter(({ volts }) => volts >= mostV / 2)
          .map(({ moment }) => momentOf(rig, coil, moment))
          .reduce((most, one) => (shortOf(one) > shortOf(most) ? one : most));
    const openV = Math.hypot(...pullIn.nets.map(({ amps, siemens }) => magnitude(divide(amps, siemens))));
    const heldMoment = held ? momentOf(rig, coil, held.moment) : pullIn;
    const rest = held && last && isAlike(held.moment, last) ? heldMoment : momentOf(rig, coil, last!);
    pairs.push({ state: name, pullIn, held: heldMoment, openV, shortA: shortOf(pullIn), rest });
  }
  return pairs;
}

const isAlike = (one: Moment, two: Moment): boolean => one.modes.every((mode, index) => mode === two.modes[index]);

/** Of many transformers a coil sags one or two; the others it feels through the line alone. */
function felt(seen: readonly Seen[]): Seen[] {
  const most = Math.max(0, ...seen.map(({ voltsPerAmp }) => magnitude(voltsPerAmp)));
  return seen.filter(({ voltsPerAmp }) => magnitude(voltsPerAmp) > 0.01 * most);
}

/** The circuit seen from a coil's terminals at one moment. */
export function momentOf(rig: Rig, coil: number, moment: Moment): PairMoment {
  settleMoment(rig, moment);
  const { plan } = rig;
  const { part, firstBranch, device } = plan.parts[coil]!;
  const { a, b } = part as Coil;
  const [x, y] = [plan.nodeOf(terminalId(device.id, a)), plan.nodeOf(terminalId(device.id, b))];
  return {
    nets: rig.nets.map((net) => {
      const response = unitResponse(net, x, y);
      const { openV, behindOhms } = pairSource(net, x, y, response);
      const own = phasor(net.yRe[firstBranch]!, net.yIm[firstBranch]!);
      const whole = magnitude(behindOhms) === 0 ? phasor(1e9) : inverse(behindOhms);
      const at = (node: number): Phasor => (node < 0 ? ZERO : phasor(response.re[node]!, response.im[node]!));
      return {
        hz: net.hz,
        amps: multiply(openV, whole),
        siemens: subtract(whole, own),
        coilA: multiply(acrossBranch(net, firstBranch), own),
        timer: plan.parts.flatMap((one) => {
          if (one.part.kind !== 'series-timer' || moment.modes[one.index] !== 2) return [];
          const { nodes, weights } = net.places[one.firstBranch]!;
          const siemens = phasor(net.yRe[one.firstBranch]!, net.yIm[one.firstBranch]!);
          const through = magnitude(
            multiply(
              nodes.reduce((sum, n, index) => add(sum, scale(at(n), weights[index]!)), ZERO),
              siemens,
            ),
          );
          // an ampere pushed into the pair splits between the coil and the rest: all of the rest passes a timer in the coil's loop
          const rest = magnitude(subtract(phasor(1), multiply(own, behindOhms)));
          return through > 0.98 * rest ? [{ ohms: 1 / siemens.re, dropV: one.part.onDropV }] : [];
        })[0],
        seen: felt(
          plan.parts.flatMap((one): Seen[] => {
            if (one.part.kind !== 'transformer') return [];
            const { primary, secondary } = one.part;
            const top = one.firstBranch + primary.length - 1 + secondary.length - 2;
            const node = (mark: string) => plan.nodeOf(terminalId(one.device.id, mark));
            const [high, low] = [node(secondary.at(-1)!.mark), node(secondary[0]!.mark)];
            const { nodes, weights } = net.places[top]!;
            const rise = nodes.reduce((sum, n, index) => add(sum, scale(at(n), weights[index]!)), ZERO);
            return [
              {
                part: one.index,
                volts: subtract(voltsAt(net, high), voltsAt(net, low)),
                amps: branchAmps(net, top),
                voltsPerAmp: subtract(at(high), at(low)),
                ampsPerAmp: multiply(rise, phasor(net.yRe[top]!, net.yIm[top]!)),
              },
            ];
          }),
        ),
      };
    }),
  };
}

/** What a coil that is still out gets in each state, and whether that is a call: at least half of the volts that it gets at most. */
export function callsOf(coil: Coil, pairs: readonly CoilPair[]) {
  const seen = pairs.map((pair) => ({ pair, open: { ...coilAcross(pair.pullIn, coil, 0), state: pair.state } }));
  const most = Math.max(0, ...seen.map(({ open }) => open.volts));
  return seen.map((one) => ({ ...one, isCall: one.pair.openV > 0.5 && one.open.volts >= most / 2 }));
}

/** The end of the pair that is on plus, where most of what stands on it is DC. */
export function plusAtPair(pairs: readonly CoilPair[]): 'a' | 'b' | undefined {
  const dcV = pairs
    .flatMap(({ pullIn }) => pullIn.nets)
    .filter(({ hz }) => hz === 0)
    .map(({ amps, siemens }) => divide(amps, siemens).re)
    .reduce((most, one) => (Math.abs(one) > Math.abs(most) ? one : most), 0);
  return plusEnd(dcV);
}

/** Volts on a coil behind a timer that keeps a fixed drop: its ohms follow the coil's current, found in a few rounds. */
function behindTimer(amps: Phasor, siemens: Phasor, timer: { ohms: number; dropV: number }, y: Phasor): Phasor {
  const behind = inverse(siemens);
  const open = multiply(amps, behind);
  let { ohms } = timer;
  let across = ZERO;
  for (let round = 0; round < 12; round++) {
    across = divide(open, add(phasor(1), multiply(y, add(behind, phasor(ohms - timer.ohms)))));
    ohms = timer.dropV / Math.max(magnitude(multiply(across, y)), 1e-6);
  }
  return across;
}

const rms = (values: readonly number[]): number => Math.hypot(...values);

/** Volts and amps of a coil put on the pair, one frequency after the other. */
const acrossNets = (moment: PairMoment, coil: Coil, mode: 0 | 1) =>
  moment.nets.map(({ hz, amps, siemens, coilA, timer }) => {
    const y = valuesOf(coil, { mode, value: 0, emf: ZERO, fault: undefined }, hz)[0]!.y;
    const across = timer ? behindTimer(amps, siemens, timer, y) : divide(amps, add(siemens, y));
    const draws = multiply(across, y);
    return { hz, volts: signedVolts(across, hz), amps: magnitude(draws), more: subtract(draws, coilA) };
  });

/** What a coil put on the pair sees and draws: RMS volts, the share of rated that moves it, amps. */
export function coilAcross(moment: PairMoment, coil: Coil, mode: 0 | 1) {
  const nets = acrossNets(moment, coil, mode);
  return {
    volts: rms(nets.map(({ volts }) => volts)),
    drive: coilDriveOf(coil, nets),
    amps: rms(nets.map(({ amps }) => amps)),
    ...illOf(coil, nets),
  };
}

/** The transformers that a coil put on the pair loads: their secondary volts and VA with it. */
export function transformersUnder(moment: PairMoment, coil: Coil, mode: 0 | 1): { part: number; volts: number; va: number }[] {
  const nets = acrossNets(moment, coil, mode);
  const parts = new Set(moment.nets.flatMap(({ seen }) => seen.map(({ part }) => part)));
  return [...parts].map((part) => {
    const own = moment.nets.flatMap(({ seen }, index) =>
      seen
        .filter((one) => one.part === part)
        .map((one) => ({
          volts: magnitude(subtract(one.volts, multiply(nets[index]!.more, one.voltsPerAmp))),
          amps: magnitude(subtract(one.amps, multiply(nets[index]!.more, one.ampsPerAmp))),
        })),
    );
    const volts = rms(own.map((one) => one.volts));
    return { part, volts, va: volts * rms(own.map((one) => one.amps)) };
  });
}
