import { useState } from 'react';
import { useNavigate } from 'react-router';
import { newCircuitId } from '../store/ids';
import { wordsOf } from '../store/request';
import { useCreateCircuitMutation } from '../store/server';

/** Takes a circuit from a file into a job and opens it. @returns what was wrong with the last one, and the way to take one */
export function useImport(job: string): { readonly refused: string | undefined; take(file: File): Promise<void> } {
  const [create] = useCreateCircuitMutation();
  const navigate = useNavigate();
  const [refused, setRefused] = useState<string>();
  const take = async (file: File): Promise<void> => {
    setRefused(undefined);
    let document: unknown;
    try {
      document = JSON.parse(await file.text());
    } catch (wrong) {
      return setRefused(`${file.name} is not JSON: ${wordsOf(wrong)}. Export it again, or mend it at that place.`);
    }
    const made = await create({ job, id: newCircuitId(), document });
    if ('error' in made) return setRefused(`${file.name}: ${String(made.error)}`);
    await navigate(`/circuits/${made.data.id}`);
  };
  return { refused, take };
}
