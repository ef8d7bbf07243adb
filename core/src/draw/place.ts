import { cellsOf, dot, drawElement, line, type Pen } from './pen';
import { flip, hasLoad, type Tree } from './reduce';
import { CELL } from './sheet';

/** Cells across and rows down that a tree needs. */
export interface Size {
  readonly cells: number;
  readonly rows: number;
}

export function measure(pen: Pen, tree: Tree): Size {
  if (tree.type === 'edge') return { cells: cellsOf(pen, tree.element), rows: 1 };
  const sizes = tree.parts.map((part) => measure(pen, part));
  if (tree.type === 'parallel')
    return { cells: Math.max(...sizes.map(({ cells }) => cells)), rows: sizes.reduce((sum, { rows }) => sum + rows, 0) };
  const hanging = [...tree.hangs.values()].flat().map((hang) => measure(pen, hang));
  const cells = sizes.reduce((sum, one) => sum + one.cells, 0);
  return {
    cells: cells + Math.max(0, ...hanging.map((one) => one.cells)),
    rows: Math.max(...sizes.map(({ rows }) => rows)) + hanging.reduce((sum, { rows }) => sum + rows, 0),
  };
}

/**
 * Puts a tree between x `left` and `right` from row y down.
 * In a series the first part with a load takes the slack, so that loads stand in one column; what comes after it packs right.
 */
export function place(pen: Pen, tree: Tree, left: number, right: number, y: number, rowPitch: number): void {
  if (tree.type === 'edge') {
    const width = cellsOf(pen, tree.element) * CELL;
    const at = tree.element.isLoad ? right - width : left;
    drawElement(pen, tree.element, pen.wiring.netOf.get(tree.element.a) !== tree.from, left, right, at, y);
    return;
  }
  if (tree.type === 'parallel') {
    let row = y;
    let last = y;
    for (const part of tree.parts) {
      place(pen, part, left, right, row, rowPitch);
      last = row;
      row += measure(pen, part).rows * rowPitch;
    }
    for (const [x, net] of [
      [left, tree.from],
      [right, tree.to],
    ] as const) {
      line(pen, net, x, y, x, last);
      let at = y;
      for (const part of tree.parts) {
        dot(pen, net, x, at);
        at += measure(pen, part).rows * rowPitch;
      }
    }
    return;
  }
  placeSeries(pen, tree, left, right, y, rowPitch);
}

function placeSeries(pen: Pen, tree: Extract<Tree, { type: 'series' }>, left: number, right: number, y: number, rowPitch: number): void {
  const sizes = tree.parts.map((part) => measure(pen, part));
  const firstLoad = tree.parts.findIndex(hasLoad);
  const stretched = firstLoad < 0 ? tree.parts.length - 1 : firstLoad;
  const used = sizes.reduce((sum, { cells }) => sum + cells * CELL, 0);
  const slack = right - left - used;
  let x = left;
  let hangRow = y + Math.max(...sizes.map(({ rows }) => rows)) * rowPitch;
  tree.parts.forEach((part, index) => {
    const width = sizes[index]!.cells * CELL + (index === stretched ? slack : 0);
    place(pen, part, x, x + width, y, rowPitch);
    x += width;
    for (const hang of tree.hangs.get(part.to) ?? []) {
      const size = measure(pen, hang);
      const growsRight = x + size.cells * CELL <= right;
      dot(pen, part.to, x, y);
      line(pen, part.to, x, y, x, hangRow);
      if (growsRight) place(pen, hang, x, x + size.cells * CELL, hangRow, rowPitch);
      else place(pen, flip(hang), x - size.cells * CELL, x, hangRow, rowPitch);
      hangRow += size.rows * rowPitch;
    }
  });
}
