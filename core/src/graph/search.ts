import { at, must } from '#core/units';

/** A step of a way: where it leads, what it costs, and what it leads through. */
export interface Step<T, V> {
  readonly to: T;
  readonly cost: number;
  readonly via: V;
}

export interface Way<T, V> {
  readonly cost: number;
  /** things passed, start and goal included */
  readonly passed: readonly T[];
  readonly via: readonly V[];
}

/**
 * The cheapest way from a thing to the first goal met: the one walker of the program. Costs are not negative; of equals the one found first.
 * @param next the steps from a thing
 * @returns undefined where no goal can be reached
 */
export function cheapestWay<T, V>(start: T, next: (from: T) => Iterable<Step<T, V>>, isGoal: (one: T) => boolean): Way<T, V> | undefined {
  const cost = new Map<T, number>([[start, 0]]);
  const from = new Map<T, { readonly at: T; readonly via: V }>();
  const done = new Set<T>();
  const heap: { readonly one: T; readonly cost: number; readonly order: number }[] = [{ one: start, cost: 0, order: 0 }];
  let order = 0;
  while (heap.length > 0) {
    const { one } = popLeast(heap);
    if (done.has(one)) continue;
    done.add(one);
    if (isGoal(one)) return wayTo(one, must(cost.get(one), 'the cost of a reached thing'), from);
    for (const step of next(one)) {
      const total = must(cost.get(one), 'the cost of a reached thing') + step.cost;
      if (total >= (cost.get(step.to) ?? Number.POSITIVE_INFINITY)) continue;
      cost.set(step.to, total);
      from.set(step.to, { at: one, via: step.via });
      push(heap, { one: step.to, cost: total, order: ++order });
    }
  }
  return undefined;
}

/** Everything that can be reached, nearest first. `next` may name a thing more than once. */
export function reached<T>(starts: Iterable<T>, next: (from: T) => Iterable<T>): Set<T> {
  const seen = new Set<T>(starts);
  for (const one of seen) for (const other of next(one)) seen.add(other); // a Set is walked through what is added meanwhile
  return seen;
}

function wayTo<T, V>(goal: T, cost: number, from: ReadonlyMap<T, { readonly at: T; readonly via: V }>): Way<T, V> {
  const passed = [goal];
  const via: V[] = [];
  for (let step = from.get(goal); step; step = from.get(step.at)) {
    passed.push(step.at);
    via.push(step.via);
  }
  return { cost, passed: passed.reverse(), via: via.reverse() };
}

interface Weighed {
  readonly cost: number;
  readonly order: number;
}
const isBefore = (a: Weighed, b: Weighed): boolean => a.cost < b.cost || (a.cost === b.cost && a.order < b.order);

function push<W extends Weighed>(heap: W[], one: W): void {
  let place = heap.length;
  heap.push(one);
  while (place > 0) {
    const up = (place - 1) >> 1;
    if (!isBefore(one, at(heap, up))) break;
    heap[place] = at(heap, up);
    place = up;
  }
  heap[place] = one;
}

function popLeast<W extends Weighed>(heap: W[]): W {
  const top = at(heap, 0);
  const last = must(heap.pop(), 'the end of a heap');
  if (heap.length === 0) return top;
  let place = 0;
  for (;;) {
    let down = 2 * place + 1;
    if (down >= heap.length) break;
    if (down + 1 < heap.length && isBefore(at(heap, down + 1), at(heap, down))) down++;
    if (!isBefore(at(heap, down), last)) break;
    heap[place] = at(heap, down);
    place = down;
  }
  heap[place] = last;
  return top;
}
