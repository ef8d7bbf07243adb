import type { Verdict } from '#core/size';
import { Box } from './styled';

/** A verdict is never a colour alone: each has its mark and its word. */
export const MARK: Readonly<Record<Verdict, string>> = { good: '✓', look: '!', 'cannot-clear': '?', danger: '✗', block: '✗' };
export const TONE: Readonly<Record<Verdict, 'good' | 'look' | 'danger'>> = {
  good: 'good',
  look: 'look',
  'cannot-clear': 'look',
  danger: 'danger',
  block: 'danger',
};

/** The word of a verdict, as it is said. */
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  good: 'good',
  look: 'look',
  'cannot-clear': 'cannot clear',
  danger: 'danger',
  block: 'block',
};

/** Said where no rule has found anything, with what no rule looks at. */
export const NOTHING_FOUND =
  'Every coil and contact that is judged here is good. That the right load answers each call is not judged: two that are alike and exchanged look the same. Work each input, and see.';

export const Verdicted = ({ verdict, children }: { verdict: Verdict; children: React.ReactNode }) => (
  <Box as="span" color={TONE[verdict]} fontWeight={600}>
    <span aria-hidden="true">{MARK[verdict]} </span>
    <Box as="span" srOnly>
      {VERDICT_WORDS[verdict]}:{' '}
    </Box>
    {children}
  </Box>
);
