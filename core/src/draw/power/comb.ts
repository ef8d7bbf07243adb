import type { Point } from '#core/circuit';
import { at, grouped } from '#core/units';
import { type BandPlan, beyondIn, isStop, netsWithin } from '../components';
import { type BlockElement, type Element, markAt, type SourceElement } from '../elements';
import type { Jumps } from '../jogs';
import { cellsOf, dot, drawElement, flag, type Ground, line, type Pen, symbolOf } from '../pen';
import { BAR, CELL, COMB_ROW, ROW, type SymbolKind } from '../sheet';
import { netAt } from '../wiring';
import { distances } from './bundle';

interface CombRail {
  readonly net: number;
  readonly x: number;
}

/** A place in the rows of a block: how many parts away from it, 0 next to it. */
interface Spot {
  readonly row: number;
  readonly net: number;
  readonly depth: number;
}

interface Step {
  readonly element: Element;
  readonly row: number;
  readonly depth: number;
  /** the nets at its ends: towards the block, and away from it */
  readonly near: number;
  readonly far: number;
  readonly isReversed: boolean;
}

/** An upright that joins the rows of one net, in one of the lanes between two columns. */
interface Joint {
  readonly net: number;
  readonly depth: number;
  readonly rows: readonly number[];
  readonly lane: number;
}

export interface Walked {
  readonly steps: readonly Step[];
  readonly joints: readonly Joint[];
  readonly rows: number;
  /** where rows end at a rail, or in the open */
  readonly ends: readonly Spot[];
  /** where rows stop at the rail of another supply */
  readonly stops: readonly Spot[];
  /** where a row comes to a net that another row has come to before: both bear its number */
  readonly jumps: readonly Spot[];
}

/** Walks block after block; what one has come to is known to the next. */
interface Walker {
  readonly used: ReadonlySet<Element>;
  /** a rail, or a net that a row has come to */
  isKnown(net: number): boolean;
  /** @param from the nets of its terminals */
  walk(from: readonly number[], candidates: readonly Element[]): Walked;
}

/**
 * The rows of blocks (three-phase motor, supply): from each terminal back through what feeds it to a rail, never away from the source.
 * Several feeders of one net (reversing, bypass) take rows of their own under the first. A row that comes to where another has been joins it by
 * an upright where that is on its way, else it ends there.
 * @param away how many parts a net is away from the source
 */
function createWalker({ wiring }: Ground, plan: Pick<BandPlan, 'rails' | 'others'>, away: (net: number) => number): Walker {
  const netsOf = netsWithin(wiring, plan);
  const railNets = new Set(plan.rails.map(({ net }) => net));
  const others = new Set((plan.others ?? []).map(({ net }) => net));
  const seen = new Set<number>();
  const used = new Set<Element>();
  return {
    used,
    isKnown: (net) => railNets.has(net) || others.has(net) || seen.has(net),
    walk(from, candidates) {
      const steps: Step[] = [];
      const ends: Spot[] = [];
      const stops: Spot[] = [];
      const jumps: Spot[] = [];
      /** where this block has come to each net, and the rows that meet there */
      const met = new Map<number, { readonly depth: number; readonly rows: number[] }>();
      let nextRow = from.length;
      const walk = (net: number, row: number, depth: number): void => {
        if (railNets.has(net)) {
          ends.push({ row, net, depth });
          return;
        }
        const before = met.get(net);
        if (before && before.depth >= depth && !before.rows.includes(row)) {
          before.rows.push(row);
          return;
        }
        if (seen.has(net)) {
          jumps.push({ net, row, depth });
          return;
        }
        seen.add(net);
        const here = { depth, rows: [row] };
        met.set(net, here);
        const waysFrom = candidates.flatMap((element) => {
          const nets = netsOf(element);
          if (used.has(element) || !nets.includes(net)) return [];
          const next = beyondIn(nets, net);
          const further = isStop(next) ? -1 : away(next) - away(net);
          return element.isLoad || !(further > 0) ? [{ element, rank: element.isLoad ? 2 : further < 0 ? 0 : 1 }] : [];
        });
        // what comes nearer first, then what stays as far, then what uses what comes
        const ways = waysFrom.sort((one, other) => one.rank - other.rank).map(({ element }) => element);
        if (ways.length === 0) ends.push({ row, net, depth });
        let isFirst = true;
        for (const element of ways) {
          // a way between two of these may have been walked from its other end
          if (used.has(element)) continue;
          used.add(element);
          const own = isFirst ? row : nextRow++;
          if (!isFirst) here.rows.push(own);
          isFirst = false;
          const nets = netsOf(element);
          const isReversed = nets[0] === net;
          const far = netAt(wiring, isReversed ? element.b : element.a);
          steps.push({ element, row: own, depth, near: net, far, isReversed });
          if (isStop(beyondIn(nets, net))) stops.push({ row: own, net: far, depth: depth + 1 });
          else walk(far, own, depth + 1);
        }
      };
      from.forEach((net, row) => {
        walk(net, row, 0);
      });
      const joints = [...met].flatMap(([net, { depth, rows }]) => (rows.length > 1 ? [{ net, depth, rows }] : []));
      return { steps, joints: inLanes(joints), rows: nextRow, ends, stops, jumps };
    },
  };
}

/** What the rows of a comb begin at: a symbol with a terminal on each, or a point at which loads meet. */
interface CombHead {
  readonly symbol?: { readonly block: BlockElement | SourceElement; readonly kind: SymbolKind };
  readonly walked: Walked;
}

/** A band conductor by conductor: its source, everything that its rows begin at, and what no row leads to. */
export interface Comb {
  readonly top: CombHead;
  readonly heads: readonly CombHead[];
  readonly left: readonly Element[];
}

/** A comb holds so many parts that no row leads to, under it and numbered; with more it is a list. */
const MOST_JOGS = 3;

/** The rows of a band: of its blocks, then of loads that no block is before, then of what hangs by itself. @returns undefined where they leave too much */
export function combOf(ground: Ground, plan: BandPlan): Comb | undefined {
  const { head: source, rails, components } = plan;
  if (!source) return undefined;
  const elements = components.flatMap((one) => one.elements);
  const passed = rails.flatMap((rail) => rail.passed);
  const near = distances(ground.wiring, netsWithin(ground.wiring, plan), source, [...passed, ...elements]);
  const away = (net: number): number => near.get(net) ?? Number.POSITIVE_INFINITY;
  const netsOf = (terminals: readonly Point[]): number[] => terminals.map((terminal) => netAt(ground.wiring, terminal));
  const walker = createWalker(ground, plan, away);
  const heads = components.flatMap(({ blocks }) =>
    blocks.map(
      (block): CombHead => ({
        symbol: { block, kind: block.symbol },
        walked: walker.walk(netsOf(block.terminals), elements),
      }),
    ),
  );
  for (const element of elements.toSorted((one, other) => Number(other.isLoad) - Number(one.isLoad))) {
    if (walker.used.has(element)) continue;
    const [start] = netsOf([element.b, element.a])
      .filter((net) => !walker.isKnown(net))
      .sort((one, other) => away(other) - away(one) || 0);
    if (start !== undefined) heads.push({ walked: walker.walk([start], elements) });
  }
  const left = elements.filter((element) => !walker.used.has(element));
  if (left.length > MOST_JOGS) return undefined;
  const fromSource = createWalker(ground, { rails }, () => 0).walk(netsOf(source.terminals), passed);
  return { top: { symbol: { block: source, kind: 'source-block' }, walked: fromSource }, heads, left };
}

/** Uprights of one gap that would lie on one another stand side by side. */
function inLanes(joints: readonly Omit<Joint, 'lane'>[]): Joint[] {
  const placed: Joint[] = [];
  const meet = (a: readonly number[], b: readonly number[]): boolean =>
    Math.min(...a) <= Math.max(...b) && Math.min(...b) <= Math.max(...a);
  for (const joint of joints) {
    const beside = placed.filter(({ depth, rows }) => depth === joint.depth && meet(rows, joint.rows)).map(({ lane }) => lane);
    let lane = 0;
    while (beside.includes(lane)) lane++;
    placed.push({ ...joint, lane });
  }
  return placed;
}

/** Where the columns of a walked block stand, from its symbol to the left. */
interface Columns {
  /** the right edge of the column at a depth */
  readonly rightOf: (depth: number) => number;
  readonly width: number;
}

/** Room for the first uprights of a gap is there beside the pins; further ones widen it. */
const LANES_FREE = 1;

function columnsOf(ground: Ground, { steps, joints, ends, stops, jumps }: Walked): Columns {
  const depths = 1 + Math.max(0, ...[...steps, ...ends, ...stops, ...jumps].map(({ depth }) => depth));
  const rights: number[] = [];
  let x = -CELL / 2;
  for (let depth = 0; depth < depths; depth++) {
    const lanes = Math.max(0, ...joints.filter((one) => one.depth === depth).map(({ lane }) => lane + 1));
    x -= Math.max(0, lanes - LANES_FREE) * BAR;
    rights.push(x);
    x -= Math.max(1, ...steps.filter((one) => one.depth === depth).map(({ element }) => cellsOf(ground, element))) * CELL;
  }
  return { rightOf: (depth) => at(rights, depth), width: -x };
}

/** How far down each row of a walked block stands, and where its room ends: under the last pole of a device there is room for its words and the next tag. */
function rowsOf({ steps, rows }: Walked): readonly number[] {
  const goesOn = ({ row, depth, element }: Step): boolean =>
    steps.some((one) => one.row === row + 1 && one.depth === depth && one.element.device === element.device);
  const tall = new Set(steps.filter((step) => !goesOn(step)).map(({ row }) => row));
  const tops = [0];
  for (let row = 0; row < rows; row++) tops.push(at(tops, -1) + (tall.has(row) ? ROW : COMB_ROW));
  return tops;
}

/** Width in cells that a walked block needs between rails and symbol. */
export const combCells = (ground: Ground, walked: Walked): number => Math.ceil(columnsOf(ground, walked).width / CELL) + 2;

export interface BlockPlace extends CombHead {
  readonly rails: readonly CombRail[];
  readonly right: number;
  readonly y: number;
  readonly jumps: Jumps;
}

/** From the edge of a column to the first upright beside it. */
const FIRST_LANE = 8;

/** Draws a walked block: tall symbol at the right, rows to the rails at the left. @returns height used */
export function drawBlock(pen: Pen, { symbol, walked, rails, right, y, jumps: { numbers, open } }: BlockPlace): number {
  const left = right - 80;
  const columns = columnsOf(pen, walked);
  const rows = rowsOf(walked);
  const rowY = (row: number): number => y + at(rows, row);
  const edgeOf = (depth: number): number => left + columns.rightOf(depth);
  /** where the rows of a net meet: at its upright, else at the edge of the column */
  const laneX = ({ depth, lane }: Joint): number => edgeOf(depth) + FIRST_LANE + lane * BAR;
  /** where a row comes to the upright of its net */
  const joinsAt = (net: number, row: number): number | undefined => {
    const joint = walked.joints.find((one) => one.net === net && one.rows.includes(row));
    return joint && laneX(joint);
  };
  if (symbol) {
    const { block, kind } = symbol;
    pen.symbols.push({
      ...symbolOf(block),
      kind,
      x: left + 32,
      y: (rowY(0) + rowY(block.terminals.length - 1)) / 2,
      width: 64,
      height: at(rows, block.terminals.length - 1) + 40,
      pins: block.terminals.map((point, row) => ({ point, mark: markAt(point), x: left, y: rowY(row), side: 'left' as const })),
    });
    block.terminals.forEach((terminal, row) => {
      const net = netAt(pen.wiring, terminal);
      line(pen, {
        net,
        x1: joinsAt(net, row) ?? edgeOf(0),
        y1: rowY(row),
        x2: left,
        y2: rowY(row),
        near: terminal,
        carries: carriedAt(walked, row),
      });
      if (pen.wiring.bonded.has(terminal)) pen.earths.push({ x: left, y: rowY(row), point: terminal });
    });
  }
  const first = walked.steps[0];
  if (!symbol && first) open.set(first.near, { x: joinsAt(first.near, 0) ?? edgeOf(0), y: rowY(0) });
  for (const { element, row, depth, near, far, isReversed } of walked.steps) {
    const edge = edgeOf(depth);
    drawElement(pen, {
      element,
      isReversed,
      left: joinsAt(far, row) ?? edgeOf(depth + 1),
      right: joinsAt(near, row) ?? edge,
      at: edge - cellsOf(pen, element) * CELL,
      y: rowY(row),
    });
  }
  for (const joint of walked.joints) {
    const { net, rows } = joint;
    const x = laneX(joint);
    line(pen, { net, x1: x, y1: rowY(Math.min(...rows)), x2: x, y2: rowY(Math.max(...rows)) });
    for (const row of rows) dot(pen, { net, x, y: rowY(row) });
  }
  for (const { row, net, depth } of walked.ends) {
    const rail = rails.find((one) => one.net === net);
    if (!rail) continue;
    line(pen, { net, x1: rail.x, y1: rowY(row), x2: edgeOf(depth), y2: rowY(row) });
    dot(pen, { net, x: rail.x, y: rowY(row) });
  }
  for (const { row, net, depth } of walked.stops) flag(pen, { net, name: pen.nameOf(net), x: edgeOf(depth), y: rowY(row), side: 'left' });
  for (const { row, net, depth } of walked.jumps) {
    const name = numbers.get(net) ?? String(numbers.size + 1);
    numbers.set(net, name);
    flag(pen, { net, name, x: edgeOf(depth), y: rowY(row), side: 'left', isJog: true });
  }
  linkPoles(pen, walked, (depth) => edgeOf(depth) - CELL / 2, rowY);
  return at(rows, walked.rows);
}

/** Poles of one device that stand in one column move together; not where something else stands between them. */
function linkPoles(pen: Pen, { steps }: Walked, middle: (depth: number) => number, rowY: (row: number) => number): void {
  for (const [depth, column] of grouped(steps, (one) => one.depth)) {
    const sorted = [...column].sort((a, b) => a.row - b.row);
    sorted.forEach((step, index) => {
      const next = sorted[index + 1];
      if (next?.element.device !== step.element.device) return;
      pen.links.push({ x1: middle(depth), y1: rowY(step.row), x2: middle(depth), y2: rowY(next.row) });
    });
  }
}

/** The part whose current a row of a block has. */
function carriedAt({ steps }: Walked, row: number): string | undefined {
  const element = steps.find((step) => step.row === row && step.depth === 0)?.element;
  return element && `${element.device.id}:${element.part}`;
}
