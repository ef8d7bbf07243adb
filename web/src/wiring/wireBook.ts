import type { WireRowView } from '#core/bench';

/** Wires as a file lists them. */
export const linesOf = (rows: readonly WireRowView[]) =>
  rows.map(({ ends, words, ...row }) => ({ ...row, from: ends[0].spelled, to: ends[1].spelled, use: words }));
