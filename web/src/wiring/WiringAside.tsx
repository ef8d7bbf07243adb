import type { ComponentProps } from 'react';
import { useLook } from '../bench/BenchProvider';
import { Meter } from '../plates/Meter';
import { useBenchParts } from '../store/select';
import { Alike } from '../ui/Alike';
import { Label, Note } from '../ui/parts';
import { Box } from '../ui/styled';
import { useAsked } from './useAsked';
import { DoubtNote, type WirePlate } from './WirePlate';

/** The meter of the bench, while a lead of it is on the circuit. */
export function BenchMeter() {
  const look = useLook();
  return (
    <Box mt="12px" borderTop="2px solid" borderColor="ink" pt="8px">
      <Label as="h3">Bench meter, simulated</Label>
      {look && <Meter />}
      <SharedNode />
    </Box>
  );
}

/** With both leads on the circuit: whether what they touch is one node, and by what. */
function SharedNode() {
  const { red, black } = useBenchParts('red', 'black');
  const { answer, isCurrent } = useAsked('between', red && black ? { a: red, b: black } : undefined);
  if (!red || !black || !answer) return null;
  return (
    <Box mt="8px" fontSize="14px" opacity={isCurrent ? 1 : 0.6} data-between={answer.is}>
      <Label as="h3">Do they share a node?</Label>
      {answer.words}
    </Box>
  );
}

interface DoubtsProps {
  readonly doubts: ComponentProps<typeof WirePlate>['doubts'];
  readonly isCurrent: boolean;
  readonly statesSeen: number | undefined;
  readonly isWhole: boolean;
}

/** Everything that is doubtful about the wiring; nothing selected. */
export function Doubts({ doubts, isCurrent, statesSeen, isWhole }: DoubtsProps) {
  return (
    <Box opacity={isCurrent ? 1 : 0.6}>
      <Label as="h3">About the wiring</Label>
      {statesSeen === undefined && <Box color="muted">Looking…</Box>}
      {statesSeen !== undefined && !isWhole && (
        <Note tone="look">Cannot clear: not every state of this circuit was tried. The stage Prove says which were left out.</Note>
      )}
      {statesSeen !== undefined && isWhole && doubts.length === 0 && (
        <Note tone="good">
          Protective conductors, colours, insulation, ends under a screw, loose ends and numbers: nothing is doubtful in {statesSeen}{' '}
          states.
        </Note>
      )}
      <Alike
        all={doubts}
        kindOf={({ verdict, remedy, source }) => `${verdict} ${remedy} ${source}`}
        keyOf={({ title }) => title}
        namesOf={() => []}
        draw={(doubt) => <DoubtNote doubt={doubt} />}
      />
      <Box fontSize="13px" color="muted" mt="8px">
        Select a wire in the list or on the drawing: what it carries, where it goes, what was done to its ends.
      </Box>
    </Box>
  );
}
