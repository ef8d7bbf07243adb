/** Something that is due: which part, into which mode, when, with which numbers. */
export interface Due {
  readonly part: number;
  readonly mode: string;
  readonly atMs: number;
  readonly values?: Readonly<Record<string, number | undefined>> | undefined;
}

export interface Change {
  readonly atMs: number;
  readonly part: number;
  readonly from: string;
  readonly to: string;
}

/** Due times beyond this are told apart from the quick ones that make chatter. */
export const QUICK_MS = 2000;
