/** The element of a list at an index that is known to be inside it. Throws on a fault of our own: callers count right. */
export function at<T>(list: ArrayLike<T>, index: number): T {
  const found = list[index < 0 ? list.length + index : index];
  if (found === undefined) throw new Error(`nothing at ${index} of ${list.length}`);
  return found;
}

/** What must be there by construction. `what` says it to whoever has to mend the program. */
export function must<T>(value: T | undefined | null, what: string): T {
  if (value === undefined || value === null) throw new Error(`${what} must be there`);
  return value;
}

/** A typed array's number inside its bounds, for inner loops: one function an array kind, so that each stays fast. */
export const real = (array: Float64Array, index: number): number => array[index] as number;
/** An element of a list of whole numbers that is known to be there. */
export const whole = (array: Int32Array | Int8Array, index: number): number => array[index] as number;

/** The greatest or least of a list by a measure; undefined for an empty list. The first of equals wins. */
export function greatest<T>(list: Iterable<T>, measure: (one: T) => number): T | undefined {
  let best: T | undefined;
  let most = Number.NEGATIVE_INFINITY;
  for (const one of list) {
    const size = measure(one);
    if (best === undefined || size > most) {
      best = one;
      most = size;
    }
  }
  return best;
}
/** The element for which a measure is least; undefined of an empty list. */
export const least = <T>(list: Iterable<T>, measure: (one: T) => number): T | undefined => greatest(list, (one) => -measure(one));

/** Things by a key, in the order in which each key is first met. */
export function grouped<T, K>(list: Iterable<T>, keyOf: (one: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const one of list) {
    const key = keyOf(one);
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  }
  return groups;
}
