import { isTerminal, type Point } from '#core/circuit';
import { type Element, markAt } from './elements';
import { type Band, CELL, type Dot, type Flag, LANE, type Marker, PIN, type PlacedSymbol, type Segment } from './sheet';
import { netAt, type Wiring } from './wiring';

type Open<T> = { -readonly [K in keyof T]: T[K] extends readonly (infer U)[] ? U[] : T[K] };

/** What every band of a sheet is drawn by. */
export interface Ground {
  readonly wiring: Wiring;
  readonly markersOn: ReadonlyMap<Point, readonly Point[]>;
  readonly label: (point: Point) => string;
  /** what a net is called where its wire stops */
  readonly nameOf: (net: number) => string;
}

/** Gathers the geometry of one band. Coordinates are absolute in the sheet. */
export interface Pen extends Ground, Pick<Open<Band>, 'symbols' | 'segments' | 'dots' | 'markers' | 'flags' | 'earths' | 'links'> {
  /** dots that are there, so that none is drawn twice */
  readonly dotted: Set<string>;
}

/** An empty sheet to draw a band on. */
export const createPen = (ground: Ground): Pen => ({
  ...ground,
  dotted: new Set(),
  symbols: [],
  segments: [],
  dots: [],
  markers: [],
  flags: [],
  earths: [],
  links: [],
});

/** A straight piece of wire; nothing where it has no length. */
export function line(pen: Pen, segment: Omit<Segment, 'near' | 'carries'> & Partial<Pick<Segment, 'near' | 'carries'>>): void {
  if (segment.x1 === segment.x2 && segment.y1 === segment.y2) return;
  pen.segments.push({ near: undefined, carries: undefined, ...segment });
}

/** Puts a dot where ways meet, once. */
export function dot(pen: Pen, one: Dot): void {
  const key = `${one.net} ${one.x} ${one.y}`;
  if (pen.dotted.has(key)) return;
  pen.dotted.add(key);
  pen.dots.push(one);
}

/** Names a net where its wire stops. */
export const flag = (pen: Pen, one: Flag): void => void pen.flags.push(one);

/** Cells an element takes: its symbol and one for every marker on its leads. */
export const cellsOf = (ground: Ground, { a, b }: Element): number => 1 + markersAt(ground, a).length + markersAt(ground, b).length;

/** Strip ways and splices that lie on the lead of a point. */
export const markersAt = ({ markersOn }: Ground, point: Point): readonly Point[] => markersOn.get(point) ?? [];

/** Where an element goes on a row. */
export interface ElementPlace {
  readonly element: Element;
  /** the element's `b` is on the left */
  readonly isReversed: boolean;
  /** its leads reach from here to there */
  readonly left: number;
  readonly right: number;
  /** its own cells begin here */
  readonly at: number;
  readonly y: number;
  /** a pole among others that stand together */
  readonly stack?: PlacedSymbol['stack'];
}

/** Draws an element on a row between two x, its own cells at `at`, leads to both sides. */
export function drawElement(pen: Pen, { element, isReversed, left, right, at, y, stack }: ElementPlace): void {
  const [start, end] = isReversed ? [element.b, element.a] : [element.a, element.b];
  const [startNet, endNet] = [netAt(pen.wiring, start), netAt(pen.wiring, end)];
  const before = markersAt(pen, start);
  const centre = at + before.length * CELL + CELL / 2;
  const marker = (point: Point, x: number, net: number): Marker => ({
    point,
    kind: isTerminal(point) ? 'way' : 'loose',
    x,
    y,
    net,
    label: pen.label(point),
  });
  before.forEach((point, index) => {
    pen.markers.push(marker(point, at + index * CELL + CELL / 2, startNet));
  });
  markersAt(pen, end).forEach((point, index) => {
    pen.markers.push(marker(point, centre + CELL / 2 + index * CELL + CELL / 2, endNet));
  });
  const ends = [
    { point: start, x: centre - PIN, side: 'left' as const, net: startNet, out: left },
    { point: end, x: centre + PIN, side: 'right' as const, net: endNet, out: right },
  ];
  for (const { point, x, net, out } of ends) {
    line(pen, {
      net,
      x1: Math.min(x, out),
      y1: y,
      x2: Math.max(x, out),
      y2: y,
      near: point,
      carries: `${element.device.id}:${element.part}`,
    });
    if (pen.wiring.bonded.has(point)) pen.earths.push({ x, y, point });
  }
  pen.symbols.push({
    ...symbolOf(element),
    kind: element.kind,
    form: element.form,
    x: centre,
    y,
    width: 52,
    height: stack ? LANE - 2 : 30,
    ...(stack ? { stack } : {}),
    pins: ends.map(({ point, x, side }) => ({ point, mark: markAt(point), x, y, side })),
  });
}

/** What every symbol says of what it stands for. */
export const symbolOf = ({
  id,
  device,
  part,
  text,
}: Pick<Element, 'id' | 'device' | 'part' | 'text'>): Omit<PlacedSymbol, 'kind' | 'x' | 'y' | 'width' | 'height' | 'pins'> => ({
  id,
  device: device.id,
  part,
  form: undefined,
  tag: device.tag,
  text,
  description: device.title,
  line: 0,
  refs: [],
});
