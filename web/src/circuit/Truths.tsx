import { memo, useState } from 'react';
import { Link } from 'react-router';
import { useFaultList, useStillHot } from '../bench/BenchProvider';
import { benchSlice } from '../store/bench';
import { powerAt, useBenchParts } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Button } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { useIsNarrow } from '../ui/useIsNarrow';

/** So many are named at once. */
const MOST_HOT = 6;

/** What is still hot. Of a large panel that would be all that a phone shows: the first are named, how many more there are is told, and all on demand. */
function StillHot({ points }: { points: readonly string[] }) {
  const [isWhole, setWhole] = useState(false);
  const listed = isWhole || points.length <= MOST_HOT + 1 ? points : points.slice(0, MOST_HOT);
  const left = points.length - listed.length;
  return (
    <Box maxH="50vh" overflowY="auto">
      <strong>Still hot:</strong> {listed.join('; ')}
      {(left > 0 || isWhole) && (
        <>
          {left > 0 && ` and ${left} more devices`}{' '}
          <Button type="button" look="quiet" color="onAttention" onClick={() => setWhole(!isWhole)}>
            {isWhole ? 'Name the first alone' : 'Name them all'}
          </Button>
        </>
      )}
    </Box>
  );
}

/** What a person must not forget on any stage: faults that are set, and on a phone what is still hot. */
export const Truths = memo(function Truths() {
  const dispatch = useAppDispatch();
  const faults = useFaultList();
  const { injected, hidden, revealed } = useBenchParts('injected', 'hidden', 'revealed');
  const power = useAppSelector((state) => powerAt(state.bench.log, state.bench.atMs + 1));
  const hot = useStillHot();
  const isNarrow = useIsNarrow();
  const words = injected.map((fault) => faults.find((one) => JSON.stringify(one.fault) === JSON.stringify(fault))?.words ?? 'a fault');
  const isHot = isNarrow && power !== 'on' && hot;
  // its room is kept until it is known whether it is wanted: nothing moves under the thumb
  if (hot === undefined && isNarrow && words.length === 0 && !hidden) return <Box minH="30px" />;
  if (words.length === 0 && !hidden && !isHot) return null;
  return (
    <Flex
      role="status"
      data-truths
      bg="attention"
      color="onAttention"
      px="14px"
      py="4px"
      minH="30px"
      align="center"
      gap="10px"
      wrap="wrap"
      fontSize="13.5px"
    >
      {isHot && <StillHot points={hot.split('; ')} />}
      {words.length > 0 && (
        <Box flex="1">
          <strong>{words.length === 1 ? 'A fault is set' : `${words.length} faults are set`}, simulated:</strong> {words.join('; ')}
        </Box>
      )}
      {words.length > 0 && (
        <Button type="button" look="quiet" color="onAttention" onClick={() => dispatch(benchSlice.actions.injected([]))}>
          Take {words.length === 1 ? 'it' : 'them'} out
        </Button>
      )}
      {hidden && (
        <Box flex="1">
          <strong>A hidden fault is set</strong>, simulated{revealed ? ' and revealed' : ''}: <Link to="find">find it</Link>
        </Box>
      )}
    </Flex>
  );
});
