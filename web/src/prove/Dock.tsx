import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { Button } from '../ui/parts';
import { Meter } from './Meter';
import { Timeline } from './Timeline';

export function Dock() {
  const [folded, setFolded] = useState(false);
  return (
    <Flex
      borderTop="1px solid"
      borderColor="hairline"
      h={folded ? '34px' : '220px'}
      flexShrink={0}
      overflow="hidden"
      position="relative"
      css={{ '@media (max-width: 700px)': { flexDirection: 'column', height: folded ? '44px' : 'auto' } }}
    >
      <Box
        w="330px"
        flexShrink={0}
        bg="card"
        px="14px"
        py="8px"
        borderRight="1px solid"
        borderColor="hairline"
        css={{ '@media (max-width: 700px)': { width: 'auto' } }}
      >
        <Meter />
      </Box>
      <Box flex="1" minW="0" px="14px" py="8px" bg="sheet">
        <Timeline />
      </Box>
      <Button
        type="button"
        look="quiet"
        position="absolute"
        right="4px"
        top="2px"
        aria-label={folded ? 'Unfold the dock' : 'Fold the dock'}
        aria-expanded={!folded}
        onClick={() => setFolded(!folded)}
      >
        {folded ? '▴' : '▾'}
      </Button>
    </Flex>
  );
}
