import type { Exploration } from '#core/explore';

/** What a circuit does with a part in it, against what it did before: over all states that both have, once all has come to rest. */
export interface Deeds {
  readonly statesCompared: number;
  /** on before and not after, with the first state in which it is so */
  readonly lost: readonly Deed[];
  /** on after and not before */
  readonly gained: readonly Deed[];
  /** states of the old circuit that the new one cannot be put in: the part answers to something else */
  readonly unasked: readonly string[];
}

export interface Deed {
  readonly tag: string;
  readonly state: string;
}

export function compareDeeds(before: Exploration, after: Exploration): Deeds {
  const lost = new Map<string, string>();
  const gained = new Map<string, string>();
  const unasked: string[] = [];
  let statesCompared = 0;
  for (const [state, was] of before.endings) {
    const is = after.endings.get(state);
    if (!is) {
      unasked.push(state);
      continue;
    }
    statesCompared++;
    for (const tag of new Set([...Object.keys(was), ...Object.keys(is)])) {
      if (was[tag] && !is[tag] && !lost.has(tag)) lost.set(tag, state);
      if (is[tag] && !was[tag] && !gained.has(tag)) gained.set(tag, state);
    }
  }
  const listed = (map: ReadonlyMap<string, string>): Deed[] =>
    [...map].map(([tag, state]) => ({ tag, state })).sort((a, b) => a.tag.localeCompare(b.tag, 'en', { numeric: true }));
  return { statesCompared, lost: listed(lost), gained: listed(gained), unasked };
}

/** `K1, M1 and M2 (TC1 calling for cooling)`: things that change together, by the state in which they first do. */
export function tellDeeds(deeds: readonly Deed[]): string {
  const byState = new Map<string, string[]>();
  for (const { tag, state } of deeds) byState.set(state, [...(byState.get(state) ?? []), tag]);
  return [...byState].map(([state, tags]) => `${tags.join(', ').replace(/, ([^,]*)$/, ' and $1')} (${state})`).join('; ');
}
