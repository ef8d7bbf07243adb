import type { ReactNode } from 'react';
import { Box } from './styled';
import { Cell, Head } from './tableParts';

/** A plain table of rows to read: a name for it, its columns, and a key with the cells of each row. */
export const DataTable = ({
  label,
  columns,
  rows,
}: {
  label: string;
  columns: readonly string[];
  rows: readonly { readonly key: string; readonly cells: readonly ReactNode[] }[];
}) => (
  <Box overflowX="auto">
    <Box as="table" w="100%" borderCollapse="collapse" fontSize="14px" aria-label={label}>
      <thead>
        <tr>
          {columns.map((column) => (
            <Head key={column}>{column}</Head>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ key, cells }) => (
          <tr key={key}>
            {cells.map((cell, index) => (
              <Cell key={columns[index]}>{cell}</Cell>
            ))}
          </tr>
        ))}
      </tbody>
    </Box>
  </Box>
);
