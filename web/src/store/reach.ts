/** Whether the server answers, and since when what is shown is what was kept. */
export interface Reach {
  readonly isReached: boolean;
  /** when the oldest answer that was taken from this browser had been heard */
  readonly keptAt: number | undefined;
}

let now: Reach = { isReached: true, keptAt: undefined };
const told = new Set<() => void>();
const become = (next: Reach): void => {
  if (next.isReached === now.isReached && next.keptAt === now.keptAt) return;
  now = next;
  for (const tell of told) tell();
};

export const noteReached = (): void => become({ isReached: true, keptAt: undefined });
export const noteUnreached = (): void => become({ ...now, isReached: false });
/** @param at when the answer had been heard */
export const noteKept = (at: number): void => become({ isReached: false, keptAt: Math.min(at, now.keptAt ?? at) });

/** For React to follow. */
export const reach = {
  subscribe(tell: () => void): () => void {
    told.add(tell);
    return () => void told.delete(tell);
  },
  get: (): Reach => now,
};
