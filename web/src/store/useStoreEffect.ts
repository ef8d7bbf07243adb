import { useEffect, useRef } from 'react';
import { shallowEqual, useStore } from 'react-redux';
import type { State } from './store';

/**
 * An effect of what stands in the store, done at the act that changes it: what works for the page beside it is at work while React draws.
 * @param select what it follows
 * @param effect what is done when that has changed, and at first; what it gives back is done before the next time, and at the end
 */
export function useStoreEffect<V extends readonly unknown[]>(
  select: (state: State) => V,
  effect: (values: V) => undefined | (() => void),
): void {
  const store = useStore<State>();
  const latest = useRef({ select, effect });
  useEffect(() => {
    latest.current = { select, effect };
  });
  useEffect(() => {
    let before: V | undefined;
    let undo: undefined | (() => void);
    const follow = () => {
      const now = latest.current.select(store.getState());
      if (before && shallowEqual(before, now)) return;
      before = now;
      undo?.();
      undo = latest.current.effect(now);
    };
    follow();
    const stop = store.subscribe(follow);
    return () => {
      stop();
      undo?.();
    };
  }, [store]);
}
