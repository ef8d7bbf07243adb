import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import type { WireRowView } from '#core/bench';
import type { ConductorId } from '#core/circuit';
import { wireTable } from '#core/formats';
import { figures, naturally } from '#core/units';
import { endKey } from '#core/wiring';
import { TableButtons } from '../paper/TableButtons';
import { benchSlice } from '../store/bench';
import { useAppDispatch, useAppSelector } from '../store/store';
import type { Landings } from '../store/useLandings';
import { Choice } from '../ui/Choice';
import { Field, Mono } from '../ui/parts';
import { Box, Flex, styled } from '../ui/styled';
import { useIsNarrow } from '../ui/useIsNarrow';
import { wireColour } from '../ui/wireColour';
import { Ticks } from './Ticks';
import { linesOf } from './wireBook';

const Line = styled('div', {
  base: {
    display: 'grid',
    gridTemplateColumns: '14px 62px 1.5fr 1.5fr 1.4fr 1fr',
    gap: '8px',
    alignItems: 'center',
    borderBottom: '1px dashed',
    borderColor: 'hairline',
    px: '6px',
    fontSize: '14px',
    cursor: 'pointer',
    '&[aria-selected=true]': { bg: 'controlTint' },
    '@media (max-width: 700px)': { gridTemplateColumns: '14px 1fr', py: '8px' },
  },
});
const Dot = styled('span', {
  base: { w: '12px', h: '12px', borderRadius: '50%', border: '1px solid', borderColor: 'muted', display: 'inline-block' },
});

/** A line of the list on a wide screen; on a phone it is as high as its card. */
const ROW_PX = 39;
const SORTS = { order: 'as they are landed', number: 'by number', from: 'by the first end', place: 'by place' } as const;
type Sort = keyof typeof SORTS;
const KEYS: { readonly [S in Sort]?: (row: WireRowView) => string } = {
  number: ({ number }) => number,
  from: ({ ends }) => ends[0].spelled,
  place: ({ ends }) => `${ends[0].place} ${ends[0].spelled}`,
};

interface Props {
  readonly rows: readonly WireRowView[];
  readonly landings: Landings;
  readonly blocked: (wire: ConductorId) => string | undefined;
  /** why they stand by their numbers as yet, in the place of their count: nothing moves when it goes */
  readonly waits: string | undefined;
}

/** Every wire, in the order in which it is landed or as somebody walks; ↓ goes on to the next. */
export function WireList({ rows, landings, blocked, waits }: Props) {
  const dispatch = useAppDispatch();
  const narrow = useIsNarrow();
  const selected = useAppSelector((state) => state.bench.conductor);
  const [search, setSearch] = useState('');
  const [only, setOnly] = useState('all');
  const [sort, setSort] = useState<Sort>('order');
  const box = useRef<HTMLDivElement>(null);
  const cables = useMemo(() => [...new Set(rows.flatMap(({ cable }) => cable ?? []))].sort(naturally), [rows]);
  const places = useMemo(
    () => [...new Set(rows.flatMap(({ ends }) => ends.map(({ place }) => place)))].filter(Boolean).sort(naturally),
    [rows],
  );
  const sorted = useMemo(() => {
    const isDone = ({ conductor, ends }: WireRowView): boolean =>
      ([0, 1] as const).every((side) => ends[side].terminal === null || landings.ticks.get(endKey(conductor, side))?.landed !== undefined);
    const wanted = search.toLowerCase().split(/\s+/);
    const shown = rows
      .filter((row) => only !== 'open' || !isDone(row))
      .filter(({ cable }) => !only.startsWith('cable ') || cable === only.slice(6))
      .filter(({ ends }) => !only.startsWith('place ') || ends.some(({ place }) => place === only.slice(6)))
      .filter((row) => {
        if (search === '') return true;
        const words = `${row.number} ${row.ends.map(({ spelled }) => spelled).join(' ')} ${row.colour} ${row.cable ?? ''}`.toLowerCase();
        return wanted.every((word) => words.includes(word));
      });
    const key = KEYS[sort];
    return key ? shown.toSorted((a, b) => naturally(key(a), key(b))) : shown;
  }, [rows, only, search, sort, landings.ticks]);
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => box.current,
    estimateSize: () => (narrow ? 150 : ROW_PX),
    overscan: 8,
  });
  const at = sorted.findIndex(({ conductor }) => conductor === selected);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is selected elsewhere comes into sight here
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
  }, [at]);
  const step = (by: number) => {
    const next = sorted[Math.min(sorted.length - 1, Math.max(0, at + by))];
    if (next) dispatch(benchSlice.actions.conductorSelected(next.conductor));
  };
  return (
    <Flex direction="column" minH="0" flex="1" gap="6px">
      <Flex gap="8px" wrap="wrap" align="center" fontSize="14px">
        <Field
          aria-label="Search wires by number, terminal or colour"
          placeholder="number, terminal, colour"
          w="220px"
          fontFamily="body"
          textAlign="left"
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
        <Choice aria-label="Which wires" value={only} onChange={({ target }) => setOnly(target.value)}>
          <option value="all">all wires</option>
          <option value="open">not landed yet</option>
          {cables.map((cable) => (
            <option key={cable} value={`cable ${cable}`}>
              in cable {cable}
            </option>
          ))}
          {places.map((place) => (
            <option key={place} value={`place ${place}`}>
              at {place}
            </option>
          ))}
        </Choice>
        <Choice aria-label="In which order" value={sort} onChange={({ target }) => setSort(target.value as Sort)}>
          {Object.entries(SORTS).map(([one, words]) => (
            <option key={one} value={one}>
              {words}
            </option>
          ))}
        </Choice>
        <Box color="muted" flex="1">
          {waits ?? `${sorted.length} of ${rows.length} wires`}
        </Box>
        <TableButtons what="the wires shown" name="wires" table={() => wireTable(linesOf(sorted))} disabled={sorted.length === 0} />
      </Flex>
      <Box
        ref={box}
        role="grid"
        aria-label="Wires"
        tabIndex={0}
        overflowY="auto"
        flex="1"
        minH="160px"
        onKeyDown={(event) => {
          if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
          event.preventDefault();
          step(event.key === 'ArrowDown' ? 1 : -1);
        }}
        css={{ '@media (max-width: 700px)': { maxHeight: '70vh' } }}
      >
        <Box role="rowgroup" position="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const row = sorted[index];
            return (
              row && (
                <div
                  key={row.conductor}
                  ref={narrow ? virtual.measureElement : undefined}
                  data-index={index}
                  role="presentation"
                  style={{
                    position: 'absolute',
                    top: 0,
                    left: 0,
                    right: 0,
                    transform: `translateY(${start}px)`,
                    ...(narrow ? {} : { height: ROW_PX }),
                  }}
                >
                  <WireLine
                    row={row}
                    isSelected={row.conductor === selected}
                    isNarrow={narrow}
                    landings={landings}
                    blocked={blocked(row.conductor)}
                  />
                </div>
              )
            );
          })}
        </Box>
      </Box>
    </Flex>
  );
}

interface LineProps {
  readonly row: WireRowView;
  readonly isSelected: boolean;
  readonly isNarrow: boolean;
  readonly landings: Landings;
  readonly blocked: string | undefined;
}

/** A wire of the list; while the list is scrolled the lines that stay are not drawn anew. */
const WireLine = memo(function WireLine({ row, isSelected, isNarrow, landings, blocked }: LineProps) {
  const dispatch = useAppDispatch();
  return (
    <Line
      role="row"
      aria-selected={isSelected}
      minH={`${ROW_PX}px`}
      onClick={() => dispatch(benchSlice.actions.conductorSelected(row.conductor))}
    >
      <Dot style={{ background: wireColour(row.colour) }} aria-hidden="true" />
      {isNarrow ? (
        <WireCard row={row} landings={landings} blocked={blocked} />
      ) : (
        <>
          <Mono role="gridcell">{row.number}</Mono>
          {([0, 1] as const).map((side) => (
            <Flex key={side} role="gridcell" gap="6px" align="center" justify="space-between">
              <Mono title={row.ends[side].place}>{row.ends[side].spelled}</Mono>
              <span>
                {row.ends[side].terminal && (
                  <Ticks conductor={row.conductor} side={side} spelled={row.ends[side].spelled} landings={landings} blocked={blocked} />
                )}
              </span>
            </Flex>
          ))}
          <Box role="gridcell" whiteSpace="nowrap" overflow="hidden" textOverflow="ellipsis">
            {row.colour || 'no colour'} {row.size}
            {row.cable && ` · ${row.cable}${row.core ? `/${row.core}` : ''}`}
          </Box>
          <Box
            role="gridcell"
            color="muted"
            whiteSpace="nowrap"
            overflow="hidden"
            textOverflow="ellipsis"
            title={row.amps === null ? undefined : `${row.words}; at most ${figures(row.amps)} A`}
          >
            {row.words}
          </Box>
        </>
      )}
    </Line>
  );
});

/** A wire on a phone: a card with thumb-sized ticks for both ends. */
const WireCard = ({ row, landings, blocked }: { row: WireRowView; landings: Landings; blocked: string | undefined }) => (
  <Box role="gridcell">
    <Flex justify="space-between" gap="8px">
      <Mono>{row.number}</Mono>
      <Box color="muted" fontSize="13px">
        {row.colour} {row.size}
        {row.cable && ` · ${row.cable}${row.core ? `/${row.core}` : ''}`}
      </Box>
    </Flex>
    {([0, 1] as const).map((side) => (
      <Flex key={side} justify="space-between" align="center" mt="4px">
        <span>
          <Mono>{row.ends[side].spelled}</Mono>{' '}
          <Box as="span" color="muted" fontSize="13px">
            {row.ends[side].place}
          </Box>
        </span>
        <span>
          {row.ends[side].terminal && (
            <Ticks conductor={row.conductor} side={side} spelled={row.ends[side].spelled} landings={landings} blocked={blocked} />
          )}
        </span>
      </Flex>
    ))}
  </Box>
);
