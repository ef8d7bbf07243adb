import { pageOf } from './page';

export const pages = {
  circuit: pageOf(() => import('../circuit/CircuitPage')),
  prove: pageOf(() => import('../prove/ProvePage')),
  find: pageOf(() => import('../find/FindPage')),
  supply: pageOf(() => import('../supply/SupplyPage')),
  parts: pageOf(() => import('../parts/PartsPage')),
  wiring: pageOf(() => import('../wiring/WiringPage')),
  stock: pageOf(() => import('../stock/StockPage')),
  handbook: pageOf(() => import('../handbook/HandbookPage')),
  practice: pageOf(() => import('../practice/PracticePage')),
  settings: pageOf(() => import('../settings/SettingsPage')),
  wireList: pageOf(() => import('../panel/WireListPage')),
  trace: pageOf(() => import('../panel/TracePage')),
  brief: pageOf(() => import('../brief/BriefPage')),
};

/**
 * Reads the screens of an open circuit that are not open yet while nothing else is to be done, one after the other: a stage that is opened for
 * the first time is there at once. What cannot be fetched is fetched when it is wanted.
 */
export function readAhead(): void {
  const { circuit, prove, find, supply, parts, wiring } = pages;
  const left: readonly { read(): Promise<unknown> }[] = [circuit, prove, parts, wiring, supply, find];
  const next = (at: number): void => {
    const one = left[at];
    const onward = () => next(at + 1);
    if (one && navigator.onLine) whenIdle(() => void one.read().then(onward, onward));
  };
  next(0);
}

const whenIdle = (work: () => void): void => {
  // not every browser tells when it has nothing to do
  if (typeof requestIdleCallback === 'function') requestIdleCallback(work);
  else setTimeout(work, 200);
};
