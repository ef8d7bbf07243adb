import { type ClaimLine, claimLines } from '#core/devices';
import { Heading } from '../ui/parts';
import { Box } from '../ui/styled';

const LINES = claimLines();

const judgedBy = ({ claim }: ClaimLine): string =>
  claim.use === 'physics'
    ? `Computed from: ${claim.why}.`
    : `${claim.use === 'limit' ? 'Not to be passed' : 'Must be what the place is'}: ${claim.rules.map((rule) => rule.replaceAll('-', ' ')).join(', ')}.`;

const whileUnread = ({ claim }: ClaimLine): string =>
  claim.use === 'physics' ? '' : claim.unread === 'cannot-clear' ? 'Unread: cannot clear.' : `Unread: ${claim.unread}.`;

const onWhat = ({ families }: ClaimLine): string =>
  families.length > 3 ? `${families.slice(0, 3).join('; ')} and ${families.length - 3} more` : families.join('; ');

/** Lines of what is judged that a search finds. */
export const judgedMatching = (inText: (text: string) => boolean): readonly ClaimLine[] =>
  LINES.filter((line) => inText(`what is judged ${line.label} ${line.families.join(' ')} ${judgedBy(line)} ${whileUnread(line)}`));

/** Every field of every nameplate, what judges it, and what it does while nobody has read it. */
export function Judged({ shown }: { shown: readonly ClaimLine[] }) {
  if (shown.length === 0) return null;
  return (
    <Box as="section" id="judged" mt="22px">
      <Heading>What is judged</Heading>
      <Box fontSize="14px" color="muted">
        What a nameplate says, field by field: which rule holds a part to it, and why an unread one keeps nothing from being cleared.
      </Box>
      {shown.map((line) => (
        <Box
          key={`${line.label} ${line.families[0]} ${judgedBy(line)}`}
          display="grid"
          gridTemplateColumns="minmax(110px, 230px) 1fr"
          gap="12px"
          py="4px"
          fontSize="14px"
          borderBottom="1px dashed"
          borderColor="hairline"
          css={{ '@media (max-width: 700px)': { gridTemplateColumns: '1fr', gap: '2px' } }}
        >
          <strong>{line.label}</strong>
          <Box>
            {judgedBy(line)} {whileUnread(line)}
            <Box fontSize="12px" color="muted">
              {onWhat(line)}
            </Box>
          </Box>
        </Box>
      ))}
    </Box>
  );
}
