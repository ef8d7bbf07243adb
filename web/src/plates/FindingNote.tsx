import { Box } from '@chakra-ui/react';
import type { FindingView } from '#core/bench';
import { Note } from '../ui/parts';
import { TONE } from '../ui/verdicts';

/** A finding, verdict first, then what is wrong, what comes of it and what mends it, and by whose limit. */
export const FindingNote = ({ finding }: { finding: FindingView }) => (
  <Note tone={TONE[finding.verdict]} data-rule={finding.rule}>
    <strong>
      {finding.verdict}: {finding.title}.
    </strong>{' '}
    {finding.reason} {finding.consequence} {finding.remedy}
    <Box fontSize="12px" color="muted">
      {finding.limitKind} by {finding.source}; weakest evidence: {finding.evidence}. State: {finding.state}.
    </Box>
  </Note>
);
