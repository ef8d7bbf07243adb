import { useState } from 'react';
import { type PartsRead, partsFromTable, partsTable, sheetText } from '#core/formats';
import { TableButtons } from '../paper/TableButtons';
import { textOfWorkbook } from '../paper/workbook';
import { Locked } from '../plates/Locked';
import { edit } from '../store/editing';
import { useDocument } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { bytesOf } from '../ui/bytesOf';
import { FileButton } from '../ui/FileButton';
import { Button, Label, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** A file larger than this is no parts list. */
const MOST_BYTES = 4_000_000;
const ROWS_TOLD = 12;

/** The parts list of the circuit as a file, and one that was filled in taken back. */
export function PartsListFiles() {
  const dispatch = useAppDispatch();
  const document = useDocument();
  const revision = useAppSelector((state) => state.sync.revision);
  const [read, setRead] = useState<{
    readonly file: string;
    readonly of: typeof document;
    readonly list: PartsRead;
    readonly note: string | undefined;
  }>();
  const [refused, setRefused] = useState<string>();
  const take = async (file: File) => {
    setRead(undefined);
    setRefused(undefined);
    if (file.size > MOST_BYTES) return setRefused(`${file.name} is larger than any parts list: ${Math.round(file.size / 1000)} kB.`);
    try {
      if (/\.xlsx$/i.test(file.name)) {
        const data = (await textOfWorkbook(file)).split('\n').map((line) => line.split('\t'));
        setRead({ file: file.name, of: document, list: partsFromTable(document, { data, errors: [] }), note: undefined });
      } else {
        const { default: Papa } = await import('papaparse');
        const { text, note } = sheetText(await bytesOf(file));
        setRead({ file: file.name, of: document, list: partsFromTable(document, Papa.parse<string[]>(text)), note });
      }
    } catch (error) {
      setRefused(error instanceof Error ? error.message : `${file.name} cannot be read.`);
    }
  };
  // what was read of another circuit, or before an edit, says nothing of this one
  const now = read?.of === document ? read : undefined;
  return (
    <Box data-parts-list>
      <Label>Parts list of this circuit</Label>
      <Flex gap="6px" wrap="wrap">
        <TableButtons what="the parts list" name={`${document.number}-parts-rev${revision}`} table={() => partsTable(document)} />
        <Locked>
          <FileButton label="Parts list file" accept=".csv,.xlsx,text/csv" onFile={(file) => void take(file)}>
            Read one back
          </FileButton>
        </Locked>
      </Flex>
      {refused && (
        <Note tone="danger" role="alert">
          {refused}
        </Note>
      )}
      {read && !now && <Note tone="look">The circuit has changed since {read.file} was read. Read it again.</Note>}
      {now && (
        <Note tone={now.list.bad.length > 0 ? 'look' : 'good'} role="status">
          <strong>
            {now.file}: {now.list.changed.length === 0 ? 'changes nothing' : `changes ${now.list.changed.join(', ')}`}.
          </strong>{' '}
          {now.note}
          {now.list.bad.slice(0, ROWS_TOLD).map(({ line, title, problems }) => (
            <Box key={line}>
              Line {line}
              {title && `, ${title}`}: {problems.join(' ')} Not taken.
            </Box>
          ))}
          {now.list.bad.length > ROWS_TOLD && <Box>and {now.list.bad.length - ROWS_TOLD} more lines that are not taken.</Box>}
          <Flex gap="6px" mt="6px">
            {now.list.changes.length > 0 && (
              <Button
                type="button"
                look="strong"
                onClick={() => {
                  dispatch(edit(now.list.changes));
                  setRead(undefined);
                }}
              >
                Take {now.list.changed.length === 1 ? 'it' : `all ${now.list.changed.length}`}
              </Button>
            )}
            <Button type="button" onClick={() => setRead(undefined)}>
              {now.list.changes.length > 0 ? 'Leave it' : 'Close'}
            </Button>
          </Flex>
        </Note>
      )}
    </Box>
  );
}
