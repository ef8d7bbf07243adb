import { memo } from 'react';
import { type Circuit, type PowerPosition, spellTerminal } from '#core/circuit';
import { useStillHot } from '../bench/BenchProvider';
import { benchSlice } from '../store/bench';
import { powerAt } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Segments } from '../ui/Segments';
import { Box, Flex } from '../ui/styled';

const POSITIONS: readonly { readonly value: PowerPosition; readonly words: string }[] = [
  { value: 'isolated', words: 'Isolated' },
  { value: 'control', words: 'Control on' },
  { value: 'on', words: 'All on' },
];

/** What a position of the switch opens and lifts, in words. */
function openedIn(circuit: Circuit, power: PowerPosition): string {
  const { open, lift } = power === 'on' ? { open: [], lift: [] } : circuit.powerSwitch[power];
  return [
    ...open.map((id) => `${circuit.devices[id]?.tag} opened`),
    ...lift.map((terminal) => `${spellTerminal(circuit, terminal)} lifted`),
  ].join(', ');
}

/** Where the simulated power stands, and what is still hot there. */
export const PowerSwitch = memo(function PowerSwitch() {
  const dispatch = useAppDispatch();
  const power = useAppSelector((state) => powerAt(state.bench.log, state.bench.atMs + 1));
  const opened = useAppSelector(({ document: { now } }) => (now ? openedIn(now, power) : ''));
  const hot = useStillHot() ?? '';
  const title = [opened && `Here: ${opened}.`, hot ? `Still hot: ${hot}.` : 'Nothing is hot.'].join(' ');
  return (
    <Flex align="center" gap="10px">
      <Box
        fontSize="12.5px"
        lineHeight="1.25"
        color="frameMuted"
        maxW="250px"
        textAlign="right"
        title={title}
        css={{ '@media (max-width: 900px)': { display: 'none' } }}
      >
        <Box overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
          simulated{opened && ` · ${opened}`}
        </Box>
        {power !== 'on' && hot && (
          <Box overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap" color="attention">
            still hot: {hot}
          </Box>
        )}
      </Box>
      <Segments
        label={`Power, simulated. ${title}`}
        on="frame"
        value={power}
        choices={POSITIONS}
        onChoose={(position) => dispatch(benchSlice.actions.powerTurned(position))}
      />
    </Flex>
  );
});
