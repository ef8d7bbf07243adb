import { useState } from 'react';
import { redo, undo } from '../store/editing';
import { useHistoryQuery } from '../store/server';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Over } from '../ui/Over';
import { Button, Label, Mono, Row } from '../ui/parts';
import { Box } from '../ui/styled';

/** What was done to a circuit, newest first, a page at a time. */
export function History({ id, onClose }: { id: string; onClose: () => void }) {
  const [after, setAfter] = useState<string>();
  const { data, error, isFetching } = useHistoryQuery({ id, ...(after ? { after } : {}) }, { refetchOnMountOrArgChange: true });
  const who = (author: string) => (author === 'local' ? '' : ` · ${author}`);
  return (
    <Over open title="What was done to this circuit" onClose={onClose}>
      <Mine />
      <Label>All of it, newest first</Label>
      {typeof error === 'string' && <Box color="danger">{error}</Box>}
      {data?.revisions.length === 0 && <Box>Nothing yet: it is as it was added.</Box>}
      {data?.revisions.map(({ revision, at, words, author }) => (
        <Row key={revision}>
          <Mono>{revision}</Mono>
          <Box flex="1">
            {words}
            <Box fontSize="12px" color="muted">
              {new Date(at).toLocaleString()}
              {who(author)}
            </Box>
          </Box>
        </Row>
      ))}
      <Box mt="10px" display="flex" gap="8px">
        {after && (
          <Button type="button" onClick={() => setAfter(undefined)}>
            Newest
          </Button>
        )}
        {data?.next && (
          <Button type="button" disabled={isFetching} onClick={() => setAfter(data.next ?? undefined)}>
            Older
          </Button>
        )}
        <Button type="button" onClick={onClose}>
          Close
        </Button>
      </Box>
    </Over>
  );
}

/** What was done on this page since it was opened: back to before any of it, and forth again. */
function Mine() {
  const dispatch = useAppDispatch();
  const { done, undone } = useAppSelector((state) => state.undo);
  if (done.length + undone.length === 0) return null;
  const steps = (count: number, step: typeof undo) => {
    for (let left = count; left > 0; left--) dispatch(step());
  };
  return (
    <>
      <Label mt="0">By you, since this page was opened</Label>
      {undone.map(({ edit, words }, index) => (
        <Row key={edit}>
          <Box flex="1" color="muted">
            <s>{words}</s>
          </Box>
          <Button type="button" look="quiet" onClick={() => steps(undone.length - index, redo)}>
            Again, up to here
          </Button>
        </Row>
      ))}
      {done.toReversed().map(({ edit, words }, index) => (
        <Row key={edit}>
          <Box flex="1">{words}</Box>
          <Button type="button" look="quiet" onClick={() => steps(index + 1, undo)}>
            Back to before this
          </Button>
        </Row>
      ))}
    </>
  );
}
