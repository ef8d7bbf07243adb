import { useEffect, useRef, useState } from 'react';
import type { Field as FieldValue } from '#core/circuit';
import { familyList, familyNamed, kindOfPart, type StockPart, stockProblems } from '#core/devices';
import { readTyped } from '#core/units';
import { NameplateForm } from '../plates/NameplateForm';
import { Choice } from '../ui/Choice';
import { Button, Field, Heading, Label, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

interface Props {
  readonly part: StockPart;
  readonly isNew: boolean;
  readonly onSave: (part: StockPart, removed?: boolean) => Promise<void>;
  readonly onDuplicate: (part: StockPart) => void;
  readonly onClose: () => void;
}

/** A body as it is typed: null where nobody says, undefined where it is none. */
function bodyOf({ wide, high }: { readonly wide: string; readonly high: string }): StockPart['body'] | undefined {
  if (wide.trim() === '' && high.trim() === '') return null;
  const [widthMm, heightMm] = [wide, high].map((text) => {
    const typed = readTyped(text, 'mm');
    return typed.is === 'number' && typed.value > 0 && typed.value <= 5000 ? typed.value : undefined;
  });
  return widthMm === undefined || heightMm === undefined ? undefined : { widthMm, heightMm };
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
  const [unread, setUnread] = useState<Readonly<Record<string, string>>>({});
  const [size, setSize] = useState({ wide: part.body ? String(part.body.widthMm) : '', high: part.body ? String(part.body.heightMm) : '' });
  const family = kindOfPart(draft);
  const body = bodyOf(size);
  const problems = [
    ...(body === undefined ? ['Its body has a width and a height in mm, or neither.'] : []),
    ...(draft.title.trim() === '' ? ['Give it a title.'] : []),
    ...(Number.isInteger(Number(count)) && Number(count) >= 0 ? [] : [`"${count}" is no count. Write a whole number.`]),
    ...stockProblems(draft, '').map(({ message }) => message),
    ...Object.values(unread),
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
            onChange={({ target }) => {
              setUnread({});
              setDraft(
                target.value === part.family
                  ? { ...draft, family: part.family, own: part.own }
                  : { ...draft, family: target.value, own: null, nameplate: kept(draft, target.value) },
              );
            }}
          >
            {part.own && <option value={part.family}>{part.own.title}, a kind of its own</option>}
            {familyList
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
        {(['wide', 'high'] as const).map((way) => (
          <Flex key={way} direction="column" fontSize="13px">
            <label htmlFor={`part-${way}`}>Body, mm {way}</label>
            <Field
              id={`part-${way}`}
              inputMode="decimal"
              w="90px"
              placeholder="usual"
              value={size[way]}
              onChange={({ target }) => setSize({ ...size, [way]: target.value })}
            />
          </Flex>
        ))}
      </Flex>
      <Label>Nameplate: what is not read stays empty</Label>
      <NameplateForm
        id={`part-${draft.family}`}
        fields={family?.fields ?? {}}
        names={Object.keys(family?.fields ?? {})}
        nameplate={draft.nameplate}
        empty="not read"
        wide
        onSet={(name, to) => setDraft((now) => ({ ...now, nameplate: withField(now.nameplate, name, to) }))}
        onProblem={(name, problem) => setUnread((now) => withProblem(now, name, problem))}
      />
      {problems.length > 0 && <Note>{problems.join(' ')}</Note>}
      <Flex gap="8px" mt="10px" wrap="wrap">
        <Button
          type="button"
          look="strong"
          disabled={problems.length > 0}
          onClick={() => void onSave({ ...draft, count: Number(count), body: body ?? null })}
        >
          {isNew ? 'Add it' : 'Save'}
        </Button>
        <Button type="button" onClick={() => onDuplicate({ ...draft, body: body ?? null })}>
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
  Object.fromEntries(Object.entries(part.nameplate).filter(([name]) => familyNamed(family)?.fields[name]));

/** What is not read stays out of a part's nameplate. */
function withField(nameplate: StockPart['nameplate'], name: string, to: FieldValue): StockPart['nameplate'] {
  const { [name]: _old, ...rest } = nameplate;
  return to.value === null ? rest : { ...rest, [name]: to };
}

function withProblem(
  problems: Readonly<Record<string, string>>,
  name: string,
  problem: string | undefined,
): Readonly<Record<string, string>> {
  const { [name]: _old, ...rest } = problems;
  return problem === undefined ? rest : { ...rest, [name]: problem };
}
