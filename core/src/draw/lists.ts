import { isLooseEnd } from '#core/circuit';
import { type BandPlan, naturally } from './bands';
import type { Drawable, Element } from './elements';
import { drawElement, flag, line, type Pen } from './pen';
import type { Rail } from './rails';
import { type Band, CELL, COMB_ROW, FIRST_ROW, MARGIN, ROW } from './sheet';

/** Last resort, never drops anything: a row for every element, each end an arrow with the name of its net. */
export function drawList(pen: Pen, plan: BandPlan, rails: readonly Rail[], y: number) {
  const elements = [...plan.rails.flatMap(({ passed }) => passed), ...plan.components.flatMap((component) => component.elements)];
  const row = y + FIRST_ROW;
  listElements(pen, elements, rails, row);
  let next = row + elements.length * ROW;
  const blocks = [...plan.components.flatMap((component) => component.blocks), ...(plan.head ? [plan.head] : [])];
  for (const block of blocks) {
    const x = MARGIN + 3 * CELL;
    const pins = block.terminals.map((point, index) => ({
      point,
      mark: point.slice(point.indexOf(':') + 1),
      x,
      y: next + index * COMB_ROW,
      side: 'left' as const,
    }));
    for (const pin of pins) {
      const net = pen.wiring.netOf.get(pin.point)!;
      line(pen, net, x - CELL, pin.y, x, pin.y, pin.point);
      flag(pen, net, netName(pen, net, rails), x - CELL, pin.y, 'left');
    }
    const height = (pins.length - 1) * COMB_ROW + 40;
    pen.symbols.push({
      id: block.id,
      device: block.device.id,
      part: block.part,
      kind: 'symbol' in block ? block.symbol : 'source-block',
      form: undefined,
      x: x + 32,
      y: next + ((pins.length - 1) * COMB_ROW) / 2,
      width: 64,
      height,
      pins,
      tag: block.device.tag,
      text: block.text,
      description: block.device.title,
      line: 0,
      refs: [],
    });
    next += pins.length * COMB_ROW + 24;
  }
  return { rows: next - row, marks: [] as Band['rails'] };
}

/** A net as a hand finds it: the rail it is, else a terminal strip on it, else the first of its terminals. */
function netName(pen: Pen, net: number, rails: readonly Rail[]): string {
  const rail = rails.find((one) => one.net === net);
  if (rail) return `${rail.source.device.tag}:${rail.name}`;
  const strips = new Set([...pen.markersOn.values()].flat());
  const points = pen.wiring.points[net]!;
  const [first] = [...(points.some((point) => strips.has(point)) ? points.filter((point) => strips.has(point)) : points)].sort();
  return pen.label(first!);
}

/** Where a listed element's net is drawn in the lines above, its name stands on the wire. */
export function nameOnLines(pen: Pen, listed: readonly Element[], rails: readonly Rail[]): void {
  const nets = new Set(listed.flatMap(({ a, b }) => [pen.wiring.netOf.get(a)!, pen.wiring.netOf.get(b)!]));
  for (const net of nets) {
    if (rails.some((rail) => rail.net === net)) continue;
    const level = pen.segments.filter((one) => one.net === net && one.y1 === one.y2);
    const longest = level.reduce<(typeof level)[number] | undefined>(
      (top, one) => (!top || Math.abs(one.x2 - one.x1) > Math.abs(top.x2 - top.x1) ? one : top),
      undefined,
    );
    if (longest) pen.flags.push({ net, name: netName(pen, net, rails), x: (longest.x1 + longest.x2) / 2, y: longest.y1, side: 'on' });
  }
}

export function listElements(pen: Pen, elements: readonly Element[], rails: readonly Rail[], y: number): void {
  elements.forEach((element, index) => {
    const row = y + index * ROW;
    const [a, b] = [pen.wiring.netOf.get(element.a)!, pen.wiring.netOf.get(element.b)!];
    const left = MARGIN + CELL;
    const right = left + (1 + (pen.markersOn.get(element.a)?.length ?? 0) + (pen.markersOn.get(element.b)?.length ?? 0)) * CELL;
    drawElement(pen, element, false, left, right, left, row);
    flag(pen, a, netName(pen, a, rails), left, row, 'left');
    flag(pen, b, netName(pen, b, rails), right, row, 'right');
  });
}

export function drawEarth(pen: Pen, { wiring }: Drawable, cells: number, y: number): Band | undefined {
  if (wiring.earthNet === undefined || wiring.earthPoints.length === 0) return undefined;
  const net = wiring.earthNet;
  const perRow = cells;
  const points = [...wiring.earthPoints].sort((a, b) => naturally(pen.label(a), pen.label(b))).filter((point) => !isLooseEnd(point));
  const rows = Math.ceil(points.length / perRow);
  points.forEach((point, index) => {
    const x = MARGIN + (index % perRow) * CELL + CELL / 2;
    const row = y + 44 + Math.floor(index / perRow) * 40;
    pen.markers.push({ point, kind: 'way', x, y: row, label: pen.label(point), net });
  });
  for (let row = 0; row < rows; row++)
    line(
      pen,
      net,
      MARGIN,
      y + 44 + row * 40,
      MARGIN + (Math.min(points.length - row * perRow, perRow) - 0.5) * CELL,
      y + 44 + row * 40,
      points[0],
    );
  if (rows > 1) line(pen, net, MARGIN, y + 44, MARGIN, y + 44 + (rows - 1) * 40);
  return {
    title: 'Protective earth',
    tint: 'none',
    form: 'earth',
    y,
    height: 44 + rows * 40,
    rails: [],
    symbols: [],
    segments: pen.segments,
    dots: [],
    markers: pen.markers,
    flags: [],
    earths: [],
    links: [],
    lines: [],
  };
}
