import { Box, Flex } from '@chakra-ui/react';
import { useAppDispatch, useAppSelector } from '../app/store';
import { Button, Heading } from '../ui/parts';
import { circuitSlice } from './circuitSlice';

/** Two people changed one thing. Both versions are there; a person picks. */
export function ClashDialog() {
  const dispatch = useAppDispatch();
  const clash = useAppSelector((state) => state.circuit.clash);
  if (!clash) return null;
  return (
    <Box
      role="alertdialog"
      aria-modal="true"
      aria-labelledby="clash-title"
      position="fixed"
      inset="0"
      bg="rgba(0,0,0,0.4)"
      zIndex={50}
      p="24px"
    >
      <Box bg="sheet" maxW="520px" mx="auto" mt="10vh" p="20px" borderTop="6px solid" borderColor="attention">
        <Heading id="clash-title">The same thing was changed elsewhere</Heading>
        <p>
          Yours, not saved yet: <strong>{clash.words}</strong>.
        </p>
        <p>Revision {clash.revision} already holds another change of the same thing. Nothing is lost until you pick.</p>
        <Flex gap="10px">
          <Button look="strong" type="button" onClick={() => dispatch(circuitSlice.actions.clashSettled('mine'))}>
            Put mine on top
          </Button>
          <Button type="button" onClick={() => dispatch(circuitSlice.actions.clashSettled('theirs'))}>
            Keep theirs
          </Button>
        </Flex>
      </Box>
    </Box>
  );
}
