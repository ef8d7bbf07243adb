import { useDeferredValue, useState } from 'react';
import type { CircuitLine, Standing } from '#core/api';
import { Outside } from '../frame/Outside';
import { newCircuitId } from '../store/ids';
import { useCircuitsQuery, useCreateJobMutation, useJobsQuery, useSaveStandingMutation } from '../store/server';
import { Button, Field, Heading, Note } from '../ui/parts';
import { Segments } from '../ui/Segments';
import { Box, Flex } from '../ui/styled';
import { Apart } from './Apart';
import { CircuitCard } from './CircuitCard';
import { Cards, type Done, doneOf, JobSection } from './JobSection';

const SHELVES: readonly { readonly value: Standing; readonly words: string }[] = [
  { value: 'open', words: 'In work' },
  { value: 'archived', words: 'Archived' },
  { value: 'deleted', words: 'Deleted' },
];

const DONE_WORDS: { readonly [S in Standing]: string } = { open: 'is back in its job', archived: 'is archived', deleted: 'is deleted' };

/** The page of the morning: what is wrong where, what was left half done. */
export function JobsPage() {
  const { data: jobs, error, refetch } = useJobsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [shelf, setShelf] = useState<Standing>('open');
  const [typed, setTyped] = useState('');
  const search = useDeferredValue(typed.trim());
  const [done, setDone] = useState<Done>();
  const [create] = useCreateJobMutation();
  const [saveStanding] = useSaveStandingMutation();
  const problem = typeof error === 'string' ? error : undefined;
  const stand = async (circuit: CircuitLine, standing: Standing) =>
    setDone(
      doneOf(
        await saveStanding({ id: circuit.id, standing }),
        `${circuit.number} ${circuit.title} ${DONE_WORDS[standing]}.`,
        () => void saveStanding({ id: circuit.id, standing: circuit.standing }),
      ),
    );
  return (
    <Outside title="Jobs" width="1180px" job={jobs?.[0]?.id}>
      <Flex align="center" wrap="wrap" gap="10px">
        <Heading as="h1" fontSize="22px" flex="1">
          Jobs
        </Heading>
        <Field
          type="search"
          width="240px"
          fontFamily="body"
          textAlign="left"
          placeholder="Number, title or site"
          aria-label="Search circuits by number, title or site"
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
        />
        <Segments on="paper" label="Which jobs and circuits" value={shelf} choices={SHELVES} onChoose={setShelf} />
        <Button
          type="button"
          onClick={async () => {
            const title = `New job ${(jobs?.length ?? 0) + 1}`;
            const made = await create({ id: newCircuitId(), title });
            setDone('error' in made ? { words: `Not done: ${String(made.error)}` } : undefined);
          }}
        >
          New job
        </Button>
      </Flex>
      {done && (
        <Note tone={done.undo ? 'good' : 'danger'} role="status">
          {done.words}{' '}
          {done.undo && (
            <Button
              look="quiet"
              type="button"
              onClick={() => {
                done.undo?.();
                setDone(undefined);
              }}
            >
              Undo
            </Button>
          )}
        </Note>
      )}
      {problem && (
        <Note tone="danger" role="alert">
          {problem}{' '}
          <Button look="quiet" type="button" onClick={() => void refetch()}>
            Try again
          </Button>
        </Note>
      )}
      {!jobs && !problem && <p>Looking for jobs…</p>}
      {shelf !== 'open' ? (
        <Apart standing={shelf} onStand={stand} />
      ) : search ? (
        <Found search={search} onStand={stand} />
      ) : (
        <>
          {jobs?.length === 0 && <Note>No job here yet. Make one with "New job".</Note>}
          {jobs?.map((job) => (
            <JobSection key={job.id} job={job} onStand={stand} onDone={setDone} />
          ))}
        </>
      )}
    </Outside>
  );
}

/** Circuits of all jobs by a search. */
function Found({ search, onStand }: { search: string; onStand: (circuit: CircuitLine, standing: Standing) => void }) {
  const { data } = useCircuitsQuery({ search, order: 'number', limit: 60 });
  if (!data) return <p>Looking…</p>;
  if (data.count === 0) return <Note>No circuit in work has "{search}" in its number, title or site.</Note>;
  return (
    <>
      <Box color="muted" my="8px" role="status">
        {data.count > data.circuits.length ? `${data.circuits.length} of ${data.count} found; type more of it` : `${data.count} found`}
      </Box>
      <Cards>
        {data.circuits.map((circuit) => (
          <CircuitCard key={circuit.id} circuit={circuit} onStand={(standing) => onStand(circuit, standing)} />
        ))}
      </Cards>
    </>
  );
}
