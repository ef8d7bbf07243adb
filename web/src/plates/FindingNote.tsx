import { useState } from 'react';
import type { FindingView, MendAnswer } from '#core/bench';
import { useBench, useJudged } from '../bench/BenchProvider';
import { Button, Note } from '../ui/parts';
import { Box } from '../ui/styled';
import { TONE, VERDICT_WORDS } from '../ui/verdicts';
import { PairAnswer } from './Pairs';

/** A finding, verdict first, then what is wrong, what comes of it and what mends it, and by whose limit. */
export const FindingNote = ({ finding }: { finding: FindingView }) => (
  <Note tone={TONE[finding.verdict]} data-rule={finding.rule}>
    <strong>
      {VERDICT_WORDS[finding.verdict]}: {finding.title}.
    </strong>{' '}
    {finding.reason} {finding.consequence} {finding.remedy}
    <Box fontSize="12px" color="muted">
      {finding.limitKind} by {finding.source}; weakest evidence: {finding.evidence}. State: {finding.state}.
    </Box>
    {finding.rule === 'runs-together' && <PairAnswer finding={finding} />}
    {(finding.verdict === 'danger' || finding.verdict === 'block') && <Tried key={finding.id} finding={finding.id} />}
  </Note>
);

/** What mends it, each tried in the model in every state; the direction above stays where nothing that was tried does. */
function Tried({ finding }: { finding: string }) {
  const { client } = useBench();
  const { study } = useJudged();
  const [asked, setAsked] = useState<{ readonly of: typeof study; readonly answer: MendAnswer | Error | undefined }>();
  // what was tried in another circuit says nothing of this one
  const now = asked && asked.of === study ? asked : undefined;
  const tryThem = () => {
    setAsked({ of: study, answer: undefined });
    client.ask('mend', { finding }).then(
      (answer) => setAsked({ of: study, answer }),
      (error: Error) => setAsked({ of: study, answer: error }),
    );
  };
  if (!now?.answer)
    return (
      <Button type="button" look="quiet" minH="28px" px="0" disabled={now !== undefined} onClick={tryThem}>
        {now ? 'Trying in the model…' : 'Try what mends it'}
      </Button>
    );
  if (now.answer instanceof Error) return <Box fontSize="13px">{now.answer.message}</Box>;
  const { mends, tried } = now.answer;
  if (mends.length === 0)
    return (
      <Box fontSize="13px">
        {tried === 0
          ? 'There is nothing here to try in the model: the direction above is told.'
          : 'Nothing that was tried mends it without bringing something else: only the direction above is told.'}
      </Box>
    );
  return (
    <Box fontSize="13px" data-mends>
      {mends.map(({ words, also, brings }) => (
        <Box key={words}>
          Tried: <strong>{words}</strong>. This goes{also.length > 0 && `, and ${also.length} more with it`}; nothing new is a danger
          {brings.length > 0 && `, worth a look: ${brings.join('; ')}`}.
        </Box>
      ))}
    </Box>
  );
}
