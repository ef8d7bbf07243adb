import { isTerminal } from '#core/circuit';
import { naturally } from '#core/units';
import type { BandPlan } from './components';
import { type Element, markAt } from './elements';
import { drawElement, flag, type Ground, line, markersAt, type Pen, symbolOf } from './pen';
import { fullName, type Rail } from './rails';
import { type Band, CELL, COMB_ROW, FIRST_ROW, MARGIN, ROW } from './sheet';
import { netAt } from './wiring';

/** A net is the rail that it is, else a terminal strip on it, else the first of its terminals. */
export function netNames(pen: Pick<Pen, 'markersOn' | 'wiring' | 'label'>, rails: readonly Rail[]): Ground['nameOf'] {
  const railOn = new Map([...rails].reverse().map((rail) => [rail.net, rail]));
  const strips = new Set([...pen.markersOn.values()].flat());
  return (net) => {
    const rail = railOn.get(net);
    if (rail) return fullName(rail);
    const points = pen.wiring.points[net] ?? [];
    const onStrip = points.filter((point) => strips.has(point));
    const [first] = (onStrip.length > 0 ? onStrip : [...points]).sort();
    return first === undefined ? '?' : pen.label(first);
  };
}

/** Last resort, never drops anything: a row for every element, each end an arrow with the name of its net. */
export function drawList(pen: Pen, plan: BandPlan, y: number): { rows: number; marks: Band['rails'] } {
  const elements = [...plan.rails.flatMap(({ passed }) => passed), ...plan.components.flatMap((component) => component.elements)];
  const row = y + FIRST_ROW;
  listElements(pen, elements, row);
  let next = row + elements.length * ROW;
  const blocks = [...plan.components.flatMap((component) => component.blocks), ...(plan.head ? [plan.head] : [])];
  for (const block of blocks) {
    const x = MARGIN + 3 * CELL;
    const pins = block.terminals.map((point, index) => ({
      point,
      mark: markAt(point),
      x,
      y: next + index * COMB_ROW,
      side: 'left' as const,
    }));
    for (const pin of pins) {
      const net = netAt(pen.wiring, pin.point);
      line(pen, { net, x1: x - CELL, y1: pin.y, x2: x, y2: pin.y, near: pin.point });
      flag(pen, { net, name: pen.nameOf(net), x: x - CELL, y: pin.y, side: 'left' });
    }
    pen.symbols.push({
      ...symbolOf(block),
      kind: 'symbol' in block ? block.symbol : 'source-block',
      x: x + 32,
      y: next + ((pins.length - 1) * COMB_ROW) / 2,
      width: 64,
      height: (pins.length - 1) * COMB_ROW + 40,
      pins,
    });
    next += pins.length * COMB_ROW + 24;
  }
  return { rows: next - row, marks: [] };
}

/** Elements of a band one under the other: what cannot be drawn truly as paths. */
function listElements(pen: Pen, elements: readonly Element[], y: number): void {
  elements.forEach((element, index) => {
    const row = y + index * ROW;
    const [a, b] = [netAt(pen.wiring, element.a), netAt(pen.wiring, element.b)];
    const left = MARGIN + CELL;
    const right = left + (1 + markersAt(pen, element.a).length + markersAt(pen, element.b).length) * CELL;
    drawElement(pen, { element, isReversed: false, left, right, at: left, y: row });
    flag(pen, { net: a, name: pen.nameOf(a), x: left, y: row, side: 'left' });
    flag(pen, { net: b, name: pen.nameOf(b), x: right, y: row, side: 'right' });
  });
}

/** The earth of the circuit: every wired point of it, in rows. */
export function drawEarth(pen: Pen, cells: number, y: number): Band | undefined {
  const { earthNet: net, earthPoints } = pen.wiring;
  const points = earthPoints.filter(isTerminal).sort((a, b) => naturally(pen.label(a), pen.label(b)));
  if (net === undefined || points.length === 0) return undefined;
  const rowY = (row: number): number => y + 44 + row * 40;
  const rows = Math.ceil(points.length / cells);
  points.forEach((point, index) => {
    const x = MARGIN + (index % cells) * CELL + CELL / 2;
    pen.markers.push({ point, kind: 'way', x, y: rowY(Math.floor(index / cells)), label: pen.label(point), net });
  });
  for (let row = 0; row < rows; row++) {
    const inRow = Math.min(points.length - row * cells, cells);
    line(pen, { net, x1: MARGIN, y1: rowY(row), x2: MARGIN + (inRow - 0.5) * CELL, y2: rowY(row), near: points[0] });
  }
  if (rows > 1) line(pen, { net, x1: MARGIN, y1: rowY(0), x2: MARGIN, y2: rowY(rows - 1) });
  return {
    name: { code: 'earth' },
    tint: 'none',
    form: 'earth',
    x: 0,
    y,
    width: 2 * MARGIN + cells * CELL,
    height: 44 + rows * 40,
    rails: [],
    symbols: [],
    segments: pen.segments,
    dots: [],
    markers: pen.markers,
    flags: [],
    earths: [],
    groups: [],
    links: [],
    lines: [],
  };
}
