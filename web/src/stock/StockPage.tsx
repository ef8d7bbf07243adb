import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMemo, useRef, useState } from 'react';
import { families, familyOf, loneDevice, type StockPart } from '#core/devices';
import type { BadRow } from '#core/formats';
import { saveAs } from '../circuit/saveAs';
import { Outside } from '../ui/Outside';
import { Button, Field, Heading, Note } from '../ui/parts';
import { PartEditor } from './PartEditor';
import { newPartId, useStock } from './useStock';

const Line = chakra('tr', { base: { cursor: 'pointer', _hover: { bg: 'card' }, '&[aria-selected=true]': { bg: 'lookTint' } } });
const Cell = chakra('td', {
  base: { px: '8px', py: '6px', fontSize: '14px', borderBottom: '1px dashed', borderColor: 'hairline', verticalAlign: 'top' },
});

interface Preview {
  readonly file: string;
  readonly good: readonly StockPart[];
  readonly bad: readonly BadRow[];
}

/** The parts that are carried: looked up by what is printed on them, added by hand or from a spreadsheet. */
export default function StockPage() {
  const { parts, problem, save } = useStock();
  const [search, setSearch] = useState('');
  const [where, setWhere] = useState('');
  const [open, setOpen] = useState<{ part: StockPart; revision: number }>();
  const [preview, setPreview] = useState<Preview>();
  const chosen = useRef<HTMLInputElement>(null);
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const places = useMemo(() => [...new Set((parts ?? []).map(({ part }) => part.van).filter(Boolean))].sort(), [parts]);
  const shown = [...(parts ?? [])]
    .sort((a, b) => a.part.title.localeCompare(b.part.title, 'en', { numeric: true }))
    .filter(
      ({ part }) =>
        (where === '' || part.van === where) &&
        words.every((word) =>
          `${part.title} ${part.print} ${part.van} ${part.shelf} ${familyOf(loneDevice(part)).title}`.toLowerCase().includes(word),
        ),
    );
  const csv = async () => {
    const [{ default: Papa }, { stockToRows }] = await Promise.all([import('papaparse'), import('#core/formats')]);
    const { columns, rows } = stockToRows((parts ?? []).map(({ part }) => part));
    saveAs('stock.csv', `${Papa.unparse([...rows], { columns: [...columns], newline: '\n', escapeFormulae: true })}\n`, 'text/csv');
  };
  const take = async (file: File) => {
    const [{ default: Papa }, { headProblems, stockFromRows }] = await Promise.all([import('papaparse'), import('#core/formats')]);
    const { data, errors, meta } = Papa.parse<Record<string, string>>(await file.text(), { header: true });
    const head = headProblems(meta.fields ?? []);
    const { good, bad } =
      head.length > 0
        ? { good: [], bad: [{ line: 1, title: '', problems: head }] }
        : stockFromRows(
            data,
            newPartId,
            (parts ?? []).map(({ part }) => part),
          );
    const isEmpty = (row: number | undefined) => Object.values(data[row ?? 0] ?? {}).every((cell) => String(cell).trim() === '');
    const torn = errors
      .filter(({ row }) => head.length === 0 && !isEmpty(row))
      .slice(0, 20)
      .map(({ row, message }) => ({ line: (row ?? 0) + 2, title: '', problems: [`The line cannot be read: ${message}.`] }));
    setPreview({ file: file.name, good, bad: [...bad, ...torn] });
  };
  const keep = async () => {
    if (!preview) return;
    if (await save(preview.good.map((part) => ({ part, baseRevision: 0 })))) setPreview(undefined);
  };
  return (
    <Outside>
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
          <Button type="button" onClick={() => chosen.current?.click()}>
            Import CSV
          </Button>
          <Button type="button" onClick={() => void csv()} disabled={!parts}>
            Export CSV
          </Button>
          <input
            ref={chosen}
            type="file"
            accept=".csv,text/csv"
            hidden
            aria-label="Stock file"
            onChange={({ target }) => {
              const [file] = target.files ?? [];
              if (file) void take(file);
              target.value = '';
            }}
          />
        </Flex>
      </Flex>
      {problem && (
        <Note tone="danger" role="alert">
          {problem}
        </Note>
      )}
      {preview && (
        <Note tone={preview.bad.length > 0 ? 'look' : 'good'} role="status" aria-label="Import preview">
          <strong>
            {preview.file}: {preview.good.length} good rows, {preview.bad.length} that cannot be taken.
          </strong>{' '}
          Nothing is written yet.
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
            if (await save([{ part, baseRevision: open.revision, ...(removed ? { removed } : {}) }])) setOpen(undefined);
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
      <Box as="table" w="100%" borderCollapse="collapse" aria-label="Parts in stock">
        <tbody>
          {shown.map(({ part, revision }) => (
            <Line
              key={part.id}
              tabIndex={0}
              aria-selected={open?.part.id === part.id}
              onClick={() => setOpen({ part, revision })}
              onKeyDown={(event) => event.key === 'Enter' && setOpen({ part, revision })}
            >
              <Cell>
                <strong>{part.title}</strong>
                <Box color="muted" fontSize="13px">
                  {part.print}
                </Box>
              </Cell>
              <Cell css={{ '@media (max-width: 700px)': { display: 'none' } }}>{families[part.family]?.title}</Cell>
              <Cell whiteSpace="nowrap">
                {part.van} {part.shelf}
              </Cell>
              <Cell textAlign="right">{part.count}</Cell>
            </Line>
          ))}
        </tbody>
      </Box>
    </Outside>
  );
}

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
});
