import { CIRCUIT_KEYS, SHEET_KEYS } from '../ui/keys';
import { Over } from '../ui/Over';
import { Button, Label, Row } from '../ui/parts';

const MARKS: readonly (readonly [string, string])[] = [
  ['thick line', 'hot: over 30 V AC or 60 V DC to earth, current or not'],
  ['medium line', 'live, extra-low: over 1 V'],
  ['thin grey line', 'tied: within 1 V of a bonded return'],
  ['dashed line', 'floating: no defined volts'],
  ['chevrons', 'current flows'],
  ['solid bar', 'this contact is closed now, NO or NC'],
  ['filled symbol', 'on: energized now'],
  ['half-filled symbol', 'under way: starting, timing or travelling'],
  ['stroke through plates', 'rests closed (NC)'],
  ['small square', 'a way of a terminal strip'],
  ['open circle on a lead', 'loose end'],
];

/** What the marks and keys mean, from the table that the keys work by. */
export const Legend = ({ open, onClose }: { open: boolean; onClose: () => void }) => (
  <Over open={open} title="Keys and marks" onClose={onClose}>
    <Label mt="0">Keys</Label>
    {[...SHEET_KEYS, ...CIRCUIT_KEYS].map(({ cap, words }) => (
      <Row key={cap}>
        <strong>{cap}</strong>
        <span>{words}</span>
      </Row>
    ))}
    <Label>Marks</Label>
    {MARKS.map(([mark, words]) => (
      <Row key={mark}>
        <strong>{mark}</strong>
        <span>{words}</span>
      </Row>
    ))}
    <Button mt="12px" type="button" onClick={onClose}>
      Close
    </Button>
  </Over>
);
