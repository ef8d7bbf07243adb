import { useEffect, useState } from 'react';
import type { FindAnswer } from '#core/bench';
import { spellPoint } from '#core/circuit';
import type { Measured } from '#core/find';
import type { Fault } from '#core/network';
import { belief, reading as spell } from '#core/units';
import { useBench, useDrawn } from '../bench/BenchProvider';
import { benchSlice } from '../store/bench';
import { findSlice } from '../store/find';
import { useBenchParts, useDocument } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Choice } from '../ui/Choice';
import { Button, Heading, Label, Mono, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { AdviceCard } from './AdviceCard';
import { NewComplaint } from './NewComplaint';
import { ProfileChart } from './ProfileChart';
import { Sights } from './Sights';
import { Suspects } from './Suspects';

/** A random pick for practice: outside the core, which knows no chance. */
const pick = <T,>(list: readonly T[]): T | undefined => list[Math.floor(Math.random() * list.length)];

export default function FindPage() {
  const dispatch = useAppDispatch();
  const { client, laid } = useBench();
  const { circuit } = useDrawn();
  const document = useDocument();
  const { complaint, seen, measured, noDanger } = useAppSelector((state) => state.find);
  const { hidden, revealed, injected } = useBenchParts('hidden', 'revealed', 'injected');
  const [answered, setAnswered] = useState<{ readonly of: string; readonly answer: FindAnswer }>();
  const answer = answered?.answer;
  const [problem, setProblem] = useState<string>();
  const [isNew, setNew] = useState(false);
  const [worked, setSeen] = useState<{ readonly seen: number; readonly of: number }>();
  const last = measured.at(-1);
  const ask = { complaint, seen, measured, before: last ? { red: last.red, black: last.black } : {}, hidden, noDanger };
  const key = JSON.stringify(ask);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for all that is asked
  useEffect(() => {
    if (!laid?.document.complaints[complaint]) return;
    const given = new AbortController();
    setProblem(undefined);
    setSeen(undefined);
    client.ask('find', ask, { signal: given.signal, onProgress: setSeen }).then(
      (found) => setAnswered({ of: key, answer: found }),
      (error: Error) => given.signal.aborted || error.name === 'AbortError' || setProblem(error.message),
    );
    return () => given.abort();
  }, [key, laid, client]);

  if (document.complaints.length === 0 || isNew)
    return (
      <Box as="main" p="24px" flex="1">
        <NewComplaint {...(document.complaints.length > 0 ? { onDone: () => setNew(false) } : {})} />
      </Box>
    );
  if (problem)
    return (
      <Box p="24px">
        <Note tone="danger" role="alert">
          {problem}
        </Note>
      </Box>
    );
  if (!answer) return <Box p="24px">Working out what every single fault would show{worked ? `: ${worked.seen} of ${worked.of}` : ''}…</Box>;
  const enter = (volts: number) =>
    answer.advice && dispatch(findSlice.actions.measured({ ...answer.advice.test, volts } satisfies Measured));
  /** The bench is put as complained, with the faults that are set on it, and its leads where the test says. */
  const takeFromBench = async () => {
    const complained = document.complaints[complaint];
    if (!answer.advice || !complained) return;
    const { log, atMs } = complained;
    const { red, black, mode } = answer.advice.test;
    dispatch(benchSlice.actions.runLoaded({ log, atMs }));
    dispatch(benchSlice.actions.leadPut({ lead: 'red', point: red }));
    dispatch(benchSlice.actions.leadPut({ lead: 'black', point: black }));
    dispatch(benchSlice.actions.modeTurned(mode));
    try {
      await client.ask('run', { log, faults: hidden ? [hidden] : injected });
      const { reading } = await client.ask('look', { atMs, red, black, mode, clamp: null, device: null });
      if (reading?.value != null) enter(Math.round(Math.abs(reading.value) * 100) / 100);
    } catch {
      // the circuit was changed meanwhile: it is asked anew by itself
    }
  };
  const hide = (fault: Fault | undefined) => {
    dispatch(findSlice.actions.complained(complaint));
    dispatch(benchSlice.actions.hiddenSet(fault ?? null));
    const chosen = document.complaints[complaint];
    if (chosen) dispatch(benchSlice.actions.runLoaded({ log: chosen.log, atMs: chosen.atMs }));
  };
  const { found } = answer;
  const isRight = found && hidden && found.faults.some((fault) => JSON.stringify(fault) === JSON.stringify(hidden));
  return (
    <>
      <Box
        as="main"
        data-answer={answered?.of === key ? 'current' : 'working'}
        tabIndex={0}
        flex="1"
        minW="0"
        overflowY="auto"
        px="18px"
        py="12px"
        css={{ '@media (max-width: 700px)': { padding: '10px', overflowY: 'visible' } }}
      >
        <Flex align="center" gap="8px" wrap="wrap">
          {document.complaints.length > 1 ? (
            <Choice
              aria-label="Complaint"
              value={complaint}
              onChange={({ target }) => dispatch(findSlice.actions.complained(Number(target.value)))}
            >
              {document.complaints.map((one, index) => (
                <option key={one.title} value={index}>
                  {one.title}
                </option>
              ))}
            </Choice>
          ) : (
            <Heading as="h2">{answer.title}</Heading>
          )}
          <Button type="button" look="quiet" onClick={() => setNew(true)}>
            Another complaint
          </Button>
          <Box ml="auto" color="muted" fontSize="14px">
            {measured.length} reading{measured.length === 1 ? '' : 's'} · {answer.fitting} of {answer.total} suspects fit
            {answer.elsewhere > 0 && ` · ${answer.elsewhere} elsewhere cannot reach it and were not followed`}
            {answer.landingsLeft > 0 && ` · not followed: any of ${answer.landingsLeft} wires landed beside its terminal`}
          </Box>
        </Flex>
        <Sights sights={answer.sights} said={seen} onSay={(sight) => dispatch(findSlice.actions.sighted(sight))} />
        <Flex justify="space-between" wrap="wrap" gap="8px">
          <Label mt="4px">Where do the volts stop? To {answer.reference}</Label>
          <Flex fontSize="13px" color="muted" gap="12px">
            <span>━ healthy</span>
            <span>▒ what the suspects allow</span>
            <span>◆ measured</span>
          </Flex>
        </Flex>
        <ProfileChart profile={answer.profile} reference={answer.reference} measured={measured} test={answer.advice?.test ?? null} />
        {found && (
          <Note tone="good" data-found>
            <strong>Found: {found.words.join(', or ')}.</strong> {belief(found.share)} sure after {measured.length} readings.
            {hidden && (isRight ? ' That is what was hidden.' : revealed ? ' That is not what was hidden.' : '')} {found.mind}{' '}
            {found.words.length > 1 &&
              'No voltage reading in this state tells these apart: look, listen, clamp the current, or measure ohms with the sources off.'}
          </Note>
        )}
        {answer.against.map((words) => (
          <Note key={words} data-against>
            {words}
          </Note>
        ))}
        {answer.advice && !found && (
          <AdviceCard
            advice={answer.advice}
            onEnter={enter}
            onTake={takeFromBench}
            isSound={!hidden && injected.length === 0}
            others={answer.others}
          />
        )}
        {!answer.advice && !found && (
          <Note>
            No voltage reading in this state tells the rest apart. Isolate, prove dead, and use ohms; or work an input and read again.
          </Note>
        )}
        <Flex mt="8px" gap="12px" wrap="wrap" align="center" fontSize="14px">
          {measured.map((one, index) => (
            <span key={`${one.red}${one.black}${index}`}>
              <strong>{index + 1}</strong> {spellPoint(document, one.red)}–{spellPoint(document, one.black)} <Mono>{spell(one.volts)}</Mono>
            </span>
          ))}
          <Flex ml="auto" gap="6px">
            <Button type="button" disabled={measured.length === 0} onClick={() => dispatch(findSlice.actions.lastUndone())}>
              Undo last
            </Button>
            <Button type="button" onClick={() => dispatch(findSlice.actions.complained(complaint))}>
              Start again
            </Button>
          </Flex>
        </Flex>
        <Label>Practise</Label>
        <Flex gap="6px" wrap="wrap" align="center">
          <Button type="button" onClick={() => hide(pick(answer.visibleFaults))}>
            {hidden ? 'Next hidden fault' : 'Hide a fault'}
          </Button>
          {hidden && (
            <>
              <Button type="button" onClick={() => dispatch(benchSlice.actions.revealed())}>
                Reveal
              </Button>
              <Button type="button" onClick={() => hide(undefined)}>
                Give up, take it out
              </Button>
            </>
          )}
          {hidden && revealed && (
            <Box data-revealed>
              <strong>{circuit?.faults.find(({ fault }) => JSON.stringify(fault) === JSON.stringify(hidden))?.words}</strong>
            </Box>
          )}
          {!hidden && (
            <Choice
              aria-label="Hide a fault of your choice"
              value=""
              onChange={({ target }) => hide(answer.visibleFaults[Number(target.value)])}
            >
              <option value="">or pick one to lead a learner…</option>
              {answer.visibleFaults.map((fault, index) => (
                <option key={JSON.stringify(fault)} value={index}>
                  {circuit?.faults.find((one) => JSON.stringify(one.fault) === JSON.stringify(fault))?.words}
                </option>
              ))}
            </Choice>
          )}
        </Flex>
      </Box>
      <Suspects answer={answer} noDanger={noDanger} />
    </>
  );
}
