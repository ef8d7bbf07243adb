import { useState } from 'react';
import type { WireRowView } from '#core/bench';
import { useDocument } from '../store/select';
import { useAppSelector } from '../store/store';
import { Choice } from '../ui/Choice';
import { Button, Mono, Note } from '../ui/parts';
import { saveAs } from '../ui/saveAs';
import { Box, Flex } from '../ui/styled';

/** Sizes of ferrule sleeves and flags as they are sold on sheets, in millimetres. Common practice. */
const SIZES = { '4 × 12': [12, 4], '5 × 18': [18, 5], '9 × 25': [25, 9], '12 × 38': [38, 12] } as const;
type Size = keyof typeof SIZES;

interface Props {
  readonly rows: readonly WireRowView[];
  /** a danger or a block stands: nothing is printed until it is cleared */
  readonly isStopped: boolean;
}

/** A ferrule for each end of each wire: its number, and where it goes. Printed true to size. */
export function FerruleLabels({ rows, isStopped }: Props) {
  const { number } = useDocument();
  const revision = useAppSelector((state) => state.sync.revision);
  const [size, setSize] = useState<Size>('5 × 18');
  const [withEnd, setWithEnd] = useState(true);
  const labels = rows.flatMap((row) =>
    row.ends.flatMap(({ terminal, spelled }) => (terminal ? [{ number: row.number, end: withEnd ? spelled : '' }] : [])),
  );
  const [widthMm, heightMm] = SIZES[size];
  const make = async (kind: 'svg' | 'pdf') => {
    const { ferrulesPdf, ferrulesSvg } = await import('../label/ferrules');
    const about = `${number} rev ${revision}`;
    if (kind === 'svg') saveAs(`${number}-ferrules.svg`, ferrulesSvg(labels, { widthMm, heightMm }, about), 'image/svg+xml');
    else saveAs(`${number}-ferrules.pdf`, await ferrulesPdf(labels, { widthMm, heightMm }, about), 'application/pdf');
  };
  return (
    <Box>
      <Flex gap="8px" align="center" wrap="wrap">
        <Choice aria-label="Size of a ferrule, mm" value={size} onChange={({ target }) => setSize(target.value as Size)}>
          {Object.keys(SIZES).map((one) => (
            <option key={one} value={one}>
              {one} mm
            </option>
          ))}
        </Choice>
        <Button type="button" aria-pressed={withEnd} onClick={() => setWithEnd(!withEnd)}>
          {withEnd ? 'Number and terminal' : 'Number alone'}
        </Button>
        <Button type="button" disabled={isStopped || labels.length === 0} onClick={() => void make('pdf')}>
          {labels.length} ferrules (PDF, A4)
        </Button>
        <Button type="button" disabled={isStopped || labels.length === 0} onClick={() => void make('svg')}>
          SVG
        </Button>
      </Flex>
      {isStopped && <Note tone="danger">No ferrules while a danger stands: the plate at the right and the stage Prove say which.</Note>}
      <Flex gap="4px" wrap="wrap" mt="8px" aria-label="What is printed">
        {labels.slice(0, 60).map((one, index) => (
          <Mono key={`${one.number} ${one.end} ${index}`} fontSize="12px" border="1px solid" borderColor="hairline" bg="card" px="5px">
            {one.number} {one.end}
          </Mono>
        ))}
        {labels.length > 60 && <Box color="muted">and {labels.length - 60} more</Box>}
      </Flex>
      <Box color="muted" mt="8px">
        Print at 100 %, not fitted to the page; the line at the foot of the sheet is 100 mm long.
      </Box>
    </Box>
  );
}
