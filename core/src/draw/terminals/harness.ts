import { at } from '#core/units';
import { GRID } from './blocks';
import { channelAt, type Frame, type FrameWay, type Shelves, slotOf } from './frame';
import { type Leg, type Run, unsparedCrossings } from './lanes';

/** A wire's piece between two pins, places where it stands upright: a slot on a terminal, or a pass beside a body. */
interface Hop {
  readonly from: number;
  readonly to: number;
  readonly leaves: Leg['goes'];
  readonly arrives: Leg['goes'];
}

/** A run, and whose piece it is. */
export interface HopRun extends Run {
  readonly hop: Hop;
}

/** What is free when the rows are settled: through which gaps wires pass, and in which order they stand there and on a terminal. */
interface Choice {
  /** of each row and each gap in it, before each body and behind the last, the passes from left to right */
  readonly gaps: readonly (readonly number[][])[];
  /** of each row its terminals, each with its slots from left to right */
  readonly ways: readonly (readonly { readonly way: FrameWay; slots: number[] }[])[];
}

/** Wires laid between rows of bodies, without heights. */
export interface Harness {
  readonly shelves: Shelves;
  readonly choice: Choice;
  /** of every pin; changes when a row is laid anew */
  readonly x: Float64Array;
  /** left edges of the bodies, by their numbers */
  readonly bodyX: Float64Array;
  readonly widths: number[];
  /** of each channel the pieces in it */
  readonly hops: readonly (readonly Hop[])[];
  /** of each wire its pieces from its first end to its second */
  readonly hopsOf: readonly (readonly Hop[])[];
}

const GAP = 2 * GRID;
const MARGIN = 2 * GRID;
/** Passes stand a quarter of a step beside slots, of neighbouring rows on either side. */
const PASS_OFF = [GRID / 4, (3 * GRID) / 4] as const;

/** Further than any drawing is wide. */
const BEYOND = 1e6;

/** Lays a row: its bodies, with room for what passes between them, and every pin that stands there. */
export function layShelf({ shelves, choice, x, bodyX, widths }: Harness, shelf: number): void {
  const gaps = at(choice.gaps, shelf);
  const off = at(PASS_OFF, shelf % 2);
  const bodies = at(shelves, shelf);
  let pen = MARGIN;
  for (let gap = 0; gap <= bodies.length; gap++) {
    const passes = at(gaps, gap);
    const first = GRID * Math.ceil((pen + GRID / 2) / GRID) + off;
    for (let index = 0; index < passes.length; index++) x[passes[index] ?? 0] = first + GRID * index;
    const body = bodies[gap];
    pen += GAP + GRID * (body ? Math.max(0, passes.length - 1) : passes.length);
    if (!body) break;
    bodyX[body.index] = pen;
    pen += body.width;
  }
  widths[shelf] = pen + MARGIN;
  for (const { way, slots } of at(choice.ways, shelf)) {
    const first = (bodyX[way.body.index] ?? 0) + way.offset - GRID * Math.floor((slots.length - 1) / 2);
    for (let index = 0; index < slots.length; index++) x[slots[index] ?? 0] = first + GRID * index;
  }
}

/** Runs of a channel as its pins stand now. */
export function runsIn({ hops, x }: Harness, channel: number): HopRun[] {
  return at(hops, channel).map((hop) => {
    const [a, b]: [Leg, Leg] = [
      { x: x[hop.from] ?? 0, goes: hop.leaves },
      { x: x[hop.to] ?? 0, goes: hop.arrives },
    ];
    return a.x <= b.x ? { hop, left: a, right: b } : { hop, left: b, right: a };
  });
}

/** How bad a channel is to look at: crossings first, then the length of its runs. */
export interface Burden {
  readonly crossings: number;
  readonly length: number;
}

/** What a channel weighs as its pins stand now. */
export function burdenOf(harness: Harness, channel: number): Burden {
  const runs = runsIn(harness, channel);
  return { crossings: unsparedCrossings(runs), length: runs.reduce((sum, { left, right }) => sum + right.x - left.x + 60, 0) };
}

/** What a drawing costs; wider than a screen is dear. */
export const costOf = (crossings: number, length: number, width: number, wanted: number): number =>
  crossings * 40 + length * 0.1 + Math.max(0, width - wanted - 100) * 2;

/** Crossings, length and width of a harness as it is laid. */
export function costOfAll(harness: Harness, wanted: number): number {
  const burdens = harness.hops.map((_, channel) => burdenOf(harness, channel));
  return costOf(
    burdens.reduce((sum, { crossings }) => sum + crossings, 0),
    burdens.reduce((sum, { length }) => sum + length, 0),
    Math.max(...harness.widths, 0),
    wanted,
  );
}

/** The way of every wire from row to row, and through which gap it passes each: the one nearest to the line between its ends. */
function strung({ wires, waysOf }: Frame, shelves: Shelves) {
  const row = new Int32Array(waysOf.length);
  const left = new Float64Array(waysOf.length);
  const edges = shelves.map((bodies, shelf) => {
    let pen = MARGIN;
    const before = bodies.map((body) => {
      const edge = pen;
      row[body.index] = shelf;
      left[body.index] = edge + GAP;
      pen += GAP + body.width;
      return edge;
    });
    return [...before, pen];
  });
  const channel = ({ body, side }: FrameWay): number => channelAt(at(row, body.index), side);
  const middle = ({ body, offset }: FrameWay): number => at(left, body.index) + offset;
  const gaps = shelves.map((bodies) => Array.from({ length: bodies.length + 1 }, (): number[] => []));
  const hops = Array.from({ length: shelves.length + 1 }, (): Hop[] => []);
  /** of each pass, counted from the last slot on, its wire */
  const wireOfPass: number[] = [];
  const hopsOf = wires.map(({ ways: [a, b] }, wire): Hop[] => {
    const [from, to] = [channel(a), channel(b)];
    const step = from < to ? 1 : -1;
    const own: Hop[] = [];
    let pin = slotOf(wire, 0);
    let leaves: Leg['goes'] = a.side === 'top' ? 'down' : 'up';
    for (let here = from; ; here += step) {
      const isLast = here === to;
      const pass = 2 * wires.length + wireOfPass.length;
      if (!isLast) {
        const shelf = step > 0 ? here : here - 1;
        const straight = middle(a) + ((middle(b) - middle(a)) * (Math.abs(here - from) + 0.5)) / Math.abs(to - from);
        at(at(gaps, shelf), nearest(at(edges, shelf), straight - GAP / 2)).push(pass);
        wireOfPass.push(wire);
      }
      const arrives = isLast ? (b.side === 'top' ? 'down' : 'up') : step > 0 ? 'down' : 'up';
      const hop: Hop = { from: pin, to: isLast ? slotOf(wire, 1) : pass, leaves, arrives };
      own.push(hop);
      at(hops, here).push(hop);
      if (isLast) return own;
      pin = pass;
      leaves = step > 0 ? 'up' : 'down';
    }
  });
  return { gaps, hops, hopsOf, wireOfPass };
}

/**
 * Wires by the straightest way: each passes a row through the gap nearest to the line between its ends, and on a terminal and in a gap wires
 * stand in the order in which they go on.
 */
export function harnessOf(frame: Frame, shelves: Shelves): Harness {
  const { wires, waysOf } = frame;
  const { gaps, hops, hopsOf, wireOfPass } = strung(frame, shelves);
  const slots = 2 * wires.length;
  const ways = shelves.map((bodies) => bodies.flatMap((body) => at(waysOf, body.index).map((one) => ({ ...one, slots: [...one.slots] }))));
  const harness: Harness = {
    shelves,
    choice: { gaps, ways },
    x: new Float64Array(slots + wireOfPass.length),
    bodyX: new Float64Array(waysOf.length),
    widths: [],
    hops,
    hopsOf,
  };
  const layAll = (): void => shelves.forEach((_, shelf) => void layShelf(harness, shelf));
  layAll();
  // a wire stands in a gap by where it comes from and where it goes
  const middle = ({ body, offset }: FrameWay): number => at(harness.bodyX, body.index) + offset;
  const aim = (pass: number): number => {
    const [a, b] = at(wires, at(wireOfPass, pass - slots)).ways;
    return middle(a) + middle(b);
  };
  for (const shelf of gaps) for (const gap of shelf) if (gap.length > 1) gap.sort((a, b) => aim(a) - aim(b) || a - b);
  layAll();
  // bows to the left, the nearest first; what goes through, from left to right; bows to the right, the farthest first: bows lie in one another
  const rank = (slot: number, from: number): number => {
    const own = at(hopsOf, slot >> 1);
    const hop = at(own, slot % 2 === 0 ? 0 : -1);
    const x = at(harness.x, hop.from === slot ? hop.to : hop.from);
    return hop.leaves === hop.arrives ? (x < from ? -BEYOND : BEYOND) - x : x;
  };
  for (const shelf of ways)
    for (const { way, slots: own } of shelf) if (own.length > 1) own.sort((a, b) => rank(a, middle(way)) - rank(b, middle(way)) || a - b);
  layAll();
  return harness;
}

/** Place of the number in a rising list that is nearest to a value. */
function nearest(list: readonly number[], value: number): number {
  let best = 0;
  for (let index = 1; index < list.length; index++)
    if (Math.abs((list[index] ?? 0) - value) < Math.abs((list[best] ?? 0) - value)) best = index;
  return best;
}
