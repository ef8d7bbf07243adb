import { screenOf } from './screenOf';

/** The screens of an open circuit. */
export const pages = {
  circuit: screenOf(() => import('../circuit/CircuitPage')),
  prove: screenOf(() => import('../prove/ProvePage')),
  find: screenOf(() => import('../find/FindPage')),
  supply: screenOf(() => import('../supply/SupplyPage')),
  parts: screenOf(() => import('../parts/PartsPage')),
  wiring: screenOf(() => import('../wiring/WiringPage')),
};

/**
 * Reads the screens that are not open yet while nothing else is to be done, one after the other: a stage that is opened for the first time is
 * there at once. What cannot be fetched is fetched when it is wanted.
 */
export function readAhead(): void {
  const left = Object.values(pages);
  const next = (): void => {
    const one = left.shift();
    if (one && navigator.onLine) whenIdle(() => void one.read().then(next, next));
  };
  next();
}

const whenIdle = (work: () => void): void => {
  // not every browser tells when it has nothing to do
  if (typeof requestIdleCallback === 'function') requestIdleCallback(work);
  else setTimeout(work, 200);
};
