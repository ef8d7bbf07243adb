import { Box } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { Button, Heading, Label, Row } from '../ui/parts';

const KEYS: readonly (readonly [string, string])[] = [
  ['← →', 'walk along the line, left is toward the source'],
  ['↑ ↓', 'to the next line'],
  ['R / B', 'put the red / black lead on the point'],
  ['Space', 'operate the selected input'],
  ['N', 'swap NO and NC'],
  ['T', 'fit the whole sheet'],
  ['F', 'zoom to what is selected'],
  ['/', 'go to…'],
  ['Ctrl Z', 'undo'],
  ['?', 'this page'],
];
const MARKS: readonly (readonly [string, string])[] = [
  ['thick line', 'hot: over 30 V AC or 60 V DC to earth, current or not'],
  ['medium line', 'live, extra-low: over 1 V'],
  ['thin grey line', 'tied: within 1 V of a bonded return'],
  ['dashed line', 'floating: no defined volts'],
  ['chevrons', 'current flows'],
  ['solid bar', 'this contact is closed now, NO or NC'],
  ['filled symbol', 'energized now'],
  ['stroke through plates', 'rests closed (NC)'],
  ['small square', 'a way of a terminal strip'],
  ['open circle on a lead', 'loose end'],
];

/** What the marks and keys mean: "?" opens it. */
export function Legend() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') setOpen(false);
      if (event.key === '?' && !/^(INPUT|TEXTAREA|SELECT)$/.test((event.target as HTMLElement).tagName)) setOpen((was) => !was);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  if (!open) return null;
  return (
    <Box
      role="dialog"
      aria-label="Keys and marks"
      position="fixed"
      right="16px"
      top="64px"
      w="380px"
      maxW="94vw"
      maxH="80vh"
      overflowY="auto"
      bg="sheet"
      border="1px solid"
      borderColor="hairline"
      p="16px"
      zIndex={40}
    >
      <Heading>Keys and marks</Heading>
      <Label>Keys</Label>
      {KEYS.map(([key, words]) => (
        <Row key={key}>
          <strong>{key}</strong>
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
      <Button mt="12px" type="button" onClick={() => setOpen(false)}>
        Close
      </Button>
    </Box>
  );
}
