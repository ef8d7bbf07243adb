import { type ComponentType, type ReactElement, useState } from 'react';
import type { RouteObject } from 'react-router';
import { wordsOf } from '../store/request';
import { Button, Heading, Note } from '../ui/parts';
import { Box } from '../ui/styled';
import type { Page } from './page';

/**
 * A screen as its route wants it: there at once where it was read already; else read when it is first opened, and what is shown stays
 * until then. Nothing is drawn that says it waits: React would hold back for a third of a second what comes after it.
 */
export function showing<P extends object>(
  page: Page<P>,
  drawn: (Screen: ComponentType<P>) => ReactElement,
): Pick<RouteObject, 'element' | 'lazy'> {
  const known = page.known();
  if (known) return { element: drawn(known) };
  // the router asks once: what fails is shown in its place, and can be asked for again there
  const read = async () => ({ element: <Shown page={page} drawn={drawn} failed={await page.read().then(() => undefined, wordsOf)} /> });
  return { lazy: read };
}

interface ShownOf<P extends object> {
  readonly page: Page<P>;
  readonly drawn: (Screen: ComponentType<P>) => ReactElement;
  readonly failed: string | undefined;
}

function Shown<P extends object>({ page, drawn, failed }: ShownOf<P>) {
  const [Screen, setScreen] = useState<ComponentType<P> | undefined>(() => page.known());
  const [problem, setProblem] = useState(failed);
  if (Screen) return drawn(Screen);
  const again = () => {
    page.read().then(
      (read) => setScreen(() => read),
      (error: unknown) => setProblem(wordsOf(error)),
    );
  };
  return (
    <Box as="main" p="24px">
      <Heading as="h1">This screen is not here yet</Heading>
      <Note tone="danger" role="alert">
        It could not be fetched: {problem}
      </Note>
      <Button type="button" onClick={again}>
        Try again
      </Button>
    </Box>
  );
}
