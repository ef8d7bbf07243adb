import type { BandView, SheetAnswer, SheetView } from '#core/bench';

/** Of two lists, the new one with every element that is still the same kept as the object it was. */
function kept<T>(before: readonly T[], after: readonly T[], keyOf: (one: T) => string): readonly T[] {
  const known = new Map(before.map((one) => [keyOf(one), one]));
  const next = after.map((one) => {
    const was = known.get(keyOf(one));
    return was !== undefined && JSON.stringify(was) === JSON.stringify(one) ? was : one;
  });
  return next.length === before.length && next.every((one, index) => one === before[index]) ? before : next;
}

const whole = (one: unknown): string => JSON.stringify(one);

function sameBand(before: BandView, after: BandView): BandView {
  const next: BandView = {
    ...after,
    symbols: kept(before.symbols, after.symbols, ({ id }) => id),
    segments: kept(before.segments, after.segments, whole),
    markers: kept(before.markers, after.markers, ({ point }) => point),
    rails: kept(before.rails, after.rails, whole),
    dots: kept(before.dots, after.dots, whole),
    flags: kept(before.flags, after.flags, whole),
    earths: kept(before.earths, after.earths, whole),
    links: kept(before.links, after.links, whole),
    groups: kept(before.groups, after.groups, whole),
    lines: kept(before.lines, after.lines, whole),
  };
  const isSame = Object.entries(next).every(([key, value]) => value === before[key as keyof BandView] || key === 'name');
  return isSame && whole(before.name) === whole(after.name) ? before : next;
}

/** A sheet that came anew, with what did not move kept as the objects that are on the screen: those are not drawn again. */
function sameSheet(before: SheetView, after: SheetView): SheetView {
  const known = new Map(before.bands.map((band) => [whole(band.name), band]));
  const bands = after.bands.map((band) => {
    const was = known.get(whole(band.name));
    return was ? sameBand(was, band) : band;
  });
  const isStill = bands.length === before.bands.length && bands.every((band, index) => band === before.bands[index]);
  const next = { ...after, bands: isStill ? before.bands : bands };
  for (const key of Object.keys(next) as (keyof SheetView)[])
    if (key !== 'bands' && written(before[key]) === written(next[key])) Object.assign(next, { [key]: before[key] });
  return Object.keys(next).every((key) => next[key as keyof SheetView] === before[key as keyof SheetView]) ? before : next;
}

/** What of a sheet is no list is a map, which would be written as nothing. */
const written = (value: SheetView[keyof SheetView]): string => whole(value instanceof Map ? [...value] : value);

/** What was drawn and listed anew, and the very same where nothing in it is other than before: then nothing is drawn again at all. */
export function sameDrawn(before: SheetAnswer | undefined, after: SheetAnswer): SheetAnswer {
  if (!before) return after;
  const next: SheetAnswer = {
    sheet: sameSheet(before.sheet, after.sheet),
    faults: kept(before.faults, after.faults, ({ fault }) => whole(fault)),
    points: kept(before.points, after.points, ({ point }) => point),
  };
  return next.sheet === before.sheet && next.faults === before.faults && next.points === before.points ? before : next;
}
