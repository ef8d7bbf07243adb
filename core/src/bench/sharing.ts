import type { Answering } from './progress';

/** Something that takes many steps to know, and is known for good then. */
export interface Shared<R> {
  /** what came of it, once it is known */
  readonly known: R | undefined;
  /** takes it on from where whoever asked before has left it, to its end */
  ask(): Answering<R>;
}

/** One walk for all who ask. Where a step throws, it is begun anew for whoever asks next. */
export function sharing<R>(begin: () => Answering<R>, known?: R): Shared<R> {
  let walk: Answering<R> | undefined;
  let ended: { readonly with: R } | undefined = known === undefined ? undefined : { with: known };
  const step = (): ReturnType<Answering<R>['next']> => {
    walk ??= begin();
    try {
      return walk.next();
    } catch (error) {
      walk = undefined;
      throw error;
    }
  };
  return {
    get known() {
      return ended?.with;
    },
    *ask() {
      while (!ended) {
        const next = step();
        if (next.done) ended = { with: next.value };
        else yield next.value;
      }
      return ended.with;
    },
  };
}
