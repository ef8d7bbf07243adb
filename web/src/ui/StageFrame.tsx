import type { ReactNode } from 'react';
import { Side } from './Side';
import { Box, Flex } from './styled';

/** A stage that is read down the page, with the plate of what is selected at the right; on a phone the plate follows below. */
export const StageFrame = ({ children, plate, about }: { children: ReactNode; plate: ReactNode; about?: string }) => (
  <Flex flex="1" minW="0" minH="0" css={{ '@media (max-width: 700px)': { flexDirection: 'column' } }}>
    <Box
      as="main"
      flex="1"
      minW="0"
      overflowY="auto"
      px="18px"
      py="12px"
      css={{ '@media (max-width: 700px)': { padding: '10px 12px', overflowY: 'visible' } }}
    >
      {children}
    </Box>
    <Side label="Plate" about={about}>
      {plate}
    </Side>
  </Flex>
);
