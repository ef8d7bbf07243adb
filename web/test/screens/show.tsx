import { ChakraProvider } from '@chakra-ui/react';
import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { expect } from 'vitest';
import { routes } from '../../src/app/routes';
import { keepSaving } from '../../src/store/saving';
import { server as cached } from '../../src/store/server';
import { store } from '../../src/store/store';
import { system } from '../../src/ui/theme';
import { circuitId, layAnew } from './server';

let stop: (() => void) | undefined;

/** The whole program at an address, on a server that holds the demo as shipped. */
export function show(path: string) {
  stop?.();
  layAnew();
  store.dispatch(cached.util.resetApiState());
  stop = keepSaving(store);
  const router = createMemoryRouter(routes, { initialEntries: [path] });
  render(
    <ChakraProvider value={system}>
      <Provider store={store}>
        <RouterProvider router={router} useTransitions={false} />
      </Provider>
    </ChakraProvider>,
  );
  return { user: userEvent.setup(), router };
}

/** A stage of a demo circuit, once the bench has run. */
export async function showStage(name: Parameters<typeof circuitId>[0], stage: 'supply' | 'parts' | 'wiring' | 'prove' | 'find') {
  const shown = show(`/circuits/${circuitId(name)}/${stage}`);
  await screen.findByRole('navigation', { name: 'Stages' }, { timeout: 30_000 });
  await waitFor(() => expect(screen.getByRole('navigation', { name: 'Stages' }).textContent).not.toContain('checking…'), {
    timeout: 60_000,
  });
  // the stage's own page may still be on its way
  await waitFor(() => expect(screen.queryByText('Opening…')).toBeNull(), { timeout: 30_000 });
  return shown;
}
