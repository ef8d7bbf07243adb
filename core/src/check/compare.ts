import type { Finding } from './rules';

/** What a change of the circuit brings and what it takes away: a finding is the same while its id and its verdict are. */
export function compareFindings(
  old: readonly Finding[],
  now: readonly Finding[],
): { readonly brings: Finding[]; readonly mends: Finding[]; readonly now: readonly Finding[] } {
  const isIn = (list: readonly Finding[], one: Finding): boolean =>
    list.some(({ id, verdict }) => id === one.id && verdict === one.verdict);
  return { now, brings: now.filter((one) => !isIn(old, one)), mends: old.filter((one) => !isIn(now, one)) };
}
