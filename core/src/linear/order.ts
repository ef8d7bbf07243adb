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
    neighbours[i]!.add(j);
    neighbours[j]!.add(i);
  }
  const buckets: number[][] = [];
  const put = (node: number) => {
    const degree = neighbours[node]!.size;
    while (buckets.length <= degree) buckets.push([]);
    buckets[degree]!.push(node);
  };
  const done = new Uint8Array(size);
  for (let node = size - 1; node >= 0; node--) put(node);
  const order = new Int32Array(size);
  let lowest = 0;
  for (let place = 0; place < size; ) {
    while ((buckets[lowest]?.length ?? 0) === 0) lowest++;
    const node = buckets[lowest]!.pop()!;
    if (done[node] || neighbours[node]!.size !== lowest) continue; // a stale entry: its degree has moved since
    done[node] = 1;
    order[place++] = node;
    const around = [...neighbours[node]!].sort((a, b) => a - b);
    for (const other of around) neighbours[other]!.delete(node);
    for (let a = 0; a < around.length; a++) {
      for (let b = a + 1; b < around.length; b++) {
        neighbours[around[a]!]!.add(around[b]!);
        neighbours[around[b]!]!.add(around[a]!);
      }
    }
    for (let a = around.length - 1; a >= 0; a--) {
      put(around[a]!);
      lowest = Math.min(lowest, neighbours[around[a]!]!.size);
    }
  }
  return order;
}
