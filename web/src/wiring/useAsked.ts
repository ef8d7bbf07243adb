import { useEffect, useState } from 'react';
import type { Questions, QuestionType } from '#core/bench';
import { useBench } from '../bench/BenchProvider';
import { useDocument, usePractice } from '../store/select';

interface Asked<A> {
  readonly answer: A | undefined;
  /** the answer is that of the circuit as it is now */
  readonly isCurrent: boolean;
  readonly progress: { readonly seen: number; readonly of: number } | undefined;
  readonly failed: string | undefined;
}

/** Asks the bench a question of the open circuit, again whenever the circuit, the practice or what is asked changes. @param ask undefined: nothing is asked */
export function useAsked<T extends QuestionType>(type: T, ask: Questions[T]['ask'] | undefined): Asked<Questions[T]['answer']> {
  const { client, laid } = useBench();
  const document = useDocument();
  const practice = usePractice();
  const [got, setGot] = useState<{ answer: Questions[T]['answer']; of: readonly unknown[] }>();
  const [progress, setProgress] = useState<{ seen: number; of: number }>();
  const [failed, setFailed] = useState<string>();
  const key = JSON.stringify(ask);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is asked is told by its text
  useEffect(() => {
    if (ask === undefined || !laid) return;
    const given = new AbortController();
    setProgress(undefined);
    setFailed(undefined);
    client.ask(type, ask, { signal: given.signal, onProgress: setProgress }).then(
      (answer) => setGot({ answer, of: [laid.document, laid.practice, key] }),
      (error: Error) => error.name !== 'AbortError' && setFailed(error.message),
    );
    return () => given.abort();
  }, [client, laid, key, type]);
  const isCurrent = got?.of[0] === document && got.of[1] === practice && got.of[2] === key;
  return { answer: got?.answer, isCurrent, progress, failed };
}
