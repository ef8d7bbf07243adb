import { createColumnHelper, tableFeatures, useTable } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useRef } from 'react';
import { Box, styled } from './styled';
import { Cell, Head } from './tableParts';
import { useIsNarrow } from './useIsNarrow';

export interface Column<R> {
  readonly id: string;
  readonly title: string;
  readonly cell: (row: R) => ReactNode;
  readonly w?: string;
  readonly align?: 'left' | 'right';
  /** left out on a phone */
  readonly wideOnly?: boolean;
}

interface Props<R> {
  readonly label: string;
  readonly rows: readonly R[];
  readonly columns: readonly Column<R>[];
  readonly keyOf: (row: R) => string;
  readonly selected: string | undefined;
  readonly onPick: (key: string) => void;
  /** an arrow or the focus picks at once; else Enter does */
  readonly picksOnMove?: boolean;
  /** a key on the row that is picked @returns whether it was taken */
  readonly onKey?: (key: string, row: string) => boolean;
  readonly maxH: string;
  readonly headless?: boolean;
}

const ROW_PX = 46;
/** Rows drawn above and below what is in sight. */
const BEYOND = 12;

const Line = styled('tr', {
  base: { cursor: 'pointer', '&[aria-selected=true]': { bg: 'lookTint' }, _hover: { bg: 'card' } },
});

const features = tableFeatures({});

/** A long list to pick from: only the rows in sight are drawn, the arrows walk through all of them. */
export function PickTable<R extends object>({
  label,
  rows,
  columns,
  keyOf,
  selected,
  onPick,
  picksOnMove = false,
  onKey,
  maxH,
  headless = false,
}: Props<R>) {
  const isNarrow = useIsNarrow();
  const holder = useRef<HTMLDivElement>(null);
  const shown = useMemo(() => columns.filter(({ wideOnly }) => !(wideOnly && isNarrow)), [columns, isNarrow]);
  const table = useTable({
    features,
    data: rows,
    columns: useMemo(() => {
      const helper = createColumnHelper<typeof features, R>();
      return helper.columns(
        shown.map(({ id, title, cell }) => helper.display({ id, header: title, cell: ({ row }) => cell(row.original) })),
      );
    }, [shown]),
    getRowId: (row: R) => keyOf(row),
  });
  const lines = table.getRowModel().rows;
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => holder.current,
    estimateSize: () => ROW_PX,
    overscan: BEYOND,
    getItemKey: (index) => lines[index]?.id ?? index,
  });
  const items = virtual.getVirtualItems();
  const above = items[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  const at = lines.findIndex(({ id }) => id === selected);
  // the list gets short when something opens under it: the chosen row stays in sight
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
  }, [at, virtual]);
  const focus = (index: number) => {
    virtual.scrollToIndex(index, { align: 'auto' });
    // a row that was out of sight is there after the next drawing
    requestAnimationFrame(() => holder.current?.querySelector<HTMLElement>(`[data-index="${index}"]`)?.focus());
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const index = Number((event.target as HTMLElement).closest('[data-index]')?.getAttribute('data-index') ?? Number.NaN);
    const line = lines[index];
    if (!line) return;
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 10, PageUp: -10 }[event.key];
    if (step !== undefined) {
      const next = Math.max(0, Math.min(lines.length - 1, index + step));
      const id = lines[next]?.id;
      if (picksOnMove && id !== undefined) onPick(id);
      focus(next);
    } else if (event.key === 'Enter' || event.key === ' ') onPick(line.id);
    else if (!onKey?.(event.key, line.id)) return;
    event.preventDefault();
  };
  return (
    <Box ref={holder} overflowY="auto" maxH={maxH}>
      <Box
        as="table"
        w="100%"
        borderCollapse="collapse"
        fontSize="14px"
        aria-label={label}
        {...{ 'aria-rowcount': lines.length }}
        onKeyDown={onKeyDown}
      >
        {!headless && (
          <thead>
            <tr>
              {shown.map(({ id, title, w, align }) => (
                <Head key={id} w={w} textAlign={align} position="sticky" top={0} bg="paper" zIndex={1}>
                  {title}
                </Head>
              ))}
            </tr>
          </thead>
        )}
        <tbody>
          {above > 0 && <tr style={{ height: above }} />}
          {items.map(({ index, key }) => {
            const line = lines[index];
            if (!line) return null;
            return (
              <Line
                key={key}
                ref={virtual.measureElement}
                data-index={index}
                data-row={line.id}
                aria-rowindex={index + 1}
                aria-selected={line.id === selected}
                tabIndex={index === Math.max(at, 0) ? 0 : -1}
                onClick={() => onPick(line.id)}
                onFocus={() => picksOnMove && line.id !== selected && onPick(line.id)}
              >
                {line.getAllCells().map((cell, column) => (
                  <Cell key={cell.id} py="8px" w={shown[column]?.w} textAlign={shown[column]?.align}>
                    <table.FlexRender cell={cell} />
                  </Cell>
                ))}
              </Line>
            );
          })}
          {below > 0 && <tr style={{ height: below }} />}
        </tbody>
      </Box>
    </Box>
  );
}
