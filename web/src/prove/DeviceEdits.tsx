import { useState } from 'react';
import type { Device } from '#core/circuit';
import { asPart } from '#core/devices';
import { tagProblem, takeOut } from '#core/panel';
import { Locked } from '../plates/Locked';
import { benchSlice } from '../store/bench';
import { edit } from '../store/editing';
import { newPartId } from '../store/ids';
import { useDocument } from '../store/select';
import { useSaveStockMutation } from '../store/server';
import { useAppDispatch } from '../store/store';
import { Button, Field, Label, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** A device under another tag, or out of the circuit with the wires that end on it. */
export function DeviceEdits({ device }: { device: Device }) {
  const dispatch = useAppDispatch();
  const document = useDocument();
  const [tag, setTag] = useState(device.tag);
  const wires = Object.values(document.conductors).filter(({ ends }) => ends.some((end) => end?.startsWith(`${device.id}:`))).length;
  const why = tagProblem(document, tag, device.tag);
  const [saveStock, { isLoading: isSaving, error }] = useSaveStockMutation();
  /** the device that was kept, so that another one may be */
  const [kept, setKept] = useState<string>();
  const isKept = kept === device.id;
  const keep = async () => {
    const change = { part: asPart(document, device, newPartId()), baseRevision: 0 };
    if (!('error' in (await saveStock([change])))) setKept(device.id);
  };
  const remove = () => {
    const changes = takeOut(document, device.id);
    if (!changes) return;
    dispatch(benchSlice.actions.deviceSelected(null));
    dispatch(edit(changes));
  };
  return (
    <Locked>
      <Box>
        <Label>This part</Label>
        <Flex gap="6px" wrap="wrap" align="center">
          <Field aria-label="Tag" w="90px" value={tag} onChange={({ target }) => setTag(target.value.toUpperCase())} />
          <Button
            type="button"
            disabled={tag === device.tag || why !== undefined}
            onClick={() => dispatch(edit([{ type: 'renameDevice', device: device.id, to: tag }]))}
          >
            Rename
          </Button>
          <Button type="button" disabled={isSaving || isKept} onClick={() => void keep()}>
            {isKept ? 'It is in Stock' : 'Keep its like in Stock'}
          </Button>
          <Button type="button" onClick={remove}>
            Take {device.tag} out
          </Button>
        </Flex>
        {error && (
          <Note tone="danger" role="alert">
            {device.tag} is not in Stock: {String(error)}
          </Note>
        )}
        {tag !== device.tag && why && (
          <Box role="alert" color="danger" fontSize="13px">
            {why}
          </Box>
        )}
        <Box fontSize="12px" color="muted" mt="3px">
          {wires === 0
            ? 'Nothing is wired to it.'
            : `${wires} ${wires === 1 ? 'wire goes' : 'wires go'} with it; a contact or a fuse in one wire leaves its line whole. Undo brings all back.`}
        </Box>
      </Box>
    </Locked>
  );
}
