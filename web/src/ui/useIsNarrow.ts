import { useSyncExternalStore } from 'react';

const query = window.matchMedia('(max-width: 700px)');
const follow = (tell: () => void) => {
  query.addEventListener('change', tell);
  return () => query.removeEventListener('change', tell);
};

/** Whether this is a phone held upright: one thumb, one column. */
export const useIsNarrow = (): boolean => useSyncExternalStore(follow, () => query.matches);
