import type { Band } from '#core/draw';

/** How far a long question has come; with what is known already where that is worth showing. */
export interface Progress {
  readonly seen: number;
  readonly of: number;
  readonly band?: Band;
}

/** An answer that is worked out step by step: whoever runs it may do something else between two steps, or give up. */
export type Answering<A> = Generator<Progress, A>;
