import { EARTH_NODE } from '#core/graph';
import { type BranchValue, type How, OPEN_SIEMENS } from '#core/kinds';
import { addTo, copyFactors, emptyFactors, type Factors, placeOf, refactor, solveInPlace } from '#core/linear';
import { at, type Phasor, phasor, real, subtract, whole, ZERO } from '#core/units';
import type { NetworkPlan } from './plan';
import { type Stamps, stampsAt, type Weave } from './stamps';

/** Stamps are whole multiples of 2⁻³⁶ S: sums of them are exact, so patching for ever leaves no residue. */
const STAMP_STEP = 2 ** -36;
/** Siemens rounded to a whole number of stamp steps. */
export const roundStamp = (siemens: number): number => Math.round(siemens / STAMP_STEP) * STAMP_STEP;

/** One frequency's matrix, sources and answer. The answer `vRe`, `vIm` is volts to earth by node (RMS phasor). */
export interface Net {
  readonly hz: number;
  readonly plan: NetworkPlan;
  readonly factors: Factors;
  readonly stamps: Stamps;
  readonly yRe: Float64Array;
  readonly yIm: Float64Array;
  readonly eRe: Float64Array;
  readonly eIm: Float64Array;
  readonly vRe: Float64Array;
  readonly vIm: Float64Array;
  /** branches that have an EMF now: a solve walks these alone */
  readonly driving: Set<number>;
  stale: boolean;
}

const blank = new WeakMap<Weave, WeakMap<NetworkPlan['wiring'], Map<number, Net>>>();

/** The blank nets of all plans that are wired and woven alike, by their frequency. */
function blanksOf({ weave, wiring }: NetworkPlan): Map<number, Net> {
  const woven = blank.get(weave) ?? new WeakMap();
  const known = woven.get(wiring) ?? new Map();
  blank.set(weave, woven.set(wiring, known));
  return known;
}

/** A net with its wires in and every part open. Made once for each way of wiring and frequency, and copied: what is shared never changes. */
export function createNet(plan: NetworkPlan, hz: number): Net {
  const known = blanksOf(plan);
  const first = known.get(hz) ?? firstNet(plan, hz);
  known.set(hz, first);
  const { factors, stamps, driving, yRe, yIm, eRe, eIm, vRe, vIm } = first;
  return {
    hz,
    plan,
    factors: copyFactors(factors),
    stamps,
    stale: true,
    driving: new Set(driving),
    yRe: yRe.slice(),
    yIm: yIm.slice(),
    eRe: eRe.slice(),
    eIm: eIm.slice(),
    vRe: vRe.slice(),
    vIm: vIm.slice(),
  };
}

function firstNet(plan: NetworkPlan, hz: number): Net {
  const stamps = stampsAt(plan.weave, hz);
  const factors = emptyFactors(stamps.pattern);
  const count = plan.branches.length;
  const numbers = (length: number) => new Float64Array(length);
  const net: Net = {
    hz,
    plan,
    factors,
    stamps,
    stale: true,
    driving: new Set(),
    yRe: numbers(count),
    yIm: numbers(count),
    eRe: numbers(count),
    eIm: numbers(count),
    vRe: numbers(plan.nodeCount),
    vIm: numbers(plan.nodeCount),
  };
  for (let node = 0; node < plan.nodeCount; node++) addTo(factors, placeOf(stamps.pattern, node, node), OPEN_SIEMENS, 0);
  plan.branches.forEach(({ owner }, branch) => {
    if ('farads' in owner) setBranch(net, branch, { y: phasor(0, 2 * Math.PI * hz * owner.farads), emf: ZERO });
    if ('conductor' in owner) setBranch(net, branch, { y: phasor(1 / at(plan.conductors, owner.conductor).ohms), emf: ZERO });
  });
  return net;
}

/** Moves one branch to another admittance and EMF; the matrix changes by exact differences. */
export function setBranch(net: Net, branch: number, { y, emf }: BranchValue): void {
  const [oldRe, oldIm] = [real(net.yRe, branch), real(net.yIm, branch)];
  if (oldRe !== y.re || oldIm !== y.im) {
    const { entryStart, entryPlace, entryFactor } = net.stamps;
    for (let entry = whole(entryStart, branch); entry < whole(entryStart, branch + 1); entry++) {
      const factor = real(entryFactor, entry);
      const re = roundStamp(y.re * factor) - roundStamp(oldRe * factor);
      const im = roundStamp(y.im * factor) - roundStamp(oldIm * factor);
      if (re !== 0 || im !== 0) addTo(net.factors, whole(entryPlace, entry), re, im);
    }
    net.yRe[branch] = y.re;
    net.yIm[branch] = y.im;
    net.stale = true;
  }
  if (net.eRe[branch] !== emf.re || net.eIm[branch] !== emf.im) {
    net.eRe[branch] = emf.re;
    net.eIm[branch] = emf.im;
    if (emf.re === 0 && emf.im === 0) net.driving.delete(branch);
    else net.driving.add(branch);
    net.stale = true;
  }
}

/** Stamps a part as it stands. */
export function setPart(net: Net, index: number, how: How): void {
  const { part, kind, firstBranch } = at(net.plan.parts, index);
  kind.admittances(part, how, net.hz).forEach((value, offset) => {
    setBranch(net, firstBranch + offset, value);
  });
}

/** A conductor is whole, or open (broken, or its end lifted). */
export function setConductor(net: Net, index: number, isWhole: boolean, addedOhms = 0): void {
  const { branch, ohms } = at(net.plan.conductors, index);
  setBranch(net, branch, { y: phasor(isWhole ? 1 / (ohms + addedOhms) : OPEN_SIEMENS), emf: ZERO });
}

/** Norton current of a branch per unit weight, from the rounded admittance. */
export const nortonOf = (net: Net, branch: number): Phasor => {
  const [re, im] = [roundStamp(real(net.yRe, branch)), roundStamp(real(net.yIm, branch))];
  const [eRe, eIm] = [real(net.eRe, branch), real(net.eIm, branch)];
  return { re: re * eRe - im * eIm, im: re * eIm + im * eRe };
};

/** Solves if anything moved; the answer is in `vRe`, `vIm`. */
export function solveNet(net: Net): void {
  if (!net.stale) return;
  refactor(net.factors);
  net.vRe.fill(0);
  net.vIm.fill(0);
  // few branches drive; in their own order, so that sums come out the same however they came to drive
  for (const branch of [...net.driving].sort((a, b) => a - b)) {
    const { re, im } = nortonOf(net, branch);
    const { endStart, endNode, endWeight } = net.stamps;
    for (let end = whole(endStart, branch); end < whole(endStart, branch + 1); end++) {
      const node = whole(endNode, end);
      if (node === EARTH_NODE) continue;
      net.vRe[node] = real(net.vRe, node) + real(endWeight, end) * re;
      net.vIm[node] = real(net.vIm, node) + real(endWeight, end) * im;
    }
  }
  solveInPlace(net.factors, net.vRe, net.vIm);
  net.stale = false;
}

/** Volts to earth at a node, RMS phasor. */
export const voltsAt = (net: Net, node: number): Phasor =>
  node === EARTH_NODE ? ZERO : { re: real(net.vRe, node), im: real(net.vIm, node) };

/** The ends of a branch: their nodes, and by what the volts of each count. */
export function endsOf({ stamps: { endStart, endNode, endWeight } }: Net, branch: number): { nodes: number[]; weights: number[] } {
  const [from, to] = [whole(endStart, branch), whole(endStart, branch + 1)];
  return { nodes: [...endNode.subarray(from, to)], weights: [...endWeight.subarray(from, to)] };
}

/** Volts across a branch's weights: for two ends, from first to second. */
export function acrossBranch({ stamps: { endStart, endNode, endWeight }, vRe, vIm }: Net, branch: number): Phasor {
  let re = 0;
  let im = 0;
  const last = whole(endStart, branch + 1);
  for (let end = whole(endStart, branch); end < last; end++) {
    const node = whole(endNode, end);
    if (node === EARTH_NODE) continue;
    const weight = real(endWeight, end);
    re += weight * real(vRe, node);
    im += weight * real(vIm, node);
  }
  return { re, im };
}

/** Current through a branch, from its first end to its second, amps RMS. */
export function branchAmps(net: Net, branch: number): Phasor {
  const v = acrossBranch(net, branch);
  const re = v.re - real(net.eRe, branch);
  const im = v.im - real(net.eIm, branch);
  const [yRe, yIm] = [real(net.yRe, branch), real(net.yIm, branch)];
  return { re: yRe * re - yIm * im, im: yRe * im + yIm * re };
}

/** Volts at every node for one ampere pushed in at `from` and out at `to`. The arrays are the caller's to keep. */
export function unitResponse(net: Net, from: number, to: number): { re: Float64Array; im: Float64Array } {
  const re = new Float64Array(net.plan.nodeCount);
  const im = new Float64Array(net.plan.nodeCount);
  if (from !== EARTH_NODE) re[from] = real(re, from) + 1;
  if (to !== EARTH_NODE) re[to] = real(re, to) - 1;
  refactor(net.factors);
  solveInPlace(net.factors, re, im);
  return { re, im };
}

/** RMS over all frequencies of what `of` reads from each net. */
export function rmsOver(nets: readonly Net[], of: (net: Net, index: number) => Phasor): number {
  let squares = 0;
  nets.forEach((net, index) => {
    const { re, im } = of(net, index);
    squares += re * re + im * im;
  });
  return Math.sqrt(squares);
}

/** RMS volts of a node to earth: asked of every node at every event, so nothing is made on the way. */
export function toEarthRms(nets: readonly Net[], node: number): number {
  if (node === EARTH_NODE) return 0;
  let squares = 0;
  for (const { vRe, vIm } of nets) squares += real(vRe, node) ** 2 + real(vIm, node) ** 2;
  return Math.sqrt(squares);
}

/** Volts across a branch over all frequencies. */
export function branchVoltsRms(nets: readonly Net[], branch: number): number {
  let squares = 0;
  for (const net of nets) {
    const { re, im } = acrossBranch(net, branch);
    squares += re * re + im * im;
  }
  return Math.sqrt(squares);
}

/** RMS amps through a branch over all frequencies. */
export function branchAmpsRms(nets: readonly Net[], branch: number): number {
  let squares = 0;
  for (const net of nets) {
    const { re, im } = branchAmps(net, branch);
    squares += re * re + im * im;
  }
  return Math.sqrt(squares);
}

/** RMS volts across a part's first branch, and amps through it. */
export const partVolts = (nets: readonly Net[], plan: NetworkPlan, part: number): number =>
  branchVoltsRms(nets, at(plan.parts, part).firstBranch);
/** RMS amps through a part's first branch. */
export const partAmps = (nets: readonly Net[], plan: NetworkPlan, part: number): number =>
  branchAmpsRms(nets, at(plan.parts, part).firstBranch);

/** RMS volts between two nodes, no meter connected. */
export const pairVolts = (nets: readonly Net[], a: number, b: number): number =>
  rmsOver(nets, (net) => subtract(voltsAt(net, a), voltsAt(net, b)));
