import { grouped } from '#core/units';
import { indexLines, type Piece } from './lineIndex';
import type { Pen } from './pen';
import type { Dot, RailMark, Segment } from './sheet';

/**
 * Cuts stubs that lead to nothing, so that an open end stops at its terminal, and drops dots where nothing branches.
 * A row keeps what lies between the outermost things on it: pins, markers, flags, bars.
 */
export function tidyBand(pen: Pen, rails: readonly RailMark[]): { segments: Segment[]; dots: Dot[] } {
  const anchors = grouped(
    [...pen.symbols.flatMap(({ pins }) => pins), ...pen.markers, ...pen.flags, ...rails.map(({ x, y1 }) => ({ x, y: y1 }))].map(
      ({ x, y }) => ({ x, y }),
    ),
    ({ y }) => y,
  );
  const lines = indexLines(pen.segments);
  const columnEnds = grouped(
    [...lines.columns.values()].flat().flatMap((bar) => [
      { x: bar.at, y: bar.from },
      { x: bar.at, y: bar.to },
    ]),
    ({ y }) => y,
  );
  const kept = new Map<number, Piece>();
  for (const [y, row] of lines.rows) {
    const fixed = [...(anchors.get(y) ?? []), ...(columnEnds.get(y) ?? [])].map(({ x }) => x);
    const isCrossed = (x: number): boolean => (lines.columns.get(x) ?? []).some((bar) => y >= bar.from && y <= bar.to);
    for (const piece of tidyRow(row, fixed, isCrossed)) kept.set(piece.index, piece);
  }
  const uprights = new Set<string>();
  const segments = pen.segments.flatMap((segment, index): Segment[] => {
    if (segment.x1 === segment.x2) {
      // two paths may each bring the same bar
      const { net, x1, y1, y2 } = segment;
      const key = `${net} ${x1} ${Math.min(y1, y2)} ${Math.max(y1, y2)}`;
      if (uprights.has(key)) return [];
      uprights.add(key);
      return [segment];
    }
    const piece = kept.get(index);
    if (!piece) return [];
    return piece.from === Math.min(segment.x1, segment.x2) && piece.to === Math.max(segment.x1, segment.x2)
      ? [segment]
      : [{ ...segment, x1: piece.from, x2: piece.to }];
  });
  return { segments, dots: pen.dots.filter(branchesAt(segments)) };
}

/** Shortens the pieces of a row until each ends on something, or is gone. */
function tidyRow(row: readonly Piece[], fixed: readonly number[], isCrossed: (x: number) => boolean): readonly Piece[] {
  let pieces = row;
  for (let changed = true; changed; ) {
    changed = false;
    pieces = pieces.flatMap((piece): Piece[] => {
      let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
      const hold = (x: number): void => {
        if (x < piece.from || x > piece.to) return;
        low = Math.min(low, x);
        high = Math.max(high, x);
      };
      for (const x of fixed) hold(x);
      for (const other of pieces) {
        if (other === piece) continue;
        hold(other.from);
        hold(other.to);
      }
      if (low === piece.from && high === piece.to) return [piece];
      for (const x of [piece.from, piece.to]) if (isCrossed(x)) hold(x);
      if (low === piece.from && high === piece.to) return [piece];
      changed = true;
      return low >= high ? [] : [{ ...piece, from: low, to: high }];
    });
  }
  return pieces;
}

/** Whether more than two ways meet at a dot. */
function branchesAt(segments: readonly Segment[]): (dot: Dot) => boolean {
  const lines = indexLines(segments);
  return ({ x, y }) => {
    const ways = lines.through(x, y).reduce((sum, piece) => {
      const value = piece.at === y && (lines.rows.get(y)?.includes(piece) ?? false) ? x : y;
      return sum + (value === piece.from || value === piece.to ? 1 : 2);
    }, 0);
    return ways > 2;
  };
}
