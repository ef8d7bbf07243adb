import { type ComponentType, type ReactElement, useCallback, useEffect, useState } from 'react';
import { wordsOf } from '../store/request';
import { Button, Heading, Note } from '../ui/parts';
import { Box } from '../ui/styled';
import type { Page } from './page';

interface ShownOf<P extends object> {
  readonly page: Page<P>;
  readonly drawn: (Screen: ComponentType<P>) => ReactElement;
}

/**
 * A screen in its place: drawn at once where it was read already, else as soon as it is. It waits by itself and not by React, which would
 * hold back for a third of a second what comes after it has shown that it waits; and not by the router, where whatever else changes the
 * address meanwhile would call it off.
 */
export function Shown<P extends object>({ page, drawn }: ShownOf<P>) {
  // one place shows one page after the other: what came of asking is kept with the page that was asked for
  const [asked, setAsked] = useState<{ readonly page: Page<P>; readonly problem?: string }>();
  const read = useCallback(() => {
    page.read().then(
      () => setAsked({ page }),
      (error: unknown) => setAsked({ page, problem: wordsOf(error) }),
    );
  }, [page]);
  const Screen = page.known();
  useEffect(() => {
    if (!Screen) read();
  }, [Screen, read]);
  if (Screen) return drawn(Screen);
  const problem = asked?.page === page ? asked.problem : undefined;
  if (problem === undefined) return <Box p="24px">Opening…</Box>;
  return (
    <Box as="main" p="24px">
      <Heading as="h1">This screen is not here yet</Heading>
      <Note tone="danger" role="alert">
        It could not be fetched: {problem}
      </Note>
      <Button type="button" onClick={read}>
        Try again
      </Button>
    </Box>
  );
}
