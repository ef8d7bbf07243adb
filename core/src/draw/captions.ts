import { type Caption, FLAG, isBlock, JOG_R, NAME, NOTE, SMALL, TITLE } from './caption';
import { standingCaptions, standingEdges, standingFlag, standingJog, standingMarker, standingPin } from './captionsStanding';
import { type Band, type Flag, LANE, LATE, type Marker, type Pin, type PlacedSymbol } from './sheet';
import type { SymbolFamily } from './symbols';
import { cutTo, widthOf } from './widths';

/** Words under a symbol reach no further than its cell. */
const UNDER_PX = 98;

/** Symbols whose working part stands above them in one school. */
const TALL: readonly PlacedSymbol['kind'][] = ['thermostat', 'pressure', 'overload', 'float', 'selector', 'light', 'clock', ...LATE];

/** What follows something else, or heads its band, is described there. */
const BARE: ReadonlySet<PlacedSymbol['kind']> = new Set<PlacedSymbol['kind']>(['contact', ...LATE, 'source', 'secondary']);

/** What stands under a symbol at rest. */
export function underOf({ kind, text, description }: PlacedSymbol): string {
  if (kind === 'coil' || kind === 'timer' || kind === 'heater' || kind === 'box') return description;
  if (kind === 'motor' || kind === 'lamp') return `${text} ${description}`.trim();
  return BARE.has(kind) ? text : text || description;
}

/** Of poles that stand together the first bears the tag and the last what is under it; else each bears both. */
const bears = ({ stack }: PlacedSymbol, what: 'tag' | 'under'): boolean =>
  stack === undefined || stack.isAlone === true || stack.index === (what === 'tag' ? 0 : stack.of - 1);

/** From a pole that stands alone among conductors up to the first of them and down to the last, beyond which its words stand. */
const past = ({ stack }: PlacedSymbol, what: 'tag' | 'under'): number =>
  stack?.isAlone ? LANE * (what === 'tag' ? stack.index : stack.of - 1 - stack.index) : 0;

/** What stands round a symbol: its tag, its references, and under it what it is or what it waits for. @param isLinked a pole above it bears the tag */
export const symbolCaptions = (symbol: PlacedSymbol, family: SymbolFamily, words: string, isLinked: boolean): Caption[] =>
  symbol.isStanding ? standingCaptions(symbol, words, isLinked) : lyingCaptions(symbol, family, words, isLinked);

const lyingCaptions = (symbol: PlacedSymbol, family: SymbolFamily, words: string, isLinked: boolean): Caption[] => [
  ...(bears(symbol, 'tag') && !(isLinked && !symbol.stack) ? tagCaptions(symbol, family) : []),
  ...(bears(symbol, 'under') && !(isLinked && !symbol.stack) ? [underCaption(symbol, words), ...refCaptions(symbol)] : []),
];

/** Its tag, and beside a contact the line of its coil. */
function tagCaptions(symbol: PlacedSymbol, family: SymbolFamily): Caption[] {
  const { x, y, height, kind, tag, refs } = symbol;
  const top =
    y - past(symbol, 'tag') + (height / 2 > 20 ? -height / 2 - 8 : family === 'iec' && TALL.includes(kind) && !symbol.stack ? -25 : -22);
  const captions: Caption[] = [{ text: tag, x, y: top, ...NAME, anchor: 'middle', ink: 'ink' }];
  if (kind !== 'coil' && refs[0] !== undefined)
    captions.push({ text: String(refs[0]), x: x + widthOf(tag, NAME.size) / 2 + 4, y: top, ...SMALL, anchor: 'start', ink: 'muted' });
  return captions;
}

/** What it is, or what it waits for, under it; cut to its cell. */
const underCaption = (symbol: PlacedSymbol, words: string): Caption => ({
  text: cutTo(words, NOTE.size, UNDER_PX),
  x: symbol.x,
  y: symbol.y + past(symbol, 'under') + (isBlock(symbol) ? symbol.height / 2 + 14 : 31),
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
export const pinCaption = (pin: Pin): Caption => (pin.side === 'top' || pin.side === 'bottom' ? standingPin(pin) : lyingPin(pin));

const lyingPin = ({ mark, x, y, side }: Pin): Caption => ({
  text: mark,
  x: side === 'left' ? x - 6 : x + 6,
  y: y - 8,
  ...SMALL,
  anchor: side === 'left' ? 'end' : 'start',
  ink: 'ink',
});

/** The name of a strip's terminal or of a loose end, above it. */
export const markerCaption = (marker: Marker): Caption => (marker.isStanding ? standingMarker(marker) : lyingMarker(marker));

const lyingMarker = ({ kind, label, x, y }: Marker): Caption => ({
  text: label,
  x,
  y: y - 9,
  ...SMALL,
  anchor: 'middle',
  ink: kind === 'way' ? 'ink' : 'danger',
});

/** Where the circle of a jump stands; undefined for a name. */
export const jogAt = (flag: Flag): { readonly x: number; readonly y: number } | undefined =>
  flag.isJog ? (isUpright(flag) ? standingJog(flag) : lyingJog(flag)) : undefined;

const isUpright = ({ side }: Flag): boolean => side === 'top' || side === 'bottom' || side === 'beside';

const lyingJog = ({ x, y, side }: Flag): { readonly x: number; readonly y: number } => ({
  x: side === 'left' ? x - JOG_R : side === 'right' ? x + JOG_R : x,
  y: side === 'on' ? y - JOG_R : y,
});

/** The name or the number of a net at its flag. */
export function flagCaption(one: Flag): Caption {
  if (isUpright(one)) return standingFlag(one);
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
export function edgeCaptions(band: Band, title: string): Caption[] {
  if (band.isStanding) return standingEdges(band, title);
  const { rails, y, lines, form, width } = band;
  const left = Math.max(64, ...rails.map(({ x }) => (x < width / 2 ? x : 0)));
  return [
    { text: `${title}${form === 'list' ? ' · as a list' : ''}`, x: left + 24, y: y + 22, ...TITLE, anchor: 'start', ink: 'band' },
    ...lines.map(
      ({ number, x, y: at }): Caption => ({ text: String(number), x, y: at + 4, size: 12, weight: 600, anchor: 'middle', ink: 'muted' }),
    ),
    ...rails.map(({ x, y1, name }): Caption => ({ text: name, x, y: y1 - 6, ...NAME, anchor: 'middle', ink: 'ink' })),
  ];
}

/** Symbols that hang on the pole above them by the link that moves both: they bear no tag of their own. */
export const linkedOf = ({ symbols, links }: Band): ReadonlySet<string> =>
  new Set(
    symbols
      .filter(({ x, y }) => links.some(({ x1, y1, x2, y2 }) => (x1 === x2 ? x === x1 && y > y1 && y <= y2 : y === y1 && x > x1 && x <= x2)))
      .map(({ id }) => id),
  );

/** All words of a band as they stand at rest. */
export function captionsOf(band: Band, title: string, family: SymbolFamily): Caption[] {
  const linked = linkedOf(band);
  return [
    ...edgeCaptions(band, title),
    ...band.symbols.flatMap((symbol) => [
      ...symbolCaptions(symbol, family, underOf(symbol), linked.has(symbol.id)),
      ...symbol.pins.map(pinCaption),
    ]),
    ...band.markers.map(markerCaption),
    ...band.flags.map(flagCaption),
  ].filter(({ text }) => text !== '');
}
