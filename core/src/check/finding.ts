import type { Device, DeviceId, Evidence } from '#core/circuit';
import type { FieldName } from '#core/devices';
import type { Calls } from '#core/explore';
import type { Verdict } from '#core/size';
import type { Study } from './study';

/** What a rule found: the verdict, the number against its limit, and what kind of thing it is. Words are made elsewhere. */
export interface Opinion<T> {
  readonly about: readonly Device[];
  /** tells it from others of the same rule on the same device */
  readonly key?: string;
  readonly verdict: Verdict;
  readonly told: T;
  /** the state in which it was seen; undefined: in every state */
  readonly calls?: Calls | undefined;
  readonly is?: number | undefined;
  readonly limit?: number | undefined;
  /** a limit that a standard or a print sets, or one that is usual; a limit unless said */
  readonly limitKind?: 'limit' | 'typical';
  readonly unit?: string;
  readonly source?: string;
  readonly evidence?: Evidence;
  /** fields of the nameplate that nobody has read and that it takes to judge */
  readonly missing?: readonly FieldName[];
  /** fields of the nameplate that set the limit */
  readonly by?: readonly FieldName[];
}

/** One thing that is looked for in a circuit, with where its limit comes from. */
export interface Rule<Id extends string = string, T = unknown> {
  readonly id: Id;
  readonly source: string;
  find(study: Study): readonly Opinion<T>[];
}

/** Makes a rule; `T` is what it tells. */
export const ruleOf =
  <T>() =>
  <const Id extends string>(rule: Rule<Id, T>): Rule<Id, T> =>
    rule;

/** An opinion of a rule with everything that goes without saying filled in. */
export interface FindingOf<Id extends string, T> {
  /** the same for the same thing, so that what a part brings and what it mends can be told */
  readonly id: string;
  readonly rule: Id;
  readonly told: T;
  readonly devices: readonly DeviceId[];
  readonly calls: Calls | undefined;
  readonly verdict: Verdict;
  readonly is: number | undefined;
  readonly limit: number | undefined;
  readonly limitKind: 'limit' | 'typical';
  readonly unit: string;
  readonly source: string;
  readonly evidence: Evidence;
  readonly missing: readonly FieldName[];
  readonly by: readonly FieldName[];
}

/** A finding from what a rule says: its id is made of the rule and what it is about, so that it stays the same while the trouble does. */
export function findingOf<Id extends string, T>(rule: Rule<Id, T>, { about, key, told, verdict, ...said }: Opinion<T>): FindingOf<Id, T> {
  return {
    id: [rule.id, ...(about[0] ? [about[0].id] : []), ...(key ? [key] : [])].join(':'),
    rule: rule.id,
    told,
    verdict,
    devices: about.map(({ id }) => id),
    calls: said.calls,
    is: said.is,
    limit: said.limit,
    limitKind: said.limitKind ?? 'limit',
    unit: said.unit ?? '',
    source: said.source ?? rule.source,
    evidence: said.evidence ?? (said.missing ? 'unknown' : 'print'),
    missing: said.missing ?? [],
    by: [...(said.by ?? []), ...(said.missing ?? []).filter((name) => !said.by?.includes(name))],
  };
}
