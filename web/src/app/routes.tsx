import { Navigate, type RouteObject } from 'react-router';
import { JobsPage } from '../jobs/JobsPage';
import { Broken } from './Broken';
import type { Page } from './page';
import { pages, readAhead } from './pages';
import { Shown } from './Shown';

const plain = (page: Page<object>) => <Shown page={page} drawn={(Screen) => <Screen />} />;

/** Every address of the program and the screen that it shows. */
export const routes: RouteObject[] = [
  {
    errorElement: <Broken />,
    children: [
      { path: '/', element: <JobsPage /> },
      {
        path: '/circuits/:id',
        element: <Shown page={pages.circuit} drawn={(Screen) => <Screen onJudged={readAhead} />} />,
        children: [
          { index: true, element: <Navigate to="prove" replace /> },
          { path: 'supply', element: plain(pages.supply) },
          { path: 'parts', element: plain(pages.parts) },
          { path: 'wiring', element: plain(pages.wiring) },
          { path: 'prove', element: plain(pages.prove) },
          { path: 'find', element: plain(pages.find) },
        ],
      },
      { path: '/stock', element: plain(pages.stock) },
      { path: '/settings', element: plain(pages.settings) },
      { path: '/handbook', element: plain(pages.handbook) },
      { path: '/jobs/:job/practice', element: plain(pages.practice) },
      { path: '/jobs/:job/wires', element: plain(pages.wireList) },
      { path: '/jobs/:job/trace', element: plain(pages.trace) },
      { path: '/jobs/:job/brief', element: plain(pages.brief) },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
];
