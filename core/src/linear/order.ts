import { at, must } from '#core/units';

/**
 * Minimum-degree elimination order of a symmetric pattern.
 * Relay circuits are near-trees, so the plain greedy rule leaves almost no fill.
 * @param size number of unknowns
 * @param pairs off-diagonal places (row, column), in any order, repeats allowed
 * @returns order: position -> unknown. Ties go to the lower index, so that the same pattern always gives the same order.
 */
export function minimumDegreeOrder(size: number, pairs: Iterable<readonly [number, number]>): Int32Array {
  const neighbours: Set<number>[] = Array.from({ length: size }, () => new Set());
  for (const [i, j] of pairs) {
    if (i === j) continue;
    at(neighbours, i).add(j);
    at(neighbours, j).add(i);
  }
  const buckets: number[][] = [];
  const put = (node: number) => {
    const degree = at(neighbours, node).size;
    while (buckets.length <= degree) buckets.push([]);
    at(buckets, degree).push(node);
  };
  const done = new Uint8Array(size);
  for (let node = size - 1; node >= 0; node--) put(node);
  const order = new Int32Array(size);
  let lowest = 0;
  for (let place = 0; place < size; ) {
    while ((buckets[lowest]?.length ?? 0) === 0) lowest++;
    const node = must(at(buckets, lowest).pop(), 'an unknown of the lowest degree');
    const own = at(neighbours, node);
    if (done[node] || own.size !== lowest) continue; // a stale entry: its degree has moved since
    done[node] = 1;
    order[place++] = node;
    const around = [...own].sort((a, b) => a - b);
    const sets = around.map((other) => at(neighbours, other));
    for (const set of sets) set.delete(node);
    around.forEach((one, a) => {
      for (let b = a + 1; b < around.length; b++) {
        at(sets, a).add(at(around, b));
        at(sets, b).add(one);
      }
    });
    for (const other of around.reverse()) {
      put(other);
      lowest = Math.min(lowest, at(neighbours, other).size);
    }
  }
  return order;
}
