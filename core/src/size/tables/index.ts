import * as conductors from './conductors';
import { constants } from './constants';
import * as contacts from './contacts';
import * as drivers from './drivers';
import * as motors from './motors';
import * as panels from './panels';
import * as supplies from './supplies';
import type { Table } from './table';
import * as transformers from './transformers';

/** Every published table the program computes from, in the order in which the handbook shows them. */
export const TABLES = {
  ...supplies,
  ...motors,
  ...contacts,
  ...conductors,
  ...transformers,
  ...drivers,
  ...panels,
  constants,
} satisfies Record<string, Table>;

export type TableName = keyof typeof TABLES;
/** The tables a computation reads are handed in, so that a job's own values and a test's altered ones go the same way. */
export type Tables = Readonly<Record<TableName, Table>>;
