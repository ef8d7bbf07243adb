import type { FindAnswer } from '#core/bench';
import { belief, percent, reading as spell } from '#core/units';
import { findSlice } from '../store/find';
import { useAppDispatch } from '../store/store';
import { Heading, Label, Note, Row } from '../ui/parts';
import { Side } from '../ui/Side';
import { Box, Flex } from '../ui/styled';

export function Suspects({ answer, noDanger }: { answer: FindAnswer; noDanger: boolean }) {
  const dispatch = useAppDispatch();
  return (
    <Side label="Suspects">
      <Heading>Suspects</Heading>
      <Box color="muted" fontSize="14px">
        Ranked by what fits what is seen and read. One fault at a time is considered.
      </Box>
      {answer.ranked.map(({ share, words }) => (
        <Box key={words.join()} py="7px" borderBottom="1px dashed" borderColor="hairline">
          <Flex justify="space-between" gap="8px">
            <Box fontWeight={600} fontSize="14px">
              {words[0]}
            </Box>
            <Box fontWeight={700}>{belief(share)}</Box>
          </Flex>
          <Box h="7px" bg="rail" borderRadius="2px" my="3px">
            <Box h="7px" bg="frame" borderRadius="2px" style={{ width: percent(share).replace(' ', '') }} />
          </Box>
          {words.length > 1 && (
            <Box fontSize="13px" color="muted">
              reads the same: {words.slice(1).join('; ')}
            </Box>
          )}
        </Box>
      ))}
      {answer.none > 0.005 && (
        <Flex justify="space-between" gap="8px" py="7px" fontSize="14px" data-none>
          <Box>None of these: a fault of another kind, or two at once</Box>
          <Box fontWeight={700} whiteSpace="nowrap">
            {belief(answer.none)}
          </Box>
        </Flex>
      )}
      <Label>Cleared</Label>
      <Box fontSize="14px">{answer.cleared.length ? answer.cleared.join(', ') : 'Nothing yet.'}</Box>
      <Label>Before you reach in</Label>
      <Note tone="danger">
        {answer.dangerV > 50 ? `Up to ${spell(answer.dangerV)} V to earth in this cabinet. ` : ''}Keep covers on what you do not measure,
        use rated leads, prove the meter before and after. Ohms only with everything isolated, locked and proved dead. Local rules and
        licence come first.
      </Note>
      <Row as="label" cursor="pointer">
        <span>No live work above 50 V</span>
        <input type="checkbox" checked={noDanger} onChange={({ target }) => dispatch(findSlice.actions.dangerTurned(target.checked))} />
      </Row>
    </Side>
  );
}
