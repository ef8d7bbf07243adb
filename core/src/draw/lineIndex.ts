import { at, grouped } from '#core/units';
import type { Segment } from './sheet';

/** A straight piece, lying or standing, by its place in the list it came from: `at` is its row or column, `from` and `to` its ends. */
export interface Piece {
  readonly index: number;
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** Pieces by the row or the column that they are on, so that what meets is found without asking everybody. */
export interface LineIndex {
  readonly rows: ReadonlyMap<number, readonly Piece[]>;
  readonly columns: ReadonlyMap<number, readonly Piece[]>;
  /** pieces that a point lies on */
  through(x: number, y: number): Piece[];
}

/** Sorts straight pieces by row and column. */
export function indexLines(segments: readonly Pick<Segment, 'x1' | 'y1' | 'x2' | 'y2'>[]): LineIndex {
  const lying: Piece[] = [];
  const standing: Piece[] = [];
  segments.forEach(({ x1, y1, x2, y2 }, index) => {
    if (x1 === x2) standing.push({ index, at: x1, from: Math.min(y1, y2), to: Math.max(y1, y2) });
    else lying.push({ index, at: y1, from: Math.min(x1, x2), to: Math.max(x1, x2) });
  });
  const rows = grouped(lying, (piece) => piece.at);
  const columns = grouped(standing, (piece) => piece.at);
  const covers = (value: number) => (piece: Piece) => value >= piece.from && value <= piece.to;
  return {
    rows,
    columns,
    through: (x, y) => [...(rows.get(y) ?? []).filter(covers(x)), ...(columns.get(x) ?? []).filter(covers(y))],
  };
}

/** Pieces on the rows or columns strictly between two values. */
export function piecesBetween(lines: ReadonlyMap<number, readonly Piece[]>, sorted: readonly number[], low: number, high: number): Piece[] {
  const found: Piece[] = [];
  for (let place = firstAbove(sorted, low); place < sorted.length && at(sorted, place) < high; place++)
    found.push(...(lines.get(at(sorted, place)) ?? []));
  return found;
}

function firstAbove(sorted: readonly number[], value: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (at(sorted, middle) <= value) low = middle + 1;
    else high = middle;
  }
  return low;
}
