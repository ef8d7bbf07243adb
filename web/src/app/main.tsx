import '@fontsource/barlow/latin-400.css';
import '@fontsource/barlow/latin-600.css';
import '@fontsource/barlow/latin-700.css';
import '@fontsource/barlow-semi-condensed/latin-600.css';
import '@fontsource/barlow-semi-condensed/latin-700.css';
import '@fontsource/jetbrains-mono/latin-600.css';
import { ChakraProvider } from '@chakra-ui/react';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { JobsPage } from '../jobs/JobsPage';
import { keepSaving } from '../store/saving';
import { store } from '../store/store';
import { system } from '../ui/theme';
import { Broken } from './Broken';

const CircuitPage = lazy(() => import('../circuit/CircuitPage'));
const ProvePage = lazy(() => import('../prove/ProvePage'));
const FindPage = lazy(() => import('../find/FindPage'));
const SupplyPage = lazy(() => import('../supply/SupplyPage'));
const PartsPage = lazy(() => import('../parts/PartsPage'));
const StockPage = lazy(() => import('../stock/StockPage'));
const HandbookPage = lazy(() => import('../handbook/HandbookPage'));
const PracticePage = lazy(() => import('../practice/PracticePage'));
const BriefPage = lazy(() => import('../brief/BriefPage'));

const router = createBrowserRouter([
  {
    errorElement: <Broken />,
    children: [
      { path: '/', element: <JobsPage /> },
      {
        path: '/circuits/:id',
        element: <CircuitPage />,
        children: [
          { index: true, element: <Navigate to="prove" replace /> },
          { path: 'supply', element: <SupplyPage /> },
          { path: 'parts', element: <PartsPage /> },
          { path: 'prove', element: <ProvePage /> },
          { path: 'find', element: <FindPage /> },
        ],
      },
      { path: '/stock', element: <StockPage /> },
      { path: '/handbook', element: <HandbookPage /> },
      { path: '/jobs/:job/practice', element: <PracticePage /> },
      { path: '/jobs/:job/brief', element: <BriefPage /> },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);

// the system's dark theme is for night work; Chakra reads the class
document.documentElement.classList.add(window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light');

keepSaving(store);

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <Provider store={store}>
        <Suspense fallback={<p style={{ padding: 24 }}>Opening…</p>}>
          <RouterProvider router={router} />
        </Suspense>
      </Provider>
    </ChakraProvider>
  </StrictMode>,
);
