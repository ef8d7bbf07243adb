import { greatest } from '#core/units';
import type { Element } from './elements';
import { drawElement, flag, markersAt, type Pen } from './pen';
import type { Rail } from './rails';
import { CELL, MARGIN, PIN, ROW } from './sheet';
import { netAt } from './wiring';

/** Nets that go on elsewhere on a band. */
export interface Jumps {
  /** as far as they have a number */
  readonly numbers: Map<number, string>;
  /** where the rows of a net have nothing to their right, so that its number finds room there */
  readonly open: Map<number, { readonly x: number; readonly y: number }>;
}

/**
 * What joins two lines without lying in either: a row of its own under them, its ends numbered, and the same numbers on the lines that it
 * joins. An end on a rail bears the rail's name.
 */
export function drawJogs(
  pen: Pen,
  elements: readonly Element[],
  rails: readonly Rail[],
  y: number,
  { numbers, open }: Jumps = { numbers: new Map(), open: new Map() },
): void {
  const onRail = new Set(rails.map(({ net }) => net));
  for (const element of elements)
    for (const net of [netAt(pen.wiring, element.a), netAt(pen.wiring, element.b)])
      if (!onRail.has(net) && !numbers.has(net)) numbers.set(net, String(numbers.size + 1));
  markNets(pen, numbers, open);
  elements.forEach((element, index) => {
    const row = y + index * ROW;
    const left = MARGIN + CELL;
    const right = left + (1 + markersAt(pen, element.a).length + markersAt(pen, element.b).length) * CELL;
    drawElement(pen, { element, isReversed: false, left, right, at: left, y: row });
    for (const [end, x, side] of [
      [element.a, left, 'left'],
      [element.b, right, 'right'],
    ] as const) {
      const net = netAt(pen.wiring, end);
      const number = numbers.get(net);
      flag(pen, { net, name: number ?? pen.nameOf(net), x, y: row, side, ...(number ? { isJog: true } : {}) });
    }
  });
}

interface Run {
  readonly y: number;
  readonly from: number;
  readonly to: number;
}

/** Bears the number of each net on its longest run, where there is most room; not on one that already ends with it. */
function markNets(pen: Pen, numbers: Jumps['numbers'], open: Jumps['open']): void {
  for (const [net, name] of numbers) {
    const end = open.get(net);
    if (end) {
      flag(pen, { net, name, ...end, side: 'right', isJog: true });
      continue;
    }
    const ended = pen.flags.filter((one) => one.net === net);
    const runs = runsOf(pen, net).filter(({ y, from, to }) => !ended.some((one) => one.y === y && from <= one.x && one.x <= to));
    const run = greatest(runs, ({ from, to }) => to - from);
    if (run) flag(pen, { net, name, x: roomOn(pen, run), y: run.y, side: 'on', isJog: true });
  }
}

/** In the middle of a run; on a short one at the end that no terminal stands at with its mark. */
function roomOn(pen: Pen, { y, from, to }: Run): number {
  const isPin = (x: number): boolean => pen.symbols.some(({ pins }) => pins.some((pin) => pin.x === x && pin.y === y));
  const [isLeft, isRight] = [isPin(from), isPin(to)];
  return to - from >= 2 * PIN || isLeft === isRight ? (from + to) / 2 : isLeft ? to : from;
}

/** Pieces of a net that touch on one row, as one. */
function runsOf(pen: Pen, net: number): Run[] {
  const pieces = pen.segments
    .filter((one) => one.net === net && one.y1 === one.y2)
    .map(({ x1, x2, y1 }): Run => ({ y: y1, from: Math.min(x1, x2), to: Math.max(x1, x2) }))
    .sort((a, b) => a.y - b.y || a.from - b.from);
  const runs: Run[] = [];
  for (const piece of pieces) {
    const last = runs.at(-1);
    if (last && last.y === piece.y && piece.from <= last.to) runs.splice(-1, 1, { ...last, to: Math.max(last.to, piece.to) });
    else runs.push(piece);
  }
  return runs;
}
