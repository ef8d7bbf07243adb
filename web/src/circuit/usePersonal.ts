import { useEffect } from 'react';
import { store, useAppDispatch, useAppSelector } from '../app/store';
import { type BenchSlice, benchSlice, freshBench } from './benchSlice';
import { type FindSlice, findSlice } from './findSlice';

const benchKey = (id: string) => `mando.bench.${id}`;
const findKey = (id: string) => `mando.find.${id}`;
const KEEP_EVERY_MS = 400;

/** Leads, position, inputs and readings are the person's: kept in this browser and laid out again after a reload. */
export function usePersonal(id: string): void {
  const dispatch = useAppDispatch();
  const isOpen = useAppSelector((state) => state.circuit.id === id);
  useEffect(() => {
    if (!isOpen) return;
    dispatch(benchSlice.actions.laid({ ...freshBench, ...read<Partial<BenchSlice>>(benchKey(id)), hand: null, carrying: null }));
    const find = read<FindSlice>(findKey(id));
    dispatch(find ? findSlice.actions.resumed(find) : findSlice.actions.started());
    const keep = () => {
      const { bench, find: now } = store.getState();
      localStorage.setItem(benchKey(id), JSON.stringify(bench));
      localStorage.setItem(findKey(id), JSON.stringify(now));
    };
    const timer = setInterval(keep, KEEP_EVERY_MS);
    window.addEventListener('pagehide', keep);
    return () => {
      keep();
      clearInterval(timer);
      window.removeEventListener('pagehide', keep);
    };
  }, [dispatch, id, isOpen]);
}

function read<T>(key: string): T | undefined {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
}
