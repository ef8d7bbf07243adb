import { checkStudy, compareFindings, type Finding, type Study, studyOf } from '#core/check';
import { applyChanges } from '#core/circuit';
import { exploring, type Progress } from '#core/explore';
import { planNetwork } from '#core/network';
import type { Deed, Proposal } from './deed';
import { proposalsFor } from './proposals';

/** A mend that was put into the circuit and judged in every state: its finding goes, and nothing new keeps anything from being cleared. */
export interface Mend extends Proposal {
  readonly deed: Deed;
  /** other findings that go with it */
  readonly mends: readonly Finding[];
  /** what is new, and only worth a look */
  readonly brings: readonly Finding[];
}

/** So many proposals of one finding are tried. */
const MOST_TRIED = 8;
/** Of several ways that all mend it so many are told. */
const MOST_TOLD = 3;

const keepsFromClear = ({ verdict }: Finding): boolean => verdict === 'danger' || verdict === 'block' || verdict === 'cannot-clear';

/**
 * Tries what may mend a finding, one thing at a time, in the model.
 * @returns what does mend it, and how many were tried; none: only the direction can be told
 */
export function* mending(finding: Finding, study: Study): Generator<Progress, { readonly mends: Mend[]; readonly tried: number }> {
  const before = checkStudy(study);
  const found: Mend[] = [];
  let tried = 0;
  for (const { deed, changes } of proposalsFor(finding, study).slice(0, MOST_TRIED)) {
    if (deed.code === 'part with' && found.some((one) => one.deed.code === 'part with')) continue;
    const applied = applyChanges(study.circuit, changes);
    if (!applied.ok) continue;
    tried++;
    const { circuit } = applied.value;
    const after = checkStudy(studyOf(circuit, yield* exploring(planNetwork(circuit)), study.practice));
    const { brings, mends } = compareFindings(before, after);
    const isGone = !after.some(({ id }) => id === finding.id);
    if (!isGone || brings.some(keepsFromClear)) continue;
    found.push({ deed, changes, brings, mends: mends.filter(({ id }) => id !== finding.id) });
    // the next size up is no other way: a larger figure of the same field is not told beside a smaller one that is enough
    if (found.length >= MOST_TOLD) break;
  }
  return { mends: found, tried };
}
