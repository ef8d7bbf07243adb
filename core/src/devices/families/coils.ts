import { field, type Plate } from '../family';
import type { Coil } from '../part';

/** Coil fields without any default for volts, kind or frequency: what nobody has read stays unknown. */
export const coilFields = (inrushVa: number, inrushPf: number, sealedVa: number, sealedPf: number) => ({
  coilKind: field.choice('Coil current', ['AC', 'DC', 'AC/DC']),
  coilV: field.number('Coil volts', 'V', 1, 700),
  coilHighV: field.rating('Coil volts, high end of a range', 'V', 1, 700),
  coilHz: field.choice('Coil frequency', ['50', '60', '50/60']),
  coilOtherV: field.rating('Coil volts at the other frequency', 'V', 1, 700),
  inrushVa: field.typical('Coil at pull-in', 'VA', inrushVa, undefined, 0.05, 3000),
  inrushPf: field.typical('Power factor at pull-in', '', inrushPf, undefined, 0.05, 1),
  sealedVa: field.typical('Coil held', 'VA', sealedVa, undefined, 0.05, 1000),
  sealedPf: field.typical('Power factor held', '', sealedPf, undefined, 0.05, 1),
});

interface Speeds {
  readonly operateMs: number;
  readonly releaseMs: number;
}

/** Guaranteed pick-up by IEC 60947-4-1 and NEMA ICS 1 (0.85 AC, 0.80 DC relay); typical pick-up and drop-out common practice. */
export const coil = (plate: Plate, a: string, b: string, { operateMs, releaseMs }: Speeds, more: Partial<Coil> = {}): Coil => {
  const dc = plate.text('coilKind') === 'DC';
  const hz = plate.text('coilHz');
  const ratedV = plate.number('coilV');
  const sealedVa = plate.certain('sealedVa');
  return {
    kind: 'coil',
    id: 'coil',
    a,
    b,
    current: plate.text('coilKind') as Coil['current'],
    ratedV,
    ratedHighV: plate.number('coilHighV') ?? ratedV,
    hz: dc ? 0 : hz === undefined ? (plate.text('coilKind') === 'AC/DC' ? 60 : undefined) : hz === '50/60' ? 60 : Number(hz),
    alsoAt: otherPoint(hz, ratedV, plate.number('coilOtherV')),
    inrushVa: dc ? sealedVa : plate.certain('inrushVa'),
    inrushPf: dc ? 1 : plate.certain('inrushPf'),
    sealedVa,
    sealedPf: dc ? 1 : plate.certain('sealedPf'),
    pickUpGuaranteedRatio: dc ? 0.8 : 0.85,
    pickUpTypicalRatio: dc ? 0.65 : 0.75,
    dropOutTypicalRatio: dc ? 0.25 : 0.45,
    mustReleaseRatio: dc ? 0.1 : 0.2,
    operateMs,
    releaseMs,
    ...more,
  };
};

/** A print of 50/60 Hz holds at both; `110 V 50 Hz, 120 V 60 Hz` gives the other frequency volts of its own. */
function otherPoint(hz: string | undefined, ratedV: number | undefined, otherV: number | undefined): Coil['alsoAt'] {
  if (hz === '50/60' && ratedV !== undefined) return { volts: ratedV, hz: 50 };
  return otherV === undefined ? undefined : { volts: otherV, hz: hz === '50' ? 60 : 50 };
}
