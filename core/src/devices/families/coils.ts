import type { Coil } from '#core/kinds';
import { field, type Plate } from '../family';

type Ends = readonly [string, string];

/**
 * Coil fields without any default for volts, kind or frequency: what nobody has read stays unknown.
 * @param ends the coil's two terminals, one of which a polarized coil wants on plus
 */
export const coilFields = (ends: Ends, inrushVa: number, inrushPf: number, sealedVa: number, sealedPf: number) => ({
  coilKind: field.choice('Coil current', ['AC', 'DC', 'AC/DC']),
  coilV: field.number('Coil volts', 'V', 1, 700),
  coilHighV: field.rating('Coil volts, high end of a range', 'V', 1, 700),
  coilDualV: field.rating('Coil volts with its two halves in parallel', 'V', 1, 700),
  coilHalves: field.mark('Its two halves are joined', HALVES),
  coilHz: field.choice('Coil frequency', ['50', '60', '50/60']),
  coilOtherV: field.rating('Coil volts at the other frequency', 'V', 1, 700),
  coilPlus: field.mark('Polarized coil, plus at', ends),
  coilDuty: field.mark('Coil may stay on', DUTIES),
  inrushVa: field.typical('Coil at pull-in', 'VA', inrushVa, undefined, 0.05, 3000),
  inrushPf: field.typical('Power factor at pull-in', '', inrushPf, undefined, 0.05, 1),
  sealedVa: field.typical('Coil held', 'VA', sealedVa, undefined, 0.05, 1000),
  sealedPf: field.typical('Power factor held', '', sealedPf, undefined, 0.05, 1),
});

type CoilField = keyof ReturnType<typeof coilFields>;

/** What a coil moves: every contact of its device. */
export const ARMATURE = { parts: ['coil'] } as const;

/** A word of a nameplate as one of those that the program knows. */
const oneOf = <const T extends string>(known: readonly T[], word: string | undefined): T | undefined => known.find((one) => one === word);

/** The halves of a dual-voltage coil: in series for the high volts, in parallel for the low ones, or one of them reversed. */
const HALVES = ['series', 'parallel', 'opposed'] as const;
export const DUTIES = ['continuous', 'pulse'] as const;

interface Speeds {
  readonly operateMs: number;
  readonly releaseMs: number;
  /** the mark by which the nameplate names the coil's first end; its own unless a second coil follows the first */
  readonly plusFirst?: string;
}

/** Guaranteed pick-up by IEC 60947-4-1 and NEMA ICS 1 (0.85, AC) and IEC 61810-1 (0.80, DC relay); typical pick-up and drop-out common practice. */
export const coil = (
  plate: Plate<CoilField>,
  a: string,
  b: string,
  { operateMs, releaseMs, plusFirst = a }: Speeds,
  more: Partial<Coil> = {},
): Coil => {
  const dc = plate.text('coilKind') === 'DC';
  const hz = plate.text('coilHz');
  const ratedV = joinedV(plate);
  const sealedVa = plate.certain('sealedVa');
  return {
    kind: 'coil',
    id: 'coil',
    a,
    b,
    current: oneOf(['AC', 'DC', 'AC/DC'], plate.text('coilKind')),
    ratedV,
    ratedHighV: (halvesOf(plate) === 'parallel' ? undefined : plate.number('coilHighV')) ?? ratedV,
    hz: dc ? 0 : hz === undefined ? (plate.text('coilKind') === 'AC/DC' ? 60 : undefined) : hz === '50/60' ? 60 : Number(hz),
    alsoAt: otherPoint(hz, ratedV, plate.number('coilOtherV')),
    ...(dc && plate.text('coilPlus') !== undefined ? { plus: plate.text('coilPlus') === plusFirst ? 'a' : 'b' } : {}),
    pulseOnly: plate.text('coilDuty') === 'pulse',
    halves: halvesOf(plate),
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

/** How the halves are joined must be seen: the print gives the volts for both ways. */
const halvesOf = (plate: Plate<CoilField>): Coil['halves'] =>
  plate.number('coilDualV') === undefined ? undefined : (oneOf(HALVES, plate.text('coilHalves')) ?? 'unknown');

function joinedV(plate: Plate<CoilField>): number | undefined {
  const halves = halvesOf(plate);
  return halves === 'unknown' ? undefined : plate.number(halves === 'parallel' ? 'coilDualV' : 'coilV');
}

/** A print of 50/60 Hz holds at both; `110 V 50 Hz, 120 V 60 Hz` gives the other frequency volts of its own. */
function otherPoint(hz: string | undefined, ratedV: number | undefined, otherV: number | undefined): Coil['alsoAt'] {
  if (hz === '50/60' && ratedV !== undefined) return { volts: ratedV, hz: 50 };
  return otherV === undefined ? undefined : { volts: otherV, hz: hz === '50' ? 60 : 50 };
}
