import { useState } from 'react';
import type { OwnFamily } from '#core/circuit';
import { ELEMENTS, type ElementKind, type OwnElement, ownKind, ownKindProblem } from '#core/panel';
import { Choice } from '../ui/Choice';
import { Button, Field, Label, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** What is typed of a row: its terminals as one text. */
interface Typed {
  readonly kind: ElementKind;
  readonly marks: string;
}

const KINDS = Object.entries(ELEMENTS) as [ElementKind, (typeof ELEMENTS)[ElementKind]][];
const SHOWN: Readonly<Record<number, string>> = { 1: 'J', 2: '13 14', 3: '11 12 14' };

const elementOf = ({ kind, marks }: Typed): OwnElement => ({
  kind,
  marks: marks
    .trim()
    .split(/[\s,/–]+/)
    .filter(Boolean),
});

interface Props {
  readonly onMade: (family: OwnFamily) => void;
  readonly onBack: () => void;
}

/** A kind of device that the list does not have, from what stands on its label: its coil, its contacts, its loads, with their terminals. */
export function OwnKindForm({ onMade, onBack }: Props) {
  const [title, setTitle] = useState('');
  const [letter, setLetter] = useState('K');
  const [rows, setRows] = useState<readonly Typed[]>([
    { kind: 'coil', marks: '' },
    { kind: 'NO', marks: '' },
  ]);
  const elements = rows.filter(({ marks }) => marks.trim() !== '').map(elementOf);
  const problem =
    ownKindProblem(title, elements) ?? (/^[A-Z]$/.test(letter) ? undefined : 'Its tag begins with one capital letter: K for a relay.');
  const put = (at: number, change: Partial<Typed>) => setRows(rows.map((row, index) => (index === at ? { ...row, ...change } : row)));
  return (
    <Box as="form" aria-label="A kind of one’s own" onSubmit={(event) => event.preventDefault()}>
      <Flex gap="10px" wrap="wrap" align="end">
        <Flex direction="column" fontSize="13px" flex="1 1 220px">
          <label htmlFor="own-title">What its label calls it</label>
          <Field
            autoFocus
            id="own-title"
            w="100%"
            boxSizing="border-box"
            textAlign="left"
            value={title}
            onChange={({ target }) => setTitle(target.value.slice(0, 80))}
          />
        </Flex>
        <Flex direction="column" fontSize="13px">
          <label htmlFor="own-letter">Tag letter</label>
          <Field id="own-letter" w="60px" value={letter} onChange={({ target }) => setLetter(target.value.toUpperCase().slice(0, 1))} />
        </Flex>
      </Flex>
      <Label>What it has, by its pin picture</Label>
      {rows.map((row, index) => (
        // a row has no name of its own: its place is all there is
        <Flex key={index} gap="6px" mb="4px" wrap="wrap" data-own-row>
          <Choice
            aria-label={`Row ${index + 1}`}
            value={row.kind}
            onChange={({ target }) => put(index, { kind: target.value as ElementKind })}
          >
            {KINDS.map(([kind, { words }]) => (
              <option key={kind} value={kind}>
                {words}
              </option>
            ))}
          </Choice>
          <Field
            w="130px"
            textAlign="left"
            aria-label={`Terminals of row ${index + 1}`}
            placeholder={row.kind === 'coil' ? 'A1 A2' : SHOWN[ELEMENTS[row.kind].marks]}
            value={row.marks}
            onChange={({ target }) => put(index, { marks: target.value })}
          />
          <Button
            type="button"
            look="quiet"
            aria-label={`Leave out row ${index + 1}`}
            onClick={() => setRows(rows.filter((_, at) => at !== index))}
          >
            Leave out
          </Button>
        </Flex>
      ))}
      <Button type="button" onClick={() => setRows([...rows, { kind: 'NO', marks: '' }])}>
        Another row
      </Button>
      {problem && (
        <Note role="status" mt="6px">
          {problem}
        </Note>
      )}
      <Flex gap="8px" mt="8px">
        <Button type="button" look="strong" disabled={problem !== undefined} onClick={() => onMade(ownKind(title, letter, elements))}>
          Take this kind
        </Button>
        <Button type="button" look="quiet" onClick={onBack}>
          Back to the list
        </Button>
      </Flex>
      <Box fontSize="12px" color="muted" mt="6px">
        With a coil its contacts follow the coil; without one a hand works them, all at once; buttons of its own are a hand each. What is
        printed on it is entered on its plate, and nothing of it is cleared before. It goes with the circuit.
      </Box>
    </Box>
  );
}
