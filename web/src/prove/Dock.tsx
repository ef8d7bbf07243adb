import { useState } from 'react';
import { Meter } from '../plates/Meter';
import { useAppSelector } from '../store/store';
import { Button } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { useIsNarrow } from '../ui/useIsNarrow';
import { Timeline } from './Timeline';

const KEY = 'mando.dock';
/** As high as the meter needs, and as high as a screen gives. */
const [LEAST, MOST, REST] = [96, 460, 152] as const;
const limited = (height: number): number => Math.min(MOST, Math.max(LEAST, height));

interface Kept {
  readonly height: number;
  readonly folded: boolean;
}

function kept(): Kept {
  try {
    const { height, folded } = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Kept>;
    return { height: typeof height === 'number' ? limited(height) : REST, folded: folded === true };
  } catch {
    return { height: REST, folded: false };
  }
}

/** Meter and timeline under the sheet: as high as a person has drawn it, or folded. */
export function Dock() {
  const [{ height, folded }, setDock] = useState(kept);
  const isNarrow = useIsNarrow();
  // before anything was done there is no time to show: the meter has the room
  const hasRun = useAppSelector((state) => state.bench.log.length > 0);
  const keep = (next: Kept) => {
    setDock(next);
    try {
      localStorage.setItem(KEY, JSON.stringify(next));
    } catch {
      // a browser that is full forgets the height, nothing else
    }
  };
  const resize = (to: number) => keep({ height: limited(to), folded: false });
  return (
    <Flex
      borderTop="1px solid"
      borderColor="hairline"
      flexShrink={0}
      overflow="hidden"
      position="relative"
      style={isNarrow ? undefined : { height: folded ? 34 : height }}
      css={{ '@media (max-width: 700px)': { flexDirection: 'column', height: folded ? '44px' : 'auto' } }}
    >
      {!isNarrow && !folded && (
        <Box
          role="slider"
          aria-orientation="vertical"
          aria-label="Height of meter and timeline"
          aria-valuemin={LEAST}
          aria-valuemax={MOST}
          aria-valuenow={height}
          tabIndex={0}
          position="absolute"
          top={0}
          left={0}
          right={0}
          h="7px"
          zIndex={2}
          cursor="ns-resize"
          _hover={{ bg: 'attention' }}
          onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
          onPointerMove={(event) => {
            if (event.buttons) resize(window.innerHeight - event.clientY);
          }}
          onKeyDown={({ key }) => {
            if (key === 'ArrowUp') resize(height + 24);
            if (key === 'ArrowDown') resize(height - 24);
          }}
        />
      )}
      <Box
        w="330px"
        flexShrink={0}
        bg="card"
        px="14px"
        py="6px"
        borderRight="1px solid"
        borderColor="hairline"
        overflowY="auto"
        css={{ '@media (max-width: 700px)': { width: 'auto', overflowY: 'visible' } }}
      >
        <Meter />
      </Box>
      <Box flex="1" minW="0" px="14px" pt="6px" pb="2px" bg="sheet">
        <Timeline isEmpty={!hasRun} />
      </Box>
      <Button
        type="button"
        look="quiet"
        position="absolute"
        right="4px"
        top="2px"
        aria-label={folded ? 'Unfold the dock' : 'Fold the dock'}
        aria-expanded={!folded}
        onClick={() => keep({ height, folded: !folded })}
      >
        {folded ? '▴' : '▾'}
      </Button>
    </Flex>
  );
}
