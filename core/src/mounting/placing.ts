import type { Circuit, EditChange, Mount, Place } from '#core/circuit';
import { faceOf, familyOf } from '#core/devices';
import type { CircuitPlan } from '#core/graph';
import { numberAt, type Tables } from '#core/size';
import { at, grouped, must, naturally } from '#core/units';
import { type Mounted, PLATE_INSET_MM, panelOf } from './panel';
import { figure } from './routes';

/** EN 60715, TH 35. */
export const RAIL_MM = 35;
const DUCT_MM = 40;
/** Between a body and the duct that its wires go into: room for a bend and a finger. Common practice. */
export const BEND_MM = 20;
/** Between two bodies that are screwed to the plate. */
const GAP_MM = 10;
/** Between holes of a door: EN 60947-5-1 for 22 mm operators, with room for plates and a glove. From memory. */
const DOOR_PITCH = { xMm: 50, yMm: 70 } as const;
const DOOR_MARGIN_MM = 60;

/** Rows of a panel from above. */
const ROWS = ['mains', 'extra-low', 'strips'] as const;
type Row = (typeof ROWS)[number];

function rowOf({ device, isMains }: Mounted, circuit: Circuit): Row {
  const { group } = familyOf(device, circuit);
  if (group === 'joint') return 'strips';
  return isMains ? 'mains' : 'extra-low';
}

/** Within a row: what isolates, what protects, other supplies, then what switches, its overload beside it. */
function rankOf({ device }: Mounted, circuit: Circuit): number {
  const { group } = familyOf(device, circuit);
  if (device.family.startsWith('isolator')) return 0;
  if (group === 'protection' && !device.family.startsWith('overload')) return 1;
  return group === 'supply' ? 2 : 3;
}

interface Line {
  readonly row: Row;
  readonly bodies: readonly Mounted[];
}

const heightOf = ({ bodies }: Line): number => Math.max(RAIL_MM, ...bodies.map(({ body }) => body.heightMm));
const needs = (lines: readonly Line[]): number => lines.reduce((sum, line) => sum + heightOf(line) + 2 * BEND_MM + DUCT_MM, DUCT_MM);

/** Devices in lines no longer than there is room, each row by tag. */
function linesIn(mounted: readonly Mounted[], widthMm: number, circuit: Circuit): readonly Line[] {
  return ROWS.flatMap((row) => {
    const lines: Mounted[][] = [];
    let used = Number.POSITIVE_INFINITY;
    const own = mounted
      .filter((one) => rowOf(one, circuit) === row)
      .sort((a, b) => rankOf(a, circuit) - rankOf(b, circuit) || naturally(a.device.tag, b.device.tag));
    for (const one of own) {
      const wide = one.body.widthMm + gapOf(one);
      if (used + wide > widthMm) {
        lines.push([]);
        used = 0;
      }
      at(lines, -1).push(one);
      used += wide;
    }
    return lines.map((bodies) => ({ row, bodies }));
  });
}

const gapOf = ({ body, device }: Mounted): number =>
  body.heldBy === 'plate' ? GAP_MM : /^(terminal|earth)/.test(device.family) ? GAP_MM : 0;

/** A first placement: everything about a panel that is screwed to it, and what was left out. */
export interface Placement {
  readonly changes: readonly EditChange[];
  /** devices wider than any plate there is */
  readonly tooWide: readonly Mounted[];
}

/**
 * Places a panel anew: rows from above as current flows, mains above extra-low volts, strips at the bottom where cables come in, a duct
 * between any two rows and at both sides. A panel without a size gets the smallest that is sold and leaves the spare.
 */
export function placing(plan: CircuitPlan, place: Place, tables: Tables): Placement {
  const { circuit } = plan;
  const { all } = panelOf(plan, place, tables);
  const inside = all.filter(({ device }) => device.place === place.id);
  const spare = 1 - figure(tables, 'rail spare share');
  const roomOf = (widthMm: number): number => widthMm - 2 * PLATE_INSET_MM - 2 * DUCT_MM - 2 * BEND_MM;
  const outside = all.filter(({ device }) => device.place !== place.id);
  const fits = (size: { widthMm: number; heightMm: number }): boolean =>
    doorRowsNeeded(outside, size.widthMm) * DOOR_PITCH.yMm + DOOR_MARGIN_MM <= size.heightMm &&
    inside.every(({ body }) => body.widthMm <= roomOf(size.widthMm)) &&
    needs(linesIn(inside, spare * roomOf(size.widthMm), circuit)) <= size.heightMm - 2 * PLATE_INSET_MM;
  const sold = tables.enclosures.rows.map(({ key }) => ({
    widthMm: must(numberAt(tables.enclosures, key, 'wide'), 'a width'),
    heightMm: must(numberAt(tables.enclosures, key, 'high'), 'a height'),
    depthMm: must(numberAt(tables.enclosures, key, 'deep'), 'a depth'),
  }));
  const picked = place.size ? undefined : (sold.find(fits) ?? at(sold, -1));
  const size = place.size ?? must(picked, 'a size');
  const [width, height] = [size.widthMm - 2 * PLATE_INSET_MM, size.heightMm - 2 * PLATE_INSET_MM];
  const room = roomOf(size.widthMm);
  // in a box that has no room for two ducts and a rail nothing is placed
  if (room < LEAST_ROOM_MM || height < LEAST_ROOM_MM) return { changes: [], tooWide: inside };
  const tooWide = inside.filter(({ body }) => body.widthMm > room);
  const placed = inside.filter((one) => !tooWide.includes(one));
  // the spare is given up before the height is
  const spared = linesIn(placed, spare * room, circuit);
  const lines = needs(spared) <= height ? spared : linesIn(placed, room, circuit);
  const more = Math.max(0, height - needs(lines)) / (2 * Math.max(1, lines.length));
  const duct = (xMm: number, yMm: number, widthMm: number, heightMm: number): Mount => ({ kind: 'duct', xMm, yMm, widthMm, heightMm });
  const mounts: Mount[] = [
    duct(0, 0, DUCT_MM, height),
    duct(width - DUCT_MM, 0, DUCT_MM, height),
    duct(DUCT_MM, 0, width - 2 * DUCT_MM, DUCT_MM),
  ];
  const changes: EditChange[] = [];
  let y = DUCT_MM;
  for (const line of lines) {
    const high = heightOf(line);
    const middle = whole(y + BEND_MM + more + high / 2);
    if (line.bodies.some(({ body }) => body.heldBy === 'rail'))
      mounts.push({
        kind: 'rail',
        xMm: DUCT_MM + BEND_MM / 2,
        yMm: middle - RAIL_MM / 2,
        widthMm: width - 2 * DUCT_MM - BEND_MM,
        heightMm: RAIL_MM,
      });
    let x = DUCT_MM + BEND_MM;
    for (const { device, body, ...one } of line.bodies) {
      changes.push({ type: 'describeDevice', device: device.id, to: { at: { xMm: round(x), yMm: round(middle - body.heightMm / 2) } } });
      x += body.widthMm + gapOf({ device, body, ...one });
    }
    y = whole(y + high + 2 * (BEND_MM + more));
    mounts.push(duct(DUCT_MM, y, width - 2 * DUCT_MM, DUCT_MM));
    y += DUCT_MM;
  }
  return {
    tooWide,
    changes: [
      {
        type: 'describePlace',
        place: place.id,
        to: { mounts, ...(picked ? { size: { widthMm: picked.widthMm, heightMm: picked.heightMm }, depthMm: picked.depthMm } : {}) },
      },
      ...changes,
      ...onDoors(outside, circuit, size.widthMm),
    ],
  };
}

const whole = (mm: number): number => Math.round(mm);
const round = (mm: number): number => Math.round(10 * mm) / 10;

const LEAST_ROOM_MM = 60;

/** Lamps above, what a hand works below them, a stop lowest. IEC 60204-1 10.1, common practice. */
const doorRow = ({ device }: Mounted): number =>
  /^(lamp|horn|beacon|hour|counter)/.test(device.family) ? 0 : /^e-stop/.test(device.family) ? 2 : 1;

/** How many stand side by side on a door. */
const acrossOf = (widthMm: number): number => Math.max(1, Math.floor((widthMm - 2 * DOOR_MARGIN_MM) / DOOR_PITCH.xMm) + 1);

/** Rows of the fullest door, each group in rows of its own. */
function doorRowsNeeded(mounted: readonly Mounted[], widthMm: number): number {
  const doors = grouped(mounted, ({ device }) => device.place);
  const rows = [...doors.values()].map((own) =>
    [...grouped(own, doorRow).values()].reduce((sum, group) => sum + Math.ceil(group.length / acrossOf(widthMm)), 0),
  );
  return Math.max(0, ...rows);
}

function onDoors(mounted: readonly Mounted[], circuit: Circuit, panelMm: number): EditChange[] {
  const changes: EditChange[] = [];
  const rows = new Map<string, number>();
  const sorted = [...mounted].sort((a, b) => doorRow(a) - doorRow(b) || naturally(a.device.tag, b.device.tag));
  for (const one of sorted) {
    const door = one.device.place === null ? undefined : circuit.places[one.device.place];
    if (!door) continue;
    const across = acrossOf(door.size?.widthMm ?? panelMm);
    const key = `${door.id} ${doorRow(one)}`;
    const nth = rows.get(key) ?? 0;
    rows.set(key, nth + 1);
    const above = [0, 1, 2]
      .filter((row) => row < doorRow(one))
      .reduce(
        (sum, row) => sum + Math.ceil(sorted.filter((other) => other.device.place === door.id && doorRow(other) === row).length / across),
        0,
      );
    const [column, line] = [nth % across, above + Math.floor(nth / across)];
    const { widthMm, heightMm } = one.body;
    changes.push({
      type: 'describeDevice',
      device: one.device.id,
      to: {
        at: {
          xMm: round(DOOR_MARGIN_MM + column * DOOR_PITCH.xMm - widthMm / 2),
          yMm: round(DOOR_MARGIN_MM + line * DOOR_PITCH.yMm - heightMm / 2),
        },
      },
    });
  }
  return changes;
}

/** The wires of a device face this way: above, below or both. */
export const facesOf = (one: Mounted, circuit: Circuit): { readonly up: boolean; readonly down: boolean } => {
  const { top, bottom, both } = faceOf(one.device, circuit);
  return { up: top.length + both.length > 0, down: bottom.length + both.length > 0 };
};
