/** Figures to print, never to assert. */

export const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? Number.NaN;

/** Median milliseconds of a piece of work. */
export const milliseconds = (work: () => unknown, rounds: number): number =>
  median(
    Array.from({ length: rounds }, () => {
      const started = performance.now();
      work();
      return performance.now() - started;
    }),
  );

/** To three figures, as a table shows it. */
export const round = (value: number): number => Number(value.toPrecision(3));

/** How cost grows from one size to the next: the exponent p of nᵖ. 1 is as fast as the panel grows; n log n is 1.1 to 1.2 here. */
export const growth = (sizes: readonly number[], costs: readonly number[]): number[] =>
  sizes
    .slice(1)
    .map((size, index) => round(Math.log((costs[index + 1] ?? 0) / (costs[index] ?? 1)) / Math.log(size / (sizes[index] ?? 1))));

/** Works a walk off to its end. @returns its answer, and the longest that it went without a word, in milliseconds */
export function walked<A>(walk: Generator<unknown, A>): { readonly answer: A; readonly silentMs: number } {
  let silentMs = 0;
  for (;;) {
    const started = performance.now();
    const step = walk.next();
    silentMs = Math.max(silentMs, performance.now() - started);
    if (step.done) return { answer: step.value, silentMs };
  }
}
