import type { Point } from '#core/circuit';
import { at, grouped } from '#core/units';
import { type BlockElement, type Element, markAt, type SourceElement } from './elements';
import { dot, drawElement, line, type Pen, symbolOf } from './pen';
import { beyond } from './rails';
import { CELL, COMB_ROW, type SymbolKind } from './sheet';
import { netAt, type Wiring } from './wiring';

export interface CombRail {
  readonly net: number;
  readonly x: number;
}

interface Step {
  readonly element: Element;
  readonly row: number;
  /** cells from the block, 0 next to it */
  readonly depth: number;
  readonly far: number;
}

interface Joint {
  readonly net: number;
  readonly depth: number;
  readonly rows: readonly number[];
}

export interface Walked {
  readonly steps: readonly Step[];
  readonly joints: readonly Joint[];
  readonly rows: number;
  readonly used: ReadonlySet<Element>;
  readonly ends: readonly { readonly row: number; readonly net: number; readonly depth: number }[];
}

/**
 * The rows of a block (three-phase motor, supply): from each of its terminals back through what feeds it to a rail.
 * Several feeders of one net (reversing, bypass) take rows of their own under the first.
 * @returns undefined where the feeders loop back on themselves; that part goes to list form
 */
export function walkBlock(
  terminals: readonly Point[],
  candidates: readonly Element[],
  rails: readonly Pick<CombRail, 'net'>[],
  wiring: Wiring,
): Walked | undefined {
  const steps: Step[] = [];
  const joints: Joint[] = [];
  const ends: Walked['ends'][number][] = [];
  const used = new Set<Element>();
  const seenNets = new Set<number>();
  const railNets = new Set(rails.map(({ net }) => net));
  let nextRow = terminals.length;
  let loops = false;
  const walk = (net: number, row: number, depth: number): void => {
    if (railNets.has(net)) {
      ends.push({ row, net, depth });
      return;
    }
    if (seenNets.has(net)) {
      loops = true;
      return;
    }
    seenNets.add(net);
    const feeders = candidates.filter((element) => !used.has(element) && [element.a, element.b].some((end) => netAt(wiring, end) === net));
    if (feeders.length === 0) ends.push({ row, net, depth });
    const rows: number[] = [];
    feeders.forEach((element, index) => {
      used.add(element);
      const own = index === 0 ? row : nextRow++;
      rows.push(own);
      const far = beyond(wiring, element, net);
      steps.push({ element, row: own, depth, far });
      walk(far, own, depth + 1);
    });
    if (rows.length > 1) joints.push({ net, depth, rows });
  };
  terminals.forEach((terminal, row) => {
    walk(netAt(wiring, terminal), row, 0);
  });
  return loops ? undefined : { steps, joints, rows: nextRow, used, ends };
}

export interface BlockPlace {
  readonly block: BlockElement | SourceElement;
  readonly kind: SymbolKind;
  readonly walked: Walked;
  readonly rails: readonly CombRail[];
  readonly right: number;
  readonly y: number;
}

/** Draws a walked block: tall symbol at the right, rows to the rails at the left. @returns height used */
export function drawBlock(pen: Pen, { block, kind, walked, rails, right, y }: BlockPlace): number {
  const left = right - 80;
  const rowY = (row: number): number => y + row * COMB_ROW;
  const cellRight = (depth: number): number => left - CELL / 2 - depth * CELL;
  pen.symbols.push({
    ...symbolOf(block),
    kind,
    x: left + 32,
    y: rowY((block.terminals.length - 1) / 2),
    width: 64,
    height: (block.terminals.length - 1) * COMB_ROW + 40,
    pins: block.terminals.map((point, row) => ({ point, mark: markAt(point), x: left, y: rowY(row), side: 'left' as const })),
  });
  block.terminals.forEach((terminal, row) => {
    line(pen, {
      net: netAt(pen.wiring, terminal),
      x1: cellRight(0),
      y1: rowY(row),
      x2: left,
      y2: rowY(row),
      near: terminal,
      carries: carriedAt(walked, row),
    });
  });
  for (const { element, row, depth, far } of walked.steps) {
    const x = cellRight(depth);
    drawElement(pen, { element, isReversed: netAt(pen.wiring, element.a) !== far, left: x - CELL, right: x, at: x - CELL, y: rowY(row) });
  }
  for (const { net, depth, rows } of walked.joints) {
    const x = cellRight(depth);
    line(pen, { net, x1: x, y1: rowY(Math.min(...rows)), x2: x, y2: rowY(Math.max(...rows)) });
    for (const row of rows) dot(pen, { net, x, y: rowY(row) });
  }
  for (const { row, net, depth } of walked.ends) {
    const rail = rails.find((one) => one.net === net);
    if (!rail) continue;
    line(pen, { net, x1: rail.x, y1: rowY(row), x2: cellRight(depth), y2: rowY(row) });
    dot(pen, { net, x: rail.x, y: rowY(row) });
  }
  // poles of one device that stand in one column move together
  for (const steps of grouped(walked.steps, ({ element, depth }) => `${element.device.id} ${depth}`).values()) {
    const rows = steps.map(({ row }) => row);
    const x = cellRight(at(steps, 0).depth) - CELL / 2;
    if (rows.length > 1) pen.links.push({ x1: x, y1: rowY(Math.min(...rows)), x2: x, y2: rowY(Math.max(...rows)) });
  }
  return walked.rows * COMB_ROW;
}

/** The part whose current a row of a block has. */
function carriedAt({ steps }: Walked, row: number): string | undefined {
  const element = steps.find((step) => step.row === row && step.depth === 0)?.element;
  return element && `${element.device.id}:${element.part}`;
}

/** Width in cells that a walked block needs between rails and symbol. */
export const combCells = ({ steps }: Walked): number => Math.max(0, ...steps.map(({ depth }) => depth + 1)) + 2;
