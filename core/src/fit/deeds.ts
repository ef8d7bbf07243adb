import type { Calls, Exploration } from '#core/explore';
import { naturally } from '#core/units';

/** What a circuit does with a part in it, against what it did before: over all states that both have, once all has come to rest. */
export interface Deeds {
  readonly statesCompared: number;
  /** on before and not after, with the first state in which it is so */
  readonly lost: readonly Deed[];
  /** on after and not before */
  readonly gained: readonly Deed[];
  /** states of the old circuit that the new one cannot be put in: the part answers to something else */
  readonly unasked: readonly Calls[];
}

export interface Deed {
  readonly tag: string;
  readonly calls: Calls;
}

/** What the circuit does in each state with the new part, beside what it did with the old one. */
export function compareDeeds(before: Exploration, after: Exploration): Deeds {
  const lost = new Map<string, Calls>();
  const gained = new Map<string, Calls>();
  const unasked: Calls[] = [];
  let statesCompared = 0;
  for (const [key, { calls, seen: was }] of before.endings) {
    const is = after.endings.get(key)?.seen;
    if (!is) {
      unasked.push(calls);
      continue;
    }
    statesCompared++;
    for (const tag of new Set([...Object.keys(was), ...Object.keys(is)])) {
      if (was[tag] && !is[tag] && !lost.has(tag)) lost.set(tag, calls);
      if (is[tag] && !was[tag] && !gained.has(tag)) gained.set(tag, calls);
    }
  }
  const listed = (map: ReadonlyMap<string, Calls>): Deed[] =>
    [...map].map(([tag, calls]) => ({ tag, calls })).sort((a, b) => naturally(a.tag, b.tag));
  return { statesCompared, lost: listed(lost), gained: listed(gained), unasked };
}
