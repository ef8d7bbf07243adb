import { Box, chakra, Flex } from '@chakra-ui/react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { CircuitLine, Job } from '#core/api';
import { ApiError, api } from '../app/api';
import { Outside } from '../ui/Outside';
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

/** One line of state: what a person last did here, and what revision it is at. */
const stateOf = ({ revision, changedAt, id }: CircuitLine): string => {
  const bench = localStorage.getItem(`mando.bench.${id}`);
  const last = bench ? (JSON.parse(bench) as { log?: { power?: string }[] }).log?.findLast((entry) => entry.power)?.power : undefined;
  const power = last === 'on' ? 'left powered, simulated' : last === 'control' ? 'left with control on, simulated' : 'isolated';
  return revision === 0 ? `as shipped · ${power}` : `revision ${revision}, ${new Date(changedAt).toLocaleDateString()} · ${power}`;
};

export function JobsPage() {
  const [jobs, setJobs] = useState<readonly Job[]>();
  const [problem, setProblem] = useState<string>();
  const [refused, setRefused] = useState<string>();
  const chosen = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const load = useCallback(
    () =>
      api.jobs().then(
        ({ jobs: found }) => {
          setJobs(found);
          setProblem(undefined);
        },
        (error: Error) => setProblem(error.message),
      ),
    [],
  );
  useEffect(() => void load(), [load]);
  const job = jobs?.[0];
  const take = async (file: File) => {
    setRefused(undefined);
    try {
      // a file may be chosen before the jobs are here: it waits for them, it is not dropped
      const into = job ?? (await api.jobs()).jobs[0];
      if (!into) return setRefused(`${file.name}: there is no job to put it in yet.`);
      const { id } = await api.create(into.id, JSON.parse(await file.text()));
      navigate(`/circuits/${id}`);
    } catch (error) {
      setRefused(
        error instanceof ApiError
          ? `${file.name}: ${error.message}`
          : `${file.name} is not JSON: ${(error as Error).message}. Export it again, or mend it at that place.`,
      );
    }
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
          <Button look="quiet" type="button" onClick={() => void load()}>
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
