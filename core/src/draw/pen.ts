import type { Point } from '#core/circuit';
import type { Element, Wiring } from './elements';
import { type Band, CELL, type Dot, type Flag, type Marker, PIN, type PlacedSymbol, type Segment } from './sheet';

type Open<T> = { -readonly [K in keyof T]: T[K] extends readonly (infer U)[] ? U[] : T[K] };

/** Gathers the geometry of one band. Coordinates are absolute in the sheet. */
export interface Pen extends Pick<Open<Band>, 'symbols' | 'segments' | 'dots' | 'markers' | 'flags' | 'earths' | 'links'> {
  readonly wiring: Wiring;
  readonly markersOn: ReadonlyMap<Point, readonly Point[]>;
  readonly label: (point: Point) => string;
}

export const createPen = (wiring: Wiring, markersOn: Pen['markersOn'], label: Pen['label']): Pen => ({
  wiring,
  markersOn,
  label,
  symbols: [],
  segments: [],
  dots: [],
  markers: [],
  flags: [],
  earths: [],
  links: [],
});

export function line(pen: Pen, net: number, x1: number, y1: number, x2: number, y2: number, near?: Point, carries?: string): void {
  if (x1 === x2 && y1 === y2) return;
  pen.segments.push({ net, x1, y1, x2, y2, near, carries } satisfies Segment);
}

export const dot = (pen: Pen, net: number, x: number, y: number): void => {
  if (!pen.dots.some((one) => one.x === x && one.y === y && one.net === net)) pen.dots.push({ net, x, y } satisfies Dot);
};

export const flag = (pen: Pen, net: number, name: string, x: number, y: number, side: 'left' | 'right'): void => {
  pen.flags.push({ net, name, x, y, side } satisfies Flag);
};

/** Cells an element takes: its symbol and one for every marker on its leads. */
export const cellsOf = (pen: Pen, element: Element): number => 1 + markersAt(pen, element.a).length + markersAt(pen, element.b).length;

export const markersAt = (pen: Pen, point: Point): readonly Point[] => pen.markersOn.get(point) ?? [];

/**
 * Draws an element on a row between two x, its own cells at `at`, leads to both sides.
 * @param reversed the element's `b` is on the left
 */
export function drawElement(pen: Pen, element: Element, reversed: boolean, left: number, right: number, at: number, y: number): void {
  const [start, end] = reversed ? [element.b, element.a] : [element.a, element.b];
  const [startNet, endNet] = [pen.wiring.netOf.get(start)!, pen.wiring.netOf.get(end)!];
  const before = markersAt(pen, start);
  const centre = at + before.length * CELL + CELL / 2;
  const id = element.id;
  before.forEach((point, index) => {
    pen.markers.push(markerAt(pen, point, at + index * CELL + CELL / 2, y, startNet));
  });
  line(pen, startNet, left, y, centre - PIN, y, start, id);
  const after = markersAt(pen, end);
  after.forEach((point, index) => {
    pen.markers.push(markerAt(pen, point, centre + CELL / 2 + index * CELL + CELL / 2, y, endNet));
  });
  line(pen, endNet, centre + PIN, y, right, y, end, id);
  const mark = (point: Point) => point.slice(point.indexOf(':') + 1);
  pen.symbols.push({
    id,
    device: element.device.id,
    part: element.part,
    kind: element.kind,
    form: element.form,
    x: centre,
    y,
    width: 52,
    height: 30,
    pins: [
      { point: start, mark: mark(start), x: centre - PIN, y, side: 'left' },
      { point: end, mark: mark(end), x: centre + PIN, y, side: 'right' },
    ],
    tag: element.device.tag,
    text: element.text,
    description: element.device.title,
    line: 0,
    refs: [],
  } satisfies PlacedSymbol);
  for (const [point, x] of [
    [start, centre - PIN],
    [end, centre + PIN],
  ] as const)
    if (pen.wiring.bonded.has(point)) pen.earths.push({ x, y, point });
}

const markerAt = (pen: Pen, point: Point, x: number, y: number, net: number): Marker => ({
  point,
  kind: point.includes(':') ? 'way' : 'loose',
  x,
  y,
  net,
  label: pen.label(point),
});
