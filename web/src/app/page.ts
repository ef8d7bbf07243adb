import type { ComponentType } from 'react';

interface Loaded<P> {
  readonly default: ComponentType<P>;
}

/** A screen of the program: read when it is first wanted, or before. */
export interface Page<P extends object> {
  /** @throws when it cannot be fetched; it is fetched anew when it is asked for again */
  read(): Promise<ComponentType<P>>;
  /** undefined: not read yet */
  known(): ComponentType<P> | undefined;
}

export function pageOf<P extends object>(load: () => Promise<Loaded<P>>): Page<P> {
  let known: ComponentType<P> | undefined;
  return {
    known: () => known,
    async read() {
      known ??= (await load()).default;
      return known;
    },
  };
}
