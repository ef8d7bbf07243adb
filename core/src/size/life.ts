import type { Row } from './row';
import { TABLES, type Tables } from './tables';
import { numberAt } from './tables/table';

/** How long a pole lasts: operations, the years they take, and the share of its figure that it breaks each time. */
export interface PoleLife {
  readonly operations: number;
  readonly years: number;
  readonly share: number;
}

/**
 * Electrical life of one pole from what it was judged by: the rated operations at its full figure, more in proportion as it breaks less,
 * never more than its mechanics last. In proportion is the careful rule; wear falls faster than that. Common practice.
 * @returns undefined while a figure is missing, or where it breaks nothing
 */
export function poleLife(rows: readonly Row[], tables: Tables = TABLES): PoleLife | undefined {
  const broken = rows.filter(({ sense, unit, moment }) => sense === 'most' && unit === 'A' && moment !== 'made');
  if (broken.length === 0 || broken.some(({ is, limit }) => is === undefined || limit === undefined)) return undefined;
  const share = Math.max(...broken.map(({ is = 0, limit = 1 }) => is / limit));
  const [rated, mechanical, starts] = ['life operations', 'mechanical operations', 'starts an hour'].map((name) =>
    numberAt(tables.constants, name, 'value'),
  );
  if (rated === undefined || mechanical === undefined || starts === undefined || !(share > 0)) return undefined;
  const operations = Math.min(mechanical, rated / share);
  return { operations, years: lifeYears(operations, starts), share };
}

/** Years until a contact has made its rated operations. 8760 hours a year. */
export const lifeYears = (operations: number, startsPerHour: number): number => operations / (startsPerHour * 8760);

/** Hours until a chattering contact has made its rated operations. */
export const lifeHoursAt = (operations: number, hertz: number): number => operations / hertz / 3600;

/** Share of normal insulation life at a hot spot hotter by `kelvin`: halves with each step. Rule of thumb, 10 K. */
export const insulationLifeShare = (kelvin: number, stepK = 10): number => 2 ** (-kelvin / stepK);

/** When a compressor may start again: what is left of the rest time. Seconds. */
export const restLeftS = (restS: number, sinceStopS: number): number => Math.max(0, restS - sinceStopS);
