import { useEffect, useState } from 'react';
import { useAppSelector } from '../store/store';

/** Says when the last edit was committed; loud when it is not. */
export function SavedWord() {
  const { saving, savedAt, isLoose, unsent } = useAppSelector((state) => state.sync);
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((count) => count + 1), 5000);
    return () => clearInterval(timer);
  }, []);
  if (saving === 'waiting')
    return (
      <strong role="alert" data-saving="waiting">
        {isLoose ? 'NOT SAVED, keep this page open' : `${unsent.length} kept here, not sent yet`}
      </strong>
    );
  if (saving === 'saving') return <span data-saving="saving">saving…</span>;
  if (saving === 'refused') return <strong data-saving="refused">last change not saved</strong>;
  const seconds = savedAt === undefined ? 0 : Math.round((Date.now() - savedAt) / 1000);
  return (
    <span data-saving="saved">
      {seconds < 4 ? 'saved' : seconds < 90 ? `saved ${seconds} s ago` : `saved ${Math.round(seconds / 60)} min ago`}
    </span>
  );
}
