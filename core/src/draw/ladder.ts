import { at, least, naturally } from '#core/units';
import { type BandPlan, netsWithin } from './components';
import type { Element } from './elements';
import { drawJogs } from './jogs';
import { cellsOf, dot, drawElement, type Ground, line, type Pen, symbolOf } from './pen';
import { measure, place } from './place';
import { beyond, type Rail } from './rails';
import { elementsOf, flip, hasLoad, type ReduceFacts, reduce, type Tree } from './reduce';
import { type Band, CELL, FIRST_ROW, MARGIN, PIN, ROW } from './sheet';
import { netAt } from './wiring';

/** The lines of a ladder band, made once: what stands between both rails or hangs on one, and what no line can hold. */
export interface LadderLines {
  readonly trees: readonly { readonly tree: Tree; readonly anchor: 'both' | 'left' | 'right' }[];
  readonly listed: readonly Element[];
}

/** Lines with a load come first; of those without, what nothing of its own moves. Then by tag. */
function lineOrder(a: Tree, b: Tree): number {
  const [x, y] = [keyOf(a), keyOf(b)];
  if (!x.hasLoad && !y.hasLoad && x.isMoved !== y.isMoved) return x.isMoved ? 1 : -1;
  return naturally(x.tag, y.tag);
}

const keys = new WeakMap<Tree, { hasLoad: boolean; isMoved: boolean; tag: string }>();

function keyOf(tree: Tree): { hasLoad: boolean; isMoved: boolean; tag: string } {
  const known = keys.get(tree);
  if (known) return known;
  const elements = elementsOf(tree);
  const load = elements.find(({ kind }) => kind === 'coil') ?? elements.find(({ isLoad }) => isLoad);
  const first = at(elements, 0);
  const made = {
    hasLoad: load !== undefined,
    isMoved: elements.some(({ isMoved }) => isMoved),
    tag: (load ?? first).device.tag + first.part,
  };
  keys.set(tree, made);
  return made;
}

/** The paths of a band between its rails, each reduced to series and parallel. */
export function linesOf(ground: Ground, plan: BandPlan): LadderLines {
  const { rails, components } = plan;
  const trees: LadderLines['trees'][number][] = [];
  const listed: Element[] = [];
  const [left, right] = rails;
  const netsOf = netsWithin(ground.wiring, plan);
  for (const component of components) {
    const own = component.rails.filter(({ net }) => rails.some((rail) => rail.net === net));
    const [first] = own;
    if (!left || !right || !first) {
      listed.push(...component.elements);
      continue;
    }
    const isBoth = own.length === 2;
    const between = { netsOf, start: isBoth ? left.net : first.net, end: isBoth ? right.net : undefined, order: lineOrder };
    const whole = reduce<Element>({ ...between, elements: component.elements });
    const parted = whole.isCore ? withoutBridge(component.elements, between) : undefined;
    if (whole.isCore && !parted) {
      listed.push(...component.elements);
      continue;
    }
    if (parted) listed.push(parted.bridge);
    const reduced = parted?.reduced ?? whole;
    if (reduced.tree) trees.push({ tree: reduced.tree, anchor: 'both' });
    for (const [net, hanging] of reduced.hangs)
      for (const tree of hanging) trees.push({ tree, anchor: net === left.net ? 'left' : 'right' });
  }
  return { trees, listed };
}

/** A bridge of more parts than this is not tried contact by contact: it is listed. */
const MOST_TRIES = 40;

/** A bridge lies neither in series nor in parallel. Without one contact of it the rest is lines again; that contact is listed under them, its nets named. */
function withoutBridge(elements: readonly Element[], between: Omit<ReduceFacts, 'elements'>) {
  const movable = elements.filter(({ isLoad }) => !isLoad).sort((a, b) => Number(b.form === 'NC') - Number(a.form === 'NC'));
  const tried = movable.slice(0, MOST_TRIES).flatMap((bridge) => {
    const reduced = reduce<Element>({ ...between, elements: elements.filter((one) => one !== bridge) });
    return reduced.isCore ? [] : [{ bridge, reduced }];
  });
  // a load keeps its whole path: what would leave one hanging is no good bridge; nor is what begins at a rail, as every path does
  return least(tried, ({ bridge, reduced }) => {
    const hanging = [...reduced.hangs.values()].flat().filter(hasLoad).length;
    return 10 * hanging + between.netsOf(bridge).filter((net) => net === between.start || net === between.end).length;
  });
}

/** A head row needs its source and, on both sides alike, room for the longer chain of passed parts. */
export const ladderCells = (ground: Ground, plan: BandPlan, { trees }: LadderLines): number =>
  Math.max(headCells(ground, plan), ...trees.map(({ tree }) => measure(ground, tree).cells));

const headCells = (ground: Ground, { head, rails }: BandPlan): number =>
  head ? 1 + 2 * Math.max(0, ...rails.map(({ passed }) => passed.reduce((sum, element) => sum + cellsOf(ground, element), 0))) : 0;

export interface LadderFacts {
  readonly plan: BandPlan;
  readonly lines: LadderLines;
  readonly rails: readonly Rail[];
  readonly cells: number;
  readonly y: number;
}

/** Draws a band as lines between two rails. */
export function drawLadder(pen: Pen, { plan, lines, rails, cells, y }: LadderFacts): { rows: number; marks: Band['rails'] } {
  const [left, right] = plan.rails;
  const leftX = MARGIN;
  const rightX = MARGIN + cells * CELL;
  let row = y + FIRST_ROW;
  const ends = { left: row, right: row };
  if (plan.head) {
    drawHead(pen, plan, leftX, rightX, row);
    row += ROW;
  }
  if (left && right && left.net === right.net) {
    line(pen, { net: left.net, x1: leftX, y1: row, x2: rightX, y2: row });
    ends.left = row;
    ends.right = row;
    row += ROW;
  }
  for (const { tree, anchor } of lines.trees) {
    const size = measure(pen, tree);
    const width = size.cells * CELL;
    if (anchor === 'both') place(pen, tree, { left: leftX, right: rightX, y: row });
    else if (anchor === 'left') place(pen, tree, { left: leftX, right: leftX + width, y: row });
    else place(pen, flip(tree), { left: rightX - width, right: rightX, y: row });
    if (anchor !== 'right' && left) {
      dot(pen, { net: left.net, x: leftX, y: row });
      ends.left = row;
    }
    if (anchor !== 'left' && right) {
      dot(pen, { net: right.net, x: rightX, y: row });
      ends.right = row;
    }
    row += size.rows * ROW;
  }
  const marks = [
    ...(left ? [{ net: left.net, name: left.name, x: leftX, y1: y + FIRST_ROW - 30, y2: bottomOn(pen, leftX, ends.left) }] : []),
    ...(right ? [{ net: right.net, name: right.name, x: rightX, y1: y + FIRST_ROW - 30, y2: bottomOn(pen, rightX, ends.right) }] : []),
  ];
  for (const { net, x, y1, y2 } of marks) line(pen, { net, x1: x, y1, x2: x, y2 });
  drawJogs(pen, lines.listed, rails, row);
  return { rows: row + lines.listed.length * ROW - y - FIRST_ROW, marks };
}

/** A rail reaches down to the last bar or row that stands on it. */
export const bottomOn = (pen: Pen, x: number, least: number): number =>
  pen.dots.reduce((low, one) => (one.x === x ? Math.max(low, one.y) : low), least);

function drawHead(pen: Pen, plan: BandPlan, leftX: number, rightX: number, row: number): void {
  const [left, right] = plan.rails;
  const { head: source } = plan;
  if (!left || !right || !source) return;
  const middle = leftX + Math.floor((rightX - leftX) / CELL / 2) * CELL + CELL / 2;
  drawChain(pen, { rail: left, from: leftX, inner: middle - CELL / 2, side: 'left', row });
  drawChain(pen, { rail: right, from: rightX, inner: middle + CELL / 2, side: 'right', row });
  const pins = (
    [
      [left, 'left', -1],
      [right, 'right', 1],
    ] as const
  ).map(([rail, side, way]) => ({ point: at(source.terminals, rail.index), mark: rail.name, x: middle + way * PIN, y: row, side, way }));
  for (const { point, x, way } of pins) {
    const out = middle + (way * CELL) / 2;
    line(pen, { net: netAt(pen.wiring, point), x1: Math.min(x, out), y1: row, x2: Math.max(x, out), y2: row, near: point });
    if (pen.wiring.bonded.has(point)) pen.earths.push({ x, y: row, point });
  }
  pen.symbols.push({
    ...symbolOf(source),
    kind: source.name.code === 'secondary' ? 'secondary' : 'source',
    x: middle,
    y: row,
    width: 52,
    height: 30,
    pins: pins.map(({ way: _, ...pin }) => pin),
  });
}

interface Chain {
  readonly rail: Rail;
  readonly from: number;
  readonly inner: number;
  readonly side: 'left' | 'right';
  readonly row: number;
}

/** What is passed between a source and its rail, in the head row. */
function drawChain(pen: Pen, { rail, from, inner, side, row }: Chain): void {
  const passed = side === 'left' ? rail.passed.toReversed() : rail.passed;
  const width = passed.reduce((sum, element) => sum + cellsOf(pen, element) * CELL, 0);
  const outer = side === 'left' ? inner - width : inner + width;
  dot(pen, { net: rail.net, x: from, y: row });
  line(pen, { net: rail.net, x1: Math.min(from, outer), y1: row, x2: Math.max(from, outer), y2: row });
  let x = Math.min(inner, outer);
  for (const element of passed) {
    const next = x + cellsOf(pen, element) * CELL;
    drawElement(pen, { element, isReversed: (side === 'left') === startsWithA(pen, element, rail), left: x, right: next, at: x, y: row });
    x = next;
  }
}

/** Whether a passed element's `a` is its end nearer the source. */
function startsWithA(pen: Pen, element: Element, rail: Rail): boolean {
  let net = netAt(pen.wiring, at(rail.source.terminals, rail.index));
  for (const passed of rail.passed) {
    if (passed === element) return netAt(pen.wiring, passed.a) === net;
    net = beyond(pen.wiring, passed, net);
  }
  return false;
}
