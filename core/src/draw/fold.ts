import type { Band } from './sheet';

/** A folded band shows its title alone. */
const FOLDED = 32;

/** A band further down or up. */
function shifted<B extends Band>(band: B, dy: number): B {
  if (dy === 0) return band;
  const down = <T extends { readonly y: number }>(one: T): T => ({ ...one, y: one.y + dy });
  const both = <T extends { readonly y1: number; readonly y2: number }>(one: T): T => ({ ...one, y1: one.y1 + dy, y2: one.y2 + dy });
  return {
    ...band,
    y: band.y + dy,
    rails: band.rails.map(both),
    symbols: band.symbols.map((symbol) => ({ ...down(symbol), pins: symbol.pins.map(down) })),
    segments: band.segments.map(both),
    dots: band.dots.map(down),
    markers: band.markers.map(down),
    flags: band.flags.map(down),
    earths: band.earths.map(down),
    links: band.links.map(both),
    lines: band.lines.map(down),
  };
}

const emptied = <B extends Band>(band: B): B => ({
  ...band,
  height: FOLDED,
  rails: [],
  symbols: [],
  segments: [],
  dots: [],
  markers: [],
  flags: [],
  earths: [],
  links: [],
  lines: [],
});

/** A sheet, its lines lying, with some of its bands folded to their titles; what is below moves up. @param isFolded by the place of a band among all */
export function foldBands<B extends Band, S extends { readonly bands: readonly B[]; readonly height: number }>(
  sheet: S,
  isFolded: (index: number) => boolean,
): S {
  if (!sheet.bands.some((_, index) => isFolded(index))) return sheet;
  let y = 0;
  const bands = sheet.bands.map((band, index) => {
    const placed = shifted(isFolded(index) ? emptied(band) : band, y - band.y);
    y += placed.height;
    return placed;
  });
  return { ...sheet, bands, height: y };
}
