/** So many wait for one thing at most; whoever comes after is told to come again. */
const MOST_WAITING = 50;

/** Too many wait for the same thing. */
export class TooBusy extends Error {}

/**
 * One after the other, for each name: many edits of one circuit wait here, not on a connection each, so that the others are served.
 * @throws TooBusy when too many wait already
 */
export function createTurns(): <T>(name: string, work: () => Promise<T>) => Promise<T> {
  const last = new Map<string, { readonly done: Promise<unknown>; waiting: number }>();
  return async (name, work) => {
    const before = last.get(name);
    if (before && before.waiting >= MOST_WAITING) throw new TooBusy(`${before.waiting} wait for ${name} already.`);
    const waiting = (before?.waiting ?? 0) + 1;
    const mine = (before?.done ?? Promise.resolve()).then(work, work);
    const entry = { done: mine.catch(() => undefined), waiting };
    last.set(name, entry);
    try {
      return await mine;
    } finally {
      const now = last.get(name);
      if (now === entry) last.delete(name);
      else if (now) now.waiting--;
    }
  };
}
