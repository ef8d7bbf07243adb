import type { TransformerStudy } from '#core/bench';
import { figures, reading as spell } from '#core/units';
import { Label, Mono, Note, Row } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** What leaks through is no load. */
const vaOf = (va: number): string => figures(va < 0.01 ? 0 : va);
/** Beyond this share of its VA a transformer has no room left. Common practice. */
const MOST_HELD = 0.8;

export function TransformerCard({ transformer, now }: { transformer: TransformerStudy; now: { volts: number; va: number } | null }) {
  const most = Math.max(transformer.va ?? 1, transformer.worstVa, ...transformer.loads.map(({ inrushVa }) => inrushVa)) * 1.05;
  const sags = transformer.needV !== null && transformer.lowestV < transformer.needV;
  const share = (va: number) => `${Math.min(100, (100 * va) / most)}%`;
  return (
    <Box>
      <Note tone={sags ? 'danger' : transformer.va === null || transformer.heldVa > MOST_HELD * transformer.va ? 'look' : 'good'}>
        {sags && <strong>Sags too far. </strong>}
        Held {vaOf(transformer.heldVa)} VA of {transformer.va ?? '?'}. Worst moment {vaOf(transformer.worstVa)} VA, secondary down to{' '}
        {spell(transformer.lowestV)} V{transformer.needV !== null && `; what hangs on it needs ${spell(transformer.needV)} V to close`}.
      </Note>
      <Label>What hangs on it</Label>
      {transformer.loads.map(({ tag, heldVa, inrushVa }) => (
        <Box key={tag} fontSize="13px" mb="5px">
          <Flex justify="space-between">
            <strong>{tag}</strong>
            <span>
              {figures(heldVa)} held{inrushVa > heldVa ? ` · ${figures(inrushVa)} in-rush` : ''} VA
            </span>
          </Flex>
          <Box h="8px" bg="rail" position="relative">
            <Box position="absolute" h="8px" bg="elvAc" opacity={0.35} style={{ width: share(inrushVa) }} />
            <Box position="absolute" h="8px" bg="elvAc" style={{ width: share(heldVa) }} />
            {transformer.va !== null && (
              <Box
                position="absolute"
                top="-3px"
                h="14px"
                borderLeft="2px dashed"
                borderColor="ink"
                style={{ left: share(transformer.va) }}
              />
            )}
          </Box>
        </Box>
      ))}
      <Label>Secondary under load</Label>
      <Row>
        <span>Idle, nominal line</span>
        <Mono>{spell(transformer.idleV)} V</Mono>
      </Row>
      {now && (
        <Row>
          <span>Now, at {vaOf(now.va)} VA</span>
          <Mono>{spell(now.volts)} V</Mono>
        </Row>
      )}
      <Row>
        <span>Lowest: {transformer.lowestState}</span>
        <Mono>{spell(transformer.lowestV)} V</Mono>
      </Row>
    </Box>
  );
}
