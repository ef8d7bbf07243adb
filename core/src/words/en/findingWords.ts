import type { Finding, RuleId, Told } from '#core/check';
import type { Circuit } from '#core/circuit';

/** A finding in words: what it is, what comes of it, why, and what helps. */
export interface FindingWords {
  readonly title: string;
  readonly consequence: string;
  readonly reason: string;
  readonly remedy: string;
}

type FindingBy<R extends RuleId> = Extract<Finding, { rule: R }>;

/** What a sentence is made of. */
export interface Said<R extends RuleId> {
  readonly circuit: Circuit;
  readonly finding: FindingBy<R>;
  readonly told: Told<R>;
  /** tag of the device it is about */
  readonly tag: string;
  readonly is: string;
  readonly limit: string;
}

/** A finding of what nobody has read. */
export const unread = (tag: string, title: string, consequence: string, reason: string, remedy: string): FindingWords => ({
  title: `${tag}: ${title}`,
  consequence,
  reason,
  remedy,
});
