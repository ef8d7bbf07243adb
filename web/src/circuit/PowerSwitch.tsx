import { memo } from 'react';
import { type PowerPosition, spellTerminal } from '#core/circuit';
import { useLook } from '../bench/BenchProvider';
import { benchSlice } from '../store/bench';
import { powerAt, useDocument } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Segments } from '../ui/Segments';
import { Box, Flex } from '../ui/styled';

const POSITIONS: readonly { readonly value: PowerPosition; readonly words: string }[] = [
  { value: 'isolated', words: 'Isolated' },
  { value: 'control', words: 'Control on' },
  { value: 'on', words: 'All on' },
];

/** Where the simulated power stands, and what is still hot there. */
export const PowerSwitch = memo(function PowerSwitch() {
  const dispatch = useAppDispatch();
  const power = useAppSelector((state) => powerAt(state.bench.log, state.bench.atMs + 1));
  const document = useDocument();
  const hot = useLook()?.stillHot ?? [];
  const { open, lift } = power === 'on' ? { open: [], lift: [] } : document.powerSwitch[power];
  const opened = [
    ...open.map((id) => `${document.devices[id]?.tag} opened`),
    ...lift.map((terminal) => `${spellTerminal(document, terminal)} lifted`),
  ];
  const title = [opened.length ? `Here: ${opened.join(', ')}.` : '', hot.length ? `Still hot: ${hot.join('; ')}.` : 'Nothing is hot.'].join(
    ' ',
  );
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
          simulated{opened.length > 0 && ` · ${opened.join(', ')}`}
        </Box>
        {power !== 'on' && hot.length > 0 && (
          <Box overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap" color="attention">
            still hot: {hot.join('; ')}
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
