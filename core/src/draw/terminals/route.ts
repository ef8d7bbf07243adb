import { type ConductorId, deviceOf, type TerminalId } from '#core/circuit';
import type { CircuitPlan } from '#core/graph';
import { at, grouped, must } from '#core/units';
import { type Body, GRID, type Side, type Way } from './blocks';

/** Bodies in rows, from left to right. */
export type Shelves = readonly (readonly Body[])[];

/** A wire's end where it lies: which shelf and side, and how far along. */
interface Slot {
  readonly terminal: TerminalId;
  readonly shelf: number;
  readonly side: Side;
  x: number;
}

/** A piece of a wire that runs along a channel; where its two ends leave it: upwards or downwards. */
export interface Run {
  readonly wire: ConductorId;
  readonly channel: number;
  readonly left: Leg;
  readonly right: Leg;
  lane: number;
}
interface Leg {
  readonly x: number;
  readonly goes: 'up' | 'down';
}

/** Everything between the rows, laid without heights: x of bodies and slots, runs with their lanes. */
export interface Routed {
  readonly x: ReadonlyMap<Body, number>;
  readonly width: number;
  readonly slots: ReadonlyMap<string, Slot>;
  /** of each wire its runs, from its first end to its second */
  readonly runs: ReadonlyMap<ConductorId, readonly Run[]>;
  /** of each wire the places where it passes a shelf, by the runs between */
  readonly lanes: readonly number[];
  readonly crossings: number;
}

const GAP = 2 * GRID;
const MARGIN = 2 * GRID;
/** Wires of neighbouring runs in one lane keep so far apart. */
const APART = GRID;
/** Bottom slots stand half a step beside top slots, passes a quarter: two sides of a channel never share an x. */
const BOTTOM_OFF = GRID / 2;
const PASS_OFF = [GRID / 4, (3 * GRID) / 4] as const;

const slotKey = (wire: ConductorId, end: 0 | 1): string => `${wire} ${end}`;

/** Where every end lies: shelf, side, and the way it is on. */
function landings(shelves: Shelves): Map<string, { shelf: number; side: Side; body: Body; way: Way }> {
  const found = new Map<string, { shelf: number; side: Side; body: Body; way: Way }>();
  shelves.forEach((bodies, shelf) => {
    for (const body of bodies)
      for (const side of ['top', 'bottom'] as const)
        for (const way of body[side])
          for (const wire of way.wires) found.set(`${wire} ${way.terminal} ${side}`, { shelf, side, body, way });
  });
  return found;
}

/** Channel that a side faces: the channel of a number lies above the shelf of that number. */
const channelOf = ({ shelf, side }: { readonly shelf: number; readonly side: Side }): number => (side === 'top' ? shelf : shelf + 1);

/** Lays the wires between the shelves. Left-edge lanes, ordered so that they cross least. */
export function route(plan: CircuitPlan, shelves: Shelves, shown: readonly ConductorId[]): Routed {
  const where = landings(shelves);
  const { circuit } = plan;
  const ends = new Map(
    shown.map((id) => {
      const pair = must(circuit.conductors[id], 'a wire').ends;
      return [
        id,
        pair.map((end) => {
          if (!end) return undefined;
          return where.get(`${id} ${end} top`) ?? where.get(`${id} ${end} bottom`);
        }),
      ] as const;
    }),
  );
  // first without passes, to see where each wire would pass; then with room for them
  const rough = place(shelves, new Map());
  const passes = passesOf(rough, ends);
  const placed = place(shelves, passes.count);
  const slots = slotsOf(shelves, placed, ends, circuit.conductors);
  const passX = passes.assign(placed);
  const runs = new Map<ConductorId, Run[]>();
  for (const [id, [first, second]] of ends) {
    const [a, b] = [slots.get(slotKey(id, 0)), slots.get(slotKey(id, 1))];
    if (!first || !second || !a || !b) continue;
    runs.set(id, runsOf(id, a, b, passX.get(id) ?? []));
  }
  const channels = Array.from({ length: shelves.length + 1 }, (): Run[] => []);
  for (const one of [...runs.values()].flat()) channels[one.channel]?.push(one);
  let crossings = 0;
  const lanes = channels.map((inside) => {
    const { ordered, crossings: here } = leastCrossing(inside);
    crossings += here;
    return laneUp(ordered);
  });
  return { x: placed.x, width: placed.width, slots, runs, lanes, crossings };
}

interface Placed {
  readonly x: ReadonlyMap<Body, number>;
  readonly width: number;
  /** left edges of the gaps of each shelf, before each body and behind the last */
  readonly gaps: readonly (readonly number[])[];
}

/** Bodies side by side, with room between them for so many passes. */
function place(shelves: Shelves, passes: ReadonlyMap<string, number>): Placed {
  const x = new Map<Body, number>();
  const gaps = shelves.map((bodies, shelf) => {
    const edges: number[] = [];
    let pen = MARGIN;
    for (const [index, body] of bodies.entries()) {
      edges.push(pen);
      pen += GAP + GRID * Math.max(0, (passes.get(`${shelf} ${index}`) ?? 0) - 1);
      x.set(body, pen);
      pen += body.width;
    }
    edges.push(pen);
    return [...edges, pen + GAP + GRID * (passes.get(`${shelf} ${bodies.length}`) ?? 0)];
  });
  return { x, gaps: gaps.map((edges) => edges.slice(0, -1)), width: Math.max(...gaps.map((edges) => at(edges, -1)), 0) + MARGIN };
}

const centreOf = (placed: Placed, { body, way, side }: { readonly body: Body; readonly way: Way; readonly side: Side }): number => {
  const row = body[side];
  const whole = row.reduce((sum, { width }) => sum + width, 0);
  const before = row.slice(0, row.indexOf(way)).reduce((sum, { width }) => sum + width, 0);
  const raw = must(placed.x.get(body), 'a placed body') + (body.width - whole) / 2 + before + way.width / 2;
  const off = side === 'top' ? 0 : BOTTOM_OFF;
  return GRID * Math.round((raw - off) / GRID) + off;
};

type Landing = { readonly shelf: number; readonly side: Side; readonly body: Body; readonly way: Way };
type Ends = ReadonlyMap<ConductorId, readonly (Landing | undefined)[]>;

/** Slots on a terminal in the order in which their wires leave, so that wires of one terminal do not cross at once. */
function slotsOf(
  shelves: Shelves,
  placed: Placed,
  ends: Ends,
  conductors: Readonly<Record<string, { ends: readonly (TerminalId | null)[] }>>,
): Map<string, Slot> {
  const slots = new Map<string, Slot>();
  const toward = (wire: ConductorId, end: 0 | 1): number => {
    const other = ends.get(wire)?.[1 - end];
    return other ? centreOf(placed, other) : 0;
  };
  for (const [shelf, bodies] of shelves.entries())
    for (const body of bodies)
      for (const side of ['top', 'bottom'] as const)
        for (const way of body[side]) {
          const here = way.wires.flatMap((wire) =>
            ([0, 1] as const).filter((end) => conductors[wire]?.ends[end] === way.terminal).map((end) => ({ wire, end })),
          );
          const centre = centreOf(placed, { body, way, side });
          const sorted = here.sort((a, b) => toward(a.wire, a.end) - toward(b.wire, b.end) || (a.wire < b.wire ? -1 : 1));
          sorted.forEach(({ wire, end }, index) => {
            const x = centre + GRID * (index - Math.floor((sorted.length - 1) / 2));
            slots.set(slotKey(wire, end), { terminal: way.terminal, shelf, side, x });
          });
        }
  return slots;
}

/** Through which gap each wire passes each shelf that it has to pass: the one nearest to the straight way. */
function passesOf(rough: Placed, ends: Ends) {
  const chosen = new Map<ConductorId, { shelf: number; gap: number }[]>();
  const count = new Map<string, number>();
  for (const [id, [a, b]] of ends) {
    if (!a || !b) continue;
    const [from, to] = [channelOf(a), channelOf(b)];
    const [xa, xb] = [centreOf(rough, a), centreOf(rough, b)];
    const step = from < to ? 1 : -1;
    const way: { shelf: number; gap: number }[] = [];
    for (let channel = from; channel !== to; channel += step) {
      const shelf = step > 0 ? channel : channel - 1;
      const share = Math.abs(to - from) === 0 ? 0 : (Math.abs(channel - from) + 0.5) / Math.abs(to - from);
      const straight = xa + (xb - xa) * share;
      const edges = at(rough.gaps, shelf);
      let gap = 0;
      edges.forEach((edge, index) => {
        if (Math.abs(edge + GAP / 2 - straight) < Math.abs(at(edges, gap) + GAP / 2 - straight)) gap = index;
      });
      way.push({ shelf, gap });
      const key = `${shelf} ${gap}`;
      count.set(key, (count.get(key) ?? 0) + 1);
    }
    chosen.set(id, way);
  }
  return {
    count,
    /** x of every pass, in the order of the way; wires of one gap stand in the order of where they go */
    assign(placed: Placed): Map<ConductorId, number[]> {
      const inGap = grouped(
        [...chosen].flatMap(([id, way]) => way.map((pass, place) => ({ id, place, ...pass }))),
        ({ shelf, gap }) => `${shelf} ${gap}`,
      );
      const xs = new Map([...chosen].map(([id, way]) => [id, way.map(() => 0)] as const));
      for (const [, those] of inGap) {
        const aim = ({ id }: { id: ConductorId }): number => {
          const [a, b] = ends.get(id) ?? [];
          return a && b ? centreOf(placed, a) + centreOf(placed, b) : 0;
        };
        those.sort((a, b) => aim(a) - aim(b) || (a.id < b.id ? -1 : 1));
        those.forEach(({ id, place, shelf, gap }, index) => {
          const edge = at(at(placed.gaps, shelf), gap);
          const xsOf = must(xs.get(id), 'passes of a wire');
          xsOf[place] = GRID * Math.ceil((edge + GRID / 2) / GRID) + GRID * index + at(PASS_OFF, shelf % 2);
        });
      }
      return xs;
    },
  };
}

/** The runs of a wire from channel to channel. */
function runsOf(wire: ConductorId, a: Slot, b: Slot, passX: readonly number[]): Run[] {
  const [from, to] = [channelOf(a), channelOf(b)];
  const step = from < to ? 1 : -1;
  const runs: Run[] = [];
  let x = a.x;
  let goes: Leg['goes'] = a.side === 'top' ? 'down' : 'up';
  for (let channel = from, index = 0; ; channel += step, index++) {
    const isLast = channel === to;
    const next: Leg = isLast ? { x: b.x, goes: b.side === 'top' ? 'down' : 'up' } : { x: at(passX, index), goes: step > 0 ? 'down' : 'up' };
    const here: Leg = { x, goes };
    runs.push({ wire, channel, left: here.x <= next.x ? here : next, right: here.x <= next.x ? next : here, lane: 0 });
    if (isLast) return runs;
    x = next.x;
    goes = step > 0 ? 'up' : 'down';
  }
}

/** How often each run would cross each other one if it lay above it, row by row: what goes down from the upper, what goes up from the lower. */
function crossingTable(runs: readonly Run[]): Int8Array {
  const count = runs.length;
  const table = new Int8Array(count * count);
  for (let above = 0; above < count; above++) {
    const { left: al, right: ar } = at(runs, above);
    for (let below = 0; below < count; below++) {
      if (above === below) continue;
      const { left: bl, right: br } = at(runs, below);
      let crossed = 0;
      if (al.goes === 'down' && al.x > bl.x && al.x < br.x) crossed++;
      if (ar.goes === 'down' && ar.x > bl.x && ar.x < br.x) crossed++;
      if (bl.goes === 'up' && bl.x > al.x && bl.x < ar.x) crossed++;
      if (br.goes === 'up' && br.x > al.x && br.x < ar.x) crossed++;
      table[above * count + below] = crossed;
    }
  }
  return table;
}

/** Runs from top to bottom with as few crossings as moving one at a time finds, and how many those are. */
function leastCrossing(runs: readonly Run[]): { readonly ordered: Run[]; readonly crossings: number } {
  const order = [...runs].sort((a, b) => a.left.x - b.left.x || a.right.x - b.right.x);
  const count = order.length;
  const table = crossingTable(order);
  /** what is gained by one lying above the other rather than below */
  const gain = (one: number, other: number): number => (table[one * count + other] ?? 0) - (table[other * count + one] ?? 0);
  const place = order.map((_, index) => index);
  for (let isBetter = true, round = 0; isBetter && round < 30; round++) {
    isBetter = false;
    for (let from = 0; from < count; from++) {
      const one = place[from] ?? 0;
      let best = 0;
      let target = from;
      let sum = 0;
      for (let to = from + 1; to < count; to++) {
        sum -= gain(one, place[to] ?? 0);
        if (sum < best) [best, target] = [sum, to];
      }
      sum = 0;
      for (let to = from - 1; to >= 0; to--) {
        sum += gain(one, place[to] ?? 0);
        if (sum < best) [best, target] = [sum, to];
      }
      if (target === from) continue;
      place.splice(from, 1);
      place.splice(target, 0, one);
      isBetter = true;
    }
  }
  let crossings = 0;
  for (let above = 0; above < count; above++)
    for (let below = above + 1; below < count; below++) crossings += table[(place[above] ?? 0) * count + (place[below] ?? 0)] ?? 0;
  return { ordered: place.map((index) => at(order, index)), crossings };
}

const overlap = (a: Run, b: Run): boolean => a.left.x <= b.right.x + APART && b.left.x <= a.right.x + APART;

/** Gives every run its lane: below each that it overlaps and that stands before it. @returns how many lanes there are */
function laneUp(ordered: readonly Run[]): number {
  let most = 0;
  ordered.forEach((run, index) => {
    run.lane = 0;
    for (let before = 0; before < index; before++) {
      const other = at(ordered, before);
      if (overlap(run, other)) run.lane = Math.max(run.lane, other.lane + 1);
    }
    most = Math.max(most, run.lane + 1);
  });
  return most;
}

/** Whether an end of a wire lies on a device that is shown. */
export const isOn = (devices: ReadonlySet<string>, end: TerminalId | null): end is TerminalId => end !== null && devices.has(deviceOf(end));
