import { Box, Flex } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import { useParams } from 'react-router';
import type { BodyOf } from '#core/api';
import { DEFAULT_PRACTICE, type Practice, SCHOOLS, type SchoolName, schoolOf } from '#core/schools';
import { TABLES } from '#core/size';
import { readTyped } from '#core/units';
import { schoolWords } from '#core/words';
import { Outside } from '../frame/Outside';
import { server, usePracticeQuery } from '../store/server';
import { useAppDispatch } from '../store/store';
import { Choice } from '../ui/Choice';
import { Button, Field, Heading, Label, Note } from '../ui/parts';

const RULES: readonly Practice['rules'][] = ['site', 'na', 'iec'];
const UNITS: readonly Practice['units'][] = ['site', 'us', 'si'];
const SCHOOL_NAMES = Object.keys(SCHOOLS) as SchoolName[];

/** How this job is done: rules, units, schools, and its own figures for what is common practice. Saved as it is chosen. */
export default function PracticePage() {
  const { job = '' } = useParams();
  const dispatch = useAppDispatch();
  const { data: held, error } = usePracticeQuery(job, { refetchOnMountOrArgChange: true });
  const [refused, setRefused] = useState<string>();
  const [saved, setSaved] = useState(false);
  const revision = useRef(0);
  const sending = useRef<Promise<void>>(Promise.resolve());
  const isSending = useRef(0);
  if (held && isSending.current === 0) revision.current = held.revision;
  if (!held)
    return (
      <Outside title="Job practice" job={job}>
        {typeof error === 'string' ? <Note tone="danger">{error}</Note> : 'Opening the practice of this job…'}
      </Outside>
    );
  const { practice } = held;
  const show = (reply: { revision: number; practice: Practice }) => dispatch(server.util.upsertQueryData('practice', job, reply));
  /** Shown at once, sent one after the other: each save starts from the revision that the one before gave. */
  const save = (next: Practice): Promise<void> => {
    void show({ revision: held.revision, practice: next });
    setSaved(false);
    isSending.current++;
    sending.current = sending.current.then(async () => {
      try {
        const body: BodyOf<'savePractice'> = { baseRevision: revision.current, practice: next };
        const reply = await dispatch(server.endpoints.savePractice.initiate({ job, ...body })).unwrap();
        revision.current = reply.revision;
        if (isSending.current === 1) await show(reply);
        setRefused(undefined);
        setSaved(true);
      } catch (wrong) {
        setRefused(String(wrong));
        const { data } = await dispatch(server.endpoints.practice.initiate(job, { forceRefetch: true, subscribe: false }));
        if (data) revision.current = data.revision;
      } finally {
        isSending.current--;
      }
    });
    return sending.current;
  };
  const setProblem = setRefused;
  const problem = refused;
  const pick = (label: string, value: string, choices: readonly (readonly [string, string])[], set: (value: string) => Practice) => (
    <Flex align="center" gap="10px" py="4px">
      <Box as="label" w="120px" {...{ htmlFor: `practice-${label}` }}>
        {label}
      </Box>
      <Choice id={`practice-${label}`} value={value} onChange={({ target }) => void save(set(target.value))}>
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
          {saved ? 'saved' : `revision ${held.revision}`}
        </Box>
      </Flex>
      {problem && (
        <Note tone="danger" role="alert">
          {problem}
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
        (chosen) => ({ ...practice, rules: RULES.find((one) => one === chosen) ?? 'site' }),
      )}
      {pick(
        'Units',
        practice.units,
        [
          ['site', 'by site'],
          ['us', 'feet, AWG, hp'],
          ['si', 'metres, mm², kW'],
        ],
        (chosen) => ({ ...practice, units: UNITS.find((one) => one === chosen) ?? 'site' }),
      )}
      <Label>Schools: each with its reason</Label>
      {SCHOOL_NAMES.map((name) => (
        <SchoolChoice
          key={name}
          name={name}
          chosen={schoolOf(practice, name)}
          onChoose={(value) => void save({ ...practice, schools: { ...practice.schools, [name]: value } })}
        />
      ))}
      <Label>Working values: typical, never limits</Label>
      {TABLES.constants.rows.map(({ key, cells: [usual, unit, what] }) => (
        <Flex
          key={`${key}${practice.typical[key] ?? ''}`}
          align="center"
          justify="space-between"
          gap="10px"
          py="3px"
          borderBottom="1px dashed"
          borderColor="hairline"
          fontSize="14px"
          wrap="wrap"
        >
          <label htmlFor={`value-${key}`}>{what}</label>
          <Flex align="baseline" gap="6px">
            <Field
              id={`value-${key}`}
              inputMode="decimal"
              defaultValue={practice.typical[key] === undefined ? '' : String(practice.typical[key])}
              placeholder={`typ. ${usual}`}
              onBlur={({ target }) => {
                const next = withValue(practice, key, target.value);
                if (typeof next === 'string') setProblem(next);
                else void save(next);
              }}
              onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
            />
            <Box as="span" color="muted" minW="30px">
              {unit}
            </Box>
          </Flex>
        </Flex>
      ))}
      <Button type="button" mt="14px" onClick={() => void save(DEFAULT_PRACTICE)}>
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

/** An emptied field goes back to the usual value. @returns a sentence where the text is no number */
function withValue(practice: Practice, key: string, text: string): Practice | string {
  const { [key]: _old, ...rest } = practice.typical;
  const read = readTyped(text);
  if (read.is === 'unclear') return read.why;
  return { ...practice, typical: read.is === 'empty' ? rest : { ...rest, [key]: read.value } };
}
