import type { Practice } from '#core/schools';
import { TABLES, type Tables } from './tables';

/** The tables with the job's own working values in place. */
export function tablesFor(practice: Practice): Tables {
  if (Object.keys(practice.typical).length === 0) return TABLES;
  const rows = TABLES.constants.rows.map((row) => {
    const own = practice.typical[row.key];
    return own === undefined ? row : { ...row, cells: [own, ...row.cells.slice(1)] };
  });
  return { ...TABLES, constants: { ...TABLES.constants, rows } };
}
