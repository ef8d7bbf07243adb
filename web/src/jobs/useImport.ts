import { useState } from 'react';
import { useNavigate } from 'react-router';
import { newCircuitId } from '../store/ids';
import { wordsOf } from '../store/request';
import { server, useCreateCircuitMutation } from '../store/server';
import { useAppDispatch } from '../store/store';

/** Takes a circuit from a file into a job and opens it. @returns what was wrong with the last one, and the way to take one */
export function useImport(job: string | undefined): { readonly refused: string | undefined; take(file: File): Promise<void> } {
  const [create] = useCreateCircuitMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [refused, setRefused] = useState<string>();
  const take = async (file: File): Promise<void> => {
    setRefused(undefined);
    // a file may be chosen before the jobs are here: it waits for them, it is not dropped
    const into = job ?? (await dispatch(server.endpoints.jobs.initiate(undefined, { subscribe: false }))).data?.[0]?.id;
    if (!into) return setRefused(`${file.name}: there is no job to put it in yet.`);
    let document: unknown;
    try {
      document = JSON.parse(await file.text());
    } catch (wrong) {
      return setRefused(`${file.name} is not JSON: ${wordsOf(wrong)}. Export it again, or mend it at that place.`);
    }
    const made = await create({ job: into, id: newCircuitId(), document });
    if ('error' in made) return setRefused(`${file.name}: ${String(made.error)}`);
    await navigate(`/circuits/${made.data.id}`);
  };
  return { refused, take };
}
