import { EARTH_NODE, type PlannedPart } from '#core/graph';
import {
  type Coil,
  coilDriveOf,
  coilValue,
  type Ill,
  illOf,
  isKind,
  type SeriesTimer,
  signedVolts,
  type Transformer,
  topSection,
} from '#core/kinds';
import { acrossBranch, branchAmps, endsOf, type Net, pairSource, unitResponse, voltsAt } from '#core/network';
import { isIn, type Moment, type Rig, settleMoment } from '#core/sequence';
import { add, at, divide, inverse, magnitude, multiply, type Phasor, phasor, real, scale, subtract, ZERO } from '#core/units';

/** A transformer's secondary as one coil sees it: volts and amps now, and what one more ampere through the coil does to both. */
interface Felt {
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
  readonly felt: readonly Felt[];
}

type PlannedCoil = PlannedPart & { readonly part: Coil };

interface Response {
  readonly re: Float64Array;
  readonly im: Float64Array;
}

const responseAt = ({ re, im }: Response, node: number): Phasor => (node === EARTH_NODE ? ZERO : phasor(real(re, node), real(im, node)));

/** Volts that one ampere through the pair brings across a branch. */
const riseOver = (net: Net, branch: number, response: Response): Phasor => {
  const { nodes, weights } = endsOf(net, branch);
  return nodes.reduce((sum, node, index) => add(sum, scale(responseAt(response, node), at(weights, index))), ZERO);
};

const admittanceOf = (net: Net, branch: number): Phasor => phasor(real(net.yRe, branch), real(net.yIm, branch));

/** The circuit seen from a coil's terminals at one moment. */
export function momentOf(rig: Rig, coil: PlannedCoil, moment: Moment): PairMoment {
  settleMoment(rig, moment);
  const { plan } = rig;
  const { part, firstBranch, device } = coil;
  const [x, y] = [plan.nodeAt(device.id, part.a), plan.nodeAt(device.id, part.b)];
  return {
    nets: rig.nets.map((net): PairNet => {
      const response = unitResponse(net, x, y);
      const { openV, behindOhms } = pairSource(net, x, y, response);
      const own = admittanceOf(net, firstBranch);
      const all = magnitude(behindOhms) === 0 ? phasor(1e9) : inverse(behindOhms);
      return {
        hz: net.hz,
        amps: multiply(openV, all),
        siemens: subtract(all, own),
        coilA: multiply(acrossBranch(net, firstBranch), own),
        // an ampere pushed into the pair splits between the coil and the rest: all of the rest passes a timer in the coil's loop
        timer: timerInLoop(rig, net, moment, response, magnitude(subtract(phasor(1), multiply(own, behindOhms)))),
        felt: feltThrough(rig, net, response),
      };
    }),
  };
}

function timerInLoop({ plan }: Rig, net: Net, moment: Moment, response: Response, rest: number): PairNet['timer'] {
  const isPassing = (planned: PlannedPart): planned is PlannedPart & { readonly part: SeriesTimer } =>
    isIn(moment, planned, 'series-timer', 'passing');
  const inLoop = plan.parts.filter(isPassing).find(({ firstBranch }) => {
    const through = magnitude(multiply(riseOver(net, firstBranch, response), admittanceOf(net, firstBranch)));
    return through > 0.98 * rest;
  });
  return inLoop && { ohms: 1 / admittanceOf(net, inLoop.firstBranch).re, dropV: inLoop.part.onDropV };
}

/** Of many transformers a coil sags one or two; the others it feels through the line alone. */
function feltThrough({ plan }: Rig, net: Net, response: Response): Felt[] {
  const all = plan.parts.filter(isKind('transformer')).map((planned) => feltAt(net, planned, response));
  const most = Math.max(0, ...all.map(({ voltsPerAmp }) => magnitude(voltsPerAmp)));
  return all.filter(({ voltsPerAmp }) => magnitude(voltsPerAmp) > 0.01 * most);
}

function feltAt(net: Net, { part, index, device, firstBranch }: PlannedPart & { readonly part: Transformer }, response: Response): Felt {
  const top = firstBranch + topSection(part);
  const node = (mark: string) => net.plan.nodeAt(device.id, mark);
  const [high, low] = [node(at(part.secondary, -1).mark), node(at(part.secondary, 0).mark)];
  return {
    part: index,
    volts: subtract(voltsAt(net, high), voltsAt(net, low)),
    amps: branchAmps(net, top),
    voltsPerAmp: subtract(responseAt(response, high), responseAt(response, low)),
    ampsPerAmp: multiply(riseOver(net, top, response), admittanceOf(net, top)),
  };
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

type CoilMode = 'out' | 'in';

/** Volts and amps of a coil put on the pair, one frequency after the other. */
const acrossNets = (moment: PairMoment, coil: Coil, mode: CoilMode) =>
  moment.nets.map(({ hz, amps, siemens, coilA, timer }) => {
    const { y } = coilValue(coil, { state: { mode }, fault: undefined }, hz);
    const across = timer ? behindTimer(amps, siemens, timer, y) : divide(amps, add(siemens, y));
    const draws = multiply(across, y);
    return { hz, volts: signedVolts(across, hz), amps: magnitude(draws), more: subtract(draws, coilA) };
  });

/** What a coil put on the pair sees and draws: RMS volts, the share of rated that moves it, amps. */
export function coilAcross(moment: PairMoment, coil: Coil, mode: CoilMode): { volts: number; drive: number; amps: number } & Ill {
  const nets = acrossNets(moment, coil, mode);
  return {
    volts: rms(nets.map(({ volts }) => volts)),
    drive: coilDriveOf(coil, nets),
    amps: rms(nets.map(({ amps }) => amps)),
    ...illOf(coil, nets),
  };
}

/** Volts RMS across the open pair, and amps into a short across it. */
export const openVolts = ({ nets }: PairMoment): number => rms(nets.map(({ amps, siemens }) => magnitude(divide(amps, siemens))));
/** Amps RMS that the pair behind a coil gives into a short. */
export const shortAmps = ({ nets }: PairMoment): number => rms(nets.map(({ amps }) => magnitude(amps)));

/** The transformers that a coil put on the pair loads: their secondary volts and VA with it. */
export function transformersUnder(moment: PairMoment, coil: Coil, mode: CoilMode): { part: number; volts: number; va: number }[] {
  const nets = acrossNets(moment, coil, mode);
  const parts = new Set(moment.nets.flatMap(({ felt }) => felt.map(({ part }) => part)));
  return [...parts].map((part) => {
    const own = moment.nets.flatMap(({ felt }, index) =>
      felt
        .filter((one) => one.part === part)
        .map((one) => {
          const { more } = at(nets, index);
          return {
            volts: magnitude(subtract(one.volts, multiply(more, one.voltsPerAmp))),
            amps: magnitude(subtract(one.amps, multiply(more, one.ampsPerAmp))),
          };
        }),
    );
    const volts = rms(own.map((one) => one.volts));
    return { part, volts, va: volts * rms(own.map((one) => one.amps)) };
  });
}
