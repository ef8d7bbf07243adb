import { type ComponentType, type ReactElement, useCallback, useEffect, useState } from 'react';
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
  const [asked, setAsked] = useState<{ readonly page: Page<P>; readonly isThere: boolean }>();
  const read = useCallback(() => {
    page.read().then(
      () => setAsked({ page, isThere: true }),
      // a browser says no more than that it failed, and names a file: nothing that a person can act on
      () => setAsked({ page, isThere: false }),
    );
  }, [page]);
  const Screen = page.known();
  useEffect(() => {
    if (!Screen) read();
  }, [Screen, read]);
  if (Screen) return drawn(Screen);
  if (asked?.page !== page || asked.isThere) return <Box p="24px">Opening…</Box>;
  return (
    <Box as="main" p="24px">
      <Heading as="h1">This screen is not here yet</Heading>
      <Note tone="danger" role="alert">
        This part of the program could not be fetched: Mando’s server does not answer, or it serves a newer program. See that it runs, and
        try again; if that does not help, load the page anew. What was edited is kept.
      </Note>
      <Button type="button" onClick={read}>
        Try again
      </Button>{' '}
      <a href="/">All jobs</a>
    </Box>
  );
}
