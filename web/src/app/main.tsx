import '@fontsource/barlow/latin-400.css';
import '@fontsource/barlow/latin-600.css';
import '@fontsource/barlow/latin-700.css';
import '@fontsource/barlow-semi-condensed/latin-600.css';
import '@fontsource/barlow-semi-condensed/latin-700.css';
import '@fontsource/jetbrains-mono/latin-600.css';
import { ChakraProvider } from '@chakra-ui/react';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { NewBuild } from '../frame/NewBuild';
import { Unreached } from '../frame/Unreached';
import { keepProgram } from '../offline/keepProgram';
import { keepSettings } from '../store/keepSettings';
import { keepSaving } from '../store/saving';
import { store } from '../store/store';
import { system } from '../ui/theme';
import { routes } from './routes';

/** Draws the program. */
export function start(): void {
  // Chakra reads the theme from a class of the page
  keepSettings(store);
  keepSaving(store);
  keepProgram();
  const router = createBrowserRouter(routes);

  createRoot(document.getElementById('root')!).render(
    <StrictMode>
      <ChakraProvider value={system}>
        <Provider store={store}>
          <NewBuild />
          <Unreached />
          {/* a page is drawn in one go: in slices each tick of the bench's clock would have it begun again from the start */}
          <RouterProvider router={router} useTransitions={false} />
        </Provider>
      </ChakraProvider>
    </StrictMode>,
  );
}
