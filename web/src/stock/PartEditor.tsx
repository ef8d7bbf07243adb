import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import type { FieldFacts } from '#core/circuit';
import { families, printed, type StockPart, stockProblems } from '#core/devices';
import { readTyped } from '#core/units';
import { FactChoice } from '../ui/FactChoice';
import { Button, Choice, Field, Heading, Label, Note } from '../ui/parts';

interface Props {
  readonly part: StockPart;
  readonly isNew: boolean;
  readonly onSave: (part: StockPart, removed?: boolean) => Promise<void>;
  readonly onDuplicate: (part: StockPart) => void;
  readonly onClose: () => void;
}

/** A part's own page: what it is, where it lies, and its nameplate as printed. */
export function PartEditor({ part, isNew, onSave, onDuplicate, onClose }: Props) {
  const [draft, setDraft] = useState(part);
  const shown = useRef<HTMLDivElement>(null);
  // opened from far down the list, it must come to the eye
  useEffect(() => {
    shown.current?.scrollIntoView({ block: 'center' });
  }, []);
  const [count, setCount] = useState(String(part.count));
  const family = families[draft.family]!;
  const problems = [
    ...(draft.title.trim() === '' ? ['Give it a title.'] : []),
    ...(Number.isInteger(Number(count)) && Number(count) >= 0 ? [] : [`"${count}" is no count. Write a whole number.`]),
    ...stockProblems(draft).map(({ message }) => message),
  ];
  const text = (label: string, name: 'title' | 'print' | 'van' | 'shelf' | 'notes', width = '220px') => (
    <Flex direction="column" fontSize="13px">
      <label htmlFor={`part-${name}`}>{label}</label>
      <Field
        id={`part-${name}`}
        w={width}
        textAlign="left"
        value={draft[name]}
        onChange={({ target }) => setDraft({ ...draft, [name]: target.value })}
      />
    </Flex>
  );
  return (
    <Box
      ref={shown}
      as="section"
      aria-label="Part"
      bg="card"
      border="1px solid"
      borderColor="hairline"
      borderRadius="6px"
      p="12px"
      mb="10px"
    >
      <Flex justify="space-between">
        <Heading>{isNew ? 'A new part' : part.title}</Heading>
        <Button type="button" look="quiet" onClick={onClose}>
          Close
        </Button>
      </Flex>
      <Flex gap="10px" wrap="wrap" mt="6px">
        {text('Title', 'title', '320px')}
        <Flex direction="column" fontSize="13px">
          <label htmlFor="part-family">Kind</label>
          <Choice
            id="part-family"
            value={draft.family}
            onChange={({ target }) => setDraft({ ...draft, family: target.value, nameplate: kept(draft, target.value) })}
          >
            {Object.entries(families)
              .filter(([, { group }]) => group !== 'joint')
              .map(([name, { title }]) => (
                <option key={name} value={name}>
                  {title}
                </option>
              ))}
          </Choice>
        </Flex>
        {text('Printed on it', 'print', '260px')}
        {text('Van or store', 'van', '110px')}
        {text('Shelf', 'shelf', '110px')}
        <Flex direction="column" fontSize="13px">
          <label htmlFor="part-count">Count</label>
          <Field id="part-count" inputMode="numeric" value={count} onChange={({ target }) => setCount(target.value)} />
        </Flex>
      </Flex>
      <Label>Nameplate: what is not read stays empty</Label>
      <Flex gap="4px 16px" wrap="wrap">
        {Object.entries(family.fields).map(([name, facts]) => (
          <PlateField
            key={`${draft.family}${name}`}
            name={name}
            facts={facts}
            value={draft.nameplate[name]?.value ?? null}
            onSet={(value) => {
              const { [name]: _old, ...rest } = draft.nameplate;
              setDraft({ ...draft, nameplate: value === null ? rest : { ...rest, [name]: printed(value) } });
            }}
          />
        ))}
      </Flex>
      {problems.length > 0 && <Note>{problems.join(' ')}</Note>}
      <Flex gap="8px" mt="10px" wrap="wrap">
        <Button type="button" look="strong" disabled={problems.length > 0} onClick={() => void onSave({ ...draft, count: Number(count) })}>
          {isNew ? 'Add it' : 'Save'}
        </Button>
        <Button type="button" onClick={() => onDuplicate(draft)}>
          Duplicate
        </Button>
        {!isNew && (
          <Button type="button" onClick={() => void onSave(part, true)}>
            Take it out of stock
          </Button>
        )}
      </Flex>
    </Box>
  );
}

/** Of another kind, a part keeps the fields that both have. */
const kept = (part: StockPart, family: string): StockPart['nameplate'] =>
  Object.fromEntries(Object.entries(part.nameplate).filter(([name]) => families[family]?.fields[name]));

function PlateField({
  name,
  facts,
  value,
  onSet,
}: {
  name: string;
  facts: FieldFacts;
  value: number | string | null;
  onSet: (value: number | string | null) => void;
}) {
  const [text, setText] = useState(value === null ? '' : String(value));
  const id = `part-${name}`;
  return (
    <Flex align="center" gap="6px" fontSize="13px" w="300px" justify="space-between">
      <label htmlFor={id}>{facts.label}</label>
      {facts.kind === 'choice' ? (
        <FactChoice id={id} facts={facts} value={value} empty="not read" onChoose={onSet} />
      ) : (
        <Flex align="baseline" gap="4px">
          <Field
            id={id}
            inputMode="decimal"
            value={text}
            placeholder={facts.typical ? `typ. ${facts.typical.value}` : 'not read'}
            onChange={({ target }) => {
              setText(target.value);
              const read = readTyped(target.value, facts.unit);
              // what cannot be read is kept as typed: the part's problems tell of it
              onSet(read.is === 'empty' ? null : read.is === 'number' ? read.value : target.value.trim());
            }}
          />
          <Box as="span" color="muted" minW="24px">
            {facts.unit}
          </Box>
        </Flex>
      )}
    </Flex>
  );
}
