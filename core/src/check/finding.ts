import type { DeviceId, Evidence } from '#core/circuit';
import type { Verdict } from '#core/size';

/** What a rule has to say: the verdict first, then number, limit, reason, remedy, and where the limit comes from. */
export interface Finding {
  readonly id: string;
  readonly rule: string;
  readonly devices: readonly DeviceId[];
  readonly state: string;
  readonly verdict: Verdict;
  readonly title: string;
  readonly is: number | undefined;
  readonly limit: number | undefined;
  readonly limitKind: 'limit' | 'typical';
  readonly unit: string;
  readonly consequence: string;
  readonly reason: string;
  readonly remedy: string;
  readonly source: string;
  readonly evidence: Evidence;
}
