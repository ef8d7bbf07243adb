import { type ComponentType, lazy, useState } from 'react';

interface Page<P> {
  readonly default: ComponentType<P>;
}

/** A screen that is read when it is first wanted. One that has been read is drawn at once: whoever waits for it, be it for no time, draws first that it waits. */
function page<P extends object>(load: () => Promise<Page<P>>) {
  let known: ComponentType<P> | undefined;
  const read = async (): Promise<Page<P>> => {
    const loaded = await load();
    known = loaded.default;
    return loaded;
  };
  const Later = lazy(read) as unknown as ComponentType<P>;
  // biome-ignore lint/correctness/noComponentHookFactories: called once for each screen, when this file is read
  function Screen(props: P) {
    // as it was when it was first drawn: another one in its place would begin anew
    const [Now] = useState<ComponentType<P>>(() => known ?? Later);
    return <Now {...props} />;
  }
  return { read, Screen };
}

/** The screens of an open circuit. */
export const pages = {
  circuit: page(() => import('../circuit/CircuitPage')),
  prove: page(() => import('../prove/ProvePage')),
  find: page(() => import('../find/FindPage')),
  supply: page(() => import('../supply/SupplyPage')),
  parts: page(() => import('../parts/PartsPage')),
  wiring: page(() => import('../wiring/WiringPage')),
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
