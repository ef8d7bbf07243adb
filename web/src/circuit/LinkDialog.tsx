import { useState } from 'react';
import { Over } from '../ui/Over';
import { Button, Field } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { LOOK } from './useShared';

function addressOf(isToLook: boolean): string {
  const address = new URL(window.location.href);
  if (isToLook) address.searchParams.set(LOOK, '1');
  else address.searchParams.delete(LOOK);
  return address.href;
}

/** The address of what is looked at, to be sent to somebody: circuit, stage, and what is chosen. */
export function LinkDialog({ onClose }: { onClose: () => void }) {
  const [isToLook, setToLook] = useState(false);
  const address = addressOf(isToLook);
  const [isCopied, setCopied] = useState(false);
  // a browser keeps its clipboard from pages that came over plain HTTP: then the person copies it from the field
  const copy = () =>
    navigator.clipboard?.writeText(address).then(
      () => setCopied(true),
      () => undefined,
    );
  return (
    <Over open title="A link to here" onClose={onClose}>
      <Box mb="8px">It opens this circuit at this stage, with what is chosen now. What is on your bench stays yours.</Box>
      <Box as="label" display="flex" gap="8px" alignItems="center" minH="34px">
        <input type="checkbox" checked={isToLook} onChange={() => setToLook(!isToLook)} />
        Only to look at: whoever opens it changes nothing by mistake
      </Box>
      <Field
        readOnly
        width="100%"
        boxSizing="border-box"
        textAlign="left"
        aria-label="Link"
        value={address}
        onFocus={({ target }) => target.select()}
      />
      <Flex gap="10px" mt="12px" align="center">
        <Button type="button" look="strong" onClick={() => void copy()}>
          Copy
        </Button>
        <Button type="button" onClick={onClose}>
          Close
        </Button>
        {isCopied && <span role="status">Copied.</span>}
      </Flex>
    </Over>
  );
}
