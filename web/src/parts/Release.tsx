import { useState } from 'react';
import type { Device } from '#core/circuit';
import { amount, readTyped } from '#core/units';
import { Button, Field, Label, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

interface Props {
  readonly device: Device;
  readonly title: string;
  /** volts that the circuit says stand at the coil's wires with the coil called; undefined: the device has no coil */
  readonly expectedV: number | undefined;
  readonly refused: string | undefined;
  readonly onUse: () => void;
}

/** A meter and the model may differ by this much before somebody must look. Common practice. */
const APART = 0.07;

/** Before a part is released the control volts are measured and compared: the model judges the circuit it was told, not the one that is there. */
export function Release({ device, title, expectedV, refused, onUse }: Props) {
  const [text, setText] = useState('');
  const typed = readTyped(text, 'V');
  const isRead = typed.is === 'number';
  const measured = isRead ? typed.value : 0;
  const differs = isRead && expectedV !== undefined && Math.abs(measured - expectedV) > Math.max(1, APART * expectedV);
  const ready = expectedV === undefined || isRead;
  return (
    <Box as="section" aria-label="Release" mt="10px">
      {expectedV !== undefined && (
        <>
          <Label>Measured at {device.tag}’s coil wires, called</Label>
          <Flex align="center" gap="6px">
            <Field
              aria-label="Measured control volts"
              inputMode="decimal"
              value={text}
              onChange={({ target }) => setText(target.value)}
              placeholder="V"
            />
            <Box fontSize="14px" color="muted">
              V; the circuit says {amount(expectedV, 'V')}
            </Box>
          </Flex>
          <Box fontSize="12px" color="muted">
            Live reading: one hand, guarded probes, a meter rated for the place. Isolate, lock and prove dead before the part is changed.
          </Box>
        </>
      )}
      {typed.is === 'unclear' && (
        <Box role="alert" color="danger" fontSize="13px">
          {typed.why}
        </Box>
      )}
      {differs && (
        <Note tone="danger" role="alert">
          You read {amount(measured, 'V')} where the circuit says {amount(expectedV, 'V')}. The control is not what is drawn here: find out
          which before a part is fitted.
        </Note>
      )}
      {refused && <Note tone="danger">{refused}</Note>}
      <Flex gap="8px" mt="6px" wrap="wrap">
        <Button type="button" look="strong" disabled={!ready} onClick={onUse}>
          {refused || differs ? `Use ${title} all the same` : `Use ${title}`}
        </Button>
        {!ready && (
          <Box fontSize="13px" color="muted" alignSelf="center">
            Enter the measured volts first.
          </Box>
        )}
      </Flex>
    </Box>
  );
}
