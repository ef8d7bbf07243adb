import { Navigate, type RouteObject } from 'react-router';
import { JobsPage } from '../jobs/JobsPage';
import { Broken } from './Broken';
import type { Page } from './page';
import { pages, readAhead } from './pages';
import { showing } from './showing';

const plain = (page: Page<object>) => showing(page, (Screen) => <Screen />);

function Opening() {
  return <p style={{ padding: 24 }}>Opening…</p>;
}

/** Every address of the program and the screen that it shows. */
export const routesOf = (): RouteObject[] => [
  {
    errorElement: <Broken />,
    HydrateFallback: Opening,
    children: [
      { path: '/', element: <JobsPage /> },
      {
        path: '/circuits/:id',
        ...showing(pages.circuit, (Screen) => <Screen onJudged={readAhead} />),
        children: [
          { index: true, element: <Navigate to="prove" replace /> },
          { path: 'supply', ...plain(pages.supply) },
          { path: 'parts', ...plain(pages.parts) },
          { path: 'wiring', ...plain(pages.wiring) },
          { path: 'prove', ...plain(pages.prove) },
          { path: 'find', ...plain(pages.find) },
        ],
      },
      { path: '/stock', ...plain(pages.stock) },
      { path: '/settings', ...plain(pages.settings) },
      { path: '/handbook', ...plain(pages.handbook) },
      { path: '/jobs/:job/practice', ...plain(pages.practice) },
      { path: '/jobs/:job/wires', ...plain(pages.wireList) },
      { path: '/jobs/:job/trace', ...plain(pages.trace) },
      { path: '/jobs/:job/brief', ...plain(pages.brief) },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
];
