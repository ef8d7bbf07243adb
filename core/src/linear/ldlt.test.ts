import { describe, expect, it } from 'vitest';
import { seededNumbers } from '../testing/demo';
import { addTo, emptyFactors, placeOf, planFactors, refactor, solveInPlace } from './index';

type Entry = readonly [number, number, number, number];

function factored(size: number, entries: readonly Entry[]) {
  const factors = emptyFactors(
    planFactors(
      size,
      entries.map(([i, j]) => [i, j] as const),
    ),
  );
  for (const [i, j, re, im] of entries) addTo(factors, placeOf(factors.plan, i, j), re, im);
  refactor(factors);
  return factors;
}

/** A connected random pattern like a circuit's: a tree with a few ties, diagonally strong. */
function randomMatrix(size: number, seed: number): Entry[] {
  const random = seededNumbers(seed);
  const entries: Entry[] = [];
  const diagonal = new Float64Array(size);
  const tie = (i: number, j: number) => {
    const y = Math.round(random() * 1000) / 64;
    entries.push([i, j, -y, y / 4]);
    diagonal[i]! += y;
    diagonal[j]! += y;
  };
  for (let i = 1; i < size; i++) tie(i, Math.floor(random() * i));
  for (let k = 0; k < size / 4; k++) {
    const [i, j] = [Math.floor(random() * size), Math.floor(random() * size)];
    if (i !== j && !entries.some(([a, b]) => (a === i && b === j) || (a === j && b === i))) tie(i, j);
  }
  for (const [i, sum] of diagonal.entries()) entries.push([i, i, sum + 0.5, -sum / 4]);
  return entries;
}

describe('sparse LDLt of a complex-symmetric matrix', () => {
  // Source: the inverse of the Hilbert matrix of order 4 is known in closed form (Choi, Amer. Math. Monthly 90, 1983).
  it('solves the Hilbert matrix of order 4', () => {
    const entries = Array.from({ length: 4 }, (_, i) => Array.from({ length: i + 1 }, (__, j): Entry => [i, j, 1 / (i + j + 1), 0])).flat();
    const re = Float64Array.of(1, 0, 0, 0);
    solveInPlace(factored(4, entries), re, new Float64Array(4));
    for (const [i, expected] of [16, -120, 240, -140].entries()) expect(re[i]).toBeCloseTo(expected, 7);
  });

  it.each([
    [5, 1],
    [40, 2],
    [150, 3],
  ])('leaves no residual on %i unknowns', (size, seed) => {
    const entries = randomMatrix(size, seed);
    const factors = factored(size, entries);
    const [re, im] = [new Float64Array(size).map((_, i) => Math.sin(i)), new Float64Array(size).map((_, i) => Math.cos(i))];
    const [xRe, xIm] = [re.slice(), im.slice()];
    solveInPlace(factors, xRe, xIm);
    const [rRe, rIm] = [re.map((value) => -value), im.map((value) => -value)];
    for (const [i, j, a, b] of entries) {
      for (const [row, column] of i === j
        ? [[i, j]]
        : [
            [i, j],
            [j, i],
          ]) {
        rRe[row!]! += a * xRe[column!]! - b * xIm[column!]!;
        rIm[row!]! += a * xIm[column!]! + b * xRe[column!]!;
      }
    }
    expect(Math.max(...rRe.map(Math.abs), ...rIm.map(Math.abs))).toBeLessThan(1e-9);
  });

  it('a patched factorization equals a fresh one bit for bit and touches few columns', () => {
    const entries = randomMatrix(120, 7);
    const patched = factored(120, entries);
    const [i, j] = [entries[50]![0], entries[50]![1]];
    for (const [a, b, y] of [
      [i, i, 0.25],
      [j, j, 0.25],
      [i, j, -0.25],
    ] as const)
      addTo(patched, placeOf(patched.plan, a, b), y, 0);
    refactor(patched);
    expect(patched.touched).toBeLessThan(60);
    const fresh = factored(120, [...entries, [i, i, 0.25, 0], [j, j, 0.25, 0], [i, j, -0.25, 0]]);
    expect(patched.lRe).toEqual(fresh.lRe);
    expect(patched.dIm).toEqual(fresh.dIm);
  });

  it('refuses a place outside of its pattern', () => {
    const factors = factored(3, [
      [0, 0, 1, 0],
      [1, 1, 1, 0],
      [2, 2, 1, 0],
      [0, 1, -0.1, 0],
    ]);
    expect(() => placeOf(factors.plan, 0, 2)).toThrow(/outside/);
  });
});
