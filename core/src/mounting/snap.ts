import type { Mount } from '#core/circuit';
import { least } from '#core/units';
import { type Box, overlap, type Spot } from './panel';
import { RAIL_MM } from './placing';

/** What a body may be set beside: the surface it is on, and what stands there already. */
export interface Around {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly mounts: readonly Mount[];
  readonly others: readonly Box[];
}

/** A body on its way. */
export interface Carried {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly heldBy: 'rail' | 'plate' | 'door';
}

/** What is screwed to a plate stands on a grid. */
const GRID_MM = 5;
/** A body closer than this to its neighbour is set against it. */
const CATCH_MM = 6;

const round = (mm: number): number => Math.round(10 * mm) / 10;
const within = (mm: number, most: number): number => Math.min(Math.max(0, mm), Math.max(0, most));
const railsOf = ({ mounts }: Around): readonly Mount[] => mounts.filter(({ kind }) => kind === 'rail').sort((a, b) => a.yMm - b.yMm);
const onRail = (rail: Mount, { heightMm }: Carried): number => rail.yMm + RAIL_MM / 2 - heightMm / 2;
const isFree = (box: Box, others: readonly Box[]): boolean => !others.some((other) => overlap(box, other));

/**
 * Where a body comes to rest that is let go at a spot: on the nearest rail if it is made for one, against a neighbour that is near, else on
 * the grid; never beyond the edge.
 */
export function snapped(around: Around, body: Carried, wanted: Spot): Spot {
  const rails = railsOf(around);
  const middle = wanted.yMm + body.heightMm / 2;
  const rail = body.heldBy === 'rail' ? least(rails, ({ yMm }) => Math.abs(yMm + RAIL_MM / 2 - middle)) : undefined;
  const yMm = rail ? onRail(rail, body) : within(GRID_MM * Math.round(wanted.yMm / GRID_MM), around.heightMm - body.heightMm);
  const [low, most] = rail ? [rail.xMm, rail.xMm + rail.widthMm - body.widthMm] : [0, around.widthMm - body.widthMm];
  const beside = around.others
    .filter((other) => other.yMm < yMm + body.heightMm && yMm < other.yMm + other.heightMm)
    .flatMap((other) => [other.xMm + other.widthMm, other.xMm - body.widthMm])
    .filter((x) => Math.abs(x - wanted.xMm) <= CATCH_MM && x >= low - 0.1 && x <= most + 0.1);
  const against = least(beside, (x) => Math.abs(x - wanted.xMm));
  const xMm = against ?? Math.min(Math.max(low, GRID_MM * Math.round(wanted.xMm / GRID_MM)), Math.max(low, most));
  return { xMm: round(xMm), yMm: round(yMm) };
}

/** One step by keys: sideways on the grid or by a millimetre, up and down from rail to rail for what is made for one. */
export function stepped(around: Around, body: Carried, from: Spot, key: 'left' | 'right' | 'up' | 'down', isFine: boolean): Spot {
  const by = isFine ? 1 : GRID_MM;
  if (key === 'left' || key === 'right')
    return { ...from, xMm: round(within(from.xMm + (key === 'left' ? -by : by), around.widthMm - body.widthMm)) };
  const rails = railsOf(around);
  if (body.heldBy !== 'rail' || rails.length === 0)
    return { ...from, yMm: round(within(from.yMm + (key === 'up' ? -by : by), around.heightMm - body.heightMm)) };
  const places = rails.map((rail) => onRail(rail, body));
  const next = key === 'up' ? places.findLast((y) => y < from.yMm - 0.5) : places.find((y) => y > from.yMm + 0.5);
  return { ...from, yMm: round(next ?? from.yMm) };
}

/** The first free place from the upper left: on a rail for what is made for one. Undefined: there is none. */
export function freeSpot(around: Around, body: Carried): Spot | undefined {
  const ducts = around.mounts.filter(({ kind }) => kind === 'duct');
  const rails = railsOf(around);
  const rows =
    rails.length > 0 && body.heldBy !== 'door'
      ? rails.map((rail) => ({ y: onRail(rail, body), from: rail.xMm, to: rail.xMm + rail.widthMm }))
      : Array.from({ length: Math.max(0, Math.floor((around.heightMm - body.heightMm) / 10) + 1) }, (_, index) => ({
          y: 10 * index,
          from: 0,
          to: around.widthMm,
        }));
  for (const { y, from, to } of rows) {
    if (y < 0 || y + body.heightMm > around.heightMm) continue;
    const starts = [from, ...[...around.others, ...ducts].map((other) => other.xMm + other.widthMm)].sort((a, b) => a - b);
    const x = starts.find(
      (start) => start >= from && start + body.widthMm <= to && isFree({ ...body, xMm: start, yMm: y }, [...around.others, ...ducts]),
    );
    if (x !== undefined) return { xMm: round(x), yMm: round(y) };
  }
  return undefined;
}
