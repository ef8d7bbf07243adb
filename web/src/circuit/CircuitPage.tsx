import { Suspense, useEffect, useRef, useState } from 'react';
import { Link, NavLink, Outlet, useLocation, useParams } from 'react-router';
import type { StudyAnswer } from '#core/bench';
import { BenchProvider, useBench } from '../bench/BenchProvider';
import { Wordmark } from '../frame/Wordmark';
import { closed, looked, messageRead } from '../store/acts';
import { redo, undo } from '../store/editing';
import { keepPersonal } from '../store/personal';
import { wordsOf } from '../store/request';
import { openCircuit } from '../store/saving';
import { useDocument } from '../store/select';
import { store, useAppDispatch, useAppSelector } from '../store/store';
import { useLandings } from '../store/useLandings';
import { actOf, CIRCUIT_KEYS, type CircuitAct, isTyping } from '../ui/keys';
import { Button, Heading, Note } from '../ui/parts';
import { Box, Flex, styled } from '../ui/styled';
import { useTitle } from '../ui/useTitle';
import { readyWorker } from '../worker/client';
import { CircuitMenu } from './CircuitMenu';
import { ClashDialog } from './ClashDialog';
import { GoTo } from './GoTo';
import { Legend } from './Legend';
import { PowerSwitch } from './PowerSwitch';
import { SavedWord } from './SavedWord';
import { isOfSupply, type StagePath, stages } from './stages';
import { Truths } from './Truths';
import { useShared } from './useShared';

const Stage = styled(NavLink, {
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
  const isOpen = useAppSelector((state) => state.document.id === id);
  /** the circuit whose bench stands as this browser kept it: what the address names is chosen on top of that, not under it */
  const [ready, setReady] = useState<string>();
  useEffect(() => {
    readyWorker();
    let current = true;
    let stopKeeping: (() => void) | undefined;
    setProblem(undefined);
    dispatch(openCircuit(id, () => current)).then(
      () => {
        if (!current) return;
        stopKeeping = keepPersonal(store, id);
        setReady(id);
      },
      (error: unknown) => current && setProblem(wordsOf(error)),
    );
    return () => {
      current = false;
      stopKeeping?.();
      dispatch(closed());
    };
  }, [dispatch, id]);
  if (problem)
    return (
      <Box as="main" p="24px">
        <Heading as="h1">This circuit cannot be opened</Heading>
        <Note tone="danger" role="alert">
          {problem}
        </Note>
        <Link to="/">Back to all jobs</Link>
      </Box>
    );
  if (!isOpen || ready !== id) return <Box p="24px">Opening the circuit…</Box>;
  return (
    <BenchProvider>
      <OpenCircuit />
    </BenchProvider>
  );
}

/** What a stage says of itself: how much of it is to be done. */
function stageWords(
  path: StagePath,
  study: StudyAnswer | undefined,
  isCurrent: boolean,
  find: string,
  landed: string,
): { readonly words: string; readonly isBad: boolean } {
  if (path === 'find') return { words: find, isBad: false };
  if (path === 'wiring') return { words: landed, isBad: false };
  if (!study) return { words: 'checking…', isBad: false };
  const bad = study.findings.filter(({ verdict }) => verdict !== 'good' && verdict !== 'look');
  const devices = (isSupply: boolean) =>
    new Set(bad.filter(({ rule }) => isOfSupply(rule) === isSupply).flatMap((one) => one.devices)).size;
  const count = path === 'prove' ? bad.length : devices(path === 'supply');
  const [some, none] = { supply: ['to fix', 'settled'], parts: ['to choose', 'settled'], prove: ['to fix', 'sound'] }[path];
  // of a circuit that was changed a moment ago nothing is sound yet
  if (count === 0 && !isCurrent) return { words: 'checking…', isBad: false };
  return { words: count > 0 ? `${count} ${some}` : (none ?? ''), isBad: count > 0 };
}

function OpenCircuit() {
  const { restarts, failed, study, isStudyCurrent } = useBench();
  const here = useLocation().pathname.split('/').at(-1);
  const dispatch = useAppDispatch();
  const document = useDocument();
  const { message, job, standing, isLooking } = useAppSelector((state) => state.document);
  const faults = useAppSelector((state) => (state.bench.hidden ? 1 : state.bench.injected.length));
  const revision = useAppSelector((state) => state.sync.revision);
  const measured = useAppSelector((state) => state.find.measured.length);
  const { count, isUnknown } = useLandings();
  const landed = isUnknown
    ? 'ticks not known'
    : count.landed === 0
      ? 'not landed'
      : count.landed === count.ends
        ? 'all landed'
        : `${count.landed} of ${count.ends} in`;
  const goTo = useRef<HTMLInputElement>(null);
  useShared();
  useTitle(`${document.number} ${document.title} · ${stages.find(({ path }) => path === here)?.title ?? ''}`);
  const [isLegend, setLegend] = useState(false);
  useEffect(() => {
    const acts: { readonly [A in CircuitAct]: () => unknown } = {
      goTo: () => goTo.current?.focus(),
      undo: () => dispatch(undo()),
      redo: () => dispatch(redo()),
      legend: () => setLegend((was) => !was),
    };
    const onKey = (event: KeyboardEvent) => {
      const act = isTyping(event.target) ? undefined : actOf(CIRCUIT_KEYS, event, store.getState().settings.singleKeys);
      if (!act) return;
      event.preventDefault();
      acts[act]();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [dispatch]);
  // of nothing nothing is known: no stage may call it settled or sound
  const isBlank = Object.keys(document.devices).length === 0;
  const find = measured ? `${measured} reading${measured > 1 ? 's' : ''}` : document.complaints.length ? 'by complaint' : 'no complaint';
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
            {document.site && `${document.site} /`}
          </Box>
          <Box as="h1" fontSize="15px" fontWeight={700} m={0} overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
            {document.number} {document.title}
          </Box>
          <Box color="frameMuted" fontSize="13px" whiteSpace="nowrap">
            rev {revision} · <SavedWord />
          </Box>
        </Flex>
        <PowerSwitch />
        <GoTo entry={goTo} />
        <CircuitMenu />
      </Flex>
      <Truths />
      {standing !== 'open' && (
        <Note m="0" role="status">
          This circuit is {standing}: it is in no list of work. It can be put back on the page of jobs.
        </Note>
      )}
      {isLooking && (
        <Note m="0" role="status" data-looking>
          Only to look at: the bench works, the circuit is not changed.{' '}
          <Button type="button" onClick={() => dispatch(looked(false))}>
            Work on it
          </Button>
        </Note>
      )}
      {message && (
        <Note tone="danger" role="alert" m="0">
          {message}{' '}
          <Button look="quiet" type="button" onClick={() => dispatch(messageRead())}>
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
          {stages.map(({ path, title }) => {
            const { words, isBad } =
              path === 'prove' && faults > 0 && !isBlank
                ? { words: `${faults} fault${faults > 1 ? 's' : ''} set`, isBad: true }
                : isBlank
                  ? { words: 'nothing yet', isBad: false }
                  : stageWords(path, study, isStudyCurrent, find, landed);
            return (
              <Stage key={path} to={path}>
                <Box fontWeight={700}>{title}</Box>
                <Box fontSize="12px" color={isBad ? 'danger' : 'muted'}>
                  {words}
                </Box>
              </Stage>
            );
          })}
        </Box>
        {isBlank ? (
          <Blank job={job} />
        ) : (
          <Suspense fallback={<Box p="24px">Opening…</Box>}>
            <Outlet />
          </Suspense>
        )}
      </Flex>
      <ClashDialog />
      <Legend open={isLegend} onClose={() => setLegend(false)} />
    </Flex>
  );
}

/** A circuit without a device: where one comes from. */
const Blank = ({ job }: { job: string | undefined }) => (
  <Box as="main" p="24px" flex="1">
    <Heading as="h2">Nothing is in this circuit yet</Heading>
    <Box my="8px" maxW="560px">
      A few facts about a load and its control make a circuit that is judged like any other; a file made elsewhere can be imported on the
      jobs page; undo brings back what was taken out. Or say it line by line in the field at the top: <code>add push button S1</code>, then{' '}
      <code>S1:2 K1:A1</code>.
    </Box>
    <Flex gap="12px" wrap="wrap">
      {job && <Link to={`/jobs/${job}/brief`}>From a few facts</Link>}
      {job && <Link to={`/jobs/${job}/wires`}>From a list of wires</Link>}
      <Link to="/">All jobs and circuits</Link>
    </Flex>
  </Box>
);

function WorkerNote({ restarts, failed }: { restarts: number; failed: string | undefined }) {
  const [closedFor, setClosed] = useState('');
  const key = `${restarts} ${failed ?? ''}`;
  if (closedFor === key) return null;
  return (
    <Note m="0" role="status">
      {failed ? `The computation stopped: ${failed}` : 'The computation stopped and was started again. Nothing is lost.'}{' '}
      <Button look="quiet" type="button" onClick={() => setClosed(key)}>
        Close
      </Button>
    </Note>
  );
}
