import { useMemo, useState } from 'react';
import type { StockLine, StockSave } from '#core/api';
import { kindOfPart, type StockPart } from '#core/devices';
import type { BadRow } from '#core/formats';
import { naturally } from '#core/units';
import { Outside } from '../frame/Outside';
import { newPartId } from '../store/ids';
import { useSaveStockMutation, useStockQuery } from '../store/server';
import { bytesOf } from '../ui/bytesOf';
import { FileButton } from '../ui/FileButton';
import { type Column, PickTable } from '../ui/PickTable';
import { Button, Field, Heading, Note } from '../ui/parts';
import { saveAs } from '../ui/saveAs';
import { Box, Flex } from '../ui/styled';
import { PartEditor } from './PartEditor';

/** What was done here, and the way back. */
interface Done {
  readonly words: string;
  readonly back: StockSave['changes'];
}

interface Preview {
  readonly file: string;
  readonly good: readonly StockPart[];
  readonly bad: readonly BadRow[];
  /** told of the file as a whole */
  readonly note: string | undefined;
}

/** The parts that are carried: looked up by what is printed on them, added by hand or from a spreadsheet. */
export default function StockPage() {
  const { data: parts, error } = useStockQuery();
  const [saveStock, { error: refused }] = useSaveStockMutation();
  const problem = [refused, error].find((one) => typeof one === 'string') as string | undefined;
  const [done, setDone] = useState<readonly Done[]>([]);
  /** @param words what is done, by which it can be taken back */
  const save = async (changes: StockSave['changes'], words: string): Promise<boolean> => {
    const back = changes.map(({ part, baseRevision, removed = false }): StockSave['changes'][number] => {
      const was = parts?.find((line) => line.part.id === part.id)?.part;
      const revision = baseRevision + 1;
      return removed || was ? { part: was ?? part, baseRevision: revision } : { part, baseRevision: revision, removed: true };
    });
    if ('error' in (await saveStock(changes))) return false;
    setDone((before) => [{ words, back }, ...before]);
    return true;
  };
  const undoLast = async () => {
    const [last] = done;
    if (!last) return;
    if (!('error' in (await saveStock(last.back)))) setDone((before) => before.filter((one) => one !== last));
  };
  const [search, setSearch] = useState('');
  const [where, setWhere] = useState('');
  const [open, setOpen] = useState<{ part: StockPart; revision: number }>();
  const [preview, setPreview] = useState<Preview>();
  const places = useMemo(() => [...new Set((parts ?? []).map(({ part }) => part.van).filter(Boolean))].sort(), [parts]);
  const shown = useMemo(() => {
    const words = search.toLowerCase().split(/\s+/).filter(Boolean);
    const textOf = ({ part }: StockLine) =>
      `${part.title} ${part.print} ${part.van} ${part.shelf} ${kindOfPart(part)?.title ?? ''}`.toLowerCase();
    return [...(parts ?? [])]
      .sort((a, b) => naturally(a.part.title, b.part.title))
      .filter((line) => (where === '' || line.part.van === where) && words.every((word) => textOf(line).includes(word)));
  }, [parts, search, where]);
  const csv = async () => {
    const [{ default: Papa }, { stockToRows }] = await Promise.all([import('papaparse'), import('#core/formats')]);
    const { columns, rows } = stockToRows((parts ?? []).map(({ part }) => part));
    saveAs('stock.csv', `${Papa.unparse([...rows], { columns: [...columns], newline: '\n', escapeFormulae: true })}\n`, 'text/csv');
  };
  const take = async (file: File) => {
    const [{ default: Papa }, { sheetText, stockFromTable }] = await Promise.all([import('papaparse'), import('#core/formats')]);
    const { text, note } = sheetText(await bytesOf(file));
    const { good, bad } = stockFromTable(
      Papa.parse<string[]>(text),
      newPartId,
      (parts ?? []).map(({ part }) => part),
    );
    setPreview({ file: file.name, good, bad, note });
  };
  const keep = async () => {
    if (!preview) return;
    const isKept = await save(
      preview.good.map((part) => ({ part, baseRevision: 0 })),
      `${preview.good.length} parts from ${preview.file} are in stock`,
    );
    if (isKept) setPreview(undefined);
  };
  return (
    <Outside title="Stock">
      <Flex justify="space-between" align="center" wrap="wrap" gap="8px" mb="8px">
        <Heading as="h1" fontSize="22px">
          Stock
          <Box as="span" fontWeight={400} fontSize="14px" color="muted">
            {' '}
            {parts ? `${parts.length} parts` : ''}
          </Box>
        </Heading>
        <Flex gap="6px" wrap="wrap">
          <Button type="button" look="strong" onClick={() => setOpen({ revision: 0, part: blank() })}>
            Add a part
          </Button>
          <FileButton label="Stock file" accept=".csv,text/csv" onFile={(file) => void take(file)}>
            Import CSV
          </FileButton>
          <Button type="button" onClick={() => void csv()} disabled={!parts}>
            Export CSV
          </Button>
        </Flex>
      </Flex>
      {problem && (
        <Note tone="danger" role="alert">
          {problem}
        </Note>
      )}
      {done.length > 0 && (
        <Note tone="good" role="status" aria-label="What was done">
          <Flex gap="10px" align="baseline" wrap="wrap">
            <Box flex="1">{done[0]?.words}.</Box>
            <Button type="button" onClick={() => void undoLast()}>
              Undo
            </Button>
          </Flex>
          {done.length > 1 && (
            <Box color="muted" fontSize="13px">
              Before it:{' '}
              {done
                .slice(1, 5)
                .map(({ words }) => words)
                .join('; ')}
            </Box>
          )}
        </Note>
      )}
      {preview && (
        <Note tone={preview.bad.length > 0 ? 'look' : 'good'} role="status" aria-label="Import preview">
          <strong>
            {preview.file}: {preview.good.length} good rows, {preview.bad.length} that cannot be taken.
          </strong>{' '}
          Nothing is written yet.
          {preview.note && <Box fontSize="13px">{preview.note}</Box>}
          {preview.bad.slice(0, 12).map(({ line, title, problems }) => (
            <Box key={`${line}${problems[0]}`} fontSize="13px">
              Line {line}
              {title ? `, ${title}` : ''}: {problems.join(' ')}
            </Box>
          ))}
          {preview.bad.length > 12 && <Box fontSize="13px">and {preview.bad.length - 12} more.</Box>}
          <Flex gap="8px" mt="6px">
            <Button type="button" look="strong" disabled={preview.good.length === 0} onClick={() => void keep()}>
              Keep the {preview.good.length} good rows
            </Button>
            <Button type="button" onClick={() => setPreview(undefined)}>
              Leave it
            </Button>
          </Flex>
        </Note>
      )}
      <Flex gap="8px" mb="6px" wrap="wrap">
        <Field
          aria-label="Search by what is printed on the part"
          placeholder="what is printed on it"
          w="260px"
          textAlign="left"
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
        {['', ...places].map((one) => (
          <Button
            key={one || 'all'}
            type="button"
            look={where === one ? 'strong' : 'plain'}
            aria-pressed={where === one}
            onClick={() => setWhere(one)}
          >
            {one || 'Everywhere'}
          </Button>
        ))}
      </Flex>
      {open && (
        <PartEditor
          key={open.part.id}
          part={open.part}
          isNew={open.revision === 0}
          onClose={() => setOpen(undefined)}
          onSave={async (part, removed) => {
            const change = { part, baseRevision: open.revision, ...(removed ? { removed } : {}) };
            const deed = removed ? 'is taken out of stock' : open.revision === 0 ? 'is in stock' : 'is changed';
            if (await save([change], `${part.title} ${deed}`)) setOpen(undefined);
          }}
          onDuplicate={(part) => setOpen({ revision: 0, part: { ...part, id: newPartId(), title: `${part.title}, copy`.slice(0, 80) } })}
        />
      )}
      {!parts && !problem && <p>Looking for parts…</p>}
      {parts?.length === 0 && <Note>No part yet. Add one by hand, or import a CSV file: the columns are those that an export writes.</Note>}
      {parts && parts.length > 0 && shown.length === 0 && (
        <Note>
          No part matches “{search}”{where ? ` in ${where}` : ''}. Try fewer words.
        </Note>
      )}
      {shown.length > 0 && (
        <PickTable
          label="Parts in stock"
          rows={shown}
          columns={COLUMNS}
          keyOf={keyOf}
          selected={open?.part.id}
          onPick={(id) => setOpen(shown.find(({ part }) => part.id === id))}
          maxH="calc(100vh - 190px)"
          headless
        />
      )}
    </Outside>
  );
}

const keyOf = ({ part }: StockLine): string => part.id;

const COLUMNS: readonly Column<StockLine>[] = [
  {
    id: 'part',
    title: 'Part',
    cell: ({ part }) => (
      <>
        <strong>{part.title}</strong>
        <Box color="muted" fontSize="13px">
          {part.print}
        </Box>
      </>
    ),
  },
  { id: 'kind', title: 'Kind', wideOnly: true, cell: ({ part }) => kindOfPart(part)?.title ?? part.family },
  { id: 'place', title: 'Where', cell: ({ part }) => `${part.van} ${part.shelf}`.trim() },
  { id: 'count', title: 'Count', align: 'right', cell: ({ part }) => part.count },
];

const blank = (): StockPart => ({
  id: newPartId(),
  title: '',
  family: 'contactor-2',
  nameplate: {},
  print: '',
  van: 'Van',
  shelf: '',
  count: 1,
  notes: '',
  body: null,
  own: null,
});
