import { useMemo } from 'react';
import type { CandidateView } from '#core/bench';
import { CELL_NAMES, type CellName } from '#core/fit';
import { Hint } from '../ui/Hint';
import { type Column, PickTable } from '../ui/PickTable';
import { Box, Flex } from '../ui/styled';
import { useIsNarrow } from '../ui/useIsNarrow';
import { Verdicted } from '../ui/verdicts';

interface Props {
  readonly candidates: readonly CandidateView[];
  readonly selected: string | undefined;
  readonly compared: string | undefined;
  readonly onSelect: (id: string) => void;
  readonly onCompare: (id: string) => void;
  readonly maxH: string;
}

const TITLES: { readonly [C in CellName]: string } = {
  coil: 'Coil',
  poles: 'Contacts for the load',
  driver: 'What drives it',
  transformer: 'Transformer',
};

/** Where a part lies, and what putting it in would mean for the wires. */
const underTitle = ({ part, moved, lost }: CandidateView, compared: string | undefined): string =>
  [
    `${part.van} ${part.shelf}`.trim(),
    `${part.count} there`,
    part.id === compared ? 'set beside' : '',
    moved.length > 0 ? `${moved.length} lead${moved.length === 1 ? ' moves' : 's move'}` : '',
    lost.length > 0 ? `no place for ${lost.join(', ')}` : '',
  ]
    .filter(Boolean)
    .join(' · ');

const keyOf = ({ part }: CandidateView): string => part.id;

/** Stock against the need, what fits first. Arrows move, C sets a second one beside it. */
export function CandidateTable({ candidates, selected, compared, onSelect, onCompare, maxH }: Props) {
  const narrow = useIsNarrow();
  const columns = useMemo(
    (): readonly Column<CandidateView>[] => [
      {
        id: 'part',
        title: 'Candidate',
        w: '27%',
        cell: (one) => (
          <>
            <strong>{one.part.title}</strong>
            <Box color="muted" fontSize="13px">
              {underTitle(one, compared)}
            </Box>
          </>
        ),
      },
      ...CELL_NAMES.map((name) => ({
        id: name,
        title: TITLES[name],
        cell: ({ cells }: CandidateView) =>
          cells[name].says === '–' ? (
            <Box color="muted">–</Box>
          ) : (
            <Hint words={cells[name].why}>
              <span>
                <Verdicted verdict={cells[name].verdict}>{cells[name].says}</Verdicted>
              </span>
            </Hint>
          ),
      })),
      { id: 'word', title: 'Verdict', cell: ({ verdict, word }) => <Verdicted verdict={verdict}>{word}</Verdicted> },
    ],
    [compared],
  );
  if (narrow)
    return (
      <Box>
        {candidates.slice(0, 12).map((one) => (
          <Flex
            as="button"
            key={one.part.id}
            data-row={one.part.id}
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
    <PickTable
      label="Candidates"
      rows={candidates}
      columns={columns}
      keyOf={keyOf}
      selected={selected}
      onPick={onSelect}
      picksOnMove
      onKey={(key, row) => {
        if (key === 'c') onCompare(row);
        return key === 'c';
      }}
      maxH={maxH}
    />
  );
}
