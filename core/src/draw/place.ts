import { at } from '#core/units';
import { isStop } from './components';
import { cellsOf, dot, drawElement, flag, type Ground, line, type Pen } from './pen';
import { flip, hasLoad, type Tree } from './reduce';
import { CELL, ROW } from './sheet';
import { netAt } from './wiring';

/** Cells across and rows down that a tree needs. */
export interface Size {
  readonly cells: number;
  readonly rows: number;
}

const sizes = new WeakMap<Ground['markersOn'], WeakMap<Tree, Size>>();

/** Measured once for a tree on the same ground. */
export function measure(ground: Ground, tree: Tree): Size {
  const known = sizes.get(ground.markersOn) ?? new WeakMap<Tree, Size>();
  sizes.set(ground.markersOn, known);
  const kept = known.get(tree);
  if (kept) return kept;
  const made = measured(ground, tree);
  known.set(tree, made);
  return made;
}

function measured(ground: Ground, tree: Tree): Size {
  // a way that stops at the rail of another supply bears its name
  if (tree.type === 'edge') return { cells: cellsOf(ground, tree.element) + (isStop(tree.from) || isStop(tree.to) ? 1 : 0), rows: 1 };
  const own = tree.parts.map((part) => measure(ground, part));
  if (tree.type === 'parallel')
    return { cells: Math.max(...own.map(({ cells }) => cells)), rows: own.reduce((sum, { rows }) => sum + rows, 0) };
  const hanging = [...tree.hangs.values()].flat().map((hang) => measure(ground, hang));
  const cells = own.reduce((sum, one) => sum + one.cells, 0);
  return {
    cells: cells + Math.max(0, ...hanging.map((one) => one.cells)),
    rows: Math.max(...own.map(({ rows }) => rows)) + hanging.reduce((sum, { rows }) => sum + rows, 0),
  };
}

/** Where a tree goes: between two x, from a row down. */
export interface TreePlace {
  readonly left: number;
  readonly right: number;
  readonly y: number;
}

/**
 * Puts a tree in its place.
 * In a series the first part with a load takes the slack, so that loads stand in one column; what comes after it packs right.
 */
export function place(pen: Pen, tree: Tree, where: TreePlace): void {
  if (tree.type === 'edge') placeEdge(pen, tree, where);
  else if (tree.type === 'parallel') placeParallel(pen, tree, where);
  else placeSeries(pen, tree, where);
}

function placeEdge(pen: Pen, { element, from, to }: Extract<Tree, { type: 'edge' }>, { left, right, y }: TreePlace): void {
  const width = cellsOf(pen, element) * CELL;
  const isForth = netAt(pen.wiring, element.a) === from || netAt(pen.wiring, element.b) === to;
  const stop = isStop(to)
    ? { x: left + width, side: 'right' as const, end: isForth ? element.b : element.a }
    : isStop(from)
      ? { x: right - width, side: 'left' as const, end: isForth ? element.a : element.b }
      : undefined;
  drawElement(pen, {
    element,
    isReversed: !isForth,
    left: stop?.side === 'left' ? stop.x : left,
    right: stop?.side === 'right' ? stop.x : right,
    at: stop?.side === 'left' || (element.isLoad && !stop) ? right - width : left,
    y,
  });
  if (!stop) return;
  const net = netAt(pen.wiring, stop.end);
  flag(pen, { net, name: pen.nameOf(net), x: stop.x, y, side: stop.side });
}

function placeParallel(pen: Pen, tree: Extract<Tree, { type: 'parallel' }>, { left, right, y }: TreePlace): void {
  const rows: number[] = [];
  let row = y;
  for (const part of tree.parts) {
    rows.push(row);
    place(pen, part, { left, right, y: row });
    row += measure(pen, part).rows * ROW;
  }
  for (const [x, net] of [
    [left, tree.from],
    [right, tree.to],
  ] as const) {
    line(pen, { net, x1: x, y1: y, x2: x, y2: at(rows, -1) });
    for (const one of rows) dot(pen, { net, x, y: one });
  }
}

function placeSeries(pen: Pen, tree: Extract<Tree, { type: 'series' }>, { left, right, y }: TreePlace): void {
  const own = tree.parts.map((part) => measure(pen, part));
  const firstLoad = tree.parts.findIndex(hasLoad);
  const stretched = firstLoad < 0 ? tree.parts.length - 1 : firstLoad;
  const used = own.reduce((sum, { cells }) => sum + cells * CELL, 0);
  const slack = right - left - used;
  let x = left;
  let hangRow = y + Math.max(...own.map(({ rows }) => rows)) * ROW;
  tree.parts.forEach((part, index) => {
    const width = at(own, index).cells * CELL + (index === stretched ? slack : 0);
    place(pen, part, { left: x, right: x + width, y });
    x += width;
    for (const hang of tree.hangs.get(part.to) ?? []) {
      const size = measure(pen, hang);
      const width1 = size.cells * CELL;
      dot(pen, { net: part.to, x, y });
      line(pen, { net: part.to, x1: x, y1: y, x2: x, y2: hangRow });
      if (x + width1 <= right) place(pen, hang, { left: x, right: x + width1, y: hangRow });
      else place(pen, flip(hang), { left: x - width1, right: x, y: hangRow });
      hangRow += size.rows * ROW;
    }
  });
}
