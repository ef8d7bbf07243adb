import {
  type Band,
  captionsOf,
  earthSign,
  JOG_R,
  jogAt,
  type Sheet,
  type Stroke,
  type SymbolFamily,
  signAt,
  strokesOf,
  type TerminalSheet,
  turnOf,
} from '#core/draw';
import { type Drawing, type Figure, type Layer, box as rect } from './figures';

type Pair = readonly [number, number];

const path = (points: readonly Pair[], layer: Layer): Figure => ({ as: 'path', points, layer });
const text = (words: string, x: number, y: number, size: number, anchor: 'start' | 'middle' | 'end', layer: Layer = 'TEXT'): Figure => ({
  as: 'text',
  x,
  y,
  size,
  text: words,
  anchor,
  layer,
});

/** The path sheet at rest, as it is wired. @param titles what stands above each band */
export function sheetFigures(sheet: Sheet, family: SymbolFamily, titles: readonly string[]): Drawing {
  return {
    width: sheet.width,
    height: sheet.height,
    figures: sheet.bands.flatMap((band, index) => bandFigures(band, family, titles[index] ?? '')),
  };
}

function bandFigures(band: Band, family: SymbolFamily, title: string): Figure[] {
  return [
    ...[...band.segments, ...band.links].map(({ x1, y1, x2, y2 }) =>
      path(
        [
          [x1, y1],
          [x2, y2],
        ],
        'WIRES',
      ),
    ),
    ...band.dots.map(({ x, y }): Figure => ({ as: 'circle', x, y, r: 3.6, layer: 'WIRES' })),
    ...band.markers.map(({ x, y, kind }) =>
      kind === 'way' ? rect(x - 4.5, y - 4.5, 9, 9, 'SYMBOLS') : ({ as: 'circle', x, y, r: 5, layer: 'SYMBOLS' } as const),
    ),
    ...band.flags.flatMap((flag): Figure[] => {
      const at = jogAt(flag);
      return at ? [{ as: 'circle', x: at.x, y: at.y, r: JOG_R, layer: 'SYMBOLS' }] : [];
    }),
    ...band.earths.flatMap((earth) => strokesOfPath(earthSign(earth)).map((points) => path(points, 'WIRES'))),
    ...band.symbols.flatMap((symbol) => {
      const turn = turnOf(symbol, family);
      const placed = ([x, y]: Pair): Pair => {
        const [tx, ty] = turn === 90 ? [-y, x] : turn === -90 ? [y, -x] : [x, y];
        return [symbol.x + tx, symbol.y + ty];
      };
      return [
        ...strokesOf(symbol.kind, symbol.form, family, symbol.tag, symbol.text, symbol).flatMap((stroke): Figure[] => {
          if (stroke.as !== 'text') return strokeFigures(stroke, placed);
          const at = signAt(stroke, turn);
          return [text(stroke.text, symbol.x + at.x, symbol.y + at.y, 12, 'middle', 'SYMBOLS')];
        }),
        ...symbol.pins.map(({ x, y }): Figure => ({ as: 'circle', x, y, r: 3.8, layer: 'SYMBOLS' })),
      ];
    }),
    ...captionsOf(band, title, family).map(({ text: words, x, y, size, anchor }) => text(words, x, y, size, anchor)),
  ];
}

/** Corners of half an ellipse. */
const ARC_STEPS = 10;

function strokeFigures(stroke: Exclude<Stroke, { as: 'text' }>, placed: (at: Pair) => Pair): Figure[] {
  const corners = (x: number, y: number, width: number, height: number): Figure => ({
    as: 'path',
    points: ([[x, y] as Pair, [x + width, y] as Pair, [x + width, y + height] as Pair, [x, y + height] as Pair] as const).map(placed),
    isClosed: true,
    layer: 'SYMBOLS',
  });
  switch (stroke.as) {
    case 'line':
      return [path([placed([stroke.x1, stroke.y1]), placed([stroke.x2, stroke.y2])], 'SYMBOLS')];
    case 'rect':
      return [corners(stroke.x, stroke.y, stroke.width, stroke.height)];
    // it shows that a contact is closed now: paper shows the circuit at rest
    case 'bar':
      return [];
    case 'circle': {
      const [x, y] = placed([stroke.x, stroke.y]);
      return [{ as: 'circle', x, y, r: stroke.r, layer: 'SYMBOLS' }];
    }
    case 'arc': {
      const { x, y, r, ry = r, up } = stroke;
      const points = Array.from({ length: ARC_STEPS + 1 }, (_, step): Pair => {
        const angle = Math.PI * (1 - step / ARC_STEPS);
        return [x + r * Math.cos(angle), y + (up ? -1 : 1) * ry * Math.sin(angle)];
      });
      return [path(points.map(placed), 'SYMBOLS')];
    }
  }
}

/** The strokes of a small SVG path of M, H, V, h and v. */
function strokesOfPath(d: string): Pair[][] {
  const strokes: Pair[][] = [];
  let [x, y] = [0, 0];
  for (const [, letter, numbers = ''] of d.matchAll(/([MHVhv])([^MHVhv]*)/g)) {
    const [a = 0, b = 0] = numbers
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    if (letter === 'M') {
      [x, y] = [a, b];
      continue;
    }
    const from: Pair = [x, y];
    if (letter === 'H') x = a;
    else if (letter === 'h') x += a;
    else if (letter === 'V') y = a;
    else y += a;
    strokes.push([from, [x, y]]);
  }
  return strokes;
}

/** A short lead of a wire that goes elsewhere. */
const STUB = 14;

/** The terminals with their wires. @param numberOf the number of a wire */
export function terminalFigures(sheet: TerminalSheet, numberOf: (wire: string) => string): Drawing {
  return {
    width: sheet.width,
    height: sheet.height,
    figures: [
      ...sheet.wires.flatMap((wire) => [
        path(wire.points, 'WIRES'),
        ...(numberOf(wire.conductor) ? [text(numberOf(wire.conductor), wire.label.x, wire.label.y, 10, 'middle')] : []),
      ]),
      ...sheet.stubs.flatMap(({ x, y, side, to }) => {
        const end = side === 'top' ? y + STUB : y - STUB;
        return [
          path(
            [
              [x, y],
              [x, end],
            ],
            'WIRES',
          ),
          text(to, x, side === 'top' ? end + 9 : end - 2, 8, 'middle'),
        ];
      }),
      ...sheet.blocks.flatMap((block) => [
        rect(block.x, block.y, block.width, block.height, 'BODIES'),
        ...block.spots.map(({ x, y }): Figure => ({ as: 'circle', x, y, r: 5, layer: 'BODIES' })),
        ...block.captions.map(({ text: words, x, y, size }) => text(words, x, y, size, 'middle')),
      ]),
    ],
  };
}

/** A plate or a door as it is laid out, in millimetres. */
export interface PlateShape {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly title: string;
  readonly mounts: readonly { readonly xMm: number; readonly yMm: number; readonly widthMm: number; readonly heightMm: number }[];
  readonly bodies: readonly {
    readonly tag: string;
    readonly xMm: number;
    readonly yMm: number;
    readonly widthMm: number;
    readonly heightMm: number;
    readonly heldBy: 'rail' | 'plate' | 'door';
  }[];
}

const BETWEEN_MM = 40;
const HEAD_MM = 24;
/** Holes of operators and lamps. EN 60947-5-1, from memory. */
const HOLE_MM = 22.3;

/** Plate and doors beside one another: bodies, rails, ducts, and on doors the holes that are drilled. */
export function plateFigures(surfaces: readonly PlateShape[]): Drawing {
  let x = 0;
  const figures = surfaces.flatMap((surface): Figure[] => {
    const [left, top] = [x, HEAD_MM];
    x += surface.widthMm + BETWEEN_MM;
    return [
      text(surface.title, left, top - 8, 12, 'start'),
      rect(left, top, surface.widthMm, surface.heightMm, 'FRAME'),
      ...surface.mounts.map(({ xMm, yMm, widthMm, heightMm }) => rect(left + xMm, top + yMm, widthMm, heightMm, 'MOUNTS')),
      ...surface.bodies.flatMap(({ tag, xMm, yMm, widthMm, heightMm, heldBy }): Figure[] => {
        const [mx, my] = [left + xMm + widthMm / 2, top + yMm + heightMm / 2];
        const isSlim = widthMm < 8 * tag.length;
        return [
          rect(left + xMm, top + yMm, widthMm, heightMm, 'BODIES'),
          ...(heldBy === 'door' ? [{ as: 'circle' as const, x: mx, y: my, r: HOLE_MM / 2, layer: 'MOUNTS' as const }] : []),
          {
            as: 'text',
            x: isSlim ? mx + 3.5 : mx,
            y: isSlim ? my : my + 3.5,
            size: Math.min(10, isSlim ? widthMm : 10),
            text: tag,
            anchor: 'middle',
            layer: 'TEXT',
            ...(isSlim ? { isUpright: true as const } : {}),
          },
        ];
      }),
    ];
  });
  return {
    width: Math.max(1, x - BETWEEN_MM),
    height: HEAD_MM + Math.max(1, ...surfaces.map(({ heightMm }) => heightMm)),
    figures,
    unitMm: 1,
  };
}
