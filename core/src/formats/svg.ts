import {
  type Band,
  type Caption,
  captionsOf,
  earthSign,
  JOG_R,
  jogAt,
  type Sheet,
  type Stroke,
  type SymbolFamily,
  signAt,
  strokesOf,
  turnOf,
} from '#core/draw';
import { xml } from './xml';

/** How the parts of a circuit stand when it is drawn, where that is known. */
export interface Shown {
  /** of a part, as `device:part` */
  phase(part: string): 'off' | 'under way' | 'on';
  isClosed(part: string): boolean;
}

export interface SvgOptions {
  readonly family: SymbolFamily;
  /** what stands above each band */
  readonly titles: readonly string[];
  /** what stands under the sheet */
  readonly foot: string;
  readonly shown?: Shown;
  /** a small picture shows the paths alone */
  readonly isPlain?: boolean;
}

/** Ink on paper: a picture is looked at outside of the program, and printed. */
const INK = { ink: '#1b2430', muted: '#5d6673', danger: '#b42318', paper: '#ffffff', half: '#a9b0b8', earth: '#2c7a3f' } as const;
const BAND: Readonly<Record<Band['tint'], { line: string; tint: string }>> = {
  'elv-ac': { line: '#08706b', tint: '#e6f2ef' },
  'elv-dc': { line: '#3c4bb8', tint: '#e6e8f8' },
  control: { line: '#9a5000', tint: '#faeedc' },
  power: { line: '#8e1f4f', tint: '#f7e9ee' },
  none: { line: '#5d6673', tint: '#f0eee7' },
};
const AT_REST: Shown = { phase: () => 'off', isClosed: () => false };
const FILL = { off: INK.paper, 'under way': INK.half, on: INK.ink } as const;

const tag = (name: string, attributes: Readonly<Record<string, string | number | undefined>>, content?: string): string => {
  const given = Object.entries(attributes).flatMap(([key, value]) => (value === undefined ? [] : [` ${key}="${xml(String(value))}"`]));
  return content === undefined ? `<${name}${given.join('')}/>` : `<${name}${given.join('')}>${content}</${name}>`;
};

const line = (x1: number, y1: number, x2: number, y2: number, stroke: string, width: number, dash?: string): string =>
  tag('line', { x1, y1, x2, y2, stroke, 'stroke-width': width, 'stroke-dasharray': dash });

const caption = ({ text, x, y, size, weight, anchor, ink, isBarred }: Caption, own: string): string =>
  tag(
    'text',
    {
      x: Math.round(x * 10) / 10,
      y,
      'font-size': size,
      'font-weight': weight,
      'text-anchor': anchor === 'start' ? undefined : anchor,
      'text-decoration': isBarred ? 'overline' : undefined,
      fill: ink === 'band' ? own : INK[ink],
    },
    xml(text),
  );

function stroke(one: Stroke, body: string, isClosed: boolean, isPlain: boolean, turn: 0 | 90 | -90): string {
  const drawn = { stroke: INK.ink, 'stroke-width': 2 };
  switch (one.as) {
    case 'line':
      return line(one.x1, one.y1, one.x2, one.y2, INK.ink, 2);
    case 'circle':
      return tag('circle', { cx: one.x, cy: one.y, r: one.r, fill: one.body ? body : INK.paper, ...drawn });
    case 'rect':
      return tag('rect', {
        x: one.x,
        y: one.y,
        width: one.width,
        height: one.height,
        rx: 2,
        fill: one.body ? body : INK.paper,
        ...drawn,
      });
    case 'arc':
      return tag('path', {
        d: `M${one.x - one.r} ${one.y}A${one.r} ${one.ry ?? one.r} 0 0 ${one.up ? 1 : 0} ${one.x + one.r} ${one.y}`,
        fill: 'none',
        ...drawn,
      });
    case 'bar':
      return isClosed ? tag('rect', { x: one.x, y: one.y, width: one.width, height: one.height, fill: INK.ink }) : '';
    case 'text':
      return isPlain
        ? ''
        : tag(
            'text',
            {
              ...signAt(one, turn),
              'font-size': 12,
              'font-weight': 700,
              'text-anchor': 'middle',
              fill: body === INK.ink ? INK.paper : INK.ink,
            },
            xml(one.text),
          );
  }
}

function band(one: Band, title: string, { family, shown = AT_REST, isPlain = false }: SvgOptions): string {
  const { line: own, tint } = BAND[one.tint];
  return [
    tag('rect', { x: one.x, y: one.y, width: one.width, height: one.height, fill: tint }),
    tag('rect', {
      x: one.x,
      y: one.y,
      ...(one.isStanding ? { width: one.width, height: 6 } : { width: 8, height: one.height }),
      fill: own,
    }),
    ...one.segments.map(({ x1, y1, x2, y2 }) => line(x1, y1, x2, y2, own, 1.6)),
    ...one.links.map(({ x1, y1, x2, y2 }) => line(x1, y1, x2, y2, INK.ink, 1.4, '4 4')),
    ...one.dots.map(({ x, y }) => tag('circle', { cx: x, cy: y, r: 3.6, fill: own })),
    ...one.markers.map(({ x, y, kind }) =>
      kind === 'way'
        ? tag('rect', { x: x - 4.5, y: y - 4.5, width: 9, height: 9, fill: INK.paper, stroke: INK.ink, 'stroke-width': 1.6 })
        : tag('circle', { cx: x, cy: y, r: 5, fill: INK.paper, stroke: INK.danger, 'stroke-width': 2 }),
    ),
    ...one.flags.flatMap((flag) => {
      const at = jogAt(flag);
      return at ? [tag('circle', { cx: at.x, cy: at.y, r: JOG_R, fill: INK.paper, stroke: INK.ink, 'stroke-width': 1.4 })] : [];
    }),
    ...one.earths.map((earth) =>
      tag('path', {
        d: earthSign(earth),
        stroke: INK.earth,
        'stroke-width': 2,
        fill: 'none',
      }),
    ),
    ...one.symbols.map((symbol) => {
      const part = `${symbol.device}:${symbol.part}`;
      const body = FILL[shown.phase(part)];
      const strokes = strokesOf(symbol.kind, symbol.form, family, symbol.tag, symbol.text, symbol);
      const turn = turnOf(symbol, family);
      const figure = strokes.filter(({ as }) => as !== 'text').map((each) => stroke(each, body, shown.isClosed(part), isPlain, turn));
      const signs = strokes.filter(({ as }) => as === 'text').map((each) => stroke(each, body, shown.isClosed(part), isPlain, turn));
      const pins = symbol.pins.map(({ x, y }) =>
        tag('circle', { cx: x - symbol.x, cy: y - symbol.y, r: 3.8, fill: INK.paper, stroke: INK.ink, 'stroke-width': 1.5 }),
      );
      return tag(
        'g',
        { transform: `translate(${symbol.x} ${symbol.y})` },
        [
          turn === 0 ? figure.join('') : tag('g', { transform: `rotate(${turn})` }, figure.join('')),
          ...signs,
          ...(isPlain ? [] : pins),
        ].join(''),
      );
    }),
    ...(isPlain ? [] : captionsOf(one, title, family).map((each) => caption(each, own))),
  ].join('\n');
}

/** The path sheet as a picture by itself: SVG 1.1, whole, on white. */
export function writeSvg(sheet: Sheet, options: SvgOptions): string {
  const { width, height } = sheet;
  const foot = options.foot && !options.isPlain ? 28 : 0;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    tag(
      'svg',
      {
        xmlns: 'http://www.w3.org/2000/svg',
        width,
        height: height + foot,
        viewBox: `0 0 ${width} ${height + foot}`,
        'font-family': "'Barlow Semi Condensed', 'Arial Narrow', sans-serif",
      },
      [
        tag('rect', { x: 0, y: 0, width, height: height + foot, fill: INK.paper }),
        ...sheet.bands.map((one, index) => band(one, options.titles[index] ?? '', options)),
        ...(foot ? [tag('text', { x: 64, y: height + 18, 'font-size': 12, fill: INK.muted }, xml(options.foot))] : []),
      ].join('\n'),
    ),
    '',
  ].join('\n');
}
