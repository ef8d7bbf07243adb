import { useRef } from 'react';
import { Link } from 'react-router';
import type { CircuitLine, CircuitSummary, Standing } from '#core/api';
import { counted } from '#core/units';
import { leftOn } from '../store/personal';
import { useSummaryQuery } from '../store/server';
import { Button, Mono } from '../ui/parts';
import { Box, Flex, styled } from '../ui/styled';
import { useInView } from '../ui/useInView';

const Card = styled('article', {
  base: {
    position: 'relative',
    display: 'flex',
    gap: '12px',
    px: '12px',
    py: '10px',
    bg: 'sheet',
    border: '1px solid',
    borderColor: 'hairline',
    borderRadius: '6px',
    _hover: { borderColor: 'muted' },
    _focusWithin: { borderColor: 'ink' },
  },
});

/** The whole card leads there; what else can be done with it lies above. */
const Title = styled(Link, {
  base: {
    fontWeight: 600,
    color: 'ink',
    textDecoration: 'none',
    _after: { content: '""', position: 'absolute', inset: 0 },
    _focusVisible: { outline: 'none', _after: { outline: '2px solid', outlineColor: 'focus', outlineOffset: '2px', borderRadius: '6px' } },
  },
});

/** A small picture is ink on white in either theme: it is a drawing. */
const Picture = styled('img', {
  base: {
    width: '124px',
    height: '84px',
    objectFit: 'cover',
    objectPosition: 'top left',
    border: '1px solid',
    borderColor: 'hairline',
    borderRadius: '3px',
    bg: 'rail',
    flexShrink: 0,
    '@media (max-width: 700px)': { width: '84px', height: '64px' },
  },
});

/** The verdict first, then the worst by name. */
function Said({ summary }: { summary: CircuitSummary }) {
  const { danger, bad, look, isSound, devices, statesSeen, worst } = summary;
  if (devices === 0) return <Box color="muted">Nothing in it yet</Box>;
  const head = danger
    ? { tone: 'danger', words: counted(danger, 'danger') + (bad ? `, ${bad} to fix` : '') }
    : bad
      ? { tone: 'danger', words: `${bad} to fix` }
      : { tone: isSound ? 'good' : 'look', words: `${isSound ? 'sound' : 'not cleared'} in ${counted(statesSeen, 'state')}` };
  const [first] = worst;
  return (
    <Box minW="0">
      <Box as="span" fontWeight={700} color={head.tone}>
        {head.words}
      </Box>
      {look > 0 && <Box as="span" color="muted">{` · ${look} to look at`}</Box>}
      {first && (
        <Box color="muted" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap" title={worst.map(({ title }) => title).join('\n')}>
          {first.title}
        </Box>
      )}
    </Box>
  );
}

const POWER = { on: 'power on', control: 'control on', isolated: '' } as const;

/** What was left half done in this browser. */
function leftWords(id: string): string {
  const { power, faults, isHidden, readings } = leftOn(id);
  return [
    POWER[power] && `${POWER[power]}, simulated`,
    faults > 0 && counted(faults, 'fault set', 'faults set'),
    isHidden && 'a hidden fault set',
    readings > 0 && `finding: ${counted(readings, 'reading')}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

const changed = ({ revision, changedAt }: CircuitLine): string =>
  revision === 0 ? 'as added' : `revision ${revision}, ${new Date(changedAt).toLocaleDateString()}`;

/** One circuit on the page of jobs: its picture, what the checks say of it, what was left on its bench. */
export function CircuitCard({ circuit, onStand }: { circuit: CircuitLine; onStand: (standing: Standing) => void }) {
  const { id, number, title, revision, standing } = circuit;
  // what is never looked at is never judged
  const card = useRef<HTMLElement>(null);
  const isSeen = useInView(card);
  const { data: summary, error } = useSummaryQuery({ id, revision }, { skip: !isSeen });
  const left = leftWords(id);
  return (
    <Card ref={card} data-circuit={number}>
      {/* a picture is asked for when its check is there: it takes a connection as well */}
      <Picture {...(summary || error ? { src: `/api/circuits/${id}/picture.svg?revision=${revision}` } : {})} alt="" loading="lazy" />
      <Box flex="1" minW="0" fontSize="13px">
        <Box fontSize="15px" pe="64px">
          <Title to={`/circuits/${id}/prove`}>
            <Mono color="muted">{number}</Mono> {title}
          </Title>
        </Box>
        {summary ? <Said summary={summary} /> : <Box color="muted">{error ? `not checked: ${String(error)}` : 'checking…'}</Box>}
        <Box color="muted">
          {changed(circuit)}
          {left && (
            <Box as="span" color="ink">
              {' '}
              · left: {left}
            </Box>
          )}
        </Box>
      </Box>
      <Flex position="absolute" right="6px" top="6px" zIndex={1}>
        {standing === 'open' ? (
          <Button type="button" look="quiet" aria-label={`Put ${number} ${title} away`} onClick={() => onStand('archived')}>
            Archive
          </Button>
        ) : (
          <Button type="button" look="quiet" aria-label={`Put ${number} ${title} back`} onClick={() => onStand('open')}>
            Put back
          </Button>
        )}
        {standing === 'archived' && (
          <Button type="button" look="quiet" aria-label={`Delete ${number} ${title}`} onClick={() => onStand('deleted')}>
            Delete
          </Button>
        )}
      </Flex>
    </Card>
  );
}
