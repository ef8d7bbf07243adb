import type { CircuitSummary } from '#core/api';
import { sheetPicture } from '#core/bench';
import { checkStudy, isSound, studyOf, worstFirst } from '#core/check';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import type { Practice } from '#core/schools';
import { tellFinding } from '#core/words';

/** What is judged and drawn off the thread that answers. */
export const picture = ({ circuit, practice }: { circuit: Circuit; practice: Practice }): string => {
  const { symbols } = practice.schools;
  return sheetPicture(circuit, { isPlain: true, ...(symbols === 'na' || symbols === 'iec' ? { family: symbols } : {}) });
};

/** The worst that is told of one, in its words. */
const MOST_TOLD = 3;

export const summary = ({ circuit, practice }: { circuit: Circuit; practice: Practice }): Omit<CircuitSummary, 'revision'> => {
  const exploration = explore(circuit);
  const findings = checkStudy(studyOf(circuit, exploration, practice));
  const bad = findings.filter(({ verdict }) => verdict !== 'good');
  const counts = { danger: 0, bad: 0, look: 0 };
  for (const { verdict } of bad) counts[verdict === 'danger' || verdict === 'look' ? verdict : 'bad']++;
  return {
    ...counts,
    isSound: isSound(findings),
    devices: Object.keys(circuit.devices).length,
    statesSeen: exploration.statesSeen,
    worst: worstFirst(bad)
      .slice(0, MOST_TOLD)
      .map((one) => ({ verdict: one.verdict, title: tellFinding(circuit, one).title })),
  };
};
