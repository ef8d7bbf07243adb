import type { Band, Flag, Marker, Pin, PlacedSymbol } from './sheet';
import type { SymbolFamily } from './symbols';
import { cutTo, widthOf } from './widths';

/** Words at a place on the sheet. `y` is their base line, `size` their face in sheet units. */
export interface Caption {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly weight: 600 | 700;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly ink: 'ink' | 'muted' | 'danger' | 'band';
  /** a stroke over a reference to a contact that rests closed */
  readonly isBarred?: boolean;
}

export type CaptionBox = { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number };

/** The room that a caption takes. */
export function boxOf({ text, x, y, size, anchor }: Caption): CaptionBox {
  const width = widthOf(text, size);
  const left = anchor === 'start' ? x : anchor === 'end' ? x - width : x - width / 2;
  return { left, right: left + width, top: y - size * 0.72, bottom: y + size * 0.2 };
}

const TITLE = { size: 14, weight: 700 } as const;
const NAME = { size: 13, weight: 700 } as const;
const NOTE = { size: 11, weight: 600 } as const;
const FLAG = { size: 12, weight: 600 } as const;
const SMALL = { size: 10.5, weight: 600 } as const;

/** Words under a symbol reach no further than its cell. */
const UNDER_PX = 98;

const BLOCKS: readonly PlacedSymbol['kind'][] = ['motor-block', 'heater-block', 'source-block'];
/** Symbols whose working part stands above them in one school. */
const TALL: readonly PlacedSymbol['kind'][] = ['thermostat', 'pressure', 'overload', 'float', 'selector', 'light', 'clock'];

/** Whether it is drawn as a tall box with its terminals at one side. */
export const isBlock = ({ kind }: Pick<PlacedSymbol, 'kind'>): boolean => BLOCKS.includes(kind);

/** What stands under a symbol at rest. */
export function underOf({ kind, text, description }: PlacedSymbol): string {
  if (kind === 'coil' || kind === 'timer' || kind === 'heater' || kind === 'box') return description;
  if (kind === 'motor' || kind === 'lamp') return `${text} ${description}`.trim();
  return kind === 'contact' || kind === 'source' || kind === 'secondary' ? text : text || description;
}

/** Of poles that stand together the first bears the tag and the last what is under it; else each bears both. */
const bears = ({ stack }: PlacedSymbol, what: 'tag' | 'under'): boolean =>
  stack === undefined || stack.index === (what === 'tag' ? 0 : stack.of - 1);

/** What stands round a symbol: its tag, its references, and under it what it is or what it waits for. @param isLinked a pole above it bears the tag */
export const symbolCaptions = (symbol: PlacedSymbol, family: SymbolFamily, words: string, isLinked: boolean): Caption[] => [
  ...(bears(symbol, 'tag') && !(isLinked && !symbol.stack) ? tagCaptions(symbol, family) : []),
  ...(bears(symbol, 'under') && !(isLinked && !symbol.stack) ? [underCaption(symbol, words), ...refCaptions(symbol)] : []),
];

/** Its tag, and beside a contact the line of its coil. */
function tagCaptions(symbol: PlacedSymbol, family: SymbolFamily): Caption[] {
  const { x, y, height, kind, tag, refs } = symbol;
  const top = y + (height / 2 > 20 ? -height / 2 - 8 : family === 'iec' && TALL.includes(kind) && !symbol.stack ? -25 : -22);
  const captions: Caption[] = [{ text: tag, x, y: top, ...NAME, anchor: 'middle', ink: 'ink' }];
  if (kind !== 'coil' && refs[0] !== undefined)
    captions.push({ text: String(refs[0]), x: x + widthOf(tag, NAME.size) / 2 + 4, y: top, ...SMALL, anchor: 'start', ink: 'muted' });
  return captions;
}

/** What it is, or what it waits for, under it; cut to its cell. */
const underCaption = (symbol: PlacedSymbol, words: string): Caption => ({
  text: cutTo(words, NOTE.size, UNDER_PX),
  x: symbol.x,
  y: symbol.y + (isBlock(symbol) ? symbol.height / 2 + 14 : 31),
  ...NOTE,
  anchor: 'middle',
  ink: 'muted',
});

/** Under a coil the lines of its contacts, those that rest closed with a stroke over them. */
function refCaptions({ kind, refs, x, y }: PlacedSymbol): Caption[] {
  if (kind !== 'coil' || refs.length === 0) return [];
  const words = refs.map((ref) => String(Math.abs(ref)));
  const gap = 5;
  const whole = words.reduce((sum, one) => sum + widthOf(one, SMALL.size), 0) + gap * (words.length - 1);
  let at = x - whole / 2;
  return words.map((text, index): Caption => {
    const caption: Caption = { text, x: at, y: y + 43, ...SMALL, anchor: 'start', ink: 'muted', isBarred: (refs[index] ?? 0) < 0 };
    at += widthOf(text, SMALL.size) + gap;
    return caption;
  });
}

/** The mark of a terminal, above the wire, outside of its pin. */
export const pinCaption = ({ mark, x, y, side }: Pin): Caption => ({
  text: mark,
  x: side === 'left' ? x - 6 : x + 6,
  y: y - 8,
  ...SMALL,
  anchor: side === 'left' ? 'end' : 'start',
  ink: 'ink',
});

/** The name of a strip's terminal or of a loose end, above it. */
export const markerCaption = ({ kind, label, x, y }: Marker): Caption => ({
  text: label,
  x,
  y: y - 9,
  ...SMALL,
  anchor: 'middle',
  ink: kind === 'way' ? 'ink' : 'danger',
});

/** The circle of a numbered jump. */
export const JOG_R = 8;
/** Where the circle of a jump stands; undefined for a name. */
export const jogAt = ({ x, y, side, isJog }: Flag): { readonly x: number; readonly y: number } | undefined =>
  isJog ? { x: side === 'left' ? x - JOG_R : side === 'right' ? x + JOG_R : x, y: side === 'on' ? y - JOG_R : y } : undefined;

/** The name or the number of a net at its flag. */
export function flagCaption(one: Flag): Caption {
  const jog = jogAt(one);
  return jog ? { text: one.name, x: jog.x, y: jog.y + 4, size: 11, weight: 700, anchor: 'middle', ink: 'ink' } : nameCaption(one);
}

const nameCaption = ({ x, y, name, side }: Flag): Caption => ({
  text: side === 'on' ? name : side === 'left' ? `${name} ▸` : `▸ ${name}`,
  x: side === 'on' ? x : side === 'left' ? x - 8 : x + 8,
  y: side === 'on' ? y - 6 : y + 4,
  ...FLAG,
  anchor: side === 'on' ? 'middle' : side === 'left' ? 'end' : 'start',
  ink: 'ink',
});

/** What stands at the edges of a band: its title, the numbers of its lines, the names of its rails. */
export function edgeCaptions({ rails, y, lines, form }: Band, title: string, width: number): Caption[] {
  const left = Math.max(64, ...rails.map(({ x }) => (x < width / 2 ? x : 0)));
  return [
    { text: `${title}${form === 'list' ? ' · as a list' : ''}`, x: left + 24, y: y + 22, ...TITLE, anchor: 'start', ink: 'band' },
    ...lines.map(
      ({ number, y: at }): Caption => ({ text: String(number), x: 26, y: at + 4, size: 12, weight: 600, anchor: 'middle', ink: 'muted' }),
    ),
    ...rails.map(({ x, y1, name }): Caption => ({ text: name, x, y: y1 - 6, ...NAME, anchor: 'middle', ink: 'ink' })),
  ];
}

/** Symbols that hang on the pole above them by the link that moves both: they bear no tag of their own. */
export const linkedOf = ({ symbols, links }: Band): ReadonlySet<string> =>
  new Set(symbols.filter(({ x, y }) => links.some((one) => one.x === x && y > one.y1 && y <= one.y2)).map(({ id }) => id));

/** All words of a band as they stand at rest. */
export function captionsOf(band: Band, title: string, family: SymbolFamily, width: number): Caption[] {
  const linked = linkedOf(band);
  return [
    ...edgeCaptions(band, title, width),
    ...band.symbols.flatMap((symbol) => [
      ...symbolCaptions(symbol, family, underOf(symbol), linked.has(symbol.id)),
      ...symbol.pins.map(pinCaption),
    ]),
    ...band.markers.map(markerCaption),
    ...band.flags.map(flagCaption),
  ].filter(({ text }) => text !== '');
}
