import { server } from '../store/server';
import { useStoreEffect } from '../store/useStoreEffect';
import type { BenchClient } from '../worker/client';

const ofStock = server.endpoints.stock.select();

/** Lays the stock on the worker's desk as soon as it is read, and again when it has changed: before anybody asks what fits a place. */
export function useStockOnDesk(client: BenchClient): void {
  useStoreEffect(
    (state) => [ofStock(state).data] as const,
    ([stock]) => {
      if (stock) client.ask('stock', { parts: stock.map(({ part }) => part) }).catch(() => undefined); // the provider shows a worker that failed
    },
  );
}
