import { useEffect, useRef, useState } from 'react';
import { shallowEqual } from 'react-redux';
import { Link, Outlet, useLocation, useParams } from 'react-router';
import { BenchProvider, useBench, useJudged } from '../bench/BenchProvider';
import { Wordmark } from '../frame/Wordmark';
import { closed, looked, messageRead } from '../store/acts';
import { redo, undo } from '../store/editing';
import { keepPersonal } from '../store/personal';
import { wordsOf } from '../store/request';
import { openCircuit } from '../store/saving';
import { STOCK_FRESH_S, server } from '../store/server';
import { store, useAppDispatch, useAppSelector } from '../store/store';
import { actOf, CIRCUIT_KEYS, type CircuitAct, isTyping } from '../ui/keys';
import { Button, Heading, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { useTitle } from '../ui/useTitle';
import { readyWorker } from '../worker/client';
import { CircuitMenu } from './CircuitMenu';
import { ClashDialog } from './ClashDialog';
import { GoTo } from './GoTo';
import { Legend } from './Legend';
import { PowerSwitch } from './PowerSwitch';
import { SavedWord } from './SavedWord';
import { StageRail } from './StageRail';
import { stages } from './stages';
import { Truths } from './Truths';
import { useShared } from './useShared';

/** @param onJudged called when the circuit that was opened stands there judged, and nothing is waited for */
export default function CircuitPage({ onJudged }: { onJudged: () => void }) {
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
      <Ahead key={id} onJudged={onJudged} />
    </BenchProvider>
  );
}

/** Gets ready what is likely to be asked for next. */
function Ahead({ onJudged }: { onJudged: () => void }) {
  const isJudged = useJudged().study !== undefined;
  const fetchStock = server.usePrefetch('stock', { ifOlderThan: STOCK_FRESH_S });
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each circuit
  useEffect(() => {
    if (!isJudged) return;
    onJudged();
    fetchStock();
  }, [isJudged]);
  return null;
}

function OpenCircuit() {
  const here = useLocation().pathname.split('/').at(-1);
  const dispatch = useAppDispatch();
  const { number, title, site, message, job, standing, isLooking, isBlank } = useAppSelector(({ document }) => {
    const { now, message, job, standing, isLooking } = document;
    // of nothing nothing is known: no stage may call it settled or sound
    const isBlank = Object.keys(now?.devices ?? {}).length === 0;
    return { number: now?.number, title: now?.title, site: now?.site, message, job, standing, isLooking, isBlank };
  }, shallowEqual);
  const revision = useAppSelector((state) => state.sync.revision);
  const goTo = useRef<HTMLInputElement>(null);
  useShared();
  useTitle(`${number} ${title} · ${stages.find(({ path }) => path === here)?.title ?? ''}`);
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
            {site && `${site} /`}
          </Box>
          <Box as="h1" fontSize="15px" fontWeight={700} m={0} overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
            {number} {title}
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
      <WorkerNote />
      <Flex flex="1" minH="0" css={{ '@media (max-width: 700px)': { flexDirection: 'column' } }}>
        <StageRail isBlank={isBlank} />
        {isBlank ? <Blank job={job} /> : <Outlet />}
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

function WorkerNote() {
  const { restarts, failed } = useBench();
  const [closedFor, setClosed] = useState('');
  const key = `${restarts} ${failed ?? ''}`;
  if ((restarts === 0 && !failed) || closedFor === key) return null;
  return (
    <Note m="0" role="status">
      {failed ? `The computation stopped: ${failed}` : 'The computation stopped and was started again. Nothing is lost.'}{' '}
      <Button look="quiet" type="button" onClick={() => setClosed(key)}>
        Close
      </Button>
    </Note>
  );
}
