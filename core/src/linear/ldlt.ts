import { at, must, real, whole } from '#core/units';
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
  /** the column that holds each of these entries */
  readonly column: Int32Array;
  /** parent in the elimination tree, -1 at a root */
  readonly parent: Int32Array;
  /** programs: for column j, quadruples (k, place of L[j,k], place of L[i,k] or -1 for the diagonal, target place in column j or -1) */
  readonly programStart: Int32Array;
  readonly program: Int32Array;
}

/** Place of a matrix entry in `Factors`: that of its column on the diagonal, or, below zero, −1 − its place in L's pattern. */
export type Place = number;

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
    const a = whole(positionOf, i);
    const b = whole(positionOf, j);
    at(columns, Math.min(a, b)).add(Math.max(a, b));
  }
  const parent = new Int32Array(size).fill(-1);
  const sorted = columns.map((column, j) => {
    const rows = Int32Array.from(column).sort();
    const [first] = rows;
    if (first === undefined) return rows;
    parent[j] = first;
    const next = at(columns, first);
    for (const i of rows) if (i !== first) next.add(i);
    return rows;
  });
  const start = new Int32Array(size + 1);
  sorted.forEach((rows, j) => {
    start[j + 1] = whole(start, j) + rows.length;
  });
  const row = new Int32Array(whole(start, size));
  const column = new Int32Array(row.length);
  sorted.forEach((rows, j) => {
    row.set(rows, whole(start, j));
    column.fill(j, whole(start, j), whole(start, j + 1));
  });
  return { size, positionOf, order, start, row, column, parent, ...writePrograms(size, start, row) };
}

function writePrograms(size: number, start: Int32Array, row: Int32Array) {
  const steps: number[][] = Array.from({ length: size }, () => []);
  const placeIn = new Map<number, number>(); // row * size + column -> place
  for (let j = 0; j < size; j++) for (let p = whole(start, j); p < whole(start, j + 1); p++) placeIn.set(whole(row, p) * size + j, p);
  for (let k = 0; k < size; k++) {
    const end = whole(start, k + 1);
    for (let p = whole(start, k); p < end; p++) {
      const j = whole(row, p);
      const list = at(steps, j);
      list.push(k, p, -1, -1);
      for (let q = p + 1; q < end; q++) list.push(k, p, q, must(placeIn.get(whole(row, q) * size + j), 'a place of the fill'));
    }
  }
  const programStart = new Int32Array(size + 1);
  steps.forEach((list, j) => {
    programStart[j + 1] = whole(programStart, j) + list.length;
  });
  const program = new Int32Array(whole(programStart, size));
  steps.forEach((list, j) => {
    program.set(list, whole(programStart, j));
  });
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

/** A matrix of its own with the same entries; its factors are to be computed. */
export function copyFactors(from: Factors): Factors {
  const made = emptyFactors(from.plan);
  made.diagRe.set(from.diagRe);
  made.diagIm.set(from.diagIm);
  made.offRe.set(from.offRe);
  made.offIm.set(from.offIm);
  return made;
}

/** Where entry (i, j) of the matrix lives. The entry must be in the plan's pattern. */
export function placeOf(plan: FactorPlan, i: number, j: number): Place {
  const a = whole(plan.positionOf, i);
  const b = whole(plan.positionOf, j);
  if (a === b) return a;
  const column = Math.min(a, b);
  const target = Math.max(a, b);
  for (let p = whole(plan.start, column); p < whole(plan.start, column + 1); p++) if (plan.row[p] === target) return -1 - p;
  throw new Error(`entry (${i}, ${j}) is outside the planned pattern`);
}

/** Adds to one entry and marks its column for the next `refactor`. */
export function addTo(factors: Factors, place: Place, re: number, im: number): void {
  const isDiagonal = place >= 0;
  const index = isDiagonal ? place : -1 - place;
  const entryRe = isDiagonal ? factors.diagRe : factors.offRe;
  const entryIm = isDiagonal ? factors.diagIm : factors.offIm;
  entryRe[index] = real(entryRe, index) + re;
  entryIm[index] = real(entryIm, index) + im;
  factors.dirty[isDiagonal ? index : whole(factors.plan.column, index)] = 1;
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
    const up = whole(parent, j);
    if (up >= 0) dirty[up] = 1;
    let diagonalRe = real(diagRe, j);
    let diagonalIm = real(diagIm, j);
    const from = whole(start, j);
    const to = whole(start, j + 1);
    for (let p = from; p < to; p++) {
      lRe[p] = real(offRe, p);
      lIm[p] = real(offIm, p);
    }
    let scaleRe = 0;
    let scaleIm = 0;
    const last = whole(programStart, j + 1);
    for (let s = whole(programStart, j); s < last; s += 4) {
      const p = whole(program, s + 1);
      const q = whole(program, s + 2);
      if (q < 0) {
        const k = whole(program, s);
        const re = real(lRe, p);
        const im = real(lIm, p);
        scaleRe = re * real(dRe, k) - im * real(dIm, k);
        scaleIm = re * real(dIm, k) + im * real(dRe, k);
        diagonalRe -= scaleRe * re - scaleIm * im;
        diagonalIm -= scaleRe * im + scaleIm * re;
      } else {
        const target = whole(program, s + 3);
        const re = real(lRe, q);
        const im = real(lIm, q);
        lRe[target] = real(lRe, target) - (scaleRe * re - scaleIm * im);
        lIm[target] = real(lIm, target) - (scaleRe * im + scaleIm * re);
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
      const re = real(lRe, p);
      const im = real(lIm, p);
      lRe[p] = re * overRe - im * overIm;
      lIm[p] = re * overIm + im * overRe;
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
    const node = whole(order, j);
    xRe[j] = real(bRe, node);
    xIm[j] = real(bIm, node);
  }
  for (let j = 0; j < size; j++) {
    const re = real(xRe, j);
    const im = real(xIm, j);
    if (re === 0 && im === 0) continue;
    const end = whole(start, j + 1);
    for (let p = whole(start, j); p < end; p++) {
      const i = whole(row, p);
      xRe[i] = real(xRe, i) - (real(lRe, p) * re - real(lIm, p) * im);
      xIm[i] = real(xIm, i) - (real(lRe, p) * im + real(lIm, p) * re);
    }
  }
  for (let j = size - 1; j >= 0; j--) {
    let re = real(xRe, j) * real(overRe, j) - real(xIm, j) * real(overIm, j);
    let im = real(xRe, j) * real(overIm, j) + real(xIm, j) * real(overRe, j);
    const end = whole(start, j + 1);
    for (let p = whole(start, j); p < end; p++) {
      const i = whole(row, p);
      re -= real(lRe, p) * real(xRe, i) - real(lIm, p) * real(xIm, i);
      im -= real(lRe, p) * real(xIm, i) + real(lIm, p) * real(xRe, i);
    }
    xRe[j] = re;
    xIm[j] = im;
  }
  for (let j = 0; j < size; j++) {
    const node = whole(order, j);
    bRe[node] = real(xRe, j);
    bIm[node] = real(xIm, j);
  }
}
