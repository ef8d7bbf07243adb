import type { Band, Segment } from '#core/draw';

/** From which height of the sheet to which something is in sight; of a standing one from which path to which. */
export interface Seen {
  readonly from: number;
  readonly to: number;
}

export const WHOLE: Seen = { from: Number.NEGATIVE_INFINITY, to: Number.POSITIVE_INFINITY };

/** A sheet of fewer symbols is drawn whole: leaving some out would save nothing. */
const LARGE = 64;
export const isLarge = ({ bands }: { readonly bands: readonly Pick<Band, 'symbols'>[] }): boolean =>
  bands.reduce((sum, { symbols }) => sum + symbols.length, 0) > LARGE;

/** Heights are taken in steps, with one to spare at both ends. */
const STEP = 300;
/** While so much is to spare nothing is drawn anew: a hand that pans to and fro over the edge of a step draws one time, not each time. */
const SPARE = 100;

/** Under this the words on the sheet cannot be read at arm's length: a phone starts here and pans. */
export const READABLE_SCALE = 0.62;

/** Shows no line larger than so. */
const LARGEST_FIT = 1.25;

/** The window that a sheet is seen through, px. */
export interface Room {
  readonly width: number;
  readonly height: number;
}

/** How far a sheet is moved in its window, px, and how large it is shown. */
export interface Moved {
  readonly x: number;
  readonly y: number;
  readonly k: number;
}

/** Lines in their whole length: as wide as the sheet, or as high where they stand. */
export function fitted(sheet: Room, room: Room, isStanding: boolean): Moved {
  const [have, length] = isStanding ? [room.height, sheet.height] : [room.width, sheet.width];
  const k = Math.max(READABLE_SCALE, Math.min(LARGEST_FIT, have / length));
  return { x: isStanding ? 0 : Math.max(0, (have - length * k) / 2), y: 0, k };
}

/** What is drawn of a sheet that is moved so far in its window; the same object as before while that is enough, and not much more. */
export function seenOf(before: Seen, { x, y, k }: Moved, room: Room, isStanding: boolean): Seen {
  const [offset, px] = isStanding ? [x, room.width] : [y, room.height];
  const [start, end] = [-offset / k, (px - offset) / k];
  const isEnough = before.from <= start - SPARE && before.to >= end + SPARE;
  if (isEnough && before.to - before.from <= end - start + 4 * STEP) return before;
  return { from: (Math.floor(start / STEP) - 1) * STEP, to: (Math.ceil(end / STEP) + 1) * STEP };
}

type Ends = Pick<Segment, 'x1' | 'y1' | 'x2' | 'y2'>;

/** A band with only what is in sight of it: itself where all of it is, undefined where nothing is. */
export function inSight<B extends Band>(band: B, { from, to }: Seen): B | undefined {
  const { isStanding = false } = band;
  const [start, size] = isStanding ? [band.x, band.width] : [band.y, band.height];
  if (start > to || start + size < from) return undefined;
  if (from <= start && to >= start + size) return band;
  const at = ({ x, y }: { readonly x: number; readonly y: number }): boolean => (isStanding ? x >= from && x <= to : y >= from && y <= to);
  const across = ({ x1, y1, x2, y2 }: Ends): boolean => {
    const [a, b] = isStanding ? [x1, x2] : [y1, y2];
    return Math.max(a, b) >= from && Math.min(a, b) <= to;
  };
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
