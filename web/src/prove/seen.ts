import type { SheetView } from '#core/bench';
import type { Band } from '#core/draw';

/** From which height of the sheet to which something is in sight. */
export interface Seen {
  readonly from: number;
  readonly to: number;
}

export const WHOLE: Seen = { from: Number.NEGATIVE_INFINITY, to: Number.POSITIVE_INFINITY };

/** A sheet of fewer symbols is drawn whole: leaving some out would save nothing. */
const LARGE = 160;
export const isLarge = ({ bands }: Pick<SheetView, 'bands'>): boolean =>
  bands.reduce((sum, { symbols }) => sum + symbols.length, 0) > LARGE;

/** Heights are taken in steps, with one to spare at both ends, so that a little panning draws nothing anew. */
const STEP = 600;

/** What is in sight under a transform; the same object as before where nothing changed. */
export function seenOf(before: Seen, { y, k }: { readonly y: number; readonly k: number }, heightPx: number): Seen {
  const from = (Math.floor(-y / k / STEP) - 1) * STEP;
  const to = (Math.ceil((heightPx - y) / k / STEP) + 1) * STEP;
  return before.from === from && before.to === to ? before : { from, to };
}

/** A band with only what is in sight of it; itself where all of it is. */
export function inSight<B extends Band>(band: B, { from, to }: Seen): B {
  if (from <= band.y && to >= band.y + band.height) return band;
  const at = ({ y }: { readonly y: number }): boolean => y >= from && y <= to;
  const across = ({ y1, y2 }: { readonly y1: number; readonly y2: number }): boolean => Math.max(y1, y2) >= from && Math.min(y1, y2) <= to;
  return {
    ...band,
    symbols: band.symbols.filter(at),
    segments: band.segments.filter(across),
    dots: band.dots.filter(at),
    markers: band.markers.filter(at),
    flags: band.flags.filter(at),
    earths: band.earths.filter(at),
    links: band.links.filter(across),
    lines: band.lines.filter(at),
  };
}
