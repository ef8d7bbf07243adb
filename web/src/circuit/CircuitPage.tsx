import { Box, chakra, Flex } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { Link, NavLink, Outlet, useParams } from 'react-router';
import { ApiError, api } from '../app/api';
import { useAppDispatch, useAppSelector } from '../app/store';
import { practiceSlice } from '../practice/practiceSlice';
import { Button, Heading, Note } from '../ui/parts';
import { Wordmark } from '../ui/Wordmark';
import type { StudyAnswer } from '../worker/protocol';
import { BenchProvider, useBench } from './BenchProvider';
import { CircuitMenu } from './CircuitMenu';
import { ClashDialog } from './ClashDialog';
import { circuitSlice } from './circuitSlice';
import { GoTo } from './GoTo';
import { Legend } from './Legend';
import { PowerSwitch } from './PowerSwitch';
import { SavedWord } from './SavedWord';
import { usePersonal } from './usePersonal';
import { sendLeftovers, useSaving } from './useSaving';

const Stage = chakra(NavLink, {
  base: {
    display: 'block',
    px: '12px',
    py: '14px',
    minH: '58px',
    color: 'ink',
    textDecoration: 'none',
    borderBottom: '1px solid',
    borderColor: 'hairline',
    borderLeft: '4px solid',
    borderLeftColor: 'transparent',
    '&[aria-current=page]': { bg: 'paper', borderLeftColor: 'ink' },
    '@media (max-width: 700px)': {
      flex: 1,
      textAlign: 'center',
      borderLeft: 'none',
      borderTop: '4px solid',
      borderTopColor: 'transparent',
      py: '8px',
      minH: '50px',
      '&[aria-current=page]': { bg: 'paper', borderTopColor: 'ink' },
    },
  },
});

export default function CircuitPage() {
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const [problem, setProblem] = useState<string>();
  const isOpen = useAppSelector((state) => state.circuit.id === id);
  useEffect(() => {
    let current = true;
    const open = async (): Promise<void> => {
      try {
        const unsent = await sendLeftovers(id);
        const { document, revision, demo, job } = await api.circuit(id);
        const { revision: practiceRevision, practice } = await api.practice(job);
        if (!current) return;
        dispatch(practiceSlice.actions.loaded({ job, revision: practiceRevision, practice }));
        dispatch(circuitSlice.actions.opened({ id, document, revision, demo, job, unsent }));
      } catch (error) {
        if (current) setProblem(error instanceof ApiError ? error.message : String(error));
      }
    };
    void open();
    return () => {
      current = false;
      dispatch(circuitSlice.actions.closed());
    };
  }, [dispatch, id]);
  if (problem)
    return (
      <Box p="24px">
        <Note tone="danger" role="alert">
          {problem}
        </Note>
        <Link to="/">Back to all jobs</Link>
      </Box>
    );
  if (!isOpen) return <Box p="24px">Opening the circuit…</Box>;
  return (
    <BenchProvider>
      <OpenCircuit id={id} />
    </BenchProvider>
  );
}

function OpenCircuit({ id }: { id: string }) {
  useSaving();
  usePersonal(id);
  const { restarts, failed, study } = useBench();
  const dispatch = useAppDispatch();
  const { document, revision, message, job } = useAppSelector((state) => state.circuit);
  const measured = useAppSelector((state) => state.find.measured.length);
  const toFix = study?.findings.filter(({ verdict }) => verdict !== 'good' && verdict !== 'look').length ?? 0;
  if (!document) return null;
  // of nothing nothing is known: no stage may call it settled or sound
  const isBlank = Object.keys(document.devices).length === 0;
  const word = (words: string) => (isBlank ? 'nothing yet' : study ? words : 'checking…');
  return (
    <Flex direction="column" h="100%" css={{ '@media (max-width: 700px)': { height: 'auto', minHeight: '100%', paddingBottom: '58px' } }}>
      <Flex
        as="header"
        bg="frame"
        color="onFrame"
        minH="52px"
        px="14px"
        align="center"
        gap="14px"
        wrap="wrap"
        css={{ '@media (max-width: 700px)': { gap: '6px', padding: '2px 10px' } }}
      >
        <Wordmark />
        <Flex flex="1" minW="0" align="baseline" gap="8px" css={{ '@media (max-width: 700px)': { flexBasis: '60%' } }}>
          <Box color="frameMuted" fontSize="14px" whiteSpace="nowrap" css={{ '@media (max-width: 1100px)': { display: 'none' } }}>
            {document.site} /
          </Box>
          <Box as="h1" fontSize="15px" fontWeight={700} m={0} overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
            {document.number} {document.title}
          </Box>
          <Box color="frameMuted" fontSize="13px" whiteSpace="nowrap">
            rev {revision} · <SavedWord />
          </Box>
        </Flex>
        <PowerSwitch />
        <GoTo />
        <CircuitMenu />
      </Flex>
      {message && (
        <Note tone="danger" role="alert" m="0">
          {message}{' '}
          <Button look="quiet" type="button" onClick={() => dispatch(circuitSlice.actions.messageRead())}>
            Close
          </Button>
        </Note>
      )}
      {(restarts > 0 || failed) && <WorkerNote failed={failed} restarts={restarts} />}
      <Flex flex="1" minH="0" css={{ '@media (max-width: 700px)': { flexDirection: 'column' } }}>
        <Box
          as="nav"
          aria-label="Stages"
          w="92px"
          bg="rail"
          borderRight="1px solid"
          borderColor="hairline"
          flexShrink={0}
          css={{
            '@media (max-width: 700px)': {
              position: 'fixed',
              bottom: 0,
              left: 0,
              right: 0,
              width: 'auto',
              display: 'flex',
              zIndex: 5,
              borderTop: '1px solid',
            },
          }}
        >
          <Stage to="supply">
            <Box fontWeight={700}>Supply</Box>
            <Box fontSize="12px" color={study && ofStage(study, 'supply') ? 'danger' : 'muted'}>
              {word(toFixWords(study ? ofStage(study, 'supply') : 0))}
            </Box>
          </Stage>
          <Stage to="parts">
            <Box fontWeight={700}>Parts</Box>
            <Box fontSize="12px" color={study && ofStage(study, 'parts') ? 'danger' : 'muted'}>
              {word(study && ofStage(study, 'parts') ? `${ofStage(study, 'parts')} to choose` : 'settled')}
            </Box>
          </Stage>
          <Stage to="prove">
            <Box fontWeight={700}>Prove</Box>
            <Box fontSize="12px" color={toFix ? 'danger' : 'muted'}>
              {word(toFix ? `${toFix} to fix` : 'sound')}
            </Box>
          </Stage>
          <Stage to="find">
            <Box fontWeight={700}>Find</Box>
            <Box fontSize="12px" color="muted">
              {measured ? `${measured} reading${measured > 1 ? 's' : ''}` : document.complaints.length ? 'by complaint' : 'no complaint'}
            </Box>
          </Stage>
        </Box>
        {isBlank ? <Blank job={job} /> : <Outlet />}
      </Flex>
      <ClashDialog />
      <Legend />
    </Flex>
  );
}

/** A circuit without a device: where one comes from. */
const Blank = ({ job }: { job: string | undefined }) => (
  <Box as="main" p="24px" flex="1">
    <Heading as="h2">Nothing is in this circuit yet</Heading>
    <Box my="8px" maxW="560px">
      A few facts about a load and its control make a circuit that is judged like any other; a file made elsewhere can be imported on the
      jobs page; undo brings back what was taken out.
    </Box>
    <Flex gap="12px" wrap="wrap">
      {job && <Link to={`/jobs/${job}/brief`}>From a few facts</Link>}
      <Link to="/">All jobs and circuits</Link>
    </Flex>
  </Box>
);

const toFixWords = (count: number): string => (count ? `${count} to fix` : 'settled');

/** Devices with something to fix that belongs to a stage: what feeds and protects, or what was chosen. */
function ofStage(study: StudyAnswer, stage: 'supply' | 'parts'): number {
  const bad = study.findings.filter(
    ({ verdict, rule }) => verdict !== 'good' && verdict !== 'look' && SUPPLY_RULES.has(rule) === (stage === 'supply'),
  );
  return new Set(bad.flatMap(({ devices }) => devices)).size;
}

const SUPPLY_RULES = new Set([
  'load-volts',
  'transformer-tap',
  'conductor-ampacity',
  'overcurrent-device',
  'insulation-in-sheath',
  'mains-on-volt-free',
]);

function WorkerNote({ restarts, failed }: { restarts: number; failed: string | undefined }) {
  const [closed, setClosed] = useState('');
  const key = `${restarts} ${failed ?? ''}`;
  if (closed === key) return null;
  return (
    <Note m="0" role="status">
      {failed ? `The computation stopped: ${failed}` : 'The computation stopped and was started again. Nothing is lost.'}{' '}
      <Button look="quiet" type="button" onClick={() => setClosed(key)}>
        Close
      </Button>
    </Note>
  );
}
