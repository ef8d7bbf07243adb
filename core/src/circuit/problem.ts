/** One thing wrong with outside input: what (code), where (a path a person can follow), and how to mend it. */
export interface Problem {
  readonly code: string;
  readonly at: string;
  readonly message: string;
}

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

/** A result that went well. */
export const fine = <T>(value: T): Result<T> => ({ ok: true, value });
/** What somebody wrote is repeated to them, but not without end. */
const MOST_LETTERS = 900;
/** A message no longer than a screen holds. */
export const brief = (words: string): string =>
  words.length <= MOST_LETTERS ? words : `${words.slice(0, MOST_LETTERS - 200)} … ${words.slice(-160)}`;

/** A result that did not, with every reason. */
export const wrong = (...problems: Problem[]): Result<never> => ({
  ok: false,
  problems: problems.map((one) => ({ ...one, at: brief(one.at), message: brief(one.message) })),
});

/** Stops on a fault of our own: never for what a person typed. */
export function invariant(ok: unknown, message: string): asserts ok {
  if (!ok) throw new Error(message);
}
