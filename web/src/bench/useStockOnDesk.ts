import type { StockLine } from '#core/api';
import { server } from '../store/server';
import { useStoreEffect } from '../store/useStoreEffect';
import type { BenchClient } from '../worker/client';

const ofStock = server.endpoints.stock.select();

const laid = new WeakMap<BenchClient, readonly StockLine[]>();

/**
 * Has the stock lie on the worker's desk, where it does not. Whoever asks what fits a place says it first: the store tells its followers of
 * what was fetched a moment after it has it, and what fits a place would be asked of an empty desk in between.
 */
export function layStock(client: BenchClient, stock: readonly StockLine[]): void {
  if (laid.get(client) === stock) return;
  laid.set(client, stock);
  client.ask('stock', { parts: stock.map(({ part }) => part) }).catch(() => undefined); // the provider shows a worker that failed
}

/** Lays the stock on the worker's desk as soon as it is read, and again when it has changed: before anybody asks what fits a place. */
export function useStockOnDesk(client: BenchClient): void {
  useStoreEffect(
    (state) => [ofStock(state).data] as const,
    ([stock]) => {
      if (stock) layStock(client, stock);
    },
  );
}
