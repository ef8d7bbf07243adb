import { readyWorker } from '../worker/client';
import { pages } from './pages';

/**
 * The first lines that run. The program, the pages of the address and the worker's program are all asked for at once, none of them waiting for
 * another to be read.
 */
const [, where, , stage = 'prove'] = window.location.pathname.split('/');
void import('./main');
if (where === 'circuits') {
  void pages.circuit();
  if (Object.hasOwn(pages, stage)) void pages[stage as keyof typeof pages]();
  readyWorker();
}
