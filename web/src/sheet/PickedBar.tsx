import { useMemo, useState } from 'react';
import { NO_ROOM, useSeveral } from '../bench/useSeveral';
import { Locked } from '../plates/Locked';
import { benchSlice } from '../store/bench';
import { useDocument } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Button } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** More tags than this are counted. */
const MOST_TAGS = 6;

/** The devices that were picked on the sheet, and what is done with all of them. */
export function PickedBar() {
  const picked = useAppSelector((state) => state.bench.picked);
  const picking = useAppSelector((state) => state.bench.picking);
  return picked.length === 0 && !picking ? null : <Picked />;
}

function Picked() {
  const dispatch = useAppDispatch();
  const { devices } = useDocument();
  const all = useAppSelector((state) => state.bench.picked);
  // one that an undo has taken out meanwhile is none of them
  const picked = useMemo(() => new Set(all.filter((id) => Object.hasOwn(devices, id))), [all, devices]);
  const several = useSeveral(picked);
  const [told, setTold] = useState<string>();
  const tags = [...picked].map((id) => devices[id]?.tag ?? '');
  return (
    <Flex
      role="region"
      aria-label="Picked devices"
      data-picked={picked.size}
      align="center"
      wrap="wrap"
      gap="6px"
      px="8px"
      py="4px"
      bg="sheet"
      borderBottom="1px solid"
      borderColor="hairline"
      flexShrink={0}
    >
      <Box fontSize="14px" role="status" flex="1 1 260px">
        {picked.size === 0 ? (
          'Tap the symbols that you want to work on together.'
        ) : (
          <>
            <strong>
              {tags.slice(0, MOST_TAGS).join(' ')}
              {tags.length > MOST_TAGS ? ` and ${tags.length - MOST_TAGS} more` : ''}
            </strong>
            {' · '}
            {told ?? several.says}
          </>
        )}
      </Box>
      <Button
        type="button"
        disabled={picked.size === 0}
        onClick={() => dispatch(benchSlice.actions.severalPicked([...several.neighbours()]))}
      >
        And what they are wired to
      </Button>
      <Button
        type="button"
        disabled={picked.size === 0}
        onClick={() => setTold(several.copy() ? 'Copied: More, Paste puts them in.' : NO_ROOM)}
      >
        Copy
      </Button>
      <Locked>
        <Button type="button" disabled={picked.size === 0} onClick={several.remove}>
          Take out
        </Button>
      </Locked>
      <Button type="button" look="quiet" onClick={() => dispatch(benchSlice.actions.pickedNone())}>
        None
      </Button>
    </Flex>
  );
}
