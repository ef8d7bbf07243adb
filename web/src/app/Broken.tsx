import { useRouteError } from 'react-router';
import { Button, Heading } from '../ui/parts';
import { Box } from '../ui/styled';

/** A screen that failed says so and offers the way on; what was saved is safe on the server, what was not is sent when the circuit is opened again. */
export function Broken() {
  const error = useRouteError();
  return (
    <Box as="main" p="24px" role="alert">
      <Heading as="h1">This screen stopped</Heading>
      <Box py="8px">
        {error instanceof Error ? error.message : 'It is not what you did.'} Nothing that was saved is lost; an edit that was not sent yet
        is sent when the circuit is opened again.
      </Box>
      <Button type="button" look="strong" onClick={() => window.location.reload()}>
        Open it again
      </Button>{' '}
      <a href="/">All jobs</a>
    </Box>
  );
}
