import { Box, Flex } from '@chakra-ui/react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { DEFAULT_PRACTICE, type Practice, SCHOOLS, type School, type SchoolName, schoolOf, TABLES } from '#core/size';
import { readTyped } from '#core/units';
import { api } from '../app/api';
import { useAppDispatch, useAppSelector } from '../app/store';
import { Outside } from '../ui/Outside';
import { Button, Choice, Field, Heading, Label, Note } from '../ui/parts';
import { practiceSlice } from './practiceSlice';

/** How this job is done: rules, units, schools, and its own figures for what is common practice. Saved as it is chosen. */
export default function PracticePage() {
  const { job = '' } = useParams();
  const dispatch = useAppDispatch();
  const held = useAppSelector((state) => state.practice);
  const [problem, setProblem] = useState<string>();
  const [saved, setSaved] = useState(false);
  const revision = useRef(0);
  const sending = useRef<Promise<void>>(Promise.resolve());
  const reload = useCallback(async () => {
    const reply = await api.practice(job);
    revision.current = reply.revision;
    dispatch(practiceSlice.actions.loaded({ job, ...reply }));
  }, [dispatch, job]);
  useEffect(() => {
    reload().catch((error: Error) => setProblem(error.message));
  }, [reload]);
  const { practice } = held;
  /** Shown at once, sent one after the other: each save starts from the revision that the one before gave. */
  const save = (next: Practice): Promise<void> => {
    dispatch(practiceSlice.actions.loaded({ job, revision: held.revision, practice: next }));
    setSaved(false);
    sending.current = sending.current.then(async () => {
      try {
        const reply = await api.savePractice(job, revision.current, next);
        revision.current = reply.revision;
        dispatch(practiceSlice.actions.loaded({ job, ...reply }));
        setProblem(undefined);
        setSaved(true);
      } catch (error) {
        setProblem((error as Error).message);
        await reload().catch(() => undefined);
      }
    });
    return sending.current;
  };
  if (held.job !== job)
    return <Outside job={job}>{problem ? <Note tone="danger">{problem}</Note> : 'Opening the practice of this job…'}</Outside>;
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
    <Outside job={job} width="900px">
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
        (rules) => ({ ...practice, rules: rules as Practice['rules'] }),
      )}
      {pick(
        'Units',
        practice.units,
        [
          ['site', 'by site'],
          ['us', 'feet, AWG, hp'],
          ['si', 'metres, mm², kW'],
        ],
        (units) => ({ ...practice, units: units as Practice['units'] }),
      )}
      <Label>Schools: each with its reason</Label>
      {(Object.entries(SCHOOLS) as [SchoolName, School][]).map(([name, { question, choices, changes }]) => {
        const chosen = schoolOf(practice, name);
        return (
          <Box as="fieldset" key={name} border="none" p={0} m={0} py="7px" borderBottom="1px dashed" borderColor="hairline">
            <Box as="legend" fontWeight={600} p={0}>
              {question}
            </Box>
            {choices.map(({ value, words, reason }, index) => (
              <Flex
                as="label"
                key={value}
                gap="8px"
                align="baseline"
                fontSize="14px"
                minH="26px"
                css={{ '@media (max-width: 700px)': { minHeight: '44px' } }}
              >
                <input
                  type="radio"
                  name={name}
                  checked={chosen === value}
                  onChange={() => void save({ ...practice, schools: { ...practice.schools, [name]: value } })}
                />
                <span>
                  <strong>{words}</strong>
                  {index === 0 && choices.length > 1 ? ' (default)' : ''}. {reason}
                </span>
              </Flex>
            ))}
            <Box fontSize="12px" color="muted">
              In this program: {changes}.
            </Box>
          </Box>
        );
      })}
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

/** An emptied field goes back to the usual value. @returns a sentence where the text is no number */
function withValue(practice: Practice, key: string, text: string): Practice | string {
  const { [key]: _old, ...rest } = practice.typical;
  const read = readTyped(text);
  if (read.is === 'unclear') return read.why;
  return { ...practice, typical: read.is === 'empty' ? rest : { ...rest, [key]: read.value } };
}
