import { useMemo } from 'react';
import type { Device } from '#core/circuit';
import { useFaultList } from '../bench/BenchProvider';
import { benchSlice } from '../store/bench';
import { useBenchParts, useDocument } from '../store/select';
import { useAppDispatch } from '../store/store';
import { Choice } from '../ui/Choice';
import { Button, Label, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** Sets a fault into this device to see what it does. The document is not changed. */
export function FaultSetter({ device }: { device: Device }) {
  const dispatch = useAppDispatch();
  const all = useFaultList();
  const { injected, hidden } = useBenchParts('injected', 'hidden');
  const { conductors } = useDocument();
  const { id } = device;
  // of a large panel there are thousands
  const faults = useMemo(
    () =>
      all.filter(
        (one) => one.device === id || (one.conductor !== null && conductors[one.conductor]?.ends.some((end) => end?.startsWith(`${id}:`))),
      ),
    [all, conductors, id],
  );
  const words = (fault: unknown) => all.find((one) => JSON.stringify(one.fault) === JSON.stringify(fault))?.words ?? '';
  if (faults.length === 0 && injected.length === 0) return null;
  return (
    <Box>
      <Label>What if it fails</Label>
      {hidden ? (
        <Note>A hidden fault is on. Reveal it on the Find page, or give it up, before you set another.</Note>
      ) : (
        <Flex gap="6px" wrap="wrap">
          <Choice
            aria-label={`Set a fault at ${device.tag}`}
            value=""
            onChange={({ target }) => {
              const fault = faults[Number(target.value)]?.fault;
              if (fault) dispatch(benchSlice.actions.injected([fault]));
            }}
          >
            <option value="">set a fault…</option>
            {faults.map((one, index) => (
              <option key={one.words} value={index}>
                {one.words}
              </option>
            ))}
          </Choice>
          {injected.length > 0 && (
            <Button type="button" onClick={() => dispatch(benchSlice.actions.injected([]))}>
              Take it out
            </Button>
          )}
        </Flex>
      )}
      {injected.map((fault) => (
        <Note key={JSON.stringify(fault)} tone="danger">
          Set: <strong>{words(fault)}</strong>
        </Note>
      ))}
    </Box>
  );
}
