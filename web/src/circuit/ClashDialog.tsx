import { settleClash } from '../store/editing';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Over } from '../ui/Over';
import { Button } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** Two people changed one thing. Both versions are there; a person picks. */
export function ClashDialog() {
  const dispatch = useAppDispatch();
  const clash = useAppSelector((state) => state.clash.open);
  if (!clash) return null;
  return (
    <Over open isAlert title="The same thing was changed elsewhere" onClose={() => undefined}>
      <Box>
        Yours, not saved yet: <strong>{clash.words}</strong>.
      </Box>
      <Box my="8px">Revision {clash.revision} already holds another change of the same thing. Nothing is lost until you pick.</Box>
      <Flex gap="10px">
        <Button look="strong" type="button" onClick={() => dispatch(settleClash('mine'))}>
          Put mine on top
        </Button>
        <Button type="button" onClick={() => dispatch(settleClash('theirs'))}>
          Keep theirs
        </Button>
      </Flex>
    </Over>
  );
}
