/** One thing wrong with outside input: what (code), where (a path a person can follow), and how to mend it. */
export interface Problem {
  readonly code: string;
  readonly at: string;
  readonly message: string;
}

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

/** A result that went well. */
export const fine = <T>(value: T): Result<T> => ({ ok: true, value });
/** A result that did not, with every reason. */
export const wrong = (...problems: Problem[]): Result<never> => ({ ok: false, problems });

/** Stops on a fault of our own: never for what a person typed. */
export function invariant(ok: unknown, message: string): asserts ok {
  if (!ok) throw new Error(message);
}
