import { useMemo } from 'react';
import type { FindingView } from '#core/bench';
import { byWorst } from '#core/size';
import { useDocument } from '../store/select';
import { Alike } from '../ui/Alike';
import { FindingNote } from './FindingNote';

/** Findings, what stops a person first, those of one rule and verdict together. */
export function FindingList({ findings }: { findings: readonly FindingView[] }) {
  const document = useDocument();
  const worst = useMemo(() => [...findings].sort((a, b) => byWorst(a.verdict, b.verdict)), [findings]);
  return (
    <Alike
      all={worst}
      kindOf={({ rule, verdict }) => `${rule} ${verdict}`}
      keyOf={({ id }) => id}
      namesOf={({ devices }) => devices.flatMap((id) => document.devices[id]?.tag ?? [])}
      draw={(finding) => <FindingNote finding={finding} />}
    />
  );
}
