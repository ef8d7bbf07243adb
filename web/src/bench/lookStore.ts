import type { LookAnswer } from '#core/bench';
import type { Point } from '#core/circuit';
import type { PartView, PointView } from '#core/look';

/** What is seen at the moment shown. Who draws a wire or a symbol follows that one alone, so that a tint moves nothing else. */
export interface LookStore {
  readonly now: () => LookAnswer | undefined;
  readonly part: (key: string) => PartView | undefined;
  readonly point: (point: Point) => PointView | undefined;
  /** called when anything has changed */
  readonly follow: (tell: () => void) => () => void;
  readonly followPart: (key: string, tell: () => void) => () => void;
  readonly followPoint: (point: Point, tell: () => void) => () => void;
  readonly set: (answer: LookAnswer | undefined) => void;
}

function alike<V extends object>(a: V, b: V): boolean {
  for (const key in a) if (a[key] !== b[key]) return false;
  return true;
}

/** Views by key, each with its followers; a view that looks the same stays the same object. */
function createViews<V extends object>() {
  let views: Readonly<Record<string, V>> = {};
  const followers = new Map<string, Set<() => void>>();
  return {
    get: (key: string): V | undefined => views[key],
    follow(key: string, tell: () => void): () => void {
      const set = followers.get(key) ?? new Set();
      followers.set(key, set.add(tell));
      return () => {
        set.delete(tell);
        if (set.size === 0) followers.delete(key);
      };
    },
    set(next: Readonly<Record<string, V>>): void {
      const before = views;
      const kept: Record<string, V> = {};
      for (const key in next) {
        const [was, view] = [before[key], next[key] as V];
        kept[key] = was && alike(was, view) ? was : view;
      }
      views = kept;
      for (const [key, tells] of followers) if (before[key] !== views[key]) for (const tell of tells) tell();
    },
  };
}

export function createLookStore(): LookStore {
  let now: LookAnswer | undefined;
  const all = new Set<() => void>();
  const parts = createViews<PartView>();
  const points = createViews<PointView>();
  return {
    now: () => now,
    part: parts.get,
    point: points.get,
    follow(tell) {
      all.add(tell);
      return () => void all.delete(tell);
    },
    followPart: parts.follow,
    followPoint: points.follow,
    set(answer) {
      now = answer;
      parts.set(answer?.parts ?? {});
      points.set(answer?.points ?? {});
      for (const tell of all) tell();
    },
  };
}
