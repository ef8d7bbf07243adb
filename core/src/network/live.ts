import { addTo, emptyFactors, type Factors, type Place, placeOf, refactor, solveInPlace } from '#core/linear';
import { type Phasor, phasor, subtract, ZERO } from '#core/units';
import { EARTH_NODE, type NetworkPlan } from './plan';
import { type BranchValue, type Condition, OPEN_SIEMENS, valuesOf } from './stamps';

/** Stamps are whole multiples of 2⁻³⁶ S: sums of them are exact, so patching for ever leaves no residue. */
export const STAMP_STEP = 2 ** -36;
export const roundStamp = (siemens: number): number => Math.round(siemens / STAMP_STEP) * STAMP_STEP;

interface BranchPlaces {
  readonly nodes: readonly number[];
  readonly weights: readonly number[];
  readonly entries: readonly { readonly place: Place; readonly factor: number }[];
}

/** One frequency's matrix, sources and answer. The answer `vRe`, `vIm` is volts to earth by node (RMS phasor). */
export interface Net {
  readonly hz: number;
  readonly plan: NetworkPlan;
  readonly factors: Factors;
  readonly places: readonly BranchPlaces[];
  readonly yRe: Float64Array;
  readonly yIm: Float64Array;
  readonly eRe: Float64Array;
  readonly eIm: Float64Array;
  readonly vRe: Float64Array;
  readonly vIm: Float64Array;
  stale: boolean;
}

/** At DC a winding has no turns: it does not see the core. */
const weightAt = (weights: readonly number[], index: number, hz: number): number => (index === 2 && hz === 0 ? 0 : weights[index]!);

export function createNet(plan: NetworkPlan, hz: number): Net {
  const factors = emptyFactors(plan.factorPlan);
  const places = plan.branches.map(({ nodes, weights }): BranchPlaces => {
    const entries: { place: Place; factor: number }[] = [];
    const at = weights.map((_, index) => weightAt(weights, index, hz));
    nodes.forEach((i, a) => {
      if (i === EARTH_NODE) return;
      nodes.forEach((j, b) => {
        if (j === EARTH_NODE || b < a) return;
        const factor = at[a]! * at[b]!;
        if (i === j && a !== b) entries.push({ place: placeOf(plan.factorPlan, i, i), factor: 2 * factor });
        else entries.push({ place: placeOf(plan.factorPlan, i, j), factor });
      });
    });
    return { nodes, weights: at, entries };
  });
  const count = plan.branches.length;
  const net: Net = {
    hz,
    plan,
    factors,
    places,
    stale: true,
    yRe: new Float64Array(count),
    yIm: new Float64Array(count),
    eRe: new Float64Array(count),
    eIm: new Float64Array(count),
    vRe: new Float64Array(plan.nodeCount),
    vIm: new Float64Array(plan.nodeCount),
  };
  for (let node = 0; node < plan.nodeCount; node++) addTo(factors, placeOf(plan.factorPlan, node, node), OPEN_SIEMENS, 0);
  plan.branches.forEach(({ owner }, branch) => {
    if ('farads' in owner) setBranch(net, branch, { y: phasor(0, 2 * Math.PI * hz * owner.farads), emf: ZERO });
    if ('conductor' in owner) setBranch(net, branch, { y: phasor(1 / plan.conductors[owner.conductor]!.ohms), emf: ZERO });
  });
  return net;
}

/** Moves one branch to another admittance and EMF; the matrix changes by exact differences. */
export function setBranch(net: Net, branch: number, { y, emf }: BranchValue): void {
  const oldRe = net.yRe[branch]!;
  const oldIm = net.yIm[branch]!;
  if (oldRe !== y.re || oldIm !== y.im) {
    for (const { place, factor } of net.places[branch]!.entries) {
      const re = roundStamp(y.re * factor) - roundStamp(oldRe * factor);
      const im = roundStamp(y.im * factor) - roundStamp(oldIm * factor);
      if (re !== 0 || im !== 0) addTo(net.factors, place, re, im);
    }
    net.yRe[branch] = y.re;
    net.yIm[branch] = y.im;
    net.stale = true;
  }
  if (net.eRe[branch] !== emf.re || net.eIm[branch] !== emf.im) {
    net.eRe[branch] = emf.re;
    net.eIm[branch] = emf.im;
    net.stale = true;
  }
}

export function setPart(net: Net, index: number, condition: Condition): void {
  const { part, firstBranch } = net.plan.parts[index]!;
  valuesOf(part, condition, net.hz).forEach((value, offset) => {
    setBranch(net, firstBranch + offset, value);
  });
}

/** A conductor is whole, or open (broken, or its end lifted). */
export function setConductor(net: Net, index: number, whole: boolean, addedOhms = 0): void {
  const { branch, ohms } = net.plan.conductors[index]!;
  setBranch(net, branch, { y: phasor(whole ? 1 / (ohms + addedOhms) : OPEN_SIEMENS), emf: ZERO });
}

/** Norton current of a branch per unit weight, from the rounded admittance. */
export const nortonOf = (net: Net, branch: number): Phasor => {
  const re = roundStamp(net.yRe[branch]!);
  const im = roundStamp(net.yIm[branch]!);
  return { re: re * net.eRe[branch]! - im * net.eIm[branch]!, im: re * net.eIm[branch]! + im * net.eRe[branch]! };
};

/** Solves if anything moved; the answer is in `vRe`, `vIm`. */
export function solveNet(net: Net): void {
  if (!net.stale) return;
  refactor(net.factors);
  net.vRe.fill(0);
  net.vIm.fill(0);
  // few branches drive: the loop over all of them must cost next to nothing
  for (let branch = 0; branch < net.eRe.length; branch++) {
    if (net.eRe[branch] === 0 && net.eIm[branch] === 0) continue;
    const { re, im } = nortonOf(net, branch);
    const { nodes, weights } = net.places[branch]!;
    nodes.forEach((node, index) => {
      if (node === EARTH_NODE) return;
      net.vRe[node]! += weights[index]! * re;
      net.vIm[node]! += weights[index]! * im;
    });
  }
  solveInPlace(net.factors, net.vRe, net.vIm);
  net.stale = false;
}

export const voltsAt = (net: Net, node: number): Phasor => (node === EARTH_NODE ? ZERO : { re: net.vRe[node]!, im: net.vIm[node]! });

/** Volts across a branch's weights: for two ends, from first to second. */
export function acrossBranch(net: Net, branch: number): Phasor {
  let re = 0;
  let im = 0;
  const { nodes, weights } = net.places[branch]!;
  for (let index = 0; index < nodes.length; index++) {
    const node = nodes[index]!;
    if (node === EARTH_NODE) continue;
    re += weights[index]! * net.vRe[node]!;
    im += weights[index]! * net.vIm[node]!;
  }
  return { re, im };
}

/** Current through a branch, from its first end to its second, amps RMS. */
export function branchAmps(net: Net, branch: number): Phasor {
  const v = acrossBranch(net, branch);
  const re = v.re - net.eRe[branch]!;
  const im = v.im - net.eIm[branch]!;
  const yRe = net.yRe[branch]!;
  const yIm = net.yIm[branch]!;
  return { re: yRe * re - yIm * im, im: yRe * im + yIm * re };
}

/** Volts at every node for one ampere pushed in at `from` and out at `to`. Scratch arrays are the caller's to keep. */
export function unitResponse(net: Net, from: number, to: number): { re: Float64Array; im: Float64Array } {
  const re = new Float64Array(net.plan.nodeCount);
  const im = new Float64Array(net.plan.nodeCount);
  if (from !== EARTH_NODE) re[from]! += 1;
  if (to !== EARTH_NODE) re[to]! -= 1;
  refactor(net.factors);
  solveInPlace(net.factors, re, im);
  return { re, im };
}

/** RMS over all frequencies of what `of` reads from each net. */
export function rmsOver(nets: readonly Net[], of: (net: Net, index: number) => Phasor): number {
  let squares = 0;
  for (let index = 0; index < nets.length; index++) {
    const { re, im } = of(nets[index]!, index);
    squares += re * re + im * im;
  }
  return Math.sqrt(squares);
}

export const partVolts = (nets: readonly Net[], plan: NetworkPlan, part: number): number =>
  rmsOver(nets, (net) => acrossBranch(net, plan.parts[part]!.firstBranch));
export const partAmps = (nets: readonly Net[], plan: NetworkPlan, part: number): number =>
  rmsOver(nets, (net) => branchAmps(net, plan.parts[part]!.firstBranch));

/** RMS volts between two nodes, no meter connected. */
export const pairVolts = (nets: readonly Net[], a: number, b: number): number =>
  rmsOver(nets, (net) => subtract(voltsAt(net, a), voltsAt(net, b)));
