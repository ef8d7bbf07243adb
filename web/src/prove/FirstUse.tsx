import { useState } from 'react';
import { shallowEqual } from 'react-redux';
import { reading as spell } from '#core/units';
import { useJudged } from '../bench/BenchProvider';
import { FindingList } from '../plates/FindingList';
import { Processes } from '../plates/Processes';
import { benchSlice } from '../store/bench';
import { useDocument } from '../store/select';
import { settingsSlice } from '../store/settings';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Button, Heading, Label, Mono, Row } from '../ui/parts';
import { Box } from '../ui/styled';
import { NOTHING_FOUND } from '../ui/verdicts';

/** The plate while nothing is chosen: the first steps, every coil, what the checks say. */
export function FirstUse() {
  const { study, isStudyCurrent, studied } = useJudged();
  const dispatch = useAppDispatch();
  const document = useDocument();
  const coils = useFirst(study?.coils ?? [], 'coils');
  return (
    <>
      <Heading>{document.title}</Heading>
      <Box color="muted" fontSize="14px">
        Select a symbol to see what it is and what it does, or a terminal to put a lead on it. Press ? for the keys.
      </Box>
      <FirstSteps />
      <Processes />
      <Label>Every coil, in {study?.statesSeen ?? '…'} input states</Label>
      {!study && studied && (
        <Box fontSize="14px" color="muted">
          {studied.seen} of {studied.of} states seen so far…
        </Box>
      )}
      {coils.shown.map((coil) => (
        <Row key={coil.device}>
          <Button type="button" look="quiet" onClick={() => dispatch(benchSlice.actions.deviceSelected(coil.device))}>
            {document.devices[coil.device]?.tag}
          </Button>
          <Box flex="1">{coil.word}</Box>
          <Mono>{coil.pullIn ? `${spell(coil.pullIn.volts)} V` : '–'}</Mono>
        </Row>
      ))}
      {coils.more}
      <Label>Findings</Label>
      {study && !isStudyCurrent && (
        <Box fontSize="14px" color="muted">
          Judging the last change…
        </Box>
      )}
      {isStudyCurrent && study?.findings.length === 0 && <Box fontSize="14px">None. {NOTHING_FOUND}</Box>}
      <FindingList findings={study?.findings ?? []} />
    </>
  );
}

/** So many of a list are drawn before somebody asks for all of it. */
const FIRST = 24;

/** The head of a long list, and what shows the rest of it. */
function useFirst<T>(all: readonly T[], what: string) {
  const [isWhole, setWhole] = useState(false);
  const left = all.length - FIRST;
  return {
    shown: isWhole ? all : all.slice(0, FIRST),
    more: !isWhole && left > 0 && (
      <Button type="button" look="quiet" onClick={() => setWhole(true)}>
        {left} more {what}
      </Button>
    ),
  };
}

/** Three steps of a first visit; each goes as it is made, all when a person says so. */
function FirstSteps() {
  const dispatch = useAppDispatch();
  const isHinted = useAppSelector((state) => state.settings.isHinted);
  const { hasPower, hasInput, hasLead } = useAppSelector(
    ({ bench: { log, red, black } }) => ({
      hasPower: log.some((one) => 'power' in one),
      hasInput: log.some((one) => 'input' in one),
      hasLead: red !== null && black !== null,
    }),
    shallowEqual,
  );
  const left = [
    ...(hasPower ? [] : ['Turn the power on, in the bar above: it is simulated.']),
    ...(hasInput ? [] : ['Work an input: the buttons under the switches of the sheet.']),
    ...(hasLead ? [] : ['Put two leads: tap R or B of the meter, then a terminal.']),
  ];
  if (isHinted || left.length === 0) return null;
  return (
    <Box
      role="note"
      data-first-steps
      bg="card"
      border="1px solid"
      borderColor="hairline"
      borderRadius="4px"
      px="10px"
      py="6px"
      my="8px"
      fontSize="14px"
    >
      {left.map((words) => (
        <Box key={words}>{words}</Box>
      ))}
      <Button type="button" look="quiet" onClick={() => dispatch(settingsSlice.actions.chosen({ isHinted: true }))}>
        Hide these
      </Button>
    </Box>
  );
}
