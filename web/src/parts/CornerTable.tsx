import type { CableRoom, Corner } from '#core/fit';
import { amount, percent } from '#core/units';
import { Measure } from '../plates/Measure';
import { Label, Row } from '../ui/parts';
import { Box } from '../ui/styled';

const isGood = (word: string): boolean => word === 'pulls in' || word.startsWith('high, normal');

/** The coil with the line at its worst and its winding hot: what the nominal verdict leaves out. */
export function CornerTable({ corners, of }: { corners: readonly Corner[]; of: string }) {
  if (corners.length === 0) return null;
  return (
    <Box>
      <Label>{of}: line low and high, coil cold and hot</Label>
      {corners
        .filter(({ line, hot }) => line <= 1 || !hot)
        .map(({ line, hot, volts, word }) => (
          <Row key={`${line}${hot}`} fontSize="13px">
            <span>
              Line {percent(line)}
              {line > 1 ? ', held' : hot ? ', hot by 60 K' : ', cold'}
            </span>
            <Box as="span" color={isGood(word) ? 'ink' : word === 'burns' || word === 'dead' ? 'danger' : 'look'} fontWeight={600}>
              {word}, {amount(volts, 'V')}
            </Box>
          </Row>
        ))}
    </Box>
  );
}

/** How much longer the coil's wires may be, one way, before it no longer surely pulls in. */
export const Room = ({ cable }: { cable: CableRoom }) => (
  <Box>
    <Label>Its wires may be longer by, one way</Label>
    <Row fontSize="13px">
      <span>Line 100 %</span>
      <strong>
        <Measure size={cable.size} metres={cable.metres} />
      </strong>
    </Row>
    <Row fontSize="13px">
      <span>Line 90 %</span>
      <strong>{cable.atLowLineM > 0 ? <Measure metres={cable.atLowLineM} /> : 'not at all: it is short of volts as it is'}</strong>
    </Row>
  </Box>
);
