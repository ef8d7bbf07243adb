import { useEffect, useSyncExternalStore } from 'react';
import { oldPage } from '../store/build';
import { useAppSelector } from '../store/store';
import { Button, Note } from '../ui/parts';

/** The server has become another while this page was open: it is loaded anew at once when nothing waits to be saved, else it says so. */
export function NewBuild() {
  const isOld = useSyncExternalStore(oldPage.subscribe, oldPage.get);
  const waits = useAppSelector(({ sync }) => sync.unsent.length > 0);
  useEffect(() => {
    if (isOld && !waits) location.reload();
  }, [isOld, waits]);
  if (!isOld) return null;
  return (
    <Note tone="look" role="status">
      <strong>Mando has been renewed.</strong> This page is of the one before: it is loaded anew as soon as your last change is saved.{' '}
      <Button type="button" onClick={() => location.reload()}>
        Load it now
      </Button>
    </Note>
  );
}
