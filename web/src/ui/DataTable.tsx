import { Box, chakra } from '@chakra-ui/react';
import type { ReactNode } from 'react';

const Head = chakra('th', {
  base: {
    textAlign: 'left',
    fontFamily: 'label',
    fontWeight: 600,
    fontSize: '12px',
    letterSpacing: '0.06em',
    textTransform: 'uppercase',
    color: 'muted',
    px: '6px',
    py: '5px',
    borderBottom: '1px solid',
    borderColor: 'hairline',
  },
});
const Cell = chakra('td', { base: { px: '6px', py: '6px', verticalAlign: 'top', borderBottom: '1px dashed', borderColor: 'hairline' } });

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
