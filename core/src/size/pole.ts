import type { PoleRatings } from '#core/devices';
import { type PilotLimits, pilotLimits } from './tables/pilotDuty';
import type { Verdict } from './verdict';

/** What a contact must do: amps by kind of load behind it, and the volts it breaks. */
export interface PoleDemand {
  readonly motorRunA: number;
  readonly motorLockedA: number;
  readonly resistiveA: number;
  readonly coilHeldA: number;
  readonly coilInrushA: number;
  readonly electronicsA: number;
  readonly volts: number;
}

/** One bar: what is asked against what is printed. */
export interface PoleRow {
  readonly asks: string;
  readonly isA: number;
  readonly limitA: number | undefined;
  readonly rating: string;
  readonly verdict: Verdict;
  readonly source: string;
}

const row = (asks: string, isA: number, limitA: number | undefined, rating: string, source: string): PoleRow => ({
  asks,
  isA,
  limitA,
  rating,
  source,
  verdict: limitA === undefined ? 'cannot-clear' : isA <= limitA * (1 + 1e-9) ? 'good' : 'danger',
});

/**
 * Judges one contact, class by class. A class without its rating cannot be cleared: a resistive figure says nothing of a motor.
 * A thermostat's carry and make figures cover whatever is behind it.
 */
export function judgePole(ratings: PoleRatings, demand: PoleDemand): PoleRow[] {
  const rows: PoleRow[] = [];
  const total = demand.motorRunA + demand.resistiveA + demand.coilHeldA + demand.electronicsA;
  if (total <= 0) return rows;
  const makes = Math.max(total, demand.motorLockedA + demand.resistiveA, demand.coilInrushA + demand.electronicsA);
  if (ratings.carryA !== undefined) {
    rows.push(row('carries', total, ratings.carryA, 'carry', 'nameplate'));
    if (ratings.makeA !== undefined) rows.push(row('makes', makes, ratings.makeA, 'make', 'nameplate'));
    return rows;
  }
  if (demand.motorRunA > 0) {
    rows.push(
      row(
        'motor running',
        demand.motorRunA + demand.electronicsA + (ratings.pilotCode ? 0 : demand.coilHeldA),
        ratings.motorA,
        'motor',
        'nameplate, AHRI-style motor rating',
      ),
    );
    rows.push(row('motor locked', demand.motorLockedA, ratings.lockedA, 'locked rotor', 'nameplate, AHRI-style motor rating'));
  }
  const onlyPilot = ratings.pilotCode !== undefined && ratings.resistiveA === undefined && ratings.motorA === undefined;
  if (demand.resistiveA > 0 && !onlyPilot)
    rows.push(row('heater or lamp', demand.resistiveA, ratings.resistiveA ?? ratings.motorA, 'resistive', 'nameplate'));
  const pilotA = demand.electronicsA + (onlyPilot ? demand.resistiveA : 0); // a control contact may switch pilot lamps
  // a power pole with figures for the heavier load behind it carries a relay's coil as well; only a control contact is asked apart
  if ((demand.coilHeldA > 0 && (rows.length === 0 || ratings.pilotCode !== undefined)) || (pilotA > 0 && rows.length === 0)) {
    const pilot: PilotLimits | undefined = ratings.pilotCode ? pilotLimits(ratings.pilotCode, demand.volts) : undefined;
    const makeA = pilot?.makeA ?? ratings.resistiveA ?? ratings.lockedA;
    const breakA = pilot?.breakA ?? ratings.resistiveA ?? ratings.motorA;
    const name = pilot ? `pilot duty ${ratings.pilotCode}` : 'contact';
    const source = pilot ? 'UL 508, IEC 60947-5-1 annex A, from memory' : 'nameplate';
    rows.push(row('coil at pull-in', demand.coilInrushA + pilotA, makeA, `${name}, make`, source));
    rows.push(row('coil held', demand.coilHeldA + pilotA, breakA, `${name}, break`, source));
  }
  return rows;
}
