import { useState } from 'react';
import type { FindAnswer } from '#core/bench';
import { belief, capital, readTyped, reading as spell } from '#core/units';
import { Button, Field, Label, Mono } from '../ui/parts';
import { Box, Flex, styled } from '../ui/styled';

const Lead = styled('span', {
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
const OutcomeButton = styled('button', {
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

export function AdviceCard({
  advice,
  onEnter,
  onTake,
  isSound,
  others,
}: {
  advice: NonNullable<FindAnswer['advice']>;
  onEnter: (volts: number) => void;
  onTake: () => void;
  /** no fault is set on the bench: what it reads says nothing of what is complained of */
  isSound: boolean;
  others: FindAnswer['others'];
}) {
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string>();
  const enter = () => {
    const read = readTyped(typed, 'V');
    if (read.is === 'unclear') return setProblem(read.why);
    if (read.is === 'empty' || Math.abs(read.value) > 2000) return setProblem('Type the volts as read, up to 2000: 25.6.');
    setProblem(undefined);
    setTyped('');
    return onEnter(Math.abs(read.value));
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
          {capital(advice.way)} · {advice.liveV < 1 ? 'dead in the healthy circuit' : `live, up to ${spell(advice.liveV)} V to earth`}
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
          <Button type="button" minH="44px" disabled={isSound} aria-describedby={isSound ? 'bench-sound' : undefined} onClick={onTake}>
            Take it from the bench meter
          </Button>
        </Flex>
        {isSound && (
          <Box id="bench-sound" fontSize="13px" color="muted">
            The bench has no fault set: its meter would read a sound circuit. Set one, or hide one below.
          </Box>
        )}
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
                {belief(outcome.share)}
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
