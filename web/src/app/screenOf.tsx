import { type ComponentType, lazy, useState } from 'react';

interface Loaded<P> {
  readonly default: ComponentType<P>;
}

/** A screen that is read when it is first wanted. One that has been read is drawn at once: whoever waits for it, be it for no time, draws first that it waits. */
export function screenOf<P extends object>(load: () => Promise<Loaded<P>>) {
  let known: ComponentType<P> | undefined;
  const read = async (): Promise<Loaded<P>> => {
    const loaded = await load();
    known = loaded.default;
    return loaded;
  };
  const Later = lazy(read) as unknown as ComponentType<P>;
  // biome-ignore lint/correctness/noComponentHookFactories: called once for each screen, when the list of them is read
  function Screen(props: P) {
    // as it was when it was first drawn: another one in its place would begin anew
    const [Now] = useState<ComponentType<P>>(() => known ?? Later);
    return <Now {...props} />;
  }
  return { read, Screen };
}
