import type { Point } from '#core/circuit';
import { numberPartition, type Partition } from '#core/graph';
import { at, grouped } from '#core/units';
import { indexLines, type LineIndex, type Piece, piecesBetween } from './lineIndex';
import type { Band, PlacedSymbol } from './sheet';

/** What a drawing says that the netlist does not, or the other way round. */
export interface Discrepancy {
  readonly what: 'false joint' | 'missing joint' | 'wire through symbol' | 'symbols overlap';
  readonly at: string;
}

/**
 * Rebuilds connectivity from what is drawn and compares it with the nets, occurrence by occurrence.
 * Segments touch where an end lies on another or a dot stands; a crossing without a dot is no joint; flags and rails of one net are one.
 */
export function verifyBand(band: Band, netOf: ReadonlyMap<Point, number>): Discrepancy[] {
  const lines = indexLines(band.segments);
  return [...verifyJoints(band, netOf, lines), ...verifyRoom(band, lines)];
}

/** Groups of segments that touch. */
function joinedSegments(band: Band, lines: LineIndex): Partition<number> {
  const joined = numberPartition(band.segments.length);
  // on one line whatever meets or overlaps is one
  for (const pieces of [...lines.rows.values(), ...lines.columns.values()]) {
    const sorted = [...pieces].sort((a, b) => a.from - b.from);
    let reach: Piece | undefined;
    for (const piece of sorted) {
      if (reach && piece.from <= reach.to) joined.join(reach.index, piece.index);
      if (!reach || piece.to > reach.to) reach = piece;
    }
  }
  const tie = (piece: Piece, x: number, y: number): void => {
    for (const other of lines.through(x, y)) joined.join(piece.index, other.index);
  };
  for (const [y, row] of lines.rows)
    for (const piece of row) {
      tie(piece, piece.from, y);
      tie(piece, piece.to, y);
    }
  for (const [x, column] of lines.columns)
    for (const piece of column) {
      tie(piece, x, piece.from);
      tie(piece, x, piece.to);
    }
  for (const dot of band.dots) {
    const [first, ...others] = lines.through(dot.x, dot.y);
    for (const other of others) if (first) joined.join(first.index, other.index);
  }
  return joined;
}

function verifyJoints(band: Band, netOf: ReadonlyMap<Point, number>, lines: LineIndex): Discrepancy[] {
  const found: Discrepancy[] = [];
  const joined = joinedSegments(band, lines);
  const groupAt = (x: number, y: number): number | undefined => {
    const here = lines.through(x, y).map(({ index }) => index);
    return here.length === 0 ? undefined : Math.min(...here);
  };
  const places = [...band.symbols.flatMap(({ pins }) => pins), ...band.markers].map(({ point, x, y }) => ({
    place: point,
    net: netOf.get(point),
    group: groupAt(x, y),
  }));
  const named = [
    ...band.flags.map(({ net, x, y }) => ({ net, name: `net ${net}`, group: groupAt(x, y) })),
    ...band.rails.map(({ net, name, x, y1 }) => ({ net, name: `rail ${name}`, group: groupAt(x, y1) })),
  ];
  const groupOfName = new Map<number, number>();
  for (const { net, group } of named) {
    if (group === undefined) continue;
    const known = groupOfName.get(net);
    if (known === undefined) groupOfName.set(net, group);
    else joined.join(known, group);
  }
  const netOfGroup = new Map<number, number | undefined>();
  const groupOfNet = new Map<number | undefined, number>();
  const lone = new Map<number | undefined, number>();
  for (const { place, net, group } of places) {
    if (group === undefined) {
      lone.set(net, (lone.get(net) ?? 0) + 1);
      if (groupOfNet.has(net) || (lone.get(net) ?? 0) > 1) found.push({ what: 'missing joint', at: place });
      continue;
    }
    const root = joined.groupOf(group);
    if (netOfGroup.has(root) && netOfGroup.get(root) !== net) found.push({ what: 'false joint', at: place });
    netOfGroup.set(root, net);
    if ((groupOfNet.has(net) && groupOfNet.get(net) !== root) || lone.has(net)) found.push({ what: 'missing joint', at: place });
    groupOfNet.set(net, root);
  }
  for (const { net, name, x, y1 } of band.rails) {
    const group = groupAt(x, y1);
    const drawn = groupOfNet.get(net);
    if (group === undefined || (drawn !== undefined && !joined.areJoined(drawn, group)))
      found.push({ what: 'missing joint', at: `rail ${name}` });
  }
  for (const { net, name, group } of named) {
    const root = group === undefined ? undefined : joined.groupOf(group);
    if (root !== undefined && netOfGroup.has(root) && netOfGroup.get(root) !== net) found.push({ what: 'false joint', at: name });
  }
  return found;
}

/** No symbol on another, no wire through one. */
function verifyRoom(band: Band, lines: LineIndex): Discrepancy[] {
  const found: Discrepancy[] = [];
  const top = ({ y, height }: PlacedSymbol): number => y - height / 2;
  const sorted = [...band.symbols].sort((a, b) => top(a) - top(b));
  sorted.forEach((symbol, index) => {
    for (let place = index + 1; place < sorted.length; place++) {
      const other = at(sorted, place);
      if (top(other) >= symbol.y + symbol.height / 2) break;
      if (Math.abs(other.x - symbol.x) < (symbol.width + other.width) / 2)
        found.push({ what: 'symbols overlap', at: `${symbol.id} ${other.id}` });
    }
  });
  const ys = [...lines.rows.keys()].sort((a, b) => a - b);
  const xs = [...lines.columns.keys()].sort((a, b) => a - b);
  // parts that stand on one pair of columns share what is found there
  const columnsIn = grouped(band.symbols, ({ x, width }) => `${x} ${width}`);
  for (const symbols of columnsIn.values()) {
    const { x, width } = at(symbols, 0);
    const [left, right] = [x - width / 2 + 0.5, x + width / 2 - 0.5];
    const bars = piecesBetween(lines.columns, xs, left, right);
    for (const symbol of symbols) {
      const [high, low] = [top(symbol) + 0.5, symbol.y + symbol.height / 2 - 0.5];
      const isCrossed =
        bars.some(({ from, to }) => to > high && from < low) ||
        piecesBetween(lines.rows, ys, high, low).some(({ from, to }) => to > left && from < right);
      if (isCrossed) found.push({ what: 'wire through symbol', at: symbol.id });
    }
  }
  return found;
}
