import { type DeviceId, isLooseEnd, type Point } from '#core/circuit';
import type { Sheet } from '#core/draw';

export interface Place {
  readonly point: Point;
  readonly x: number;
  readonly y: number;
  readonly device: DeviceId | null;
}

export const deviceAt = (point: Point): DeviceId | null => (isLooseEnd(point) ? null : (point.slice(0, point.indexOf(':')) as DeviceId));

/** Every place where a probe can touch, in reading order. */
export const placesOf = (sheet: Sheet): Place[] =>
  sheet.bands.flatMap((band) => [
    ...band.symbols.flatMap(({ pins }) => pins.map(({ point, x, y }) => ({ point, x, y, device: deviceAt(point) }))),
    ...band.markers.map(({ point, x, y }) => ({ point, x, y, device: deviceAt(point) })),
  ]);
