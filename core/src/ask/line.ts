import type { z } from 'zod';
import type { Result } from '#core/circuit';
import type { CircuitFacts, Opened, Shop } from './standing';

/** What a question may use. */
export interface Desk {
  readonly shop: Shop;
  open(facts: CircuitFacts): Result<Opened>;
}

/** A question that may be put as one line of JSON: what it takes, and what it gives back. */
export interface LineKind<S extends z.ZodType, A> {
  readonly facts: S;
  answer(facts: z.infer<S>, desk: Desk): Result<A>;
}

/** A kind of question: the facts that it takes, and what it answers. The types of both are kept. */
export const lineKind = <S extends z.ZodType, A>(kind: LineKind<S, A>): LineKind<S, A> => kind;
