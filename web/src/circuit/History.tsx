import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { useHistoryQuery } from '../store/server';
import { Over } from '../ui/Over';
import { Button, Mono, Row } from '../ui/parts';

/** What was done to a circuit, newest first, a page at a time. */
export function History({ id, onClose }: { id: string; onClose: () => void }) {
  const [after, setAfter] = useState<string>();
  const { data, error, isFetching } = useHistoryQuery({ id, ...(after ? { after } : {}) }, { refetchOnMountOrArgChange: true });
  const who = (author: string) => (author === 'local' ? '' : ` · ${author}`);
  return (
    <Over open title="What was done to this circuit" onClose={onClose}>
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
