/** What a drawing is made of, whatever it is drawn with. Units are those of the drawing; y runs down. */
export type Figure = { readonly layer: Layer } & (
  | { readonly as: 'path'; readonly points: readonly (readonly [x: number, y: number])[]; readonly isClosed?: true; readonly dash?: true }
  | { readonly as: 'circle'; readonly x: number; readonly y: number; readonly r: number }
  | {
      readonly as: 'text';
      readonly x: number;
      /** the foot of the letters */
      readonly y: number;
      readonly size: number;
      readonly text: string;
      readonly anchor: 'start' | 'middle' | 'end';
      /** it stands, read from the right */
      readonly isUpright?: true;
    }
);

/** What belongs together, and is switched off together by whoever opens the file. */
export const LAYERS = ['FRAME', 'WIRES', 'SYMBOLS', 'BODIES', 'MOUNTS', 'TEXT'] as const;
export type Layer = (typeof LAYERS)[number];

export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly figures: readonly Figure[];
  /** millimetres that a unit is in the world; undefined where the drawing has no scale, as a path sheet */
  readonly unitMm?: number;
}

/** Papers, lying, in millimetres. ISO 216; ANSI/ASME Y14.1. */
export const SHEETS = { A4: [297, 210], A3: [420, 297], Letter: [279.4, 215.9], Tabloid: [431.8, 279.4] } as const;
export type SheetName = keyof typeof SHEETS;

/** What stands in the title block. */
export interface TitleBlock {
  readonly number: string;
  readonly title: string;
  readonly site: string;
  readonly what: string;
  readonly revision: string;
}

const BORDER = 8;
const STRIP = 5;
const BLOCK = { width: 110, row: 6 } as const;
/** Scales at which plates are drawn. ISO 5455. */
const SCALES = [1, 2, 5, 10, 20, 50] as const;
/** Letters smaller than this nobody reads. ISO 3098: 1.8 mm is the least. */
const LEAST_LETTER_MM = 1.8;

export interface Framed extends Drawing {
  /** `1 : 5`, or how the drawing was fitted */
  readonly scale: string;
  /** its smallest letters come out under 1.8 mm: a larger paper is wanted */
  readonly isSmall: boolean;
}

/** A rectangle from its upper left corner. */
export const box = (x: number, y: number, width: number, height: number, layer: Layer): Figure => ({
  as: 'path',
  points: [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ],
  isClosed: true,
  layer,
});

/** A drawing on a paper with border, zones and title block, in millimetres. A drawing with a scale keeps one of ISO 5455. */
export function framed(drawing: Drawing, paper: SheetName, block: TitleBlock): Framed {
  const [width, height] = SHEETS[paper];
  const inset = BORDER + STRIP;
  const room = { width: width - 2 * inset - 4, height: height - 2 * inset - 4 - 4 * BLOCK.row - 2 };
  const fit = Math.min(room.width / drawing.width, room.height / drawing.height);
  const { unitMm } = drawing;
  const ratio = unitMm === undefined ? undefined : SCALES.find((one) => unitMm / one <= fit);
  const factor = unitMm !== undefined && ratio !== undefined ? unitMm / ratio : Math.min(fit, 0.35);
  const scale = ratio !== undefined ? `1 : ${ratio}` : unitMm !== undefined ? 'fitted, no scale' : 'no scale';
  const at = inset + 2;
  const moved = drawing.figures.map((figure): Figure => {
    const x = (one: number): number => at + factor * one;
    if (figure.as === 'path') return { ...figure, points: figure.points.map(([px, py]) => [x(px), x(py)] as const) };
    if (figure.as === 'circle') return { ...figure, x: x(figure.x), y: x(figure.y), r: factor * figure.r };
    return { ...figure, x: x(figure.x), y: x(figure.y), size: factor * figure.size };
  });
  const letters = moved.flatMap((figure) => (figure.as === 'text' ? [figure.size] : []));
  return {
    width,
    height,
    unitMm: 1,
    scale,
    isSmall: letters.length > 0 && Math.min(...letters) < LEAST_LETTER_MM,
    figures: [...frameOf(width, height), ...blockOf(width, height, block, scale, paper), ...moved],
  };
}

/** Border and zones: numbers along, letters down, as ISO 5457 and ASME Y14.1 have them. */
function frameOf(width: number, height: number): Figure[] {
  const inner = BORDER + STRIP;
  const across = Math.max(2, 2 * Math.round((width - 2 * inner) / 100));
  const down = Math.max(2, 2 * Math.round((height - 2 * inner) / 100));
  const text = (words: string, x: number, y: number): Figure => ({
    as: 'text',
    x,
    y,
    size: 2.5,
    text: words,
    anchor: 'middle',
    layer: 'FRAME',
  });
  const stroke = (x1: number, y1: number, x2: number, y2: number): Figure => ({
    as: 'path',
    points: [
      [x1, y1],
      [x2, y2],
    ],
    layer: 'FRAME',
  });
  const [wide, high] = [(width - 2 * inner) / across, (height - 2 * inner) / down];
  return [
    box(BORDER, BORDER, width - 2 * BORDER, height - 2 * BORDER, 'FRAME'),
    box(inner, inner, width - 2 * inner, height - 2 * inner, 'FRAME'),
    ...Array.from({ length: across }, (_, index) => inner + index * wide).flatMap((x, index) => [
      ...[BORDER, height - inner].flatMap((y) => [
        ...(index > 0 ? [stroke(x, y, x, y + STRIP)] : []),
        text(String(index + 1), x + wide / 2, y + STRIP - 1.3),
      ]),
    ]),
    ...Array.from({ length: down }, (_, index) => inner + index * high).flatMap((y, index) => [
      ...[BORDER, width - inner].flatMap((x) => [
        ...(index > 0 ? [stroke(x, y, x + STRIP, y)] : []),
        text(String.fromCharCode(65 + index), x + STRIP / 2, y + high / 2 + 1),
      ]),
    ]),
  ];
}

function blockOf(width: number, height: number, block: TitleBlock, scale: string, paper: SheetName): Figure[] {
  const x = width - BORDER - STRIP - BLOCK.width;
  const y = height - BORDER - STRIP - 4 * BLOCK.row;
  const rows = [
    [`${block.number}  ${block.title}`, 3.2],
    [block.site, 2.5],
    [block.what, 2.5],
    [`${block.revision}   scale ${scale}   ${paper}`, 2.5],
  ] as const;
  return [
    box(x, y, BLOCK.width, 4 * BLOCK.row, 'FRAME'),
    ...rows.flatMap(([text, size], index): Figure[] => [
      { as: 'text', x: x + 2, y: y + index * BLOCK.row + 4.4, size, text: cutTo(text, size), anchor: 'start', layer: 'FRAME' },
      ...(index > 0
        ? [
            {
              as: 'path' as const,
              points: [
                [x, y + index * BLOCK.row],
                [x + BLOCK.width, y + index * BLOCK.row],
              ] as const,
              layer: 'FRAME' as const,
            },
          ]
        : []),
    ]),
  ];
}

/** Letters are about so wide for their height. */
const WIDE = 0.52;
const cutTo = (text: string, size: number): string => {
  const most = Math.floor((BLOCK.width - 4) / (WIDE * size));
  return text.length > most ? `${text.slice(0, most - 1)}…` : text;
};
