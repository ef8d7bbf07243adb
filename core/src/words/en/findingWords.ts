/** A finding in words: what it is, what comes of it, why, and what helps. */
export interface FindingWords {
  readonly title: string;
  readonly consequence: string;
  readonly reason: string;
  readonly remedy: string;
}
