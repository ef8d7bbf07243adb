import type { Table } from './tables/table';

const amps = (table: Table): number[] => table.rows.map(({ cells }) => cells[0] as number);

/** The smallest standard device that carries `a`. */
export const nextSize = (table: Table, a: number): number | undefined => amps(table).find((one) => one >= a - 1e-9);

/** The largest standard device that is not above `a`. */
export const sizeUpTo = (table: Table, a: number): number | undefined => amps(table).findLast((one) => one <= a + 1e-9);
