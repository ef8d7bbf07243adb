import { type DeviceId, deviceOf, isTerminal, type Point } from '#core/circuit';
import type { PlacedSymbol, Sheet } from '#core/draw';

/** A place on the sheet where a probe can touch. */
export interface Place {
  readonly point: Point;
  readonly x: number;
  readonly y: number;
  readonly device: DeviceId | null;
}

export const deviceAt = (point: Point): DeviceId | null => (isTerminal(point) ? deviceOf(point) : null);

/** Every place where a probe can touch, in reading order. */
export const placesOf = (sheet: Pick<Sheet, 'bands'>): Place[] =>
  sheet.bands.flatMap((band) => [
    ...band.symbols.flatMap(({ pins }) => pins.map(({ point, x, y }) => ({ point, x, y, device: deviceAt(point) }))),
    ...band.markers.map(({ point, x, y }) => ({ point, x, y, device: deviceAt(point) })),
  ]);

/** The next place in a direction: along the line, or to the next line and then the nearest. @param isStanding lines run down */
export function nextPlace(places: readonly Place[], from: Place, dx: number, dy: number, isStanding = false): Place | undefined {
  if (isStanding) {
    const lie = (place: Place): Place => ({ ...place, x: place.y, y: place.x });
    const lying = places.map(lie);
    const found = nextPlace(lying, lying[places.indexOf(from)] ?? lie(from), dy, dx);
    return found && places[lying.indexOf(found)];
  }
  const isAhead = (place: Place) =>
    dx !== 0 ? place.y === from.y && Math.sign(place.x - from.x) === dx : Math.sign(place.y - from.y) === dy;
  const far = (place: Place) => (dx !== 0 ? Math.abs(place.x - from.x) : Math.abs(place.y - from.y) * 10 + Math.abs(place.x - from.x));
  return places
    .filter((place) => place !== from && isAhead(place))
    .reduce<Place | undefined>((nearest, place) => (!nearest || far(place) < far(nearest) ? place : nearest), undefined);
}

/** The symbol that stands for a device: its coil, else the first of it. */
export const centreOf = (sheet: Pick<Sheet, 'bands'>, device: DeviceId | null): PlacedSymbol | undefined => {
  const own = sheet.bands.flatMap(({ symbols }) => symbols).filter((symbol) => symbol.device === device);
  return own.find(({ kind }) => kind === 'coil') ?? own[0];
};

/** The symbol that is meant: the one with the chosen terminal, else the one that stands for the device. */
export const symbolAt = (sheet: Pick<Sheet, 'bands'>, point: Point | null, device: DeviceId | null): string | undefined =>
  sheet.bands.flatMap(({ symbols }) => symbols).find(({ pins }) => pins.some((pin) => pin.point === point))?.id ??
  centreOf(sheet, device)?.id;
