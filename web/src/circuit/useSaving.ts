import { useCallback, useEffect, useRef } from 'react';
import type { Edit } from '#core/circuit';
import { ApiError, api } from '../app/api';
import { store, useAppDispatch, useAppSelector } from '../app/store';
import { circuitSlice } from './circuitSlice';

const RETRY_MS = 1000;
const keyOf = (id: string) => `mando.unsent.${id}`;

interface Kept {
  readonly baseRevision: number;
  readonly edits: readonly Edit[];
}

/** Edits made here and not yet taken by the server, from before the page was closed or killed. */
export const unsentOf = (id: string): Kept | undefined => {
  const kept = localStorage.getItem(keyOf(id));
  return kept ? (JSON.parse(kept) as Kept) : undefined;
};

/** Sends what was left from last time before the circuit is read, so that nothing is applied twice. */
export async function sendLeftovers(id: string): Promise<readonly Edit[]> {
  const kept = unsentOf(id);
  if (!kept) return [];
  let { baseRevision } = kept;
  for (const [index, edit] of kept.edits.entries()) {
    try {
      baseRevision = (await api.save(id, { baseRevision, edit })).revision;
    } catch (error) {
      if (error instanceof ApiError && error.offline) throw error;
      return kept.edits.slice(index);
    }
  }
  localStorage.removeItem(keyOf(id));
  return [];
}

/** Sends edits one at a time, oldest first, until the server has taken them all; follows what others save. */
export function useSaving(): void {
  const dispatch = useAppDispatch();
  const id = useAppSelector((state) => state.circuit.id);
  const unsent = useAppSelector((state) => state.circuit.unsent);
  const clash = useAppSelector((state) => state.circuit.clash);
  const sending = useRef(false);
  const newest = useRef(0);

  useEffect(() => {
    if (!id) return;
    if (unsent.length > 0)
      localStorage.setItem(keyOf(id), JSON.stringify({ baseRevision: store.getState().circuit.revision, edits: unsent } satisfies Kept));
    else localStorage.removeItem(keyOf(id));
  }, [id, unsent]);

  const follow = useCallback(
    async (circuit: string): Promise<void> => {
      const now = store.getState().circuit;
      if (sending.current || now.unsent.length > 0 || newest.current <= now.revision) return;
      const { document, revision } = await api.circuit(circuit).catch(() => ({ document: undefined, revision: 0 }));
      if (document && store.getState().circuit.unsent.length === 0) dispatch(circuitSlice.actions.followed({ document, revision }));
    },
    [dispatch],
  );

  // biome-ignore lint/correctness/useExhaustiveDependencies: what is unsent, or a clash settled, is what sets it going
  useEffect(() => {
    const { saved, catchUp } = { saved: circuitSlice.actions, catchUp: () => (id ? follow(id) : undefined) };
    const send = async (): Promise<void> => {
      const { circuit } = store.getState();
      const [edit] = circuit.unsent;
      if (sending.current || !edit || !circuit.id || circuit.clash) return;
      sending.current = true;
      try {
        const reply = await api.save(circuit.id, { baseRevision: circuit.revision, edit });
        dispatch(saved.taken({ editId: edit.id, revision: reply.revision, document: reply.document, at: Date.now() }));
      } catch (error) {
        const problem = error instanceof ApiError ? error : new ApiError({ detail: String(error) });
        if (problem.offline) {
          dispatch(saved.saveWaits());
          await new Promise((done) => setTimeout(done, RETRY_MS));
        } else if (problem.problem.code === 'clash' && problem.problem.theirs)
          dispatch(saved.clashed({ theirs: problem.problem.theirs, revision: problem.problem.revision ?? 0 }));
        else {
          const { document, revision } = await api.circuit(circuit.id);
          dispatch(saved.refused({ editId: edit.id, words: `Not saved: ${problem.message}`, document, revision }));
        }
      }
      sending.current = false;
      if (store.getState().circuit.unsent.length > 0) void send();
      else void catchUp();
    };
    void send();
  }, [dispatch, id, unsent, clash, follow]);

  useEffect(() => {
    if (!id) return;
    const events = new EventSource(`/api/circuits/${id}/events`);
    events.onmessage = ({ data }: MessageEvent<string>) => {
      newest.current = Math.max(newest.current, (JSON.parse(data) as { revision: number }).revision);
      void follow(id);
    };
    events.onopen = () => {
      newest.current = Math.max(newest.current, store.getState().circuit.revision + 1); // what was missed while cut off
      void follow(id);
    };
    return () => events.close();
  }, [id, follow]);
}
