import { Box, chakra, Flex } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { spellPoint } from '#core/circuit';
import type { Measured } from '#core/find';
import type { Fault } from '#core/network';
import { percent, reading as spell } from '#core/units';
import { useAppDispatch, useAppSelector } from '../app/store';
import { useBench } from '../circuit/BenchProvider';
import { benchSlice } from '../circuit/benchSlice';
import { findSlice } from '../circuit/findSlice';
import { Button, Choice, Field, Heading, Label, Mono, Note, Row } from '../ui/parts';
import type { FindAnswer } from '../worker/protocol';
import { ProfileChart } from './ProfileChart';

const Lead = chakra('span', {
  base: {
    display: 'inline-block',
    color: 'onLead',
    fontWeight: 700,
    px: '9px',
    mr: '5px',
    fontFamily: 'label',
    fontSize: '18px',
    '&[data-lead=red]': { bg: 'redLead' },
    '&[data-lead=black]': { bg: 'blackLead' },
  },
});
const Sight = chakra('button', {
  base: {
    fontFamily: 'label',
    fontWeight: 600,
    fontSize: '13px',
    px: '10px',
    minH: '30px',
    border: '1px solid',
    borderColor: 'hairline',
    borderRadius: '4px',
    bg: 'sheet',
    color: 'muted',
    cursor: 'pointer',
    '&[data-differs=true]': { bg: 'lookTint', color: 'ink', borderColor: 'look' },
    '@media (max-width: 700px)': { minH: '44px' },
  },
});
const OutcomeButton = chakra('button', {
  base: {
    display: 'flex',
    justifyContent: 'space-between',
    gap: '12px',
    w: '100%',
    textAlign: 'left',
    fontFamily: 'body',
    bg: 'transparent',
    border: 'none',
    borderTop: '1px dashed',
    borderColor: 'hairline',
    color: 'ink',
    py: '6px',
    fontSize: '14px',
    cursor: 'pointer',
    _hover: { bg: 'card' },
    '@media (max-width: 700px)': { minH: '56px', alignItems: 'center' },
  },
});

/** A random pick for practice: outside the core, which knows no chance. */
const pick = <T,>(list: readonly T[]): T | undefined => list[Math.floor(Math.random() * list.length)];

export default function FindPage() {
  const dispatch = useAppDispatch();
  const { client, circuit } = useBench();
  const document = useAppSelector((state) => state.circuit.document)!;
  const { complaint, seen, measured, noDanger } = useAppSelector((state) => state.find);
  const { hidden, revealed } = useAppSelector((state) => state.bench);
  const [answer, setAnswer] = useState<FindAnswer>();
  const [problem, setProblem] = useState<string>();
  const last = measured.at(-1);
  const ask = { complaint, seen, measured, before: last ? { red: last.red, black: last.black } : {}, hidden, noDanger };
  const key = JSON.stringify(ask);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for all that is asked
  useEffect(() => {
    if (!circuit || document.complaints.length === 0) return;
    let current = true;
    client.ask('find', { ...ask, take: null }).then(
      (found) => current && setAnswer(found),
      (error: Error) => current && setProblem(error.message),
    );
    return () => {
      current = false;
    };
  }, [key, circuit, client]);

  if (document.complaints.length === 0)
    return (
      <Box p="24px">
        <Note>This circuit has no complaint to start from yet. Import one that has, or practise on a demo circuit.</Note>
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
  if (!answer) return <Box p="24px">Working out what every single fault would show…</Box>;
  const enter = (volts: number) =>
    answer.advice && dispatch(findSlice.actions.measured({ ...answer.advice.test, volts } satisfies Measured));
  const takeFromBench = async () => {
    if (!answer.advice) return;
    const { taken } = await client.ask('find', { ...ask, take: answer.advice.test });
    if (taken !== null) enter(Math.round(taken * 100) / 100);
  };
  const hide = (fault: Fault | undefined) => {
    dispatch(findSlice.actions.complained(complaint));
    dispatch(benchSlice.actions.hiddenSet(fault ?? null));
    const chosen = document.complaints[complaint];
    if (chosen) dispatch(benchSlice.actions.runLoaded({ log: chosen.log, atMs: chosen.atMs }));
  };
  const found = answer.ranked[0] && answer.ranked[0].share > 0.95 ? answer.ranked[0] : undefined;
  const isRight = found && hidden && found.faults.some((fault) => JSON.stringify(fault) === JSON.stringify(hidden));
  return (
    <>
      <Box
        as="main"
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
          <Box ml="auto" color="muted" fontSize="14px">
            {measured.length} reading{measured.length === 1 ? '' : 's'} · {answer.fitting} of {answer.total} suspects fit
          </Box>
        </Flex>
        <Flex gap="6px" wrap="wrap" my="8px" aria-label="What is seen and heard">
          {answer.sights.map(({ tag, healthy, actual }) => (
            <Sight
              key={tag}
              type="button"
              data-differs={actual !== null && healthy !== actual}
              aria-pressed={actual ?? false}
              title="Press when it is otherwise"
              onClick={() => dispatch(findSlice.actions.sighted({ tag, is: actual === null ? healthy : !actual }))}
            >
              {tag} {sightWords(actual)}
              {actual !== null && healthy !== actual ? `, should be ${sightWords(healthy)}` : ''}
            </Sight>
          ))}
        </Flex>
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
            <strong>Found: {found.words.join(', or ')}.</strong> {percent(found.share)} sure after {measured.length} readings.
            {hidden && (isRight ? ' That is what was hidden.' : revealed ? ' That is not what was hidden.' : '')}{' '}
            {found.words.length > 1 && 'No reading here tells these apart: look, listen, or measure with the sources off.'}
          </Note>
        )}
        {answer.advice && !found && <AdviceCard advice={answer.advice} onEnter={enter} onTake={takeFromBench} others={answer.others} />}
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

const sightWords = (is: boolean | null): string => (is === null ? 'not looked at' : is ? 'on' : 'not on');

function AdviceCard({
  advice,
  onEnter,
  onTake,
  others,
}: {
  advice: NonNullable<FindAnswer['advice']>;
  onEnter: (volts: number) => void;
  onTake: () => void;
  others: FindAnswer['others'];
}) {
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string>();
  const enter = () => {
    const volts = Number(typed.trim().replace(',', '.'));
    if (typed.trim() === '' || !Number.isFinite(volts) || Math.abs(volts) > 2000)
      return setProblem('Type the volts as read, digits alone: 25.6.');
    setProblem(undefined);
    setTyped('');
    return onEnter(Math.abs(volts));
  };
  const live = advice.liveV > 50;
  return (
    <Flex
      border="1px solid"
      borderColor="hairline"
      borderLeft="5px solid"
      borderLeftColor="attention"
      borderRadius="6px"
      bg="sheet"
      p="14px"
      gap="22px"
      wrap="wrap"
      data-advice
    >
      <Box flex="1 1 300px">
        <Label mt="0">
          Best next test · {advice.liveV < 1 ? 'dead in the healthy circuit' : `live, up to ${spell(advice.liveV)} V to earth`}
        </Label>
        <Box fontSize="20px" fontWeight={600}>
          <Lead data-lead="red">R</Lead>
          {advice.red}&nbsp;&nbsp;<Lead data-lead="black">B</Lead>
          {advice.black}
        </Box>
        {live && (
          <Box color="danger" fontWeight={600} fontSize="14px">
            Live work: rated leads, one hand, nothing bare beside it. If it need not be live, isolate.
          </Box>
        )}
        <Flex mt="10px" gap="8px" align="center" wrap="wrap">
          <Field
            aria-label="Reading in volts"
            inputMode="decimal"
            value={typed}
            minH="44px"
            fontSize="18px"
            onChange={({ target }) => setTyped(target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') enter();
            }}
          />
          <Mono>V</Mono>
          <Button type="button" look="strong" minH="44px" onClick={enter}>
            Enter reading
          </Button>
          <Button type="button" minH="44px" onClick={onTake}>
            Take it from the bench meter
          </Button>
        </Flex>
        {problem && (
          <Box role="alert" color="danger" fontSize="14px">
            {problem}
          </Box>
        )}
      </Box>
      <Box flex="1 1 300px">
        <Label mt="0">What it will tell you</Label>
        {advice.outcomes.map((outcome) => (
          <OutcomeButton
            key={outcome.fromV}
            type="button"
            onClick={() => onEnter((outcome.fromV + outcome.toV) / 2)}
            title="It reads about this: enter the middle of the band"
          >
            <Mono whiteSpace="nowrap">
              {spell(outcome.fromV)}–{spell(outcome.toV)} V
            </Mono>
            <Box textAlign="right">
              {outcome.words}{' '}
              <Box as="span" color="muted">
                {percent(outcome.share)}
              </Box>
            </Box>
          </OutcomeButton>
        ))}
        {others.length > 0 && (
          <Box fontSize="13px" color="muted" mt="6px">
            <details>
              <summary>Other ways, on the same evidence</summary>
              {others.map(({ way, words }) => (
                <Box key={way}>
                  <strong>{way}</strong>: {words}
                </Box>
              ))}
            </details>
          </Box>
        )}
      </Box>
    </Flex>
  );
}

function Suspects({ answer, noDanger }: { answer: FindAnswer; noDanger: boolean }) {
  const dispatch = useAppDispatch();
  return (
    <Box
      as="aside"
      aria-label="Suspects"
      tabIndex={0}
      w="326px"
      flexShrink={0}
      bg="sheet"
      borderLeft="1px solid"
      borderColor="hairline"
      overflowY="auto"
      px="14px"
      py="12px"
      css={{ '@media (max-width: 700px)': { width: 'auto' } }}
    >
      <Heading>Suspects</Heading>
      <Box color="muted" fontSize="14px">
        Ranked by what fits what is seen and read. One fault at a time is considered.
      </Box>
      {answer.ranked.map(({ share, words }) => (
        <Box key={words.join()} py="7px" borderBottom="1px dashed" borderColor="hairline">
          <Flex justify="space-between" gap="8px">
            <Box fontWeight={600} fontSize="14px">
              {words[0]}
            </Box>
            <Box fontWeight={700}>{percent(share)}</Box>
          </Flex>
          <Box h="7px" bg="rail" borderRadius="2px" my="3px">
            <Box h="7px" bg="frame" borderRadius="2px" style={{ width: percent(share).replace(' ', '') }} />
          </Box>
          {words.length > 1 && (
            <Box fontSize="13px" color="muted">
              reads the same: {words.slice(1).join('; ')}
            </Box>
          )}
        </Box>
      ))}
      <Label>Cleared</Label>
      <Box fontSize="14px">{answer.cleared.length ? answer.cleared.join(', ') : 'Nothing yet.'}</Box>
      <Label>Before you reach in</Label>
      <Note tone="danger">
        {answer.dangerV > 50 ? `Up to ${spell(answer.dangerV)} V to earth in this cabinet. ` : ''}Keep covers on what you do not measure,
        use rated leads, prove the meter before and after. Ohms only with everything isolated, locked and proved dead. Local rules and
        licence come first.
      </Note>
      <Row as="label" cursor="pointer">
        <span>No live work above 50 V</span>
        <input type="checkbox" checked={noDanger} onChange={({ target }) => dispatch(findSlice.actions.dangerTurned(target.checked))} />
      </Row>
    </Box>
  );
}
