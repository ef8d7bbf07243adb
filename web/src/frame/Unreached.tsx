import { useSyncExternalStore } from 'react';
import { reach } from '../store/reach';
import { useAppSelector } from '../store/store';
import { Note } from '../ui/parts';

/** The server does not answer: says from when what is shown is, and what becomes of what is done meanwhile. */
export function Unreached() {
  const { isReached, keptAt } = useSyncExternalStore(reach.subscribe, reach.get);
  const { unsent, isLoose } = useAppSelector((state) => state.sync);
  if (isReached) return null;
  const shown = keptAt === undefined ? '' : ` You see what it last said, at ${new Date(keptAt).toLocaleString()}.`;
  const kept = isLoose
    ? ' This browser has no room to keep your changes: leave this page open until it is back.'
    : ` What you change is kept in this browser and sent when it is back${unsent.length > 0 ? `: ${unsent.length} so far` : ''}.`;
  return (
    <Note tone="look" role="status" m="0" data-unreached>
      <strong>The server does not answer.</strong>
      {shown}
      {kept}
    </Note>
  );
}
