/** Things told apart by what joins them: the one union–find of the program. Things are whatever a Map can key. */
export interface Partition<T> {
  join(a: T, b: T): void;
  /** the thing that stands for a thing's group; the same for all of one group */
  groupOf(one: T): T;
  areJoined(a: T, b: T): boolean;
}

/** Joins nothing at first. Groups are named by the member that is met first among those joined. */
export function partition<T>(): Partition<T> {
  const above = new Map<T, T>();
  const groupOf = (one: T): T => {
    let root = one;
    for (let up = above.get(root); up !== undefined && up !== root; up = above.get(root)) root = up;
    // every thing passed on the way is tied straight to the root
    for (let at = one; at !== root; ) {
      const up = above.get(at) ?? root;
      above.set(at, root);
      at = up;
    }
    return root;
  };
  return {
    groupOf,
    join(a, b) {
      const [x, y] = [groupOf(a), groupOf(b)];
      if (x !== y) above.set(x, y);
    },
    areJoined: (a, b) => groupOf(a) === groupOf(b),
  };
}

/** The same for whole numbers from `first` on, in typed arrays: for nodes, where it is asked at every frame. */
export function numberPartition(count: number, first = 0): Partition<number> {
  const above = Int32Array.from({ length: count }, (_, index) => index);
  const rootOf = (index: number): number => {
    let root = index;
    while (above[root] !== root) root = above[root] as number;
    for (let at = index; above[at] !== root; ) {
      const up = above[at] as number;
      above[at] = root;
      at = up;
    }
    return root;
  };
  return {
    groupOf: (one) => rootOf(one - first) + first,
    join(a, b) {
      above[rootOf(a - first)] = rootOf(b - first);
    },
    areJoined: (a, b) => rootOf(a - first) === rootOf(b - first),
  };
}
