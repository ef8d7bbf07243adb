import type { ReactNode } from 'react';
import { Box } from './styled';

/** The panel at the right of a stage; on a phone it follows below. It scrolls, so it can be reached by keyboard. */
export const Side = ({ label, children }: { label: string; children: ReactNode }) => (
  <Box
    as="aside"
    aria-label={label}
    tabIndex={0}
    w="326px"
    flexShrink={0}
    bg="sheet"
    borderLeft="1px solid"
    borderColor="hairline"
    overflowY="auto"
    px="14px"
    py="12px"
    css={{ '@media (max-width: 700px)': { width: 'auto', overflowY: 'visible' } }}
  >
    {children}
  </Box>
);
