import { useRef, useState } from 'react';
import type { Practice } from '#core/schools';
import { server, usePracticeQuery } from '../store/server';
import { useAppDispatch } from '../store/store';

/**
 * The practice of a job, and its saving as it is chosen. What was chosen last is shown at once and is what the next choice starts from,
 * whatever answers come late; saves go one after the other, each from the revision that the one before gave.
 * A save that is refused puts back what the server has.
 */
export function usePracticeSaves(job: string) {
  const dispatch = useAppDispatch();
  const { data: held, error } = usePracticeQuery(job, { refetchOnMountOrArgChange: true });
  const [chosen, setChosen] = useState<Practice>();
  const [refused, setRefused] = useState<string>();
  const [isSaved, setSaved] = useState(false);
  const newest = useRef<Practice>(undefined);
  const revision = useRef<number>(undefined);
  const sending = useRef<Promise<void>>(Promise.resolve());

  const send = async (practice: Practice) => {
    const isLast = () => newest.current === practice;
    try {
      const baseRevision = revision.current ?? held?.revision ?? 0;
      const reply = await dispatch(server.endpoints.savePractice.initiate({ job, baseRevision, practice })).unwrap();
      revision.current = reply.revision;
      setRefused(undefined);
      if (!isLast()) return;
      await dispatch(server.util.upsertQueryData('practice', job, reply));
      setSaved(true);
    } catch (wrong) {
      setRefused(String(wrong));
      const { data } = await dispatch(server.endpoints.practice.initiate(job, { forceRefetch: true, subscribe: false }));
      if (data) revision.current = data.revision;
    }
    if (!isLast()) return;
    newest.current = undefined;
    revision.current = undefined;
    setChosen(undefined);
  };

  const save = (change: (practice: Practice) => Practice) => {
    const before = newest.current ?? held?.practice;
    if (!before) return;
    const practice = change(before);
    newest.current = practice;
    setChosen(practice);
    setSaved(false);
    sending.current = sending.current.then(() => send(practice));
  };

  const practice = chosen ?? held?.practice;
  return { practice, revision: held?.revision ?? 0, error, refused, isSaved, save };
}
