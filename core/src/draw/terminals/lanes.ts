import { at } from '#core/units';
import { GRID } from './blocks';

/** Where an end of a run leaves its channel. */
export interface Leg {
  readonly x: number;
  readonly goes: 'up' | 'down';
}

/** A piece of a wire that runs along a channel. */
export interface Run {
  readonly left: Leg;
  readonly right: Leg;
}

/** Wires of neighbouring runs in one lane keep so far apart. */
const APART = GRID;

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

/**
 * Crossings that no order of lanes can spare: of every two runs the fewer of the two ways to lay them. An order that reaches it is nearly always
 * there, and this costs a tenth of seeking it.
 */
export function unsparedCrossings(runs: readonly Run[]): number {
  const order = [...runs].sort((a, b) => a.left.x - b.left.x);
  let crossings = 0;
  for (let one = 0; one < order.length; one++) {
    const { left: al, right: ar } = at(order, one);
    for (let other = one + 1; other < order.length; other++) {
      const { left: bl, right: br } = at(order, other);
      if (bl.x >= ar.x) break;
      const isIn = br.x < ar.x;
      const begins = bl.x > al.x;
      let above = isIn ? 0 : +(ar.goes === 'down' && ar.x < br.x);
      let below = isIn ? 0 : +(ar.goes === 'up' && ar.x < br.x);
      if (begins) bl.goes === 'up' ? above++ : below++;
      if (isIn) br.goes === 'up' ? above++ : below++;
      crossings += Math.min(above, below);
    }
  }
  return crossings;
}

/** Runs from top to bottom with as few crossings as moving one at a time finds, and how many those are. */
export function leastCrossing<R extends Run>(runs: readonly R[]): { readonly ordered: R[]; readonly crossings: number } {
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

/** The lane of each run, from the top: below each that it overlaps and that stands before it. */
export function lanesOf(ordered: readonly Run[]): number[] {
  const lanes: number[] = [];
  ordered.forEach((run, index) => {
    let lane = 0;
    for (let before = 0; before < index; before++) if (overlap(run, at(ordered, before))) lane = Math.max(lane, at(lanes, before) + 1);
    lanes.push(lane);
  });
  return lanes;
}
