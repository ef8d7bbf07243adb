import { minimumDegreeOrder } from './order';

/**
 * The pattern of L and, for every column, the flat program that computes it from the columns before it.
 * Depends on where the matrix has entries, not on their values: made once per topology.
 */
export interface FactorPlan {
  readonly size: number;
  /** unknown -> position in elimination order */
  readonly positionOf: Int32Array;
  /** position -> unknown */
  readonly order: Int32Array;
  /** L's strict lower part by columns: entries of column j are [start[j], start[j+1]) */
  readonly start: Int32Array;
  readonly row: Int32Array;
  /** parent in the elimination tree, -1 at a root */
  readonly parent: Int32Array;
  /** programs: for column j, quadruples (k, place of L[j,k], place of L[i,k] or -1 for the diagonal, target place in column j or -1) */
  readonly programStart: Int32Array;
  readonly program: Int32Array;
}

/** Place of a matrix entry in `Factors`: `diagonal` index, or `off` index into L's pattern. */
export type Place = { readonly diagonal: number } | { readonly off: number };

/** A complex-symmetric matrix on a plan's pattern and its factors; re and im apart, so that the loops stay in typed arrays. */
export interface Factors {
  readonly plan: FactorPlan;
  readonly diagRe: Float64Array;
  readonly diagIm: Float64Array;
  readonly offRe: Float64Array;
  readonly offIm: Float64Array;
  readonly dRe: Float64Array;
  readonly dIm: Float64Array;
  /** 1 over D: a solve multiplies */
  readonly overRe: Float64Array;
  readonly overIm: Float64Array;
  readonly lRe: Float64Array;
  readonly lIm: Float64Array;
  readonly dirty: Uint8Array;
  /** columns computed by the last refactorization */
  touched: number;
  workRe: Float64Array;
  workIm: Float64Array;
}

/** Orders the unknowns, finds the fill and writes the column programs. @param pairs off-diagonal places of the matrix. */
export function planFactors(size: number, pairs: readonly (readonly [number, number])[]): FactorPlan {
  const order = minimumDegreeOrder(size, pairs);
  const positionOf = new Int32Array(size);
  order.forEach((node, place) => {
    positionOf[node] = place;
  });
  const columns: Set<number>[] = Array.from({ length: size }, () => new Set());
  for (const [i, j] of pairs) {
    if (i === j) continue;
    const a = positionOf[i]!;
    const b = positionOf[j]!;
    columns[Math.min(a, b)]!.add(Math.max(a, b));
  }
  const parent = new Int32Array(size).fill(-1);
  const sorted: Int32Array[] = [];
  for (let j = 0; j < size; j++) {
    const rows = Int32Array.from(columns[j]!).sort();
    sorted.push(rows);
    const first = rows[0];
    if (first === undefined) continue;
    parent[j] = first;
    for (const i of rows) if (i !== first) columns[first]!.add(i);
  }
  const start = new Int32Array(size + 1);
  for (let j = 0; j < size; j++) start[j + 1] = start[j]! + sorted[j]!.length;
  const row = new Int32Array(start[size]!);
  for (let j = 0; j < size; j++) row.set(sorted[j]!, start[j]!);
  return { size, positionOf, order, start, row, parent, ...writePrograms(size, start, row) };
}

function writePrograms(size: number, start: Int32Array, row: Int32Array) {
  const steps: number[][] = Array.from({ length: size }, () => []);
  const placeIn = new Map<number, number>(); // row * size + column -> place
  for (let j = 0; j < size; j++) for (let p = start[j]!; p < start[j + 1]!; p++) placeIn.set(row[p]! * size + j, p);
  for (let k = 0; k < size; k++) {
    for (let p = start[k]!; p < start[k + 1]!; p++) {
      const j = row[p]!;
      const list = steps[j]!;
      list.push(k, p, -1, -1);
      for (let q = p + 1; q < start[k + 1]!; q++) list.push(k, p, q, placeIn.get(row[q]! * size + j)!);
    }
  }
  const programStart = new Int32Array(size + 1);
  for (let j = 0; j < size; j++) programStart[j + 1] = programStart[j]! + steps[j]!.length;
  const program = new Int32Array(programStart[size]!);
  for (let j = 0; j < size; j++) program.set(steps[j]!, programStart[j]!);
  return { programStart, program };
}

/** An all-zero matrix on the plan; every column starts dirty. */
export function emptyFactors(plan: FactorPlan): Factors {
  const { size, row } = plan;
  const make = (length: number) => new Float64Array(length);
  return {
    plan,
    diagRe: make(size),
    diagIm: make(size),
    offRe: make(row.length),
    offIm: make(row.length),
    dRe: make(size),
    dIm: make(size),
    overRe: make(size),
    overIm: make(size),
    lRe: make(row.length),
    lIm: make(row.length),
    dirty: new Uint8Array(size).fill(1),
    touched: 0,
    workRe: make(size),
    workIm: make(size),
  };
}

/** Where entry (i, j) of the matrix lives. The entry must be in the plan's pattern. */
export function placeOf(plan: FactorPlan, i: number, j: number): Place {
  const a = plan.positionOf[i]!;
  const b = plan.positionOf[j]!;
  if (a === b) return { diagonal: a };
  const column = Math.min(a, b);
  const target = Math.max(a, b);
  for (let p = plan.start[column]!; p < plan.start[column + 1]!; p++) if (plan.row[p] === target) return { off: p };
  throw new Error(`entry (${i}, ${j}) is outside the planned pattern`);
}

/** Adds to one entry and marks its column for the next `refactor`. */
export function addTo(factors: Factors, place: Place, re: number, im: number): void {
  if ('diagonal' in place) {
    factors.diagRe[place.diagonal]! += re;
    factors.diagIm[place.diagonal]! += im;
    factors.dirty[place.diagonal] = 1;
  } else {
    factors.offRe[place.off]! += re;
    factors.offIm[place.off]! += im;
    factors.dirty[columnOfPlace(factors.plan, place.off)] = 1;
  }
}

function columnOfPlace(plan: FactorPlan, place: number): number {
  let low = 0;
  let high = plan.size - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (plan.start[middle]! <= place) low = middle;
    else high = middle - 1;
  }
  return low;
}

/**
 * Recomputes the dirty columns and their ancestors in the elimination tree, nothing else.
 * Each column is always computed by the same program from the same entries, so a patched factorization equals a fresh one bit for bit.
 */
export function refactor(factors: Factors): void {
  const { plan, dirty, diagRe, diagIm, offRe, offIm, dRe, dIm, lRe, lIm } = factors;
  const { size, start, parent, programStart, program } = plan;
  let touched = 0;
  for (let j = 0; j < size; j++) {
    if (!dirty[j]) continue;
    dirty[j] = 0;
    touched++;
    if (parent[j]! >= 0) dirty[parent[j]!] = 1;
    let diagonalRe = diagRe[j]!;
    let diagonalIm = diagIm[j]!;
    const from = start[j]!;
    const to = start[j + 1]!;
    for (let p = from; p < to; p++) {
      lRe[p] = offRe[p]!;
      lIm[p] = offIm[p]!;
    }
    let scaleRe = 0;
    let scaleIm = 0;
    for (let s = programStart[j]!; s < programStart[j + 1]!; s += 4) {
      const p = program[s + 1]!;
      const q = program[s + 2]!;
      if (q < 0) {
        const k = program[s]!;
        scaleRe = lRe[p]! * dRe[k]! - lIm[p]! * dIm[k]!;
        scaleIm = lRe[p]! * dIm[k]! + lIm[p]! * dRe[k]!;
        diagonalRe -= scaleRe * lRe[p]! - scaleIm * lIm[p]!;
        diagonalIm -= scaleRe * lIm[p]! + scaleIm * lRe[p]!;
      } else {
        const target = program[s + 3]!;
        lRe[target]! -= scaleRe * lRe[q]! - scaleIm * lIm[q]!;
        lIm[target]! -= scaleRe * lIm[q]! + scaleIm * lRe[q]!;
      }
    }
    dRe[j] = diagonalRe;
    dIm[j] = diagonalIm;
    const square = diagonalRe * diagonalRe + diagonalIm * diagonalIm;
    const overRe = diagonalRe / square;
    const overIm = -diagonalIm / square;
    factors.overRe[j] = overRe;
    factors.overIm[j] = overIm;
    for (let p = from; p < to; p++) {
      const re = lRe[p]! * overRe - lIm[p]! * overIm;
      lIm[p] = lRe[p]! * overIm + lIm[p]! * overRe;
      lRe[p] = re;
    }
  }
  factors.touched = touched;
}

/**
 * Solves A·x = b with the present factors; b is replaced by x, both in the order of the unknowns.
 * Call `refactor` first when entries have moved.
 */
export function solveInPlace(factors: Factors, bRe: Float64Array, bIm: Float64Array): void {
  const { plan, overRe, overIm, lRe, lIm, workRe: xRe, workIm: xIm } = factors;
  const { size, order, start, row } = plan;
  for (let j = 0; j < size; j++) {
    xRe[j] = bRe[order[j]!]!;
    xIm[j] = bIm[order[j]!]!;
  }
  for (let j = 0; j < size; j++) {
    const re = xRe[j]!;
    const im = xIm[j]!;
    if (re === 0 && im === 0) continue;
    for (let p = start[j]!; p < start[j + 1]!; p++) {
      const i = row[p]!;
      xRe[i]! -= lRe[p]! * re - lIm[p]! * im;
      xIm[i]! -= lRe[p]! * im + lIm[p]! * re;
    }
  }
  for (let j = size - 1; j >= 0; j--) {
    let re = xRe[j]! * overRe[j]! - xIm[j]! * overIm[j]!;
    let im = xRe[j]! * overIm[j]! + xIm[j]! * overRe[j]!;
    for (let p = start[j]!; p < start[j + 1]!; p++) {
      const i = row[p]!;
      re -= lRe[p]! * xRe[i]! - lIm[p]! * xIm[i]!;
      im -= lRe[p]! * xIm[i]! + lIm[p]! * xRe[i]!;
    }
    xRe[j] = re;
    xIm[j] = im;
  }
  for (let j = 0; j < size; j++) {
    bRe[order[j]!] = xRe[j]!;
    bIm[order[j]!] = xIm[j]!;
  }
}
