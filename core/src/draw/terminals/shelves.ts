import { type DeviceId, deviceOf } from '#core/circuit';
import type { CircuitPlan } from '#core/graph';
import { at } from '#core/units';
import type { Body, ZoneName } from './blocks';
import { EASING, ease } from './ease';
import type { Frame, Shelves } from './frame';
import { costOfAll, harnessOf } from './harness';

/** A row is about so wide before another is begun: what a screen shows. */
export const SHELF_WIDTH = 860;
/** Of larger panels fewer orders are tried: each costs as much as all of their wires. */
const TRIES = 4_000_000;
/** A shake changes up to so many pairs of bodies: small ones find what is near, large ones lead away. */
const MOST_SHAKES = 8;
/** So many shakes in a row that bring nothing are enough. */
const MOST_IDLE = 25;
/** So many orders are tried before somebody else has a turn. */
const AT_ONCE = 10;

/** An order that costs more than the best by so much has its wires not eased: it would not be the best with them eased either. */
const NEAR = 1.2;
/** At last so many orders beside the best are tried with their wires eased, each a little: as long as twenty that go straight. */
const LAST_TRIES = 150;
const LAST_COST = 20;
const LITTLE_EASING = 100_000;

/** How many orders were tried, of how many. */
interface Tried {
  readonly seen: number;
  readonly of: number;
}
const ZONES: readonly ZoneName[] = ['extra-low', 'mains'];

/** Devices by their distance from the supply along the wires: what feeds stands before what is fed. */
function distances(plan: CircuitPlan, bodies: readonly Body[]): Map<DeviceId, number> {
  const beside = new Map<DeviceId, Set<DeviceId>>();
  for (const { conductor } of plan.conductors) {
    const [a, b] = conductor.ends.map((end) => (end ? deviceOf(end) : undefined));
    if (!a || !b || a === b) continue;
    beside.set(a, (beside.get(a) ?? new Set()).add(b));
    beside.set(b, (beside.get(b) ?? new Set()).add(a));
  }
  const sources = plan.parts.filter(({ part }) => part.kind === 'source' && part.role === 'mains').map(({ device }) => device.id);
  const found = new Map<DeviceId, number>();
  let line = sources.length > 0 ? [...new Set(sources)] : bodies.slice(0, 1).map(({ device }) => device.id);
  for (let far = 0; line.length > 0; far++) {
    const next: DeviceId[] = [];
    for (const id of line) {
      if (found.has(id)) continue;
      found.set(id, far);
      next.push(...(beside.get(id) ?? []));
    }
    line = next;
  }
  return found;
}

/** Bodies in rows: zone by zone, the nearest to the supply first. */
function firstShelves(plan: CircuitPlan, bodies: readonly Body[]): Body[][] {
  const far = distances(plan, bodies);
  const rank = ({ device }: Body): number => far.get(device.id) ?? 999;
  return ZONES.flatMap((zone) => {
    const own = bodies.filter((body) => body.zone === zone).sort((a, b) => rank(a) - rank(b) || (a.device.id < b.device.id ? -1 : 1));
    const rows: Body[][] = [];
    let width = Number.POSITIVE_INFINITY;
    for (const body of own) {
      if (width + body.width > SHELF_WIDTH) {
        rows.push([]);
        width = 0;
      }
      at(rows, -1).push(body);
      width += body.width + 24;
    }
    return rows;
  });
}

/** An order with what its wires cost as they go straight, and once they are eased. */
interface Settled {
  readonly order: Body[][];
  readonly straight: number;
  readonly eased: number;
}

/**
 * Orders the bodies so that few wires cross: each is tried in every place of its zone and stays where it is best; then its wires are eased.
 * From the best so far the order is shaken and tried again, for as long as tries are left. The same circuit comes out the same every time.
 */
export function* shelving(plan: CircuitPlan, bodies: readonly Body[], frame: Frame, effort: number): Generator<Tried, Shelves> {
  const wires = Math.max(1, frame.wires.length);
  let tries = Math.floor((effort * TRIES) / (wires * Math.max(1, bodies.length)));
  const chance = shaker(bodies.length * 31 + frame.wires.length);
  const all = tries;
  const cost = (shelves: Shelves): number => costOfAll(harnessOf(frame, shelves), SHELF_WIDTH);
  /** An order with its wires eased; one that costs more than is wanted as they go straight is not looked at. */
  const easedAt = (order: Body[][], straight: number, wanted: number, pairs: number): Settled => {
    if (straight > wanted) return { order, straight, eased: Number.POSITIVE_INFINITY };
    const harness = harnessOf(frame, order);
    ease(harness, SHELF_WIDTH, pairs);
    return { order, straight, eased: costOfAll(harness, SHELF_WIDTH) };
  };
  const settled = function* (from: Body[][], wanted: number): Generator<Tried, Settled> {
    let order = from;
    let straight = cost(order);
    for (let isBetter = true; isBetter && tries > 0; ) {
      isBetter = false;
      for (const body of bodies)
        for (const moved of placesFor(order, body)) {
          if (tries-- <= 0) break;
          if (tries % AT_ONCE === 0) yield { seen: all - tries, of: all };
          const now = cost(moved);
          if (now >= straight - 1e-6) continue;
          [order, straight, isBetter] = [moved, now, true];
        }
    }
    return easedAt(order, straight, wanted, EASING);
  };
  let best = yield* settled(firstShelves(plan, bodies), Number.POSITIVE_INFINITY);
  for (let idle = 0; tries > 0 && idle < MOST_IDLE && bodies.length > 2; idle++) {
    const next = yield* settled(shaken(best.order, chance), best.straight * NEAR);
    if (next.eased >= best.eased) continue;
    best = next;
    idle = 0;
  }
  // in a large panel there are not tries enough for every body to be moved once: none of its many orders is even written down
  const last = Math.floor(Math.min(effort * LAST_TRIES, all / LAST_COST));
  for (let left = last, isBetter = last >= bodies.length; isBetter; ) {
    isBetter = false;
    const beside = bodies.flatMap((body) => [...placesFor(best.order, body)]);
    for (const order of shuffled(beside, chance)) {
      if (left-- <= 0) break;
      yield { seen: all, of: all };
      const next = easedAt(order, cost(order), best.straight * NEAR, LITTLE_EASING);
      if (next.eased >= best.eased - 1e-6) continue;
      [best, isBetter] = [next, true];
      break;
    }
  }
  return best.order;
}

/**
 * The rows as they were, for bodies that are still there and still in their zone; what is new stands at the end of its zone. Nothing is
 * tried: an edit moves nothing that it does not concern.
 */
export function shelvedAsBefore(bodies: readonly Body[], before: readonly (readonly DeviceId[])[]): Shelves {
  const left = new Map(bodies.map((body) => [body.device.id, body]));
  const rows = before.flatMap((ids): { zone: ZoneName; row: Body[] }[] => {
    const there = ids.flatMap((id) => left.get(id) ?? []);
    const zone = there[0]?.zone;
    if (!zone) return [];
    const row = there.filter((body) => body.zone === zone);
    for (const body of row) left.delete(body.device.id);
    return [{ zone, row }];
  });
  for (const body of left.values()) {
    const last = rows.findLast(({ zone, row }) => zone === body.zone && widthOf(row) + body.width <= SHELF_WIDTH);
    if (last) last.row.push(body);
    else rows.splice(rows.findLastIndex(({ zone }) => zone === body.zone || zone === 'extra-low') + 1, 0, { zone: body.zone, row: [body] });
  }
  // extra-low volts stay above the mains, whatever has come in between
  return ZONES.flatMap((zone) => rows.filter((one) => one.zone === zone).map(({ row }) => row));
}

const widthOf = (row: readonly Body[]): number => row.reduce((sum, { width }) => sum + width + 24, 0);

/** Numbers from 0 to 1, the same for the same start: a layout has no chance in it. */
function shaker(start: number): () => number {
  let state = start >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** Some bodies changed for others of their zone. */
function shaken(order: readonly (readonly Body[])[], chance: () => number): Body[][] {
  const rows = order.map((row) => [...row]);
  const all = rows.flatMap((row, r) => row.map((body, place) => ({ body, r, place })));
  const shakes = 1 + Math.floor(chance() * MOST_SHAKES);
  for (let times = 0; times < shakes; times++) {
    const one = at(all, Math.floor(chance() * all.length));
    const alike = all.filter(({ body }) => body.zone === one.body.zone);
    const other = at(alike, Math.floor(chance() * alike.length));
    const [a, b] = [at(at(rows, one.r), one.place), at(at(rows, other.r), other.place)];
    at(rows, one.r)[one.place] = b;
    at(rows, other.r)[other.place] = a;
  }
  return rows;
}

/** A list in another order, by chance. */
function shuffled<T>(list: readonly T[], chance: () => number): T[] {
  return list
    .map((one) => ({ one, by: chance() }))
    .sort((a, b) => a.by - b.by)
    .map(({ one }) => one);
}

/** A body in every other place of its zone's rows, and changed for each other body of the zone. */
function* placesFor(shelves: readonly (readonly Body[])[], body: Body): Generator<Body[][]> {
  const without = shelves.map((row) => row.filter((one) => one !== body));
  for (let row = 0; row < shelves.length; row++) {
    if (shelves[row]?.[0]?.zone !== body.zone) continue;
    for (let place = 0; place <= (without[row]?.length ?? 0); place++) {
      if (shelves[row]?.[place] === body) continue;
      yield without
        .map((one, index) => (index === row ? [...one.slice(0, place), body, ...one.slice(place)] : [...one]))
        .filter((one) => one.length > 0);
    }
  }
  for (const row of shelves)
    for (const other of row) {
      if (other === body || other.zone !== body.zone) continue;
      yield shelves.map((one) => one.map((it) => (it === body ? other : it === other ? body : it)));
    }
}
