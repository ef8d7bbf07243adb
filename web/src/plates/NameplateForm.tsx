import type { ReactNode } from 'react';
import type { Evidence, FieldFacts, Field as FieldValue } from '#core/circuit';
import { Choice } from '../ui/Choice';
import { FactChoice } from '../ui/FactChoice';
import { Field } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { useTypedNumber } from '../ui/useTypedNumber';

const EVIDENCE: readonly Evidence[] = ['print', 'measured', 'assumed', 'unknown'];

interface Props {
  /** told apart on the page: a device's plate, a part's, the one in hand */
  readonly id: string;
  readonly fields: Readonly<Record<string, FieldFacts>>;
  readonly names: readonly string[];
  readonly nameplate: Readonly<Record<string, FieldValue>>;
  /** what an empty field says where no typical value stands in */
  readonly empty: string;
  readonly onSet: (name: string, to: FieldValue) => void;
  /** told of each value that could be entered while it is typed */
  readonly onTyped?: (name: string, to: FieldValue) => void;
  /** asks where each value comes from; else all that is typed is read from the print */
  readonly asksEvidence?: boolean;
  readonly onProblem?: (name: string, problem: string | undefined) => void;
  /** one under the other, or side by side as room allows */
  readonly wide?: boolean;
}

/** A nameplate, typed in as it is read from the part. What is empty shows the typical value that stands in, or asks. */
export function NameplateForm({ id, fields, names, nameplate, wide = false, ...rest }: Props) {
  const rows = names.flatMap((name) => {
    const facts = fields[name];
    return facts
      ? [
          <Row
            key={`${id} ${name} ${String(nameplate[name]?.value)}`}
            id={`${id}-${name}`}
            name={name}
            facts={facts}
            given={nameplate[name]}
            {...rest}
          />,
        ]
      : [];
  });
  return wide ? (
    <Flex gap="4px 16px" wrap="wrap" css={{ '& > *': { width: '300px' } }}>
      {rows}
    </Flex>
  ) : (
    rows
  );
}

type RowProps = Pick<Props, 'empty' | 'onSet' | 'onTyped' | 'asksEvidence' | 'onProblem'> & {
  readonly id: string;
  readonly name: string;
  readonly facts: FieldFacts;
  readonly given: FieldValue | undefined;
};

/** A value as it is typed: what is not there is not known. */
const typedField = (value: number | string | null): FieldValue => ({ value, evidence: value === null ? 'unknown' : 'print' });

function Row({ id, name, facts, given, empty, onSet, onTyped, asksEvidence = false, onProblem }: RowProps): ReactNode {
  const value = given && given.evidence !== 'unknown' ? given.value : null;
  const set = (next: number | string | null) => onSet(name, typedField(next));
  const { problem, isPending, props } = useTypedNumber(
    facts,
    value,
    set,
    (words) => onProblem?.(name, words),
    (next) => onTyped?.(name, typedField(next)),
  );
  return (
    <Flex
      position="relative"
      align="center"
      justify="space-between"
      gap="6px"
      py="2px"
      borderBottom="1px dashed"
      borderColor="hairline"
      wrap="wrap"
      fontSize="14px"
    >
      <label htmlFor={id} style={{ flex: 1, minWidth: 0 }}>
        {facts.label}
      </label>
      {facts.kind === 'choice' ? (
        <FactChoice id={id} facts={facts} value={value} empty={empty} onChoose={set} />
      ) : (
        <Flex align="baseline" gap="4px">
          <Field id={id} placeholder={facts.typical ? `typ. ${facts.typical.value}` : empty} {...props} />
          <Box as="span" color="muted" fontSize="13px" minW="22px">
            {facts.unit}
          </Box>
        </Flex>
      )}
      {asksEvidence && (
        <Choice
          aria-label={`${facts.label}: where the value comes from`}
          value={given?.evidence ?? (facts.typical ? 'assumed' : 'unknown')}
          onChange={({ target }) => {
            const evidence = EVIDENCE.find((one) => one === target.value);
            if (evidence) onSet(name, { value, evidence });
          }}
          w="86px"
        >
          {EVIDENCE.map((one) => (
            <option key={one} value={one}>
              {one}
            </option>
          ))}
        </Choice>
      )}
      {isPending && !problem && (
        // over what is below it: a row that came and went would take the next button from under the hand
        <Box
          role="status"
          position="absolute"
          top="100%"
          right={0}
          zIndex={2}
          pointerEvents="none"
          bg="lookTint"
          color="ink"
          px="6px"
          fontSize="12.5px"
        >
          not entered yet: Enter takes it, Escape puts back
        </Box>
      )}
      {problem && (
        <Box role="alert" color="danger" fontSize="13px" w="100%">
          {problem}
        </Box>
      )}
    </Flex>
  );
}
