import { Box, chakra, Flex } from '@chakra-ui/react';
import { type PowerPosition, spellTerminal } from '#core/circuit';
import { useAppDispatch, useAppSelector } from '../app/store';
import { useBench } from './BenchProvider';
import { benchSlice } from './benchSlice';

const Position = chakra('button', {
  base: {
    px: '12px',
    minH: '32px',
    fontFamily: 'label',
    fontWeight: 600,
    fontSize: '13px',
    bg: 'transparent',
    color: 'onFrame',
    border: 'none',
    cursor: 'pointer',
    '&[aria-checked=true]': { bg: 'attention', color: 'onAttention' },
    '@media (max-width: 700px)': { minH: '44px' },
  },
});

const POSITIONS: readonly { position: PowerPosition; words: string }[] = [
  { position: 'isolated', words: 'Isolated' },
  { position: 'control', words: 'Control on' },
  { position: 'on', words: 'All on' },
];

/** Where the simulated power stands, and what is still hot there. */
export function PowerSwitch() {
  const dispatch = useAppDispatch();
  const power = useAppSelector(
    (state) =>
      [...state.bench.log].reverse().flatMap((entry) => ('power' in entry && entry.atMs <= state.bench.atMs + 1 ? [entry.power] : []))[0] ??
      'isolated',
  );
  const document = useAppSelector((state) => state.circuit.document);
  const { look } = useBench();
  if (!document) return null;
  const { open, lift } = power === 'on' ? { open: [], lift: [] } : document.powerSwitch[power];
  const opened = [
    ...open.map((id) => `${document.devices[id]?.tag} opened`),
    ...lift.map((terminal) => `${spellTerminal(document, terminal)} lifted`),
  ];
  const hot = look?.stillHot ?? [];
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
      <Flex
        role="radiogroup"
        aria-label={`Power, simulated. ${title}`}
        border="1px solid"
        borderColor="frameMuted"
        borderRadius="5px"
        overflow="hidden"
      >
        {POSITIONS.map(({ position, words }) => (
          <Position
            key={position}
            type="button"
            role="radio"
            aria-checked={power === position}
            title={title}
            onClick={() => dispatch(benchSlice.actions.powerTurned(position))}
          >
            {words}
          </Position>
        ))}
      </Flex>
    </Flex>
  );
}
