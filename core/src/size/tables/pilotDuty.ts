/** UL 508 and IEC 60947-5-1 annex A control circuit ratings, AC. VA to make and to break, thermal amps, greatest volts by suffix. From memory. */
export const PILOT_DUTY: Readonly<
  Record<string, { readonly makeVa: number; readonly breakVa: number; readonly thermalA: number; readonly make120A: number }>
> = {
  A: { makeVa: 7200, breakVa: 720, thermalA: 10, make120A: 60 },
  B: { makeVa: 3600, breakVa: 360, thermalA: 5, make120A: 30 },
  C: { makeVa: 1800, breakVa: 180, thermalA: 2.5, make120A: 15 },
  D: { makeVa: 432, breakVa: 72, thermalA: 1, make120A: 3.6 },
  E: { makeVa: 216, breakVa: 36, thermalA: 0.5, make120A: 1.8 },
};

export interface PilotLimits {
  readonly makeA: number;
  readonly breakA: number;
  readonly mostV: number;
}

/**
 * Make and break amps of a code such as B300 at `volts`: VA over volts, below 120 V the 120 V make and never more break than thermal amps.
 * @returns undefined for a code this table does not have; amps of 0 above the code's volts
 */
export function pilotLimits(code: string, volts: number): PilotLimits | undefined {
  const row = PILOT_DUTY[code[0] ?? ''];
  const mostV = Number(code.slice(1));
  if (!row || !Number.isFinite(mostV)) return undefined;
  if (volts > mostV) return { makeA: 0, breakA: 0, mostV };
  return { makeA: volts <= 120 ? row.make120A : row.makeVa / volts, breakA: Math.min(row.breakVa / volts, row.thermalA), mostV };
}
