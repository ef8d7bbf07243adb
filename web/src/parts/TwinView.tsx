import type { TwinAnswer } from '#core/bench';
import type { Device } from '#core/circuit';
import { amount } from '#core/units';
import { tellLife } from '#core/words';
import { Heading, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { MARK, TONE, VERDICT_WORDS } from '../ui/verdicts';

interface Props {
  readonly device: Device;
  readonly title: string;
  readonly from: string;
  readonly twin: TwinAnswer | undefined;
  readonly children?: React.ReactNode;
}

/** Two nameplates side by side, and what their differences mean in this circuit. */
export function TwinView({ device, title, from, twin, children }: Props) {
  if (!twin) return <Box color="muted">Putting it into the circuit, in every state…</Box>;
  const plate = (heading: string, which: 'was' | 'is') => (
    <Box
      flex="1 1 220px"
      bg="card"
      border="1px solid"
      borderColor={which === 'is' ? TONE[twin.verdict] : 'hairline'}
      borderRadius="6px"
      p="12px"
    >
      <Box fontWeight={600} mb="6px">
        {heading}
      </Box>
      {twin.differences.map((one) => (
        <Flex key={one.what} justify="space-between" gap="8px" borderTop="1px dashed" borderColor="hairline" py="4px" fontSize="13px">
          <Box color="muted">{one.what}</Box>
          <Box
            fontWeight={600}
            textAlign="right"
            color={which === 'is' && (one.verdict !== 'good' || one.words) ? TONE[one.verdict === 'good' ? 'look' : one.verdict] : 'ink'}
          >
            {one[which]}
          </Box>
        </Flex>
      ))}
    </Box>
  );
  return (
    <Box as="section" aria-label="Replacement twin" data-twin={twin.verdict}>
      <Flex justify="space-between" align="baseline" gap="10px" wrap="wrap" mt="18px" mb="8px">
        <Heading>Does {title} replace it?</Heading>
        <Box color={TONE[twin.verdict]} fontWeight={700}>
          {MARK[twin.verdict]} {twin.says}
        </Box>
      </Flex>
      <Flex gap="14px" wrap="wrap" align="flex-start">
        <Box flex="2 1 440px">
          <Flex gap="14px" wrap="wrap" align="flex-start">
            {plate(`${device.tag} in the panel`, 'was')}
            {plate(from, 'is')}
          </Flex>
          {children}
        </Box>
        <Box flex="1 1 240px" fontSize="14px">
          <Box mb="8px">
            <Box as="strong" color={TONE[twin.deed.verdict]}>
              {twin.deed.what}: {twin.deed.is}.
            </Box>{' '}
            {twin.deed.words}
          </Box>
          {twin.differences
            .filter(({ words }) => words !== '')
            .map((one) => (
              <Box key={one.what} mb="8px">
                <Box as="strong" color={one.verdict === 'good' ? 'ink' : TONE[one.verdict]}>
                  {one.what}.
                </Box>{' '}
                {one.words}
              </Box>
            ))}
          {[...twin.brings, ...twin.stands].map((one) => (
            <Note key={one.id} tone={TONE[one.verdict]}>
              <strong>
                {VERDICT_WORDS[one.verdict]}: {one.title}.
              </strong>{' '}
              {one.reason} {one.consequence}
            </Note>
          ))}
          {twin.mends.length > 0 && <Box mb="8px">Mends: {twin.mends.join('; ')}.</Box>}
          {twin.at.map(({ hz, word, volts }) => (
            <Box key={hz} color="muted" fontSize="13px">
              At {hz} Hz: {word}
              {volts === null ? '' : `, ${amount(volts, 'V')} at pull-in`}.
            </Box>
          ))}
          <Box color="muted" fontSize="13px">
            Seen in {twin.statesSeen} input states.{twin.life && ` Its contacts last about ${tellLife(twin.life)}.`}
          </Box>
        </Box>
      </Flex>
    </Box>
  );
}
