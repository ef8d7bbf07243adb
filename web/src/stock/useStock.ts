import { useCallback, useEffect } from 'react';
import type { StockSave } from '#core/api';
import { api } from '../app/api';
import { useAppDispatch, useAppSelector } from '../app/store';
import { stockSlice } from './stockSlice';

/** The stock list, loaded when first needed, and the way to change it. */
export function useStock() {
  const dispatch = useAppDispatch();
  const { parts, problem } = useAppSelector((state) => state.stock);
  const load = useCallback(
    () =>
      api.stock().then(
        ({ parts: found }) => void dispatch(stockSlice.actions.loaded(found)),
        (error: Error) => void dispatch(stockSlice.actions.failed(error.message)),
      ),
    [dispatch],
  );
  useEffect(() => {
    if (!parts) void load();
  }, [parts, load]);
  /** @returns whether it was taken; what is wrong stands in `problem` */
  const save = useCallback(
    async (changes: StockSave['changes']): Promise<boolean> => {
      try {
        // in portions, so that a long list is no single huge request
        for (let at = 0; at < changes.length; at += 500) {
          const { parts: found } = await api.saveStock(changes.slice(at, at + 500));
          dispatch(stockSlice.actions.loaded(found));
        }
        return true;
      } catch (error) {
        dispatch(stockSlice.actions.failed((error as Error).message));
        return false;
      }
    },
    [dispatch],
  );
  return { parts, problem, load, save };
}

export const newPartId = (): string =>
  `p${Array.from(crypto.getRandomValues(new Uint8Array(12)), (byte) => byte.toString(16).padStart(2, '0')).join('')}`;
