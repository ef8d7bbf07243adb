import { at, grouped } from '#core/units';
import { isStop } from '../components';
import { type Element, markAt } from '../elements';
import { cellsOf, dot, drawElement, flag, type Ground, line, type Pen, symbolOf } from '../pen';
import { measure as measureLadder, place as placeLadder } from '../place';
import { elementsOf, reduce, type Tree } from '../reduce';
import { CELL, LANE, PIN, ROW } from '../sheet';
import { netAt } from '../wiring';
import type { BundlePlan, Item } from './bundle';
import { type Strand, turned, walkStrand } from './inLine';
import { drawJoint, jointWidth, type Lane, uprightsOf } from './joints';

/** Room that a tree takes, and its conductors at both ends, with heights from its first one. */
interface Size {
  readonly width: number;
  readonly height: number;
  readonly left: readonly Lane[];
  readonly right: readonly Lane[];
}

const BLOCK_LEAD = 26;
const BLOCK_WIDTH = 64;
/** From a path between two conductors back to the second of them. */
const RETURN = 48;

/** A bundle plan cannot be drawn as it is: conductor by conductor it can. */
class NoBundle extends Error {}

interface Facts extends BundlePlan {
  readonly ground: Ground;
}

const place =
  ({ order }: BundlePlan) =>
  (net: number): number =>
    order.get(net) ?? order.size + net;
const shifted = (lanes: readonly Lane[], x: number, y: number): Lane[] =>
  lanes.map((one) => ({ net: one.net, x: one.x + x, y: one.y + y }));

/** A path of parts between two conductors of one bundle, as a line of a ladder. @throws NoBundle where it joins more than two */
function ringOf({ ground, node, order }: Facts, tree: Tree<Item>): { readonly tree: Tree; readonly nets: readonly [number, number] } {
  const elements = elementsOf(tree).flatMap((item): readonly Element[] => {
    if (item.as === 'part') return [item.element];
    if (item.as === 'poles') return item.strands.flatMap(({ element, before, after }) => [...before, element, ...after]);
    throw new NoBundle();
  });
  const netsOf = ({ a, b }: Element) => [netAt(ground.wiring, a), netAt(ground.wiring, b)] as const;
  const home = [...new Set(elements.flatMap(netsOf))].filter((net) => node(net) === tree.from);
  const [first, second, ...more] = home.sort((a, b) => (order.get(a) ?? a) - (order.get(b) ?? b));
  if (first === undefined || second === undefined || more.length > 0) throw new NoBundle();
  const reduced = reduce<Element>({
    elements,
    netsOf,
    start: first,
    end: second,
    order: (a, b) => at(elementsOf(a), 0).id.localeCompare(at(elementsOf(b), 0).id),
  });
  if (!reduced.tree || reduced.isCore || reduced.hangs.size > 0) throw new NoBundle();
  return { tree: reduced.tree, nets: [first, second] };
}

const isRing = ({ from, to }: Tree<Item>): boolean => from === to;

/** Poles as they are drawn from left to right: a way that is read from its other end is turned. */
const strandsOf = ({ node }: BundlePlan, strands: readonly Strand[], start: number): readonly Strand[] =>
  node(at(strands, 0).from) === start ? strands : strands.map(turned);

/** Columns of the parts of a device's strands: what stands by itself in a conductor has a column of its own, so that its words have room. */
function columnsOf(ground: Ground, strands: readonly Strand[]): { readonly at: ReadonlyMap<Element, number>; readonly width: number } {
  const columns: (readonly Element[])[] = [
    ...strands.flatMap(({ before }) => before.map((one) => [one])),
    strands.map(({ element }) => element),
    ...strands.flatMap(({ after }) => after.map((one) => [one])),
  ];
  const starts = new Map<Element, number>();
  let x = 0;
  for (const column of columns) {
    for (const element of column) starts.set(element, x);
    x += Math.max(...column.map((element) => cellsOf(ground, element))) * CELL;
  }
  return { at: starts, width: x };
}

function sizeOfItem(facts: Facts, item: Item, start: number): Size {
  const { ground } = facts;
  const { wiring } = ground;
  switch (item.as) {
    case 'poles': {
      const strands = strandsOf(facts, item.strands, start);
      const { width } = columnsOf(ground, strands);
      return {
        // a way that stops bears the name of the rail at which it does
        width: strands.some(({ to }) => isStop(to)) ? width + CELL / 2 : width,
        height: (item.strands.length - 1) * LANE + ROW,
        left: strands.map(({ from }, index) => ({ net: from, x: 0, y: index * LANE })),
        right: strands.map(({ to }, index) => ({ net: to, x: width, y: index * LANE })),
      };
    }
    case 'block':
    case 'source': {
      const { terminals } = item.as === 'block' ? item.block : item.source;
      const lanes = terminals.map((terminal, index) => ({ net: netAt(wiring, terminal), x: 0, y: index * LANE }));
      const size = { width: BLOCK_LEAD + BLOCK_WIDTH, height: (terminals.length - 1) * LANE + ROW + 10 };
      return item.as === 'block' ? { ...size, left: lanes, right: [] } : { ...size, left: [], right: shifted(lanes, size.width, 0) };
    }
    case 'part':
      throw new NoBundle();
  }
}

function sizeOf(facts: Facts, tree: Tree<Item>): Size {
  if (isRing(tree)) {
    const { tree: ladder, nets } = ringOf(facts, tree);
    const { cells, rows } = measureLadder(facts.ground, ladder);
    const back = (rows - 1) * ROW + RETURN;
    return {
      width: cells * CELL + LANE,
      height: back + ROW - 20,
      left: [
        { net: nets[0], x: 0, y: 0 },
        { net: nets[1], x: 0, y: back },
      ],
      right: [],
    };
  }
  if (tree.type === 'edge') return sizeOfItem(facts, tree.element, tree.from);
  if (tree.type === 'parallel') return sizeOfParallel(facts, tree).size;
  return sizeOfSeries(facts, tree).size;
}

/** Of several conductors of one net the highest stands for it. */
const highest = (lanes: readonly Lane[]): Lane[] =>
  [...new Set(lanes.map(({ net }) => net))].map((net) => lanes.filter((one) => one.net === net).reduce((a, b) => (b.y < a.y ? b : a)));

function sizeOfParallel(facts: Facts, tree: Extract<Tree<Item>, { type: 'parallel' }>) {
  const parts = tree.parts.map((part) => sizeOf(facts, part));
  const tops: number[] = [];
  let height = 0;
  for (const part of parts) {
    tops.push(height);
    height += part.height;
  }
  const inner = Math.max(...parts.map(({ width }) => width));
  const comes = parts.flatMap(({ left }, index) => shifted(left, 0, at(tops, index)));
  const goes = parts.flatMap(({ right }, index) => shifted(right, 0, at(tops, index)));
  const [left, right] = [highest(comes), highest(goes)];
  const entry = jointWidth(uprightsOf(left, comes, place(facts)));
  const exit = jointWidth(uprightsOf(goes, right, place(facts)));
  const width = entry + inner + exit;
  const size: Size = {
    width,
    height,
    left: left.map((one) => ({ ...one, x: 0 })),
    right: right.map((one) => ({ ...one, x: width })),
  };
  return { size, tops, entry, inner };
}

/** What stands after each part of a series: the joint's width, and where what hangs there begins. */
function sizeOfSeries(facts: Facts, tree: Extract<Tree<Item>, { type: 'series' }>) {
  const parts = tree.parts.map((part) => sizeOf(facts, part));
  let row = Math.max(...parts.map(({ height }) => height));
  const hung = new Map<number, readonly { readonly tree: Tree<Item>; readonly size: Size; readonly y: number }[]>();
  // what hangs further right stands higher, so that no upright passes it
  for (let index = parts.length - 1; index >= 0; index--) {
    const hangs = tree.hangs.get(at(tree.parts, index).to) ?? [];
    hung.set(
      index,
      hangs.map((one) => {
        const size = sizeOf(facts, one);
        const y = row;
        row += size.height;
        return { tree: one, size, y };
      }),
    );
  }
  const joints = parts.map(({ right }, index) => {
    const next = [
      ...(parts[index + 1]?.left ?? (index === parts.length - 1 ? right : [])),
      ...(hung.get(index) ?? []).flatMap(({ size, y }) => shifted(size.left, 0, y)),
    ];
    return jointWidth(uprightsOf(right, next, place(facts)));
  });
  let x = 0;
  let width = 0;
  parts.forEach((part, index) => {
    x += part.width + at(joints, index);
    width = Math.max(width, x, ...(hung.get(index) ?? []).map(({ size }) => x + size.width));
  });
  const size: Size = {
    width,
    height: row,
    left: at(parts, 0).left,
    right: at(parts, -1).right.map((one) => ({ ...one, x: width })),
  };
  return { size, parts, joints, hung };
}

/** Where a tree stands: its first conductor at `y`, from `x`, its load at `right`. */
interface Where {
  readonly x: number;
  readonly y: number;
  readonly right: number;
}

/** Draws a tree. @returns its conductors at both ends */
function draw(pen: Pen, facts: Facts, tree: Tree<Item>, where: Where): { readonly left: readonly Lane[]; readonly right: readonly Lane[] } {
  if (isRing(tree)) return drawRing(pen, facts, tree, where);
  if (tree.type === 'edge') return drawItem(pen, facts, tree, where);
  const { x, y, right } = where;
  if (tree.type === 'parallel') {
    const { size, tops, entry, inner } = sizeOfParallel(facts, tree);
    const drawn = tree.parts.map((part, index) =>
      draw(pen, facts, part, { x: x + entry, y: y + at(tops, index), right: x + entry + inner }),
    );
    const [left, out] = [shifted(size.left, x, y), shifted(size.right, x, y)];
    drawJoint(
      pen,
      left,
      drawn.flatMap((one) => one.left),
      place(facts),
      x,
    );
    drawJoint(
      pen,
      drawn.flatMap((one) => one.right),
      out,
      place(facts),
      x + entry + inner,
    );
    return { left, right: out };
  }
  const { parts, joints, hung } = sizeOfSeries(facts, tree);
  let at1 = x;
  let left: readonly Lane[] = [];
  let before: { readonly lanes: readonly Lane[]; readonly index: number; readonly jointAt: number } | undefined;
  let last: readonly Lane[] = [];
  tree.parts.forEach((part, index) => {
    const size = at(parts, index);
    const isLast = index === tree.parts.length - 1;
    const drawn = draw(pen, facts, part, { x: at1, y, right: isLast ? right : at1 + size.width });
    if (index === 0) left = drawn.left;
    if (before) joint(before, drawn.left);
    at1 += size.width;
    before = { lanes: drawn.right, index, jointAt: at1 };
    at1 += at(joints, index);
    last = drawn.right;
  });
  if (before && (hung.get(before.index) ?? []).length > 0)
    joint(
      before,
      last.map((one) => ({ ...one, x: at1 })),
    );
  return { left, right: last };

  function joint({ lanes, index, jointAt }: NonNullable<typeof before>, next: readonly Lane[]): void {
    const begins = jointAt + at(joints, index);
    const below = (hung.get(index) ?? []).flatMap(
      (one) => draw(pen, facts, one.tree, { x: begins, y: y + one.y, right: Math.max(right, begins + one.size.width) }).left,
    );
    drawJoint(pen, lanes, [...next, ...below], place(facts), jointAt);
  }
}

function drawItem(
  pen: Pen,
  facts: Facts,
  { element: item, from: start }: Extract<Tree<Item>, { type: 'edge' }>,
  { x, y, right }: Where,
): { left: readonly Lane[]; right: readonly Lane[] } {
  const { wiring } = pen;
  const size = sizeOfItem(facts, item, start);
  if (item.as === 'poles') {
    const lanes = shifted(size.right, x, y);
    const strands = strandsOf(facts, item.strands, start);
    const columns = columnsOf(pen, strands);
    strands.forEach((strand, index) => {
      drawStrand(pen, facts, { strand, columns: columns.at, x, end: at(lanes, index), index, of: strands.length });
    });
    for (const joined of grouped(lanes, ({ net }) => net).values()) drawStar(pen, joined);
    const middle = x + (columns.at.get(at(strands, 0).element) ?? 0) + CELL / 2;
    if (item.strands.length > 1 && !item.strands.some(({ element }) => element.isLoad))
      pen.links.push({ x1: middle, y1: y, x2: middle, y2: y + (item.strands.length - 1) * LANE });
    return { left: shifted(size.left, x, y), right: lanes };
  }
  if (item.as === 'part') throw new NoBundle();
  const isSource = item.as === 'source';
  const block = isSource ? item.source : item.block;
  const pinX = isSource ? x + BLOCK_WIDTH : right - BLOCK_WIDTH;
  pen.symbols.push({
    ...symbolOf(block),
    kind: item.as === 'block' ? item.block.symbol : 'source-block',
    x: isSource ? pinX - BLOCK_WIDTH / 2 : pinX + BLOCK_WIDTH / 2,
    y: y + ((block.terminals.length - 1) * LANE) / 2,
    width: BLOCK_WIDTH,
    height: (block.terminals.length - 1) * LANE + 28,
    pins: block.terminals.map((point, index) => ({
      point,
      mark: markAt(point),
      x: pinX,
      y: y + index * LANE,
      side: isSource ? ('right' as const) : ('left' as const),
    })),
  });
  const lanes = block.terminals.map((terminal, index): Lane => {
    const net = netAt(wiring, terminal);
    const out = isSource ? pinX + BLOCK_LEAD : pinX - BLOCK_LEAD;
    line(pen, { net, x1: Math.min(pinX, out), y1: y + index * LANE, x2: Math.max(pinX, out), y2: y + index * LANE, near: terminal });
    if (wiring.bonded.has(terminal)) pen.earths.push({ x: pinX, y: y + index * LANE, point: terminal });
    return { net, x: out, y: y + index * LANE };
  });
  return isSource ? { left: [], right: lanes } : { left: lanes, right: [] };
}

interface StrandPlace {
  readonly strand: Strand;
  readonly columns: ReadonlyMap<Element, number>;
  readonly x: number;
  readonly end: Lane;
  /** its place among the conductors that go together */
  readonly index: number;
  readonly of: number;
}

/** One conductor through a device: its pole, and what stands by itself before and behind it. */
function drawStrand(pen: Pen, { netsOf }: Facts, { strand, columns, x, end, index, of }: StrandPlace): void {
  const parts = walkStrand(strand, netsOf);
  let left = x;
  parts.forEach(({ element, enteredAt }, place) => {
    const at1 = x + (columns.get(element) ?? 0);
    const right = place === parts.length - 1 ? end.x : at1 + cellsOf(pen, element) * CELL;
    const isAlone = element !== strand.element;
    const isReversed = netsOf(element)[0] !== enteredAt;
    const stack = of > 1 ? { stack: { index, of, ...(isAlone ? { isAlone } : {}) } } : {};
    drawElement(pen, { element, isReversed, left, right, at: at1, y: end.y, ...stack });
    left = right;
    if (place < parts.length - 1 || !isStop(strand.to)) return;
    const net = netAt(pen.wiring, isReversed ? element.a : element.b);
    flag(pen, { net, name: pen.nameOf(net), x: end.x, y: end.y, side: 'right' });
  });
}

/** Poles that end on one net are joined where they end: the star of a motor. */
function drawStar(pen: Pen, lanes: readonly Lane[]): void {
  const [first, last] = [at(lanes, 0), at(lanes, -1)];
  if (lanes.length < 2) return;
  line(pen, { net: first.net, x1: first.x, y1: first.y, x2: last.x, y2: last.y });
  for (const { net, x, y } of lanes) dot(pen, { net, x, y });
}

function drawRing(pen: Pen, facts: Facts, tree: Tree<Item>, { x, y }: Where): { left: readonly Lane[]; right: readonly Lane[] } {
  const { tree: ladder, nets } = ringOf(facts, tree);
  const { cells, rows } = measureLadder(facts.ground, ladder);
  const end = x + cells * CELL;
  const back = y + (rows - 1) * ROW + RETURN;
  placeLadder(pen, ladder, { left: x, right: end, y });
  line(pen, { net: nets[1], x1: end, y1: y, x2: end + PIN / 2, y2: y });
  line(pen, { net: nets[1], x1: end + PIN / 2, y1: y, x2: end + PIN / 2, y2: back });
  line(pen, { net: nets[1], x1: x, y1: back, x2: end + PIN / 2, y2: back });
  return {
    left: [
      { net: nets[0], x, y },
      { net: nets[1], x, y: back },
    ],
    right: [],
  };
}

/** The room of a whole bundle plan; undefined where it cannot be drawn as bundles. */
export function bundleSize(ground: Ground, plan: BundlePlan): { readonly width: number; readonly height: number } | undefined {
  try {
    return sizeOf({ ...plan, ground }, plan.root);
  } catch (error) {
    if (error instanceof NoBundle) return undefined;
    throw error;
  }
}

/** Draws a bundle plan with its first conductor at `y`. */
export const drawBundle = (pen: Pen, plan: BundlePlan, where: Where): void => void draw(pen, { ...plan, ground: pen }, plan.root, where);
