import { type Caption, FLAG, isBlock, JOG_R, NAME, NOTE, SMALL, TITLE } from './caption';
import { type Band, type Flag, LANE, type Marker, type Pin, type PlacedSymbol } from './sheet';
import { cutTo, widthOf } from './widths';

/** Beside a symbol, and how far words reach there: up to what stands on the next path. */
const BESIDE = 21;
const REACH = 72;

/** Round a standing symbol its words lie to the right of it: what it is called, what it is, where its contacts are. */
export function standingCaptions(symbol: PlacedSymbol, words: string, isLinked: boolean): Caption[] {
  if (isBlock(symbol)) return blockCaptions(symbol, words);
  const { x, y, tag, kind, refs, stack } = symbol;
  // of poles that stand together the last has room beside it
  if (stack ? !stack.isAlone && stack.index !== stack.of - 1 : isLinked) return [];
  const past = stack?.isAlone ? LANE * (stack.of - 1 - stack.index) : 0;
  // what drives a valve stands to its right in one school
  const left = x + past + (kind === 'valve' ? BESIDE + 8 : BESIDE);
  const name = cutTo(tag, NAME.size, REACH);
  return [
    { text: name, x: left, y: y - 2, ...NAME, anchor: 'start', ink: 'ink' },
    ...(kind !== 'coil' && refs[0] !== undefined && widthOf(name, NAME.size) < REACH - 20
      ? [{ text: String(refs[0]), x: left + widthOf(name, NAME.size) + 4, y: y - 2, ...SMALL, anchor: 'start', ink: 'muted' } as const]
      : []),
    { text: cutTo(words, NOTE.size, REACH), x: left, y: y + 11, ...NOTE, anchor: 'start', ink: 'muted' },
    ...(kind === 'coil' ? refCaptions(refs, left, y + 24) : []),
  ];
}

/** A source bears its words above it, a load below: there its path ends. A source whose pins are above has its potentials there. */
function blockCaptions({ kind, x, y, width, height, tag, pins }: PlacedSymbol, words: string): Caption[] {
  const above = kind === 'source-block' && !pins.some(({ side }) => side === 'top');
  const most = width + 34;
  const [first, second] = above ? [y - height / 2 - 19, y - height / 2 - 7] : [y + height / 2 + 14, y + height / 2 + 27];
  return [
    { text: cutTo(tag, NAME.size, most), x, y: first, ...NAME, anchor: 'middle', ink: 'ink' },
    { text: cutTo(words, NOTE.size, most), x, y: second, ...NOTE, anchor: 'middle', ink: 'muted' },
  ];
}

function refCaptions(refs: readonly number[], left: number, y: number): Caption[] {
  let [x, row] = [left, 0];
  return refs.map((ref): Caption => {
    const text = String(Math.abs(ref));
    const width = widthOf(text, SMALL.size) + 5;
    if (x + width > left + REACH) [x, row] = [left, row + 12];
    const caption: Caption = { text, x, y: y + row, ...SMALL, anchor: 'start', ink: 'muted', isBarred: ref < 0 };
    x += width;
    return caption;
  });
}

/** The mark of a terminal, to the left of the wire, beyond its pin. */
export const standingPin = ({ mark, x, y, side }: Pin): Caption => ({
  text: cutTo(mark, SMALL.size, 30),
  x: x - 6,
  y: side === 'top' ? y - 4 : y + 12,
  ...SMALL,
  anchor: 'end',
  ink: 'ink',
});

/** The name of a strip's terminal or of a loose end, to the right of it. */
export const standingMarker = ({ kind, label, x, y }: Marker): Caption => ({
  text: cutTo(label, SMALL.size, kind === 'way' ? 60 : 80),
  x: x + 9,
  y: y + 4,
  ...SMALL,
  anchor: 'start',
  ink: kind === 'way' ? 'ink' : 'danger',
});

/** The name of a net where a standing wire ends, or beside it; the number of a jump in its circle. */
export function standingFlag(one: Flag): Caption {
  const { name, x, y, side, isJog } = one;
  if (isJog) {
    const jog = standingJog(one);
    return { text: name, x: jog.x, y: jog.y + 4, size: 11, weight: 700, anchor: 'middle', ink: 'ink' };
  }
  const text = cutTo(name, FLAG.size, 96);
  return side === 'beside'
    ? { text, x: x + 6, y: y + 4, ...FLAG, anchor: 'start', ink: 'ink' }
    : { text, x, y: side === 'top' ? y - 6 : y + 14, ...FLAG, anchor: 'middle', ink: 'ink' };
}

/** At the head of a standing band its title and the numbers of its paths; at its left the names of its potentials. */
export const standingEdges = ({ rails, x: left, width, lines, form }: Band, title: string): Caption[] => [
  {
    text: cutTo(`${title}${form === 'list' ? ' · as a list' : ''}`, TITLE.size, width - 18),
    x: left + 10,
    y: 21,
    ...TITLE,
    anchor: 'start',
    ink: 'band',
  },
  ...lines.map(({ number, x, y }): Caption => ({ text: String(number), x, y, size: 12, weight: 600, anchor: 'middle', ink: 'muted' })),
  ...rails.map(
    ({ x, y1, name }): Caption => ({ text: cutTo(name, NAME.size, 42), x: x - 5, y: y1 + 4, ...NAME, anchor: 'end', ink: 'ink' }),
  ),
];

/** Where the circle of a jump stands on a standing wire. */
export const standingJog = ({ x, y, side }: Flag): { readonly x: number; readonly y: number } => ({
  x: side === 'beside' ? x + JOG_R : x,
  y: side === 'top' ? y - JOG_R : side === 'bottom' ? y + JOG_R : y,
});
