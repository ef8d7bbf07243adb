import { at } from '#core/units';
import { isBlock } from './caption';
import type { Band, Flag, Pin, PlacedSymbol, Segment, Sheet } from './sheet';

/** Across the paths everything stands so much wider: words lie beside their symbol, not above and under it. */
export const STANDING_WIDER = 1.4;
/** Along a path, what lies between symbols needs less room than it does where words stand over the wire. */
const BETWEEN = 0.4;
/** Above the sheet stand the titles of its bands and the numbers of its paths. */
const ABOVE = 46;
const BELOW = 44;
/** How high the numbers of the paths stand. */
const NUMBERS_Y = 40;
/** Half of what a symbol, a way or a name keeps along its path, and what a block does at both ends. */
const KEEPS = { symbol: 34, block: 12, way: 12, name: 16, bar: 4 } as const;

/** Strictly rising: what touches goes on touching, what is apart stays apart. */
type Map1 = (along: number) => number;

const rounded = (value: number): number => Math.round(value * 100) / 100;

/** From along the lying paths to down the standing ones: at full length where something stands, shortened between. */
function lengthwise(bands: readonly Band[]): Map1 {
  const kept = bands
    .flatMap(({ symbols, markers, flags, segments }) => [
      ...symbols.map((one) => [one.x, isBlock(one) ? one.width / 2 + KEEPS.block : KEEPS.symbol] as const),
      ...markers.map(({ x }) => [x, KEEPS.way] as const),
      ...flags.map(({ x }) => [x, KEEPS.name] as const),
      // where conductors are exchanged their bars stand close together
      ...segments.flatMap(({ x1, x2 }) => (x1 === x2 ? [[x1, KEEPS.bar] as const] : [])),
    ])
    .map(([x, half]) => ({ from: x - half, to: x + half }))
    .sort((a, b) => a.from - b.from);
  // what is kept whole up to each place, as steps of a sum
  const zones: { from: number; to: number; before: number }[] = [];
  for (const { from, to } of kept) {
    const last = zones.at(-1);
    if (last && from <= last.to) last.to = Math.max(last.to, to);
    else zones.push({ from, to, before: last ? last.before + last.to - last.from : 0 });
  }
  const known = new Map<number, number>();
  return (x) => {
    const was = known.get(x);
    if (was !== undefined) return was;
    let [low, high] = [0, zones.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (at(zones, middle).from < x) low = middle + 1;
      else high = middle;
    }
    const zone = zones[low - 1];
    const whole = zone ? zone.before + Math.min(x, zone.to) - zone.from : 0;
    const y = rounded(ABOVE + whole + (x - whole) * BETWEEN);
    known.set(x, y);
    return y;
  };
}

const crosswise: Map1 = (y) => rounded(y * STANDING_WIDER);

const PIN_SIDES = { left: 'top', right: 'bottom', top: 'top', bottom: 'bottom' } as const;
const FLAG_SIDES = { ...PIN_SIDES, on: 'beside', beside: 'beside' } as const;

/**
 * The same lines standing: potentials above and below, paths side by side from left to right, as IEC practice likes. Each place goes to
 * its own, by a rising map in either direction, so that what is joined is joined and what crosses crosses.
 */
export function standSheet<B extends Band, S extends Omit<Sheet, 'bands'> & { readonly bands: readonly B[] }>(sheet: S): S {
  const down = lengthwise(sheet.bands);
  const height = down(sheet.width) + BELOW;
  return {
    ...sheet,
    width: crosswise(sheet.height),
    height,
    bands: sheet.bands.map((band) => standBand(band, down, height)),
  };
}

function standBand<B extends Band>(band: B, down: Map1, height: number): B {
  const place = <T extends { readonly x: number; readonly y: number }>(one: T): T => ({ ...one, x: crosswise(one.y), y: down(one.x) });
  const ends = <T extends Pick<Segment, 'x1' | 'y1' | 'x2' | 'y2'>>(one: T): T => ({
    ...one,
    x1: crosswise(one.y1),
    y1: down(one.x1),
    x2: crosswise(one.y2),
    y2: down(one.x2),
  });
  return {
    ...band,
    isStanding: true,
    x: crosswise(band.y),
    width: rounded(crosswise(band.y + band.height) - crosswise(band.y)),
    y: 0,
    height,
    rails: band.rails.map((rail) => ({ ...rail, x: crosswise(rail.y1), y1: down(rail.x), y2: down(rail.x) })),
    symbols: band.symbols.map((one) => standSymbol(one, down)),
    segments: band.segments.map(ends),
    dots: band.dots.map(place),
    markers: band.markers.map((one) => ({ ...place(one), isStanding: true })),
    flags: band.flags.map((one): Flag => ({ ...place(one), side: FLAG_SIDES[one.side] })),
    earths: band.earths.map((one) => ({ ...place(one), isStanding: true })),
    links: band.links.map(ends),
    lines: band.lines.map(({ number, y }) => ({ number, x: crosswise(y), y: NUMBERS_Y })),
  };
}

function standSymbol(one: PlacedSymbol, down: Map1): PlacedSymbol {
  const pins = one.pins.map((pin): Pin => ({ ...pin, x: crosswise(pin.y), y: down(pin.x), side: PIN_SIDES[pin.side] }));
  if (!isBlock(one)) return { ...one, isStanding: true, x: crosswise(one.y), y: down(one.x), width: one.height, height: one.width, pins };
  const [left, right] = [crosswise(one.y - one.height / 2), crosswise(one.y + one.height / 2)];
  const [top, bottom] = [down(one.x - one.width / 2), down(one.x + one.width / 2)];
  return {
    ...one,
    isStanding: true,
    x: rounded((left + right) / 2),
    y: rounded((top + bottom) / 2),
    width: rounded(right - left),
    height: rounded(bottom - top),
    pins,
  };
}
