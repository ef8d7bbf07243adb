// What a point carries, what drives it, and what stands across it.
import type { DriverKind } from '#core/kinds';
import {
  bleeder,
  figure,
  insulationLifeShare,
  judgeCommon,
  judgeDriver,
  judgePole,
  judgeResistor,
  lampUnits,
  leakHolds,
  lifeHoursAt,
  lifeYears,
  NO_DEMAND,
  notKnown,
  poleLife,
  ratingFigures,
  readRatingPrint,
  rowOf,
  snubberLeakA,
  worstVerdict,
} from '#core/size';
import { coilFactsOf, lacking, NotUnderstood, numberOf, numbersOf, oneOf, type Question } from './facts';

/** A point: what its print takes against what it is to switch. */
export const contact: Question = (facts) => {
  const [amps, volts] = [numberOf(facts, 'amps'), numberOf(facts, 'volts')];
  const load = oneOf('load', facts.load, ['motor', 'heater', 'lamp', 'coil'], 'is motor, heater, lamp or coil');
  if (amps === undefined || volts === undefined || load === undefined)
    return notKnown(lacking(facts, { amps: 'amps', volts: 'volts', load: 'kind of load' }));
  const inrush = numberOf(facts, 'inrush');
  const locked = inrush ?? amps * 6;
  // what is typed apart counts before what the print says
  const print = facts.print === undefined ? undefined : readRatingPrint(facts.print);
  if (facts.print !== undefined && !print)
    throw new NotUnderstood('print', 'holds no figure; type it as printed, such as 10A 250VAC 30VDC B300');
  const given = {
    motorA: numberOf(facts, 'motor'),
    lockedA: numberOf(facts, 'locked'),
    resistiveA: numberOf(facts, 'resistive'),
    ac3A: numberOf(facts, 'ac3'),
    hp120: numberOf(facts, 'hp120'),
    hp240: numberOf(facts, 'hp240'),
    lampA: numberOf(facts, 'lamp'),
    peakA: numberOf(facts, 'peak'),
    pilotCode: facts.pilot,
    dcCode: facts.dcpilot,
    ac15A: numberOf(facts, 'ac15'),
    carryA: numberOf(facts, 'carry'),
    makeA: numberOf(facts, 'make'),
    dcA: numberOf(facts, 'dcamps'),
    dcV: numberOf(facts, 'dcvolts'),
    mostV: numberOf(facts, 'rated'),
  };
  const said = Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined));
  const rows = judgePole(
    { ...(print ? ratingFigures(print) : {}), ...said },
    {
      ...NO_DEMAND,
      volts,
      current: facts.dc ? 'DC' : 'AC',
      ...(load === 'motor' ? { motorRunA: amps, motorLockedA: locked } : {}),
      ...(load === 'heater' ? { resistiveA: amps } : {}),
      ...(load === 'lamp' ? { lampA: amps, lampInrushA: inrush ?? amps * 12 } : {}),
      ...(load === 'coil' ? { coilHeldA: amps, coilInrushA: locked } : {}),
    },
  );
  const verdict = worstVerdict(rows.map((row) => row.verdict));
  const life = poleLife(rows);
  return {
    verdict,
    said:
      verdict === 'good'
        ? { code: 'takes it' }
        : verdict === 'cannot-clear'
          ? { code: 'a rating is missing' }
          : { code: 'rows', rows: rows.filter((row) => row.verdict === verdict) },
    figures: life
      ? [
          figure('operations', life.operations, '', 'typical; in proportion to the amps broken'),
          figure('years', life.years, 'years', 'at the usual starts an hour'),
        ]
      : [],
    rows,
    missing: [],
  };
};

/** What switches a coil: its kind against the coil, or several coils on one common. */
export const driver: Question = (facts) => {
  const points = numbersOf('points', facts.points);
  if (points) {
    const row = judgeCommon(points, numberOf(facts, 'group'));
    if (row.verdict === 'cannot-clear') return { ...notKnown(['limit of the group']), rows: [row] };
    return {
      verdict: row.verdict,
      said: { code: row.verdict === 'good' ? 'common carries them' : 'too much for one common' },
      figures: [],
      rows: [row],
      missing: [],
    };
  }
  const kinds: readonly DriverKind[] = ['thermostat', 'board', 'relay-output', 'transistor', 'triac'];
  const kind = oneOf('kind', facts.kind, kinds, 'is thermostat, board, relay-output, transistor or triac') ?? 'thermostat';
  const coil = coilFactsOf(facts);
  const volts = coil.points[0]?.lowV;
  const current = coil.current === 'AC/DC' ? undefined : coil.current;
  const over = (va: number | undefined): number | undefined => (va === undefined || volts === undefined ? undefined : va / volts);
  const heldA = over(coil.sealedVa);
  const judged = judgeDriver({ kind }, { volts, current, heldA, inrushA: current === 'DC' ? heldA : over(coil.inrushVa) });
  const leaks = rowOf(judged, 'leaks');
  if (leaks?.verdict !== 'danger' || volts === undefined) return judged;
  const rest = bleeder(volts, 5 * (leaks.is ?? 0));
  const source = 'passes five times the leak';
  return { ...judged, figures: [figure('bleeder', rest.ohms, 'Ω', source), figure('bleeder fits', rest.fitWatts, 'W', source)] };
};

/** A resistor across volts: its watts. */
export const resistor: Question = (facts) => {
  const row = judgeResistor(numberOf(facts, 'volts'), numberOf(facts, 'ohms'), numberOf(facts, 'watts'));
  if (row.verdict === 'cannot-clear') return { ...notKnown(['volts, ohms and watts']), rows: [row] };
  return { verdict: row.verdict, said: { code: 'bears', volts: row.limit }, figures: [], rows: [row], missing: [] };
};

/** What a snubber lets through, and whether a coil of these held amps stays in on it. */
export const snubber: Question = (facts) => {
  const [uf, volts, hz = 60, heldA] = [
    numberOf(facts, 'microfarads'),
    numberOf(facts, 'volts'),
    numberOf(facts, 'hz'),
    numberOf(facts, 'amps'),
  ];
  if (uf === undefined || volts === undefined || heldA === undefined)
    return notKnown(lacking(facts, { microfarads: 'microfarads', volts: 'volts', amps: 'held amps' }));
  const leakA = snubberLeakA(uf * 1e-6, volts, hz);
  const holds = leakHolds(leakA, heldA);
  const rest = bleeder(volts, 5 * leakA);
  const source = 'passes five times the leak';
  return {
    verdict: holds ? 'danger' : 'good',
    said: { code: holds ? 'leak holds it' : 'leak lets it go' },
    figures: [
      figure('leak', leakA, 'A', '2πfCV'),
      ...(holds ? [figure('bleeder', rest.ohms, 'Ω', source), figure('bleeder fits', rest.fitWatts, 'W', source)] : []),
    ],
    rows: [],
    missing: [],
  };
};

/** How many lamp drivers one pole takes, by the peak that it makes and by its amps. */
export const lamps: Question = (facts) => {
  const [unitA, unitPeakA, poleA, polePeakA] = [
    numberOf(facts, 'unit'),
    numberOf(facts, 'unitpeak'),
    numberOf(facts, 'lamp'),
    numberOf(facts, 'peak'),
  ];
  if (unitA === undefined || unitPeakA === undefined || poleA === undefined || polePeakA === undefined)
    return notKnown(
      lacking(facts, {
        unit: 'amps of one driver',
        unitpeak: 'peak of one driver',
        lamp: 'amps of the pole',
        peak: 'peak that the pole makes',
      }),
    );
  const { byPeak, byAmps } = lampUnits(unitA, unitPeakA, poleA, polePeakA);
  return {
    verdict: 'good',
    said: { code: 'drivers', count: Math.min(byPeak, byAmps) },
    figures: [figure('drivers by peak', byPeak, '', 'peaks add: common practice'), figure('drivers by amps', byAmps, '', 'nameplate')],
    rows: [],
    missing: [],
  };
};

/** How long operations last, at a number of starts an hour or in a chatter, and what hotter insulation costs. */
export const life: Question = (facts) => {
  const [operations = 100_000, starts, chatter, kelvin] = [
    numberOf(facts, 'unit'),
    numberOf(facts, 'starts'),
    numberOf(facts, 'chatter'),
    numberOf(facts, 'kelvin'),
  ];
  if (starts === undefined && chatter === undefined && kelvin === undefined)
    return notKnown(['starts an hour, hertz of the chatter, or kelvin']);
  const years = starts === undefined ? undefined : lifeYears(operations, starts);
  const hours = chatter === undefined ? undefined : lifeHoursAt(operations, chatter);
  return {
    verdict: hours === undefined ? 'good' : 'look',
    said: { code: 'lasts', years, hours },
    figures: [
      figure('years', years, 'years', 'operations over starts an hour'),
      figure('hours in a chatter', hours, 'h', 'operations over hertz'),
      figure(
        'share of insulation life',
        kelvin === undefined ? undefined : insulationLifeShare(kelvin),
        '×',
        'halves with each 10 K: rule of thumb',
      ),
    ],
    rows: [],
    missing: [],
  };
};
