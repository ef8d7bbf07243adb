import { COLUMN_ROLES, type ColumnRole } from '#core/panel';
import { Choice } from '../ui/Choice';
import { Box } from '../ui/styled';

const WORDS: { readonly [R in ColumnRole]: string } = {
  number: 'wire number',
  from: 'from: device, or K1:A1',
  fromMark: 'from: terminal',
  to: 'to: device, or K1:A1',
  toMark: 'to: terminal',
  colour: 'colour',
  size: 'size',
  length: 'length',
};

const ROWS_SHOWN = 4;

interface Props {
  readonly table: readonly (readonly string[])[];
  readonly count: number;
  readonly roles: readonly (ColumnRole | null)[];
  readonly onChange: (roles: readonly (ColumnRole | null)[]) => void;
}

/** The first lines of a list with a choice over each column: what it holds. A role that is given away is taken from the column that had it. */
export function Columns({ table, count, roles, onChange }: Props) {
  const filled = table.filter((row) => row.some((cell) => cell.trim() !== '')).slice(0, ROWS_SHOWN);
  const give = (column: number, role: ColumnRole | null) =>
    onChange(Array.from({ length: count }, (_, at) => (at === column ? role : roles[at] === role ? null : (roles[at] ?? null))));
  return (
    <Box overflowX="auto" my="6px">
      <Box as="table" fontSize="13px" borderCollapse="collapse" aria-label="What each column holds">
        <thead>
          <tr>
            {Array.from({ length: count }, (_, column) => (
              <th key={column}>
                <Choice
                  aria-label={`Column ${column + 1} holds`}
                  value={roles[column] ?? ''}
                  onChange={({ target }) => give(column, COLUMN_ROLES.find((one) => one === target.value) ?? null)}
                >
                  <option value="">left out</option>
                  {COLUMN_ROLES.map((role) => (
                    <option key={role} value={role}>
                      {WORDS[role]}
                    </option>
                  ))}
                </Choice>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {filled.map((row, line) => (
            <tr key={line}>
              {Array.from({ length: count }, (_, column) => (
                <Box as="td" key={column} px="6px" py="2px" borderBottom="1px dashed" borderColor="hairline" fontFamily="mono">
                  {row[column]}
                </Box>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}
