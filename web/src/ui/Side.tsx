import { type ReactNode, useLayoutEffect, useRef } from 'react';
import { Box } from './styled';

interface Props {
  readonly label: string;
  /** what it is about: of another thing its beginning is shown, where the verdict stands */
  readonly about?: string | undefined;
  readonly children: ReactNode;
}

/** The panel at the right of a stage; on a phone it follows below. It scrolls, so it can be reached by keyboard. */
export function Side({ label, about, children }: Props) {
  const box = useRef<HTMLElement>(null);
  const was = useRef(about);
  useLayoutEffect(() => {
    if (was.current !== about && box.current) box.current.scrollTop = 0;
    was.current = about;
  }, [about]);
  return (
    <Box
      as="aside"
      ref={box}
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
}
