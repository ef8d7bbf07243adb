import { Portal, Tooltip } from '@chakra-ui/react';
import type { ReactElement } from 'react';

/** Words that come up beside a thing when it is pointed at or has the focus. */
export const Hint = ({ words, children }: { words: string; children: ReactElement }) =>
  words === '' ? (
    children
  ) : (
    <Tooltip.Root openDelay={300} closeDelay={80} positioning={{ placement: 'bottom-start' }}>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Portal>
        <Tooltip.Positioner>
          <Tooltip.Content>{words}</Tooltip.Content>
        </Tooltip.Positioner>
      </Portal>
    </Tooltip.Root>
  );
