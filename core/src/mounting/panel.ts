import { type Circuit, type Device, type DeviceId, deviceOf, type Mount, markOf, type Place, type TerminalId } from '#core/circuit';
import { faceOf } from '#core/devices';
import { type CircuitPlan, isOfMains } from '#core/graph';
import type { Tables } from '#core/size';
import { type BodySize, bodyOf } from './bodies';

/** Millimetres on the plate of a panel or the skin of a door, from the upper left corner. */
export interface Spot {
  readonly xMm: number;
  readonly yMm: number;
}

export interface Box extends Spot {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** A device in a panel or on its door. */
export interface Mounted {
  readonly device: Device;
  readonly body: BodySize;
  /** nothing while nobody has placed it */
  readonly box: Box | undefined;
  readonly isMains: boolean;
}

/** What is mounted in one place: the plate of a panel, or one of its doors. */
export interface Surface {
  readonly place: Place;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly mounted: readonly Mounted[];
}

/** A panel with its doors. Sizes are undefined while it has none. */
export interface Panel {
  readonly place: Place;
  readonly plate: Surface | undefined;
  readonly doors: readonly Surface[];
  readonly mounts: readonly Mount[];
  /** what is in it, placed or not, doors too */
  readonly all: readonly Mounted[];
}

/** The plate is smaller than its box by this on every side. Common practice. */
export const PLATE_INSET_MM = 25;

/** Places that have a plate: panels and enclosures with something in them. */
export const panelsOf = (circuit: Circuit): readonly Place[] =>
  Object.values(circuit.places).filter(
    ({ id, kind }) =>
      (kind === 'panel' || kind === 'enclosure') &&
      Object.values(circuit.devices).some(({ place }) => place === id || (place !== null && circuit.places[place]?.parent === id)),
  );

/** A panel as it is mounted now. @param place of a kind that has a plate */
export function panelOf(plan: CircuitPlan, place: Place, tables: Tables): Panel {
  const { circuit } = plan;
  const mountedIn = (where: Place): Mounted[] =>
    Object.values(circuit.devices)
      .filter((device) => device.place === where.id)
      .map((device) => {
        const body = bodyOf(device, circuit, tables);
        const box = device.at ? { ...device.at, widthMm: body.widthMm, heightMm: body.heightMm } : undefined;
        return { device, body, box, isMains: isOfMains(plan, device.id) };
      });
  const doors = Object.values(circuit.places).filter(({ kind, parent }) => kind === 'door' && parent === place.id);
  const inside = mountedIn(place);
  const onDoors = doors.map((door) => ({ door, mounted: mountedIn(door) }));
  const { size: outer } = place;
  // a box smaller than its plate's inset has no plate
  const size = outer && Math.min(outer.widthMm, outer.heightMm) > 2 * PLATE_INSET_MM ? outer : null;
  return {
    place,
    plate: size
      ? { place, widthMm: size.widthMm - 2 * PLATE_INSET_MM, heightMm: size.heightMm - 2 * PLATE_INSET_MM, mounted: inside }
      : undefined,
    doors: onDoors.flatMap(({ door, mounted }) => {
      const own = door.size ?? size;
      return own ? [{ place: door, ...own, mounted }] : [];
    }),
    mounts: place.mounts,
    all: [...inside, ...onDoors.flatMap(({ mounted }) => mounted)],
  };
}

/** A terminal on its body: where, and whether its wire leaves upwards, downwards or either way. */
export interface Screw extends Spot {
  readonly leaves: 'up' | 'down' | 'either';
}

/** Where a terminal's screw is; undefined while its device is not placed. */
export function screwOf(mounted: Mounted, terminal: TerminalId, circuit: Circuit): Screw | undefined {
  const { box, device } = mounted;
  if (!box) return undefined;
  const { top, bottom, both } = faceOf(device, circuit);
  const mark = markOf(terminal);
  const across = (row: readonly string[]): number => box.xMm + (box.widthMm * (row.indexOf(mark) + 0.5)) / row.length;
  if (top.includes(mark)) return { xMm: across(top), yMm: box.yMm, leaves: 'up' };
  if (bottom.includes(mark)) return { xMm: across(bottom), yMm: box.yMm + box.heightMm, leaves: 'down' };
  return both.includes(mark) ? { xMm: across(both), yMm: box.yMm + box.heightMm / 2, leaves: 'either' } : undefined;
}

/** The device that a terminal belongs to, among those of a panel. */
export const mountedOf = (panel: Panel, terminal: TerminalId | null): Mounted | undefined => {
  const device: DeviceId | undefined = terminal ? deviceOf(terminal) : undefined;
  return device && panel.all.find((one) => one.device.id === device);
};

/** Bodies that touch stand beside each other. */
export const SLACK_MM = 0.2;

/** Whether two boxes stand in one another. */
export const overlap = (a: Box, b: Box): boolean =>
  a.xMm + SLACK_MM < b.xMm + b.widthMm &&
  b.xMm + SLACK_MM < a.xMm + a.widthMm &&
  a.yMm + SLACK_MM < b.yMm + b.heightMm &&
  b.yMm + SLACK_MM < a.yMm + a.heightMm;
