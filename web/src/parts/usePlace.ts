import { useEffect, useRef, useState } from 'react';
import type { PlaceAnswer } from '#core/bench';
import type { DeviceId } from '#core/circuit';
import type { StockPart } from '#core/devices';
import { useBench } from '../bench/BenchProvider';
import { useStockQuery } from '../store/server';
import { store } from '../store/store';

/** How many states are looked at before the first answer, which tells what is known so far; each further one looks at twice as many. */
const FIRST_STATES = 6;

/** What the place asks and what fits it; the answer grows as further states are seen. */
export function usePlace(device: DeviceId | undefined, hand: StockPart | null): PlaceAnswer | undefined {
  const { client, laid } = useBench();
  const { data: stock } = useStockQuery();
  const [answer, setAnswer] = useState<PlaceAnswer>();
  const [stocked, setStocked] = useState(0);
  const askedFor = useRef<string>('');
  useEffect(() => {
    if (!stock) return;
    let current = true;
    const known = client.ask('stock', { parts: stock.map(({ part }) => part) });
    known.then(() => current && setStocked((count) => count + 1)).catch(() => undefined); // the provider shows a worker that failed
    return () => {
      current = false;
    };
  }, [client, stock]);
  useEffect(() => {
    if (!device || !laid || stocked === 0) return;
    const given = new AbortController();
    if (askedFor.current !== device) setAnswer(undefined);
    askedFor.current = device;
    const look = async (states: number): Promise<void> => {
      const next = await client.ask('place', { device, hand, atMs: store.getState().bench.atMs, states }, { signal: given.signal });
      setAnswer(next);
      if (!next.done) await look(2 * states);
    };
    look(FIRST_STATES).catch(() => undefined); // not wanted any more, or the provider shows it
    return () => given.abort();
  }, [client, device, hand, laid, stocked]);
  return answer;
}
