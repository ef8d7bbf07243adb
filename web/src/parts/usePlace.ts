import { useEffect, useRef, useState } from 'react';
import type { DeviceId } from '#core/circuit';
import type { StockPart } from '#core/devices';
import { store, useAppSelector } from '../app/store';
import { useBench } from '../circuit/BenchProvider';
import { useStock } from '../stock/useStock';
import type { PlaceAnswer } from '../worker/protocol';

/** How long the worker looks at further states before it answers: short, so that a keystroke never waits for it. */
const SLICE_MS = 30;

/** What the place asks and what fits it; the answer grows as further states are seen. */
export function usePlace(device: DeviceId | undefined, hand: StockPart | null): PlaceAnswer | undefined {
  const { client } = useBench();
  const { parts } = useStock();
  const document = useAppSelector((state) => state.circuit.document);
  const practice = useAppSelector((state) => state.practice.practice);
  const [answer, setAnswer] = useState<PlaceAnswer>();
  const [stocked, setStocked] = useState(0);
  const askedFor = useRef<string>('');
  useEffect(() => {
    if (!parts) return;
    let current = true;
    void client.ask('stock', { parts: parts.map(({ part }) => part) }).then(({ count }) => current && setStocked(count + 1));
    return () => {
      current = false;
    };
  }, [client, parts]);
  useEffect(() => {
    if (!device || !document || !practice || stocked === 0) return;
    let current = true;
    if (askedFor.current !== device) setAnswer(undefined);
    askedFor.current = device;
    const look = async (): Promise<void> => {
      const next = await client.ask('place', { device, hand, atMs: store.getState().bench.atMs, budgetMs: SLICE_MS });
      if (!current) return;
      setAnswer(next);
      if (!next.done) await look();
    };
    look().catch(() => undefined); // the provider shows a worker that failed
    return () => {
      current = false;
    };
  }, [client, device, hand, document, practice, stocked]);
  return answer;
}
