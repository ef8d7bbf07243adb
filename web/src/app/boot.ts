import '../worker/noEval';
import { readyWorker } from '../worker/client';
import { pages } from './pages';

/**
 * The first lines that run. The program, the pages of the address and the worker's program are all asked for at once, none of them waiting for
 * another to be read; the first thing is drawn when they are there.
 */
const [, where, id = '', stage = 'prove'] = window.location.pathname.split('/');
const isCircuit = where === 'circuits';
if (isCircuit) {
  // the browser hands it to the program, which asks for it a third of a second later
  const ahead = document.createElement('link');
  Object.assign(ahead, { rel: 'preload', as: 'fetch', crossOrigin: 'anonymous', href: `/api/circuits/${encodeURIComponent(id)}` });
  document.head.append(ahead);
  readyWorker();
}
// after these: naming the many files of a page takes a while
const wanted = isCircuit
  ? (['circuit', stage] as const).flatMap((name) => (name in pages ? [pages[name as keyof typeof pages].read()] : []))
  : [];
// a page that cannot be read says so in its place
void Promise.all([import('./main'), Promise.allSettled(wanted)]).then(([{ start }]) => start());
