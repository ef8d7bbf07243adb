// What stands behind a point: the wire, its drop, the motor.
import {
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
  sizeMotor,
  voltDrop,
} from '#core/size';
import { layingOf, metresOf, numberOf, phasesOf, type Question, wireSizeOf } from './facts';

/** The wire for a load and its guard. */
export const conductor: Question = (facts) => {
  const [amps, size] = [numberOf(facts, 'amps'), wireSizeOf(facts)];
  const laying = layingOf(facts);
  const judged = judgeConductor(
    { ...(size ? { size } : {}), ...(amps === undefined ? {} : { amps }), deviceA: numberOf(facts, 'fuse') },
    laying,
  );
  const fits = amps === undefined ? undefined : conductorFor(amps, facts.iec ? 'iec' : 'na', laying);
  const smallest: Figure = { ...figure('smallest that carries it', undefined, '', 'tables'), ...(fits ? { size: fits } : {}) };
  return { ...judged, figures: [...judged.figures, smallest] };
};

/** What is lost on the way, or how far a wire may go. */
export const drop: Question = (facts) => {
  const size = wireSizeOf(facts);
  const [lengthM, inrushVa, sourceV] = [metresOf(facts), numberOf(facts, 'inrush'), numberOf(facts, 'volts')];
  const ratedV = numberOf(facts, 'rated') ?? sourceV;
  const amps = numberOf(facts, 'amps') ?? (inrushVa !== undefined && ratedV !== undefined ? inrushVa / ratedV : undefined);
  const missing: Missing[] = [];
  if (!size) missing.push('size');
  if (amps === undefined) missing.push('amps or inrush VA');
  if (sourceV === undefined) missing.push('volts');
  if (!size || amps === undefined || sourceV === undefined || ratedV === undefined) return notKnown(missing);
  const runM = inrushVa === undefined ? undefined : longestRunM(size, inrushVa, ratedV, sourceV, 0.85);
  const lost = lengthM === undefined ? undefined : voltDrop({ size, lengthM, amps, sourceV });
  const left = lost === undefined ? undefined : sourceV - lost;
  const rule = 'arithmetic rule, common practice';
  return {
    verdict: left === undefined ? 'cannot-clear' : left >= 0.85 * ratedV ? 'good' : 'danger',
    said: left === undefined ? { code: 'longest run', metres: runM } : { code: 'arrives', volts: left, of: sourceV, needs: 0.85 * ratedV },
    figures: [
      figure('loses', lost, 'V', 'I·R at 20 °C'),
      figure('longest run', runM, 'm', rule),
      figure('longest run in feet', runM === undefined ? undefined : feet(runM), 'ft', rule),
    ],
    rows: [],
    missing: lengthM === undefined ? ['length'] : [],
  };
};

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
