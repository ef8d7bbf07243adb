import { Box, chakra, Flex } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { CircuitLine } from '#core/api';
import { Outside } from '../frame/Outside';
import { newCircuitId } from '../store/ids';
import { powerLeft } from '../store/personal';
import { wordsOf } from '../store/request';
import { server, useCreateCircuitMutation, useJobsQuery } from '../store/server';
import { useAppDispatch } from '../store/store';
import { Button, Heading, Label, Mono, Note } from '../ui/parts';

const Line = chakra(Link, {
  base: {
    display: 'flex',
    gap: '14px',
    alignItems: 'baseline',
    px: '14px',
    py: '12px',
    borderBottom: '1px solid',
    borderColor: 'hairline',
    color: 'ink',
    textDecoration: 'none',
    bg: 'sheet',
    _hover: { bg: 'card' },
    minH: '44px',
  },
});

const LEFT = { on: 'left powered, simulated', control: 'left with control on, simulated', isolated: 'isolated' } as const;

/** One line of state: what a person last did here, and what revision it is at. */
const stateOf = ({ revision, changedAt, id }: CircuitLine): string => {
  const power = LEFT[powerLeft(id)];
  return revision === 0 ? `as shipped · ${power}` : `revision ${revision}, ${new Date(changedAt).toLocaleDateString()} · ${power}`;
};

export function JobsPage() {
  const { data: jobs, error, refetch } = useJobsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [create] = useCreateCircuitMutation();
  const dispatch = useAppDispatch();
  const [refused, setRefused] = useState<string>();
  const chosen = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const job = jobs?.[0];
  const problem = typeof error === 'string' ? error : undefined;
  const take = async (file: File) => {
    setRefused(undefined);
    // a file may be chosen before the jobs are here: it waits for them, it is not dropped
    const into = job ?? (await dispatch(server.endpoints.jobs.initiate(undefined, { subscribe: false }))).data?.[0];
    if (!into) return setRefused(`${file.name}: there is no job to put it in yet.`);
    let document: unknown;
    try {
      document = JSON.parse(await file.text());
    } catch (wrong) {
      return setRefused(`${file.name} is not JSON: ${wordsOf(wrong)}. Export it again, or mend it at that place.`);
    }
    const made = await create({ job: into.id, id: newCircuitId(), document });
    if ('error' in made) return setRefused(`${file.name}: ${String(made.error)}`);
    return navigate(`/circuits/${made.data.id}`);
  };
  return (
    <Outside width="880px" job={job?.id}>
      <Flex justify="space-between" align="center" mb="6px" wrap="wrap" gap="8px">
        <Heading as="h1" fontSize="22px">
          Jobs
        </Heading>
        <Flex gap="8px" wrap="wrap">
          <Button type="button" disabled={!job} onClick={() => job && void navigate(`/jobs/${job.id}/brief`)}>
            From a few facts
          </Button>
          <Button type="button" onClick={() => chosen.current?.click()} disabled={!job}>
            Import a circuit
          </Button>
        </Flex>
        <input
          ref={chosen}
          type="file"
          accept=".json,application/json"
          hidden
          aria-label="Circuit file"
          onChange={({ target }) => {
            const [file] = target.files ?? [];
            if (file) void take(file);
            target.value = '';
          }}
        />
      </Flex>
      {refused && (
        <Note tone="danger" role="alert">
          {refused}
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
      {jobs?.length === 0 && <Note>No job here yet. Start Mando with an empty database to get the demo job.</Note>}
      {jobs?.map(({ id, title, demo, circuits }) => (
        <Box as="section" key={id} mb="24px">
          <Heading mt="14px">
            {title}
            {demo && (
              <Box as="span" fontWeight={400} color="muted" fontSize="14px">
                {' '}
                · demo job, invented
              </Box>
            )}
          </Heading>
          {[...new Set(circuits.map(({ site }) => site))].map((site) => (
            <Box key={site}>
              <Label>
                {site} ·{' '}
                {circuits.find((one) => one.site === site)?.practice === 'na' ? 'North American practice, 60 Hz' : 'IEC practice, 50 Hz'}
              </Label>
              <Box border="1px solid" borderColor="hairline" borderRadius="6px" overflow="hidden">
                {circuits
                  .filter((one) => one.site === site)
                  .map((circuit) => (
                    <Line key={circuit.id} to={`/circuits/${circuit.id}/prove`}>
                      <Mono minW="48px" color="muted">
                        {circuit.number}
                      </Mono>
                      <Box flex="1">
                        <Box fontWeight={600}>{circuit.title}</Box>
                        <Box color="muted" fontSize="13px">
                          {stateOf(circuit)}
                        </Box>
                      </Box>
                    </Line>
                  ))}
              </Box>
            </Box>
          ))}
        </Box>
      ))}
    </Outside>
  );
}
