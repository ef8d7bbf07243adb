import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { sheetDrawing } from '#core/bench';
import { layoutTerminals } from '#core/draw';
import { planCircuit } from '#core/graph';
import { at } from '#core/units';
import { demo, SHIPPED } from '../testing/demo';
import { type Drawing, framed, plateFigures, SHEETS, type SheetName, terminalFigures, writeDrawing, writeDxf } from './index';

const BLOCK = { number: 'Q1', title: 'Ω – “cold”; <store> & co', site: 'Quarry Road', what: 'Path sheet', revision: 'rev 7' };
/** DXF as a reader of another house has it. */
function read(text: string) {
  const file = new DxfParser().parseSync(text);
  if (!file) throw new Error('the reader took nothing from it');
  return file;
}
/** Corners and texts of a drawing, with y up as in CAD. */
function facts({ height, figures }: Drawing) {
  const round = (value: number): number => Math.round(value * 1000) / 1000;
  return {
    circles: figures.flatMap((one) => (one.as === 'circle' ? [[round(one.x), round(height - one.y), round(one.r)]] : [])),
    texts: figures.flatMap((one) => (one.as === 'text' ? [one.text] : [])).sort(),
    corners: figures.flatMap((one) => (one.as === 'path' ? one.points.map(([x, y]) => `${round(x)} ${round(height - y)}`) : [])).sort(),
  };
}
interface Entity {
  readonly type: string;
  readonly layer: string;
  readonly vertices?: readonly { readonly x: number; readonly y: number }[];
  readonly center?: { readonly x: number; readonly y: number };
  readonly radius?: number;
  readonly text?: string;
  readonly shape?: boolean;
}

describe.each(SHIPPED)('drawings of %s', (name) => {
  const circuit = demo(name);
  const plan = planCircuit(circuit);
  const drawings: Record<string, () => Drawing> = {
    'path sheet': () => sheetDrawing(circuit),
    terminals: () => terminalFigures(layoutTerminals(plan, undefined, { effort: 0.02 }), (wire) => circuit.conductors[wire]?.number ?? ''),
  };
  it.each(Object.keys(drawings))('%s: every line, circle and word comes back from DXF as a reader of another house has it', (which) => {
    const drawing = framed(drawings[which]!(), 'A3', BLOCK);
    const entities = read(writeDxf(drawing)).entities as unknown as readonly Entity[];
    const wanted = facts(drawing);
    const number = (value: number | undefined): number => Math.round((value ?? Number.NaN) * 1000) / 1000;
    expect(
      entities.flatMap(({ type, center, radius }) => (type === 'CIRCLE' ? [[number(center?.x), number(center?.y), number(radius)]] : [])),
    ).toEqual(wanted.circles);
    expect(entities.flatMap(({ type, text }) => (type === 'TEXT' ? [unspelled(text ?? '')] : [])).sort()).toEqual(wanted.texts);
    expect(
      entities
        .flatMap(({ type, vertices = [] }) =>
          type === 'LINE' || type === 'POLYLINE' ? vertices.map(({ x, y }) => `${number(x)} ${number(y)}`) : [],
        )
        .sort(),
    ).toEqual(wanted.corners);
    // nothing lies beyond the border
    for (const { vertices = [] } of entities)
      for (const { x, y } of vertices) expect(x >= 0 && y >= 0 && x <= drawing.width && y <= drawing.height).toBe(true);
  });
});

/** What is beyond ASCII comes by its number. */
const unspelled = (text: string): string =>
  text.replace(/\\U\+([0-9A-F]{4})/g, (_, hex: string) => String.fromCodePoint(Number.parseInt(hex, 16)));

describe('a plate on paper', () => {
  const plate = plateFigures([
    {
      title: 'Panel',
      widthMm: 550,
      heightMm: 750,
      mounts: [{ xMm: 0, yMm: 0, widthMm: 40, heightMm: 750 }],
      bodies: [
        { tag: 'K1', xMm: 60, yMm: 100, widthMm: 45, heightMm: 80, heldBy: 'rail' },
        { tag: 'K17', xMm: 105, yMm: 100, widthMm: 7, heightMm: 90, heldBy: 'rail' },
      ],
    },
    {
      title: 'door',
      widthMm: 600,
      heightMm: 800,
      mounts: [],
      bodies: [{ tag: 'S1', xMm: 45, yMm: 40, widthMm: 30, heightMm: 40, heldBy: 'door' }],
    },
  ]);
  it.each([
    ['A3', '1 : 5'],
    ['A4', '1 : 10'],
    ['Tabloid', '1 : 5'],
    ['Letter', '1 : 10'],
  ] as const)('on %s keeps a scale of ISO 5455: %s', (paper, scale) => {
    const page = framed(plate, paper, BLOCK);
    expect(page.scale).toBe(scale);
    const ratio = Number(scale.split(' : ')[1]);
    // the contactor is as wide as its body by that scale
    const body = page.figures.find((one) => one.as === 'path' && one.layer === 'BODIES');
    if (body?.as !== 'path') throw new Error('no body');
    expect(at(body.points, 1)[0] - at(body.points, 0)[0]).toBeCloseTo(45 / ratio, 6);
    // the hole of an operator is drilled at 22.3 mm
    expect(page.figures.flatMap((one) => (one.as === 'circle' ? [one.r * 2 * ratio] : []))[0]).toBeCloseTo(22.3, 6);
  });
  it.each(Object.keys(SHEETS) as SheetName[])('SVG of %s is as large as its paper', (paper) => {
    const svg = writeDrawing(framed(plate, paper, BLOCK));
    const [width, height] = SHEETS[paper];
    expect(svg).toContain(`width="${width}mm" height="${height}mm"`);
    expect(svg).toContain('Ω – “cold”; &lt;store&gt; &amp; co');
  });
  it('says when its letters come out too small to read', () => {
    expect(framed(plate, 'A3', BLOCK).isSmall).toBe(true);
    expect(framed({ ...plate, figures: plate.figures.filter(({ as }) => as !== 'text') }, 'A3', BLOCK).isSmall).toBe(false);
  });
});
