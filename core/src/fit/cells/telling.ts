import type { Row } from '#core/size';

/** What is worth telling of a set of rows: what is wrong, else the amps, else all. */
export function tellingRows<T extends Row>(wrong: readonly T[], rows: readonly T[]): readonly T[] {
  const inAmps = rows.filter(({ unit }) => unit === 'A');
  return wrong.length > 0 ? wrong : inAmps.length > 0 ? inAmps : rows;
}
