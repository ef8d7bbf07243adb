import { Portal, Tooltip } from '@chakra-ui/react';
import { cloneElement, type ReactElement, useState } from 'react';

/** Words that come up beside a thing when it is pointed at. A list has hundreds: what shows them is made when one is wanted. */
export function Hint({ words, children }: { words: string; children: ReactElement<{ onPointerEnter?: () => void }> }) {
  const [isWanted, setWanted] = useState(false);
  if (words === '') return children;
  // what had the focus would lose it: it is made anew
  if (!isWanted) return cloneElement(children, { onPointerEnter: () => setWanted(true) });
  return (
    <Tooltip.Root openDelay={300} closeDelay={80} positioning={{ placement: 'bottom-start' }}>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Portal>
        <Tooltip.Positioner>
          <Tooltip.Content>{words}</Tooltip.Content>
        </Tooltip.Positioner>
      </Portal>
    </Tooltip.Root>
  );
}
