import type { Point } from '#core/circuit';
import type { BlockElement, Drawable, Element, SourceElement } from './elements';
import { dot, drawElement, line, type Pen } from './pen';
import { CELL, COMB_ROW, type PlacedSymbol, type SymbolKind } from './sheet';

export interface CombRail {
  readonly net: number;
  readonly x: number;
}

interface Step {
  readonly element: Element;
  readonly row: number;
  /** cells from the block, 0 next to it */
  readonly depth: number;
  readonly near: number;
  readonly far: number;
}

interface Joint {
  readonly net: number;
  readonly depth: number;
  readonly rows: readonly number[];
}

/**
 * The rows of a block (three-phase motor, supply): from each of its terminals back through what feeds it to a rail.
 * Several feeders of one net (reversing, bypass) take rows of their own under the first.
 * @returns undefined where the feeders loop back on themselves; that part goes to list form
 */
export function walkBlock(
  terminals: readonly Point[],
  candidates: readonly Element[],
  rails: readonly CombRail[],
  { wiring }: Pick<Drawable, 'wiring'>,
): { steps: Step[]; joints: Joint[]; rows: number; used: Set<string>; ends: { row: number; net: number; depth: number }[] } | undefined {
  const steps: Step[] = [];
  const joints: Joint[] = [];
  const ends: { row: number; net: number; depth: number }[] = [];
  const used = new Set<string>();
  const seenNets = new Set<number>();
  const isRail = (net: number) => rails.some((rail) => rail.net === net);
  let nextRow = terminals.length;
  let loops = false;
  const walk = (net: number, row: number, depth: number): void => {
    if (isRail(net)) {
      ends.push({ row, net, depth });
      return;
    }
    if (seenNets.has(net)) {
      loops = true;
      return;
    }
    seenNets.add(net);
    const feeders = candidates.filter(
      (element) => !used.has(element.id) && [element.a, element.b].some((end) => wiring.netOf.get(end) === net),
    );
    if (feeders.length === 0) ends.push({ row, net, depth });
    const rows: number[] = [];
    feeders.forEach((element, index) => {
      used.add(element.id);
      const at = index === 0 ? row : nextRow++;
      rows.push(at);
      const far = wiring.netOf.get(wiring.netOf.get(element.a) === net ? element.b : element.a)!;
      steps.push({ element, row: at, depth, near: net, far });
      walk(far, at, depth + 1);
    });
    if (rows.length > 1) joints.push({ net, depth, rows });
  };
  terminals.forEach((terminal, row) => {
    walk(wiring.netOf.get(terminal)!, row, 0);
  });
  return loops ? undefined : { steps, joints, rows: nextRow, used, ends };
}

/** Draws a walked block: tall symbol at the right, rows to the rails at the left. @returns height used */
export function drawBlock(
  pen: Pen,
  block: BlockElement | SourceElement,
  kind: SymbolKind,
  walked: NonNullable<ReturnType<typeof walkBlock>>,
  rails: readonly CombRail[],
  right: number,
  y: number,
): number {
  const left = right - 80;
  const rowY = (row: number) => y + row * COMB_ROW;
  const pins = block.terminals.map((point, row) => ({
    point,
    mark: point.slice(point.indexOf(':') + 1),
    x: left,
    y: rowY(row),
    side: 'left' as const,
  }));
  pen.symbols.push({
    id: block.id,
    device: block.device.id,
    part: block.part,
    kind,
    form: undefined,
    x: left + 32,
    y: rowY((block.terminals.length - 1) / 2),
    width: 64,
    height: (block.terminals.length - 1) * COMB_ROW + 40,
    pins,
    tag: block.device.tag,
    text: block.text,
    description: block.device.title,
    line: 0,
    refs: [],
  } satisfies PlacedSymbol);
  const cellRight = (depth: number) => left - CELL / 2 - depth * CELL;
  block.terminals.forEach((terminal, row) => {
    const net = pen.wiring.netOf.get(terminal)!;
    line(
      pen,
      net,
      cellRight(0),
      rowY(row),
      left,
      rowY(row),
      terminal,
      walked.steps.find((step) => step.row === row && step.depth === 0)?.element.id,
    );
  });
  const byDevice = new Map<string, Step[]>();
  for (const step of walked.steps) {
    const { element, row, depth, far } = step;
    const x = cellRight(depth);
    drawElement(pen, element, pen.wiring.netOf.get(element.a) !== far, x - CELL, x, x - CELL, rowY(row));
    const key = `${element.device.id} ${depth}`;
    byDevice.set(key, [...(byDevice.get(key) ?? []), step]);
  }
  for (const { net, depth, rows } of walked.joints) {
    const x = cellRight(depth);
    line(pen, net, x, rowY(Math.min(...rows)), x, rowY(Math.max(...rows)));
    for (const row of rows) dot(pen, net, x, rowY(row));
  }
  for (const { row, net, depth } of walked.ends) {
    const rail = rails.find((one) => one.net === net);
    const x = cellRight(depth);
    if (!rail) continue;
    line(pen, net, rail.x, rowY(row), x, rowY(row));
    dot(pen, net, rail.x, rowY(row));
  }
  for (const steps of byDevice.values()) {
    const rows = steps.map(({ row }) => row);
    if (rows.length > 1)
      pen.links.push({ x: cellRight(steps[0]!.depth) - CELL / 2, y1: rowY(Math.min(...rows)), y2: rowY(Math.max(...rows)) });
  }
  return walked.rows * COMB_ROW;
}

/** Width in cells that a walked block needs between rails and symbol. */
export const combCells = (walked: NonNullable<ReturnType<typeof walkBlock>>): number =>
  Math.max(0, ...walked.steps.map(({ depth }) => depth + 1)) + 2;
