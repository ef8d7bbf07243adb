import { memo, useState } from 'react';
import type { TransformerStudy } from '#core/bench';
import { figures, reading as spell } from '#core/units';
import { Button, Label, Mono, Note, Row } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** What leaks through is no load. */
const vaOf = (va: number): string => figures(va < 0.01 ? 0 : va);
/** Beyond this share of its VA a transformer has no room left. Common practice. */
const MOST_HELD = 0.8;
/** So many loads are listed at once; of more, the heaviest. */
const MOST_LISTED = 16;

export function TransformerCard({ transformer, now }: { transformer: TransformerStudy; now: { volts: number; va: number } | null }) {
  const sags = transformer.needV !== null && transformer.lowestV < transformer.needV;
  return (
    <Box>
      <Note tone={sags ? 'danger' : transformer.va === null || transformer.heldVa > MOST_HELD * transformer.va ? 'look' : 'good'}>
        {sags && <strong>Sags too far. </strong>}
        Held {vaOf(transformer.heldVa)} VA of {transformer.va ?? '?'}. Worst moment {vaOf(transformer.worstVa)} VA, secondary down to{' '}
        {spell(transformer.lowestV)} V{transformer.needV !== null && `; what hangs on it needs ${spell(transformer.needV)} V to close`}.
      </Note>
      <Label>What hangs on it</Label>
      <Loads key={transformer.device} transformer={transformer} />
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

/** What hangs on it, each against its VA. There may be hundreds: they are drawn again when something is judged, not when volts move. */
const Loads = memo(function Loads({ transformer }: { transformer: TransformerStudy }) {
  const most = Math.max(transformer.va ?? 1, transformer.worstVa, ...transformer.loads.map(({ inrushVa }) => inrushVa)) * 1.05;
  const share = (va: number) => `${Math.min(100, (100 * va) / most)}%`;
  const [isWhole, setWhole] = useState(false);
  const { loads } = transformer;
  const heaviest = new Set([...loads].sort((a, b) => b.inrushVa - a.inrushVa).slice(0, MOST_LISTED));
  const listed = isWhole ? loads : loads.filter((load) => heaviest.has(load));
  const left = loads.filter((load) => !listed.includes(load));
  return (
    <>
      {listed.map(({ tag, heldVa, inrushVa }) => (
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
      {left.length > 0 && (
        <Button type="button" look="quiet" onClick={() => setWhole(true)}>
          and {left.length} more, {vaOf(left.reduce((sum, { heldVa }) => sum + heldVa, 0))} VA held
        </Button>
      )}
    </>
  );
});
