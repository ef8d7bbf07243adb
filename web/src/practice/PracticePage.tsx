import { useId } from 'react';
import { useParams } from 'react-router';
import type { FieldFacts } from '#core/circuit';
import { DEFAULT_PRACTICE, type Practice, SCHOOLS, type SchoolName, schoolOf } from '#core/schools';
import { TABLES, WORKING_VALUE } from '#core/size';
import { schoolWords } from '#core/words';
import { Outside } from '../frame/Outside';
import { Choice } from '../ui/Choice';
import { Button, Field, Heading, Label, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { useTypedNumber } from '../ui/useTypedNumber';
import { usePracticeSaves } from './usePracticeSaves';

const RULES: readonly Practice['rules'][] = ['site', 'na', 'iec'];
const UNITS: readonly Practice['units'][] = ['site', 'us', 'si'];
const SCHOOL_NAMES = Object.keys(SCHOOLS) as SchoolName[];

/** How this job is done: rules, units, schools, and its own figures for what is common practice. Saved as it is chosen. */
export default function PracticePage() {
  const { job = '' } = useParams();
  const { practice, revision, error, refused, isSaved, save } = usePracticeSaves(job);
  if (!practice)
    return (
      <Outside title="Job practice" job={job}>
        {typeof error === 'string' ? <Note tone="danger">{error}</Note> : 'Opening the practice of this job…'}
      </Outside>
    );
  const pick = (
    label: string,
    value: string,
    choices: readonly (readonly [string, string])[],
    set: (value: string) => Partial<Practice>,
  ) => (
    <Flex align="center" gap="10px" py="4px">
      <Box as="label" w="120px" {...{ htmlFor: `practice-${label}` }}>
        {label}
      </Box>
      <Choice id={`practice-${label}`} value={value} onChange={({ target }) => save((before) => ({ ...before, ...set(target.value) }))}>
        {choices.map(([one, words]) => (
          <option key={one} value={one}>
            {words}
          </option>
        ))}
      </Choice>
    </Flex>
  );
  return (
    <Outside title="Job practice" job={job} width="900px">
      <Flex justify="space-between" align="baseline" wrap="wrap" gap="8px">
        <Heading as="h1" fontSize="22px">
          Job practice
        </Heading>
        <Box color="muted" fontSize="13px" role="status">
          {isSaved ? 'saved' : `revision ${revision}`}
        </Box>
      </Flex>
      {refused && (
        <Note tone="danger" role="alert">
          {refused}
        </Note>
      )}
      <Label>Rules and units</Label>
      {pick(
        'Rules',
        practice.rules,
        [
          ['site', 'by site: NEC at 60 Hz, IEC at 50 Hz'],
          ['na', 'North American'],
          ['iec', 'IEC'],
        ],
        (chosen) => ({ rules: RULES.find((one) => one === chosen) ?? 'site' }),
      )}
      {pick(
        'Units',
        practice.units,
        [
          ['site', 'by site'],
          ['us', 'feet, AWG, hp'],
          ['si', 'metres, mm², kW'],
        ],
        (chosen) => ({ units: UNITS.find((one) => one === chosen) ?? 'site' }),
      )}
      <Label>Schools: each with its reason</Label>
      {SCHOOL_NAMES.map((name) => (
        <SchoolChoice
          key={name}
          name={name}
          chosen={schoolOf(practice, name)}
          onChoose={(value) => save((before) => ({ ...before, schools: { ...before.schools, [name]: value } }))}
        />
      ))}
      <Label>Working values: typical, never limits</Label>
      {TABLES.constants.rows.map(({ key, cells: [usual, unit, what] }) => (
        <WorkingValue
          key={key}
          facts={{
            label: String(what),
            unit: String(unit),
            kind: 'number',
            ...WORKING_VALUE,
            typical: { value: Number(usual), source: 'common practice' },
          }}
          value={practice.typical[key] ?? null}
          onSet={(value) => save((before) => ({ ...before, typical: withValue(before.typical, key, value) }))}
        />
      ))}
      <Button type="button" mt="14px" onClick={() => save(() => DEFAULT_PRACTICE)}>
        Back to the defaults
      </Button>
    </Outside>
  );
}

/** A question on which good practitioners differ: its choices, each with its reason. */
function SchoolChoice({ name, chosen, onChoose }: { name: SchoolName; chosen: string; onChoose: (value: string) => void }) {
  const { question, choices, changes } = schoolWords[name];
  const rows = Object.entries<{ readonly words: string; readonly reason: string }>(choices);
  return (
    <Box as="fieldset" border="none" p={0} m={0} py="7px" borderBottom="1px dashed" borderColor="hairline">
      <Box as="legend" fontWeight={600} p={0}>
        {question}
      </Box>
      {rows.map(([value, { words, reason }], index) => (
        <Flex
          as="label"
          key={value}
          gap="8px"
          align="baseline"
          fontSize="14px"
          minH="26px"
          css={{ '@media (max-width: 700px)': { minHeight: '44px' } }}
        >
          <input type="radio" name={name} checked={chosen === value} onChange={() => onChoose(value)} />
          <span>
            <strong>{words}</strong>
            {index === 0 && rows.length > 1 ? ' (default)' : ''}. {reason}
          </span>
        </Flex>
      ))}
      <Box fontSize="12px" color="muted">
        In this program: {changes}.
      </Box>
    </Box>
  );
}

/** A figure of the trade that this job may take otherwise; an emptied field goes back to the usual one. */
function WorkingValue({ facts, value, onSet }: { facts: FieldFacts; value: number | null; onSet: (value: number | null) => void }) {
  const { problem, props } = useTypedNumber(facts, value, onSet);
  const id = useId();
  return (
    <Box py="3px" borderBottom="1px dashed" borderColor="hairline" fontSize="14px">
      <Flex align="center" justify="space-between" gap="10px" wrap="wrap">
        <label htmlFor={id}>{facts.label}</label>
        <Flex align="baseline" gap="6px">
          <Field id={id} placeholder={`typ. ${facts.typical?.value}`} {...props} />
          <Box as="span" color="muted" minW="30px">
            {facts.unit}
          </Box>
        </Flex>
      </Flex>
      {problem && (
        <Box role="alert" color="danger" fontSize="13px">
          {problem}
        </Box>
      )}
    </Box>
  );
}

function withValue(typical: Practice['typical'], key: string, value: number | null): Practice['typical'] {
  const { [key]: _old, ...rest } = typical;
  return value === null ? rest : { ...rest, [key]: value };
}
