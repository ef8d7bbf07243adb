// What stands behind a point: the wire, its drop, the motor.
import {
  atMost,
  conductorFor,
  type Figure,
  feet,
  figure,
  iecFrameFor,
  judgeConductor,
  longestRunM,
  type Missing,
  nemaSizeFor,
  notKnown,
  type Row,
  type Sized,
  sizeMotor,
  voltDrop,
  worstVerdict,
} from '#core/size';
import type { WireSize } from '#core/units';
import { type Facts, layingOf, metresOf, numberOf, phasesOf, type Question, wireSizeOf } from './facts';

/** The wire for a load and its guard. */
export const conductor: Question = (facts) => {
  const [amps, size] = [numberOf(facts, 'amps'), wireSizeOf(facts)];
  const laying = layingOf(facts);
  const judged = judgeConductor(
    { ...(size ? { size } : {}), ...(amps === undefined ? {} : { amps }), deviceA: numberOf(facts, 'fuse') },
    laying,
  );
  const fits = amps === undefined ? undefined : conductorFor(amps, facts.iec || (size && 'mm2' in size) ? 'iec' : 'na', laying);
  const smallest: Figure = { ...figure('smallest that carries it', undefined, '', 'tables'), ...(fits ? { size: fits } : {}) };
  return { ...judged, figures: [...judged.figures, smallest] };
};

/** Copper under load, °C: what the insulation allows is what it may become. */
const HOT_C = { na: 75, iec: 70 } as const;
/** Of the supply on a branch: recommended, not required. */
const POWER_SHARE = 0.03;
/** A motor and most appliances are made for 10 % below their volts: NEMA MG 1 12.44, IEC 60038, from memory. */
const LEAST_SHARE = 0.9;

/** What is lost on the way, or how far a wire may go: a coil by its own window, everything else in per cent, its copper hot. */
export const drop: Question = (facts) => {
  const [size, lengthM, sourceV] = [wireSizeOf(facts), metresOf(facts), numberOf(facts, 'volts')];
  const missing: Missing[] = [];
  if (!size) missing.push('size');
  if (facts.amps === undefined && facts.inrush === undefined) missing.push('amps or inrush VA');
  if (sourceV === undefined) missing.push('volts');
  if (missing.length > 0 || !size || sourceV === undefined) return notKnown(missing);
  const amps = numberOf(facts, 'amps');
  return amps === undefined ? coilDrop(facts, size, lengthM, sourceV) : powerDrop(facts, size, lengthM, sourceV, amps);
};

function coilDrop(facts: Facts, size: WireSize, lengthM: number | undefined, sourceV: number): Sized {
  const inrushVa = numberOf(facts, 'inrush') ?? 0;
  const ratedV = numberOf(facts, 'rated') ?? sourceV;
  const runM = longestRunM(size, inrushVa, ratedV, sourceV, 0.85);
  const lost = lengthM === undefined ? undefined : voltDrop({ size, lengthM, amps: inrushVa / ratedV, sourceV });
  const left = lost === undefined ? undefined : sourceV - lost;
  const rule = 'arithmetic rule, common practice';
  return {
    verdict: left === undefined ? 'cannot-clear' : left >= 0.85 * ratedV ? 'good' : 'danger',
    said: left === undefined ? { code: 'longest run', metres: runM } : { code: 'arrives', volts: left, of: sourceV, needs: 0.85 * ratedV },
    figures: [
      figure('loses', lost, 'V', 'I·R at 20 °C'),
      figure('longest run', runM, 'm', rule),
      figure('longest run in feet', feet(runM), 'ft', rule),
    ],
    rows: [],
    missing: lengthM === undefined ? ['length'] : [],
  };
}

function powerDrop(facts: Facts, size: WireSize, lengthM: number | undefined, sourceV: number, amps: number): Sized {
  const [phases, pf, celsius] = [phasesOf(facts), numberOf(facts, 'pf') ?? 1, HOT_C[facts.iec || 'mm2' in size ? 'iec' : 'na']];
  const lostOver = (metres: number): number => voltDrop({ size, lengthM: metres, amps, sourceV, phases, pf, celsius });
  const runM = (POWER_SHARE * sourceV) / lostOver(1);
  const lost = lengthM === undefined ? undefined : lostOver(lengthM);
  const left = lost === undefined ? undefined : Math.max(0, sourceV - lost);
  const rows: Row[] =
    lost === undefined
      ? []
      : [
          atMost(lost, POWER_SHARE * sourceV, {
            asks: 'loses',
            unit: 'V',
            rating: { code: 'share', ratio: POWER_SHARE, of: sourceV, unit: 'V' },
            source: 'NEC 210.19(A) informational note, IEC 60364-5-52 annex G: recommended, from memory',
            kind: 'typical',
            beyond: 'look',
          }),
        ];
  const isShort = left !== undefined && left < LEAST_SHARE * sourceV;
  return {
    verdict: left === undefined ? 'cannot-clear' : isShort ? 'danger' : worstVerdict(rows.map(({ verdict }) => verdict)),
    said:
      left === undefined || lost === undefined
        ? { code: 'longest run', metres: runM }
        : { code: 'arrives', volts: left, of: sourceV, needs: LEAST_SHARE * sourceV },
    figures: [
      figure('loses', lost, 'V', `I·R at ${celsius} °C`),
      figure('longest run', runM, 'm', 'at 3 %'),
      figure('longest run in feet', feet(runM), 'ft', 'at 3 %'),
    ],
    rows,
    missing: lengthM === undefined ? ['length'] : [],
  };
}

/** A motor: its amps, wire, guard and starter. */
export const motor: Question = (facts) => {
  const asked = {
    volts: numberOf(facts, 'volts'),
    phases: phasesOf(facts),
    hp: numberOf(facts, 'hp'),
    kw: numberOf(facts, 'kw'),
    nameplateA: numberOf(facts, 'amps'),
    lockedA: numberOf(facts, 'locked'),
    codeLetter: facts.letter,
    serviceFactor: numberOf(facts, 'sf'),
    hermetic: facts.hermetic,
  };
  const sized = sizeMotor(asked, facts.iec ? 'iec' : 'na');
  const text = facts.iec ? iecFrameFor(asked) : nemaSizeFor(asked);
  if (sized.figures.length === 0 || text === undefined) return sized;
  const name = facts.iec ? 'IEC frame' : 'NEMA size';
  return {
    ...sized,
    figures: [
      ...sized.figures,
      { ...figure(name, undefined, '', facts.iec ? 'IEC 60947-4-1 frames, common practice' : 'NEMA ICS 2'), text },
    ],
  };
};
