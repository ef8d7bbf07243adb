import { memo, useMemo } from 'react';
import { NavLink } from 'react-router';
import { useJudged } from '../bench/BenchProvider';
import { isBad, leftToChoose, toFixAtSupply } from '../bench/toDo';
import { placeAhead } from '../parts/placeAhead';
import { useDocument } from '../store/select';
import { useAppSelector } from '../store/store';
import { useLandings } from '../store/useLandings';
import { Box, styled } from '../ui/styled';
import { type StagePath, stages } from './stages';

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

/** What is begun at the act, before the page of a stage is drawn. */
const ahead: { readonly [P in StagePath]?: () => void } = { parts: placeAhead.begin };

/** A stage, drawn again when it says something else. */
const StageLink = memo(function StageLink({
  path,
  title,
  words,
  isBad,
}: {
  path: StagePath;
  title: string;
  words: string;
  isBad: boolean;
}) {
  return (
    <Stage to={path} onClick={ahead[path]}>
      <Box fontWeight={700}>{title}</Box>
      <Box fontSize="12px" color={isBad ? 'danger' : 'muted'}>
        {words}
      </Box>
    </Stage>
  );
});

/** How much is left to do at the stages that are judged. */
interface Left {
  readonly supply: number;
  readonly parts: number;
  readonly prove: number;
}

/** What a stage says of itself: how much of it is to be done. */
function stageWords(
  path: StagePath,
  left: Left | undefined,
  isCurrent: boolean,
  find: string,
  landed: string,
): { readonly words: string; readonly isBad: boolean } {
  if (path === 'find') return { words: find, isBad: false };
  if (path === 'wiring') return { words: landed, isBad: false };
  if (!left) return { words: 'checking…', isBad: false };
  const count = left[path];
  const [some, none] = { supply: ['to fix', 'settled'], parts: ['to choose', 'settled'], prove: ['to fix', 'sound'] }[path];
  // of a circuit that was changed a moment ago nothing is sound yet
  if (count === 0 && !isCurrent) return { words: 'checking…', isBad: false };
  return { words: count > 0 ? `${count} ${some}` : (none ?? ''), isBad: count > 0 };
}

/** The stages of the work in their order, each with how it stands. @param isBlank of nothing nothing is known: no stage may call it settled or sound */
export function StageRail({ isBlank }: { isBlank: boolean }) {
  const { study, isStudyCurrent } = useJudged();
  const faults = useAppSelector((state) => (state.bench.hidden ? 1 : state.bench.injected.length));
  const measured = useAppSelector((state) => state.find.measured.length);
  const { count, isUnknown } = useLandings();
  const document = useDocument();
  const complaints = document.complaints.length;
  const left = useMemo(
    (): Left | undefined =>
      study && {
        supply: toFixAtSupply(study),
        parts: leftToChoose(document, study),
        prove: study.findings.filter(({ verdict }) => isBad(verdict)).length,
      },
    [document, study],
  );
  const landed = isUnknown
    ? 'ticks not known'
    : count.landed === 0
      ? 'not landed'
      : count.landed === count.ends
        ? 'all landed'
        : `${count.landed} of ${count.ends} in`;
  const find = measured ? `${measured} reading${measured > 1 ? 's' : ''}` : complaints ? 'by complaint' : 'no complaint';
  return (
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
              : stageWords(path, left, isStudyCurrent, find, landed);
        return <StageLink key={path} {...{ path, title, words, isBad }} />;
      })}
    </Box>
  );
}
