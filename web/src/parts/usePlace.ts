import { useEffect, useRef, useState } from 'react';
import type { PlaceAnswer } from '#core/bench';
import type { DeviceId } from '#core/circuit';
import type { StockPart } from '#core/devices';
import { useBench } from '../bench/BenchProvider';
import { layStock } from '../bench/useStockOnDesk';
import { useStockQuery } from '../store/server';
import { store } from '../store/store';
import { FIRST_STATES, placeAhead } from './placeAhead';

/** What the place asks and what fits it; the answer grows as further states are seen. */
export function usePlace(device: DeviceId | undefined, hand: StockPart | null): PlaceAnswer | undefined {
  const { client, laid } = useBench();
  const { data: stock } = useStockQuery();
  const [answer, setAnswer] = useState<PlaceAnswer>();
  const askedFor = useRef<string>('');
  useEffect(() => {
    if (!device || !laid || !stock) return;
    layStock(client, stock);
    const given = new AbortController();
    if (askedFor.current !== device) setAnswer(undefined);
    askedFor.current = device;
    const ask = (states: number) =>
      client.ask('place', { device, hand, atMs: store.getState().bench.atMs, states }, { signal: given.signal });
    const look = async (states: number): Promise<void> => {
      const begun = hand ? undefined : placeAhead.take(device, laid.document, laid.practice, stock);
      const next = await (begun?.catch(() => ask(states)) ?? ask(states));
      if (given.signal.aborted) return;
      setAnswer(next);
      if (!next.done) await look(2 * states);
    };
    look(FIRST_STATES).catch(() => undefined); // not wanted any more, or the provider shows it
    return () => given.abort();
  }, [client, device, hand, laid, stock]);
  return answer;
}
