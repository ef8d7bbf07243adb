/** What comes piece by piece, taken in and shown from time to time. */
export interface Gathered<T> {
  readonly take: (piece: T) => void;
  /** nothing is shown any more */
  readonly stop: () => void;
}

/** Shows all that has come when `everyMs` have passed since the first piece, or since it was last shown: what is soon whole is not shown in part. */
export function gathered<T>(show: (all: readonly T[]) => void, everyMs: number): Gathered<T> {
  const all: T[] = [];
  let due: ReturnType<typeof setTimeout> | undefined;
  let isStopped = false;
  return {
    take(piece) {
      if (isStopped) return;
      all.push(piece);
      due ??= setTimeout(() => {
        due = undefined;
        show([...all]);
      }, everyMs);
    },
    stop() {
      isStopped = true;
      clearTimeout(due);
    },
  };
}
