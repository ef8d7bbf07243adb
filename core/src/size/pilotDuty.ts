import { TABLES, type Tables } from './tables';
import { numberAt } from './tables/table';

export interface PilotLimits {
  readonly makeA: number;
  readonly breakA: number;
  readonly mostV: number;
}

/**
 * Make and break amps of a code such as B300 at `volts` AC, or R300 at `volts` DC.
 * AC: VA over volts; under 120 V the 120 V make, and never more break than thermal amps. DC: the same amps to make and break.
 * @returns undefined for a code that does not exist or is not of this current; amps of 0 above the code's volts
 */
export function pilotLimits(code: string, volts: number, current: 'AC' | 'DC' = 'AC', tables: Tables = TABLES): PilotLimits | undefined {
  const table = current === 'AC' ? tables.pilotAc : tables.pilotDc;
  const letter = code[0] ?? '';
  const mostV = Number(code.slice(1));
  const at = (column: string) => numberAt(table, letter, column);
  const [thermalA, most] = [at('thermal A'), at('most V')];
  if (thermalA === undefined || most === undefined || !(mostV <= most)) return undefined;
  if (volts > mostV) return { makeA: 0, breakA: 0, mostV };
  if (current === 'AC') {
    const [make120, makeVa, breakVa] = [at('make 120 V'), at('make VA'), at('break VA')];
    if (make120 === undefined || makeVa === undefined || breakVa === undefined) return undefined;
    return { makeA: volts <= 120 ? make120 : makeVa / volts, breakA: Math.min(breakVa / volts, thermalA), mostV };
  }
  const va = at('VA');
  const listed =
    volts > 300 ? at('600') : volts === 250 ? at('250') : volts === 125 ? at('125') : va === undefined ? undefined : va / volts;
  if (listed === undefined) return { makeA: 0, breakA: 0, mostV };
  const amps = Math.min(listed, thermalA);
  return { makeA: amps, breakA: amps, mostV };
}
