import { greatest } from '#core/units';
import type { Element } from './elements';
import type { NameNet } from './lists';
import { drawElement, flag, markersAt, type Pen } from './pen';
import type { Rail } from './rails';
import { CELL, MARGIN, ROW } from './sheet';
import { netAt } from './wiring';

/**
 * What joins two lines without lying in either: a row of its own under them, its ends numbered, and the same numbers on the lines that it
 * joins. An end on a rail bears the rail's name.
 */
export function drawJogs(pen: Pen, elements: readonly Element[], rails: readonly Rail[], nameOf: NameNet, y: number): void {
  const onRail = new Set(rails.map(({ net }) => net));
  const numbers = new Map<number, string>();
  for (const element of elements)
    for (const net of [netAt(pen.wiring, element.a), netAt(pen.wiring, element.b)])
      if (!onRail.has(net) && !numbers.has(net)) numbers.set(net, String(numbers.size + 1));
  for (const [net, name] of numbers) {
    // on the longest piece of it, where there is most room
    const piece = greatest(
      pen.segments.filter((one) => one.net === net && one.y1 === one.y2),
      ({ x1, x2 }) => Math.abs(x2 - x1),
    );
    if (piece) flag(pen, { net, name, x: (piece.x1 + piece.x2) / 2, y: piece.y1, side: 'on', isJog: true });
  }
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
      flag(pen, { net, name: number ?? nameOf(net), x, y: row, side, ...(number ? { isJog: true } : {}) });
    }
  });
}
