import { figure, type Missing, notKnown, type Sized } from './sized';
import { nextSize } from './standardSizes';
import { TABLES, type Tables } from './tables';

/** Resistance space heating above this is divided into circuits of no more. NEC 424.22(B), from memory; each behind 60 A at most. */
const SUBDIVIDED_A = 48;

export interface HeaterFacts {
  readonly watts: number | undefined;
  readonly ratedV: number | undefined;
  /** volts it is put on; the rated volts unless said */
  readonly appliedV?: number | undefined;
  readonly phases: 1 | 3;
  /** how the three elements are joined now; they are rated in delta unless `ratedIn` says wye */
  readonly connection?: 'delta' | 'wye';
  readonly ratedIn?: 'delta' | 'wye';
  /** amps of fans on the same circuit */
  readonly motorA?: number | undefined;
}

/**
 * A heater on the volts it gets: watts by the square of the volts, line and element amps, element ohms, and its circuit at 125 %.
 * Sources: P ∝ V²; NEC 424.4(B), from memory, for the continuous load.
 */
export function sizeHeater(heater: HeaterFacts, tables: Tables = TABLES): Sized {
  const { watts, ratedV, phases, connection = 'delta', ratedIn = connection } = heater;
  const appliedV = heater.appliedV ?? ratedV;
  const missing: Missing[] = [];
  if (watts === undefined) missing.push('watts');
  if (ratedV === undefined) missing.push('rated volts');
  if (watts === undefined || ratedV === undefined || appliedV === undefined) return notKnown(missing);
  const share = (appliedV / ratedV) ** 2;
  const rewired = phases === 3 && ratedIn !== connection ? (connection === 'wye' ? 1 / 3 : 3) : 1;
  const gives = watts * share * rewired;
  const lineA = phases === 3 ? gives / (Math.sqrt(3) * appliedV) : gives / appliedV;
  const elementA = phases === 3 && connection === 'delta' ? lineA / Math.sqrt(3) : lineA;
  const elementOhms = phases === 1 ? ratedV ** 2 / watts : ratedIn === 'delta' ? (3 * ratedV ** 2) / watts : ratedV ** 2 / watts;
  const circuitA = 1.25 * (lineA + (heater.motorA ?? 0));
  const tooHot = share * rewired > 1.1 ** 2 + 1e-9; // more than 10 % over its volts
  const weak = share * rewired < 0.75;
  const divided = Math.ceil(lineA / SUBDIVIDED_A - 1e-9);
  return {
    verdict: tooHot ? 'danger' : weak || divided > 1 ? 'look' : 'good',
    said: tooHot
      ? { code: 'heater overheats', ratio: share * rewired }
      : { code: 'heater', watts: gives, lineA, ratio: share * rewired, isWeak: weak, divided },
    figures: [
      figure('gives', gives, 'W', 'P ∝ V²'),
      figure('share of rated', share * rewired, '×', 'P ∝ V²'),
      figure('line', lineA, 'A', phases === 3 ? 'P over √3·V' : 'P over V'),
      figure('element amps', elementA, 'A', 'delta: line over √3'),
      figure('element ohms', elementOhms, 'Ω', 'rated volts squared over watts'),
      figure('circuit at least', circuitA, 'A', 'NEC 424.4(B): 125 % of heater and its motors'),
      ...(divided > 1 ? [figure('circuits of space heating', divided, '', 'NEC 424.22(B), from memory: none over 48 A')] : []),
      figure('breaker', nextSize(tables.sizesNec, circuitA), 'A', tables.sizesNec.source),
    ],
    rows: [],
    missing,
  };
}
