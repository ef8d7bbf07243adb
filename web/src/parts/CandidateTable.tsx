import { Box, chakra, Flex } from '@chakra-ui/react';
import { useEffect, useRef } from 'react';
import { Cell, Head } from '../ui/tableParts';
import { useIsNarrow } from '../ui/useIsNarrow';
import { Verdicted } from '../ui/verdicts';
import type { CandidateView } from '../worker/protocol';

/** The list is long: its head stays, and a row is large enough for a thumb. */
const STUCK = { position: 'sticky', top: 0, bg: 'paper' } as const;
const ROOMY = { py: '9px', fontSize: '14px' } as const;

const Line = chakra('tr', {
  base: { cursor: 'pointer', '&[aria-selected=true]': { bg: 'lookTint' }, _hover: { bg: 'card' } },
});

interface Props {
  readonly candidates: readonly CandidateView[];
  readonly selected: string | undefined;
  readonly compared: string | undefined;
  readonly onSelect: (id: string) => void;
  readonly onCompare: (id: string) => void;
}

/** Stock against the need, what fits first. Arrows move, Enter picks, C sets a second one beside it. */
export function CandidateTable({ candidates, selected, compared, onSelect, onCompare }: Props) {
  const narrow = useIsNarrow();
  const body = useRef<HTMLTableSectionElement>(null);
  // the list gets short when the twin opens under it: the chosen row stays in sight
  useEffect(() => {
    if (selected) body.current?.querySelector(`[data-part="${selected}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [selected]);
  const move = (by: number) => {
    const at = candidates.findIndex(({ part }) => part.id === selected);
    const next = candidates[Math.max(0, Math.min(candidates.length - 1, at + by))];
    if (!next) return;
    onSelect(next.part.id);
    body.current?.querySelector<HTMLElement>(`[data-part="${next.part.id}"]`)?.focus();
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (event.key === 'ArrowDown') move(1);
    else if (event.key === 'ArrowUp') move(-1);
    else if (event.key === 'c' && selected) onCompare(selected);
    else return;
    event.preventDefault();
  };
  if (narrow)
    return (
      <Box>
        {candidates.slice(0, 12).map((one) => (
          <Flex
            as="button"
            key={one.part.id}
            data-part={one.part.id}
            w="100%"
            minH="56px"
            justify="space-between"
            align="center"
            gap="10px"
            textAlign="left"
            bg="sheet"
            border="none"
            borderBottom="1px dashed"
            borderColor="hairline"
            color="ink"
            font="inherit"
            px="4px"
            aria-pressed={one.part.id === selected}
            onClick={() => onSelect(one.part.id)}
          >
            <Box>
              <strong>{one.part.title}</strong>
              <Box color="muted" fontSize="13px">
                {one.part.van} {one.part.shelf} · {one.cells.coil.says}
              </Box>
            </Box>
            <Verdicted verdict={one.verdict}>{one.word}</Verdicted>
          </Flex>
        ))}
      </Box>
    );
  return (
    <Box as="table" w="100%" borderCollapse="collapse" onKeyDown={onKeyDown} aria-label="Candidates">
      <thead>
        <tr>
          <Head {...STUCK}>Candidate</Head>
          <Head {...STUCK}>Coil</Head>
          <Head {...STUCK}>Contacts for the load</Head>
          <Head {...STUCK}>What drives it</Head>
          <Head {...STUCK}>Transformer</Head>
          <Head {...STUCK}>Verdict</Head>
        </tr>
      </thead>
      <tbody ref={body}>
        {candidates.map(({ part, cells, verdict, word, moved, lost }) => (
          <Line
            key={part.id}
            data-part={part.id}
            tabIndex={part.id === selected || (!selected && part === candidates[0]?.part) ? 0 : -1}
            aria-selected={part.id === selected}
            onClick={() => onSelect(part.id)}
            onFocus={() => part.id !== selected && onSelect(part.id)}
          >
            <Cell {...ROOMY} w="27%">
              <strong>{part.title}</strong>
              <Box color="muted" fontSize="13px">
                {part.van} {part.shelf} · {part.count} there{part.id === compared ? ' · set beside' : ''}
                {moved.length > 0 ? ` · ${moved.length} lead${moved.length === 1 ? ' moves' : 's move'}` : ''}
                {lost.length > 0 ? ` · no place for ${lost.join(', ')}` : ''}
              </Box>
            </Cell>
            {(['coil', 'poles', 'driver', 'transformer'] as const).map((name) => (
              <Cell {...ROOMY} key={name} title={cells[name].why}>
                {cells[name].says === '–' ? (
                  <Box color="muted">–</Box>
                ) : (
                  <Verdicted verdict={cells[name].verdict}>{cells[name].says}</Verdicted>
                )}
              </Cell>
            ))}
            <Cell {...ROOMY}>
              <Verdicted verdict={verdict}>{word}</Verdicted>
            </Cell>
          </Line>
        ))}
      </tbody>
    </Box>
  );
}
