import { lazy } from 'react';
import { Navigate, type RouteObject } from 'react-router';
import { JobsPage } from '../jobs/JobsPage';
import { Broken } from './Broken';
import { pages, readAhead } from './pages';

const StockPage = lazy(() => import('../stock/StockPage'));
const HandbookPage = lazy(() => import('../handbook/HandbookPage'));
const PracticePage = lazy(() => import('../practice/PracticePage'));
const SettingsPage = lazy(() => import('../settings/SettingsPage'));
const WireListPage = lazy(() => import('../panel/WireListPage'));
const TracePage = lazy(() => import('../panel/TracePage'));
const BriefPage = lazy(() => import('../brief/BriefPage'));

/** Every address of the program and the screen that it shows; each screen is fetched when it is first opened. */
export const routes: RouteObject[] = [
  {
    errorElement: <Broken />,
    children: [
      { path: '/', element: <JobsPage /> },
      {
        path: '/circuits/:id',
        element: <pages.circuit.Screen onJudged={readAhead} />,
        children: [
          { index: true, element: <Navigate to="prove" replace /> },
          { path: 'supply', element: <pages.supply.Screen /> },
          { path: 'parts', element: <pages.parts.Screen /> },
          { path: 'wiring', element: <pages.wiring.Screen /> },
          { path: 'prove', element: <pages.prove.Screen /> },
          { path: 'find', element: <pages.find.Screen /> },
        ],
      },
      { path: '/stock', element: <StockPage /> },
      { path: '/settings', element: <SettingsPage /> },
      { path: '/handbook', element: <HandbookPage /> },
      { path: '/jobs/:job/practice', element: <PracticePage /> },
      { path: '/jobs/:job/wires', element: <WireListPage /> },
      { path: '/jobs/:job/trace', element: <TracePage /> },
      { path: '/jobs/:job/brief', element: <BriefPage /> },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
];
