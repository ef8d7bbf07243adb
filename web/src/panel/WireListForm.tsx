import { useDeferredValue, useMemo, useState } from 'react';
import type { Circuit, EditChange } from '#core/circuit';
import {
  alikeDevices,
  type BadLine,
  type ColumnRole,
  cellsOf,
  columnCount,
  fromWireList,
  type ListedDevice,
  listedDevices,
  type PatternList,
  readWireList,
  saysBothEnds,
  withRoles,
} from '#core/panel';
import { naturally } from '#core/units';
import { textOfWorkbook } from '../paper/workbook';
import { newIdMark } from '../store/ids';
import { FileButton } from '../ui/FileButton';
import { LongChoice } from '../ui/LongChoice';
import { Button, Label, Note, Row } from '../ui/parts';
import { Box, styled } from '../ui/styled';
import { Columns } from './Columns';
import { PatternPicker } from './PatternPicker';

const Paper = styled('textarea', {
  base: {
    width: '100%',
    boxSizing: 'border-box',
    minH: '170px',
    fontFamily: 'mono',
    fontSize: '13px',
    border: '1px solid',
    borderColor: 'hairline',
    borderRadius: '4px',
    bg: 'sheet',
    color: 'ink',
    p: '8px',
  },
});

/** So many characters are read as they are pasted; a longer list is a file of another kind. */
const MOST_CHARACTERS = 400_000;
const LINES_SHOWN = 12;
/** Of more devices than this each lists its kinds only when it is asked. */
const FEW = 40;
const SAMPLE = '101 TC1:Y DT1:1 yellow 18\n102 K1:A2 T1:C blue 18';

interface Props {
  /** what the list is put into */
  readonly circuit: Circuit;
  /** said on the button, with the number of wires */
  readonly verb: string;
  /** a pattern was laid out, of this title */
  readonly onPattern?: (title: string) => void;
  readonly onTake: (changes: readonly EditChange[]) => void;
}

/** Wires as they stand in a list: read as they are pasted, each device asked about once, and nothing done before a person says so. */
export function WireListForm({ circuit, verb, onPattern, onTake }: Props) {
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const [refused, setRefused] = useState<string>();
  const [known, setKnown] = useState<Pick<PatternList, 'plates' | 'locked'>>({ plates: {}, locked: [] });
  const [mark] = useState(newIdMark);
  const late = useDeferredValue(text);
  const [roles, setRoles] = useState<readonly (ColumnRole | null)[]>();
  const table = useMemo(() => cellsOf(late), [late]);
  const count = useMemo(() => columnCount(table), [table]);
  const list = useMemo(() => readWireList(roles && saysBothEnds(roles) ? withRoles(table, roles) : table), [table, roles]);
  const devices = useMemo(() => listedDevices(list.wires, circuit), [list, circuit]);
  const asked = useMemo(() => devices.filter(({ isKnown }) => !isKnown), [devices]);
  const kinds = useMemo(
    () =>
      new Map(
        asked.flatMap(({ tag, kinds: [first] }): [string, string][] => {
          const family = chosen[tag] ?? first?.family;
          return family ? [[tag, family]] : [];
        }),
      ),
    [asked, chosen],
  );
  const [apart, setApart] = useState<ReadonlySet<string>>(new Set());
  const groups = useMemo(() => alikeDevices(asked, apart), [asked, apart]);
  const made = useMemo(() => fromWireList(circuit, list.wires, kinds, known, mark), [circuit, list, kinds, known, mark]);
  const wires = made.changes.filter(({ type }) => type === 'addConductor').length;
  const bad = [...list.bad, ...made.bad].sort((a, b) => a.line - b.line);
  const tooLong = (one: File, letters: number) =>
    setRefused(`${one.name} is longer than any list of wires: ${Math.round(letters / 1000)} kB. Nothing of it was taken.`);
  const take = async (one: File) => {
    setRefused(undefined);
    if (/\.xlsx$/i.test(one.name))
      return textOfWorkbook(one)
        .then((cells) => (cells.length > MOST_CHARACTERS ? tooLong(one, cells.length) : setText(cells)))
        .catch((reason: unknown) => setRefused(reason instanceof Error ? reason.message : String(reason)));
    if (/\.(xls|ods|pdf)$/i.test(one.name))
      return setRefused(`${one.name} is of a kind that is not read. Save it as XLSX, CSV or text, or copy the cells and paste them here.`);
    if (one.size > MOST_CHARACTERS) return tooLong(one, one.size);
    setText(await one.text());
  };
  return (
    <>
      <Box fontSize="14px" mb="6px">
        A wire a line: its two terminals as <code>K1:A1</code>, and beside them in any order its number, colour, size and length. Cells of a
        spreadsheet can be pasted as they are. A list of what is joined is read too: <code>R: T1:R TC1:R K1:13</code>.
      </Box>
      <PatternPicker
        circuit={circuit}
        onPick={({ text: wires, kinds: of, ...more }, title) => {
          onPattern?.(title);
          setText(wires);
          setChosen(of);
          setKnown(more);
        }}
      />
      <Paper
        aria-label="List of wires"
        placeholder={SAMPLE}
        spellCheck={false}
        value={text}
        onChange={({ target }) => setText(target.value.slice(0, MOST_CHARACTERS))}
      />
      <Box display="flex" gap="8px" my="6px" alignItems="center">
        <FileButton label="Wire list file" accept=".csv,.tsv,.txt,.xlsx,text/csv,text/plain" onFile={(one) => void take(one)}>
          Open a file
        </FileButton>
        <Box role="status" fontSize="14px" data-list-read>
          {text.trim() === ''
            ? 'Nothing is read yet.'
            : late !== text
              ? 'Reading…'
              : `${list.wires.length} wires between ${devices.length} devices${list.bad.length > 0 ? `; ${list.bad.length} ${list.bad.length === 1 ? 'line says' : 'lines say'} no wire` : ''}.`}
        </Box>
      </Box>
      {list.nets > 0 && (
        <Note role="status" mb="6px">
          {list.nets === 1 ? 'One line says' : `${list.nets} potentials say`} what is joined, not which wire runs where: the wires are taken
          from each terminal to the next, as they are written. Hold them against the panel.
        </Note>
      )}
      {count > 1 && text.trim() !== '' && (
        <Button type="button" look="quiet" px="0" aria-expanded={roles !== undefined} onClick={() => setRoles(roles ? undefined : [])}>
          {roles ? 'Find the columns by what is in them' : 'Say which column is what'}
        </Button>
      )}
      {roles && <Columns table={table} count={count} roles={roles} onChange={setRoles} />}
      {roles && !saysBothEnds(roles) && (
        <Box fontSize="13px" color="muted">
          Say at least where a wire comes from and where it goes; until then columns are found by what is in them.
        </Box>
      )}
      {refused && (
        <Note tone="danger" role="alert">
          {refused}
        </Note>
      )}
      {asked.length > 0 && <Label as="h2">What each of them is, by the terminals that are wired</Label>}
      {groups.map((group) => (
        <Asked
          key={group.map(({ tag }) => tag).join(' ')}
          group={group}
          isWhole={groups.length <= FEW}
          family={chosen[group[0]?.tag ?? ''] ?? group[0]?.kinds[0]?.family ?? ''}
          onChoose={(family) => setChosen((before) => ({ ...before, ...Object.fromEntries(group.map(({ tag }) => [tag, family])) }))}
          {...(group.length > 1 ? { onApart: () => setApart(new Set([...apart, ...group.map(({ tag }) => tag)])) } : {})}
        />
      ))}
      {bad.length > 0 && <BadLines bad={bad} />}
      <Button type="button" look="strong" mt="10px" disabled={wires === 0} onClick={() => onTake(made.changes)}>
        {verb} {wires} {wires === 1 ? 'wire' : 'wires'}
        {bad.length > 0 && wires > 0 ? `, without ${bad.length} ${bad.length === 1 ? 'line' : 'lines'}` : ''}
      </Button>
    </>
  );
}

interface AskedProps {
  readonly group: readonly ListedDevice[];
  /** all kinds at once; of many groups they are listed when they are asked for */
  readonly isWhole: boolean;
  readonly family: string;
  readonly onChoose: (family: string) => void;
  readonly onApart?: () => void;
}

/** What the circuit does not have: which kind it is. */
function Asked({ group, isWhole, family, onChoose, onApart }: AskedProps) {
  const [first] = group;
  const last = group.at(-1);
  if (!first || !last) return null;
  const { tag, marks, kinds } = first;
  return (
    <Row data-asked={tag} flexWrap="wrap">
      <Box flex="1 1 160px">
        <strong>{group.length === 1 ? tag : `${tag} … ${last.tag} (${group.length})`}</strong> {group.length === 1 ? 'has' : 'have'}{' '}
        {[...marks].sort(naturally).join(' ')}
        {onApart && (
          <Button type="button" look="quiet" ml="8px" onClick={onApart}>
            One by one
          </Button>
        )}
      </Box>
      {kinds.length === 0 ? (
        <Box color="danger" fontSize="13px">
          no kind has all of these: {group.length === 1 ? 'its' : 'their'} wires are left out
        </Box>
      ) : (
        <LongChoice
          label={`What ${group.length === 1 ? tag : `${tag} to ${last.tag}`} is`}
          value={family}
          isWhole={isWhole}
          options={[
            ...kinds.map(({ family: name, title, unused }) => ({
              value: name,
              words: `${title}${unused.length > 0 ? `, ${unused.length} ${unused.length === 1 ? 'terminal' : 'terminals'} more` : ''}`,
            })),
            { value: 'none', words: 'leave it out' },
          ]}
          onChoose={onChoose}
          w="min(100%, 330px)"
        />
      )}
    </Row>
  );
}

const BadLines = ({ bad }: { bad: readonly BadLine[] }) => (
  <Note tone="look" role="status" aria-label="Lines that are left out">
    {bad.slice(0, LINES_SHOWN).map(({ line, text, why }) => (
      <Box key={`${line} ${why}`} fontSize="13px">
        Line {line}, <code>{text}</code>: {why}
      </Box>
    ))}
    {bad.length > LINES_SHOWN && <Box fontSize="13px">and {bad.length - LINES_SHOWN} more.</Box>}
  </Note>
);
