import { z } from 'zod';
import { fine, type Result, wrong } from '#core/circuit';
import type { DriverKind } from '#core/kinds';
import {
  bleeder,
  type CoilFacts,
  type CoilSupply,
  coilOn,
  conductorFor,
  type Figure,
  feet,
  figure,
  iecFrameFor,
  insulationLifeShare,
  judgeCommon,
  judgeConductor,
  judgeDriver,
  judgePole,
  judgeResistor,
  type Laying,
  lampUnits,
  leakHolds,
  lifeHoursAt,
  lifeYears,
  longestRunM,
  type Missing,
  NO_DEMAND,
  nemaSizeFor,
  notKnown,
  poleLife,
  ratingFigures,
  readCoilPrint,
  readRatingPrint,
  rowOf,
  type Sized,
  sizeDcSupply,
  sizeHeater,
  sizeMotor,
  sizeTransformer,
  sizeTransformerFuses,
  snubberLeakA,
  voltDrop,
  worstVerdict,
} from '#core/size';
import { celsiusOf, METRES_PER_FOOT, readTyped, type WireSize } from '#core/units';

/** A figure as typed: a number, or text such as `1/3` or `7,5`. What is not known is left out, never guessed. */
const typed = z.union([z.number(), z.string()]).optional();
const words = z.string().max(80).optional();
const flag = z.boolean().optional();

/** Everything that some sizing question may be told. */
export const sizeFacts = {
  coil: words,
  on: words,
  halves: words,
  polarized: flag,
  reversed: flag,
  pulse: flag,
  stays: flag,
  measured: flag,
  volts: typed,
  rated: typed,
  hz: typed,
  phases: typed,
  hp: typed,
  kw: typed,
  watts: typed,
  amps: typed,
  locked: typed,
  letter: words,
  sf: typed,
  hermetic: flag,
  iec: flag,
  va: typed,
  held: z.union([z.number(), z.string().max(80)]).optional(),
  inrush: typed,
  primary: typed,
  secondary: typed,
  fuse: typed,
  leg: words,
  unbonded: flag,
  size: words,
  length: words,
  connection: words,
  was: words,
  kind: words,
  motor: typed,
  resistive: typed,
  pilot: words,
  ac3: typed,
  hp120: typed,
  hp240: typed,
  lamp: typed,
  peak: typed,
  print: words,
  ac15: typed,
  carry: typed,
  make: typed,
  dcamps: typed,
  dcvolts: typed,
  dcpilot: words,
  load: words,
  dc: flag,
  ambient: words,
  insulation: typed,
  terminal: typed,
  carrying: typed,
  points: words,
  group: typed,
  ohms: typed,
  microfarads: typed,
  unit: typed,
  unitpeak: typed,
  starts: typed,
  chatter: typed,
  kelvin: typed,
} as const;

type Facts = z.infer<z.ZodObject<typeof sizeFacts>>;
type NumberName = {
  [K in keyof Facts]-?: Facts[K] extends number | string | undefined ? (number extends Facts[K] ? K : never) : never;
}[keyof Facts];

class NotUnderstood extends Error {
  constructor(
    readonly at: string,
    message: string,
  ) {
    super(message);
  }
}

/** A number, or undefined where it was not given. */
function numberOf(facts: Facts, name: NumberName | 'held'): number | undefined {
  const given = facts[name];
  if (given === undefined) return undefined;
  const read = typeof given === 'number' ? { is: 'number' as const, value: given } : readTyped(given);
  if (read.is !== 'number' || read.value < 0)
    throw new NotUnderstood(name, `--${name} ${given}: write a number of 0 or more without its unit, such as 24, 7.5 or 1/3.`);
  return read.value;
}

/** Numbers with plus between them: `7.5+3.6`. */
function numbersOf(name: string, given: number | string | undefined): number[] | undefined {
  if (given === undefined) return undefined;
  const all = typeof given === 'number' ? [given] : given.split('+').map(Number);
  if (all.some((one) => !Number.isFinite(one) || one < 0))
    throw new NotUnderstood(name, `--${name} ${given}: write numbers with + between them, such as 7.5+3.6.`);
  return all;
}

/** `18awg`, `18 AWG`, `0.75mm2`. */
function wireSizeOf({ size }: Facts): WireSize | undefined {
  if (size === undefined) return undefined;
  const match = /^(\d+(?:\.\d+)?)\s*(awg|mm2|mm²)$/i.exec(size);
  if (!match) throw new NotUnderstood('size', `--size ${size}: write 18awg or 0.75mm2.`);
  const value = Number(match[1]);
  return match[2]?.toLowerCase() === 'awg' ? { awg: value } : { mm2: value };
}

/** `150ft` or `46m`, as metres. */
function metresOf({ length }: Facts): number | undefined {
  if (length === undefined) return undefined;
  const match = /^(\d+(?:\.\d+)?)\s*(ft|m)$/i.exec(length);
  if (!match) throw new NotUnderstood('length', `--length ${length}: write 150ft or 46m.`);
  return Number(match[1]) * (match[2]?.toLowerCase() === 'ft' ? METRES_PER_FOOT : 1);
}

/** `45C` or `113F`. */
function ambientOf({ ambient }: Facts): number | undefined {
  if (ambient === undefined) return undefined;
  const match = /^(-?\d+(?:\.\d+)?)\s*°?(C|F)$/i.exec(ambient);
  if (!match) throw new NotUnderstood('ambient', `--ambient ${ambient}: write 45C or 113F.`);
  return match[2]?.toUpperCase() === 'C' ? Number(match[1]) : celsiusOf(Number(match[1]));
}

/** One of a few words. */
function oneOf<T extends string>(name: string, given: string | undefined, choices: readonly T[], message: string): T | undefined {
  if (given === undefined) return undefined;
  const found = choices.find((one) => one === given);
  if (!found) throw new NotUnderstood(name, `--${name} ${message}, not "${given}".`);
  return found;
}

const INSULATIONS = [60, 75, 90] as const;

function columnOf(facts: Facts, name: 'insulation' | 'terminal'): 60 | 75 | 90 | undefined {
  const given = numberOf(facts, name);
  if (given === undefined) return undefined;
  const column = INSULATIONS.find((one) => one === given);
  if (!column) throw new NotUnderstood(name, `--${name} is 60, 75 or 90 °C, not "${given}".`);
  return column;
}

function layingOf(facts: Facts): Laying {
  const [ambientC, carrying, insulationC, terminalC] = [
    ambientOf(facts),
    numberOf(facts, 'carrying'),
    columnOf(facts, 'insulation'),
    columnOf(facts, 'terminal'),
  ];
  return {
    ...(ambientC === undefined ? {} : { ambientC }),
    ...(carrying === undefined ? {} : { carrying }),
    ...(insulationC === undefined ? {} : { insulationC }),
    ...(terminalC === undefined ? {} : { terminalC }),
  };
}

const phasesOf = (facts: Facts): 1 | 3 => (numberOf(facts, 'phases') === 3 ? 3 : 1);

function coilFactsOf(facts: Facts): CoilFacts {
  const read: CoilFacts | undefined = facts.coil === undefined ? { current: undefined, points: [] } : readCoilPrint(facts.coil);
  if (!read)
    throw new NotUnderstood('coil', `--coil "${facts.coil}": write what is printed, such as "24 VAC 60", "208-240V 60Hz" or "24 VDC".`);
  const halves = oneOf('halves', facts.halves, ['series', 'parallel', 'opposed'], 'are joined in series, parallel or opposed');
  return {
    ...read,
    inrushVa: numberOf(facts, 'inrush') ?? read.inrushVa,
    sealedVa: numberOf(facts, 'held') ?? read.sealedVa,
    windingOhms: numberOf(facts, 'ohms') ?? read.windingOhms,
    halves,
    polarized: facts.polarized,
    pulseRated: facts.pulse,
  };
}

/** What the coil is put on: `24VAC60`, `240 V 60 Hz`, `24 VDC`. */
function supplyOf({ on, reversed, stays }: Facts): CoilSupply {
  const read = on === undefined ? undefined : readCoilPrint(on);
  if (on !== undefined && !read) throw new NotUnderstood('on', `--on "${on}": write the supply, such as "120 VAC 60" or "24 VDC".`);
  return {
    volts: read?.points[0]?.lowV,
    current: read?.current === 'AC/DC' ? undefined : read?.current,
    hz: read?.points[0]?.hz,
    reversed,
    continuous: stays,
  };
}

/** A question's name, and how it is answered. */
type Question = (facts: Facts) => Sized;

const lacking = (facts: Facts, names: Readonly<Partial<Record<NumberName | 'load', Missing>>>): Missing[] =>
  (Object.entries(names) as [NumberName, Missing][]).flatMap(([name, missing]) => (facts[name] === undefined ? [missing] : []));

const contact: Question = (facts) => {
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

const conductor: Question = (facts) => {
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

const drop: Question = (facts) => {
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

const motor: Question = (facts) => {
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

const driver: Question = (facts) => {
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

const resistor: Question = (facts) => {
  const row = judgeResistor(numberOf(facts, 'volts'), numberOf(facts, 'ohms'), numberOf(facts, 'watts'));
  if (row.verdict === 'cannot-clear') return { ...notKnown(['volts, ohms and watts']), rows: [row] };
  return { verdict: row.verdict, said: { code: 'bears', volts: row.limit }, figures: [], rows: [row], missing: [] };
};

/** What a snubber lets through, and whether a coil of these held amps stays in on it. */
const snubber: Question = (facts) => {
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
const lamps: Question = (facts) => {
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
const life: Question = (facts) => {
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

const QUESTIONS = {
  coil: (facts) => coilOn(coilFactsOf(facts), supplyOf(facts), facts.measured ? 'measured' : 'nominal'),
  contact,
  transformer: (facts) =>
    sizeTransformer({
      ratedV: numberOf(facts, 'secondary') ?? 24,
      va: numberOf(facts, 'va'),
      sealedVa: numbersOf('held', facts.held),
      inrushVa: numberOf(facts, 'inrush'),
    }),
  fuse: (facts) =>
    sizeTransformerFuses({
      va: numberOf(facts, 'va'),
      primaryV: numberOf(facts, 'primary'),
      secondaryV: numberOf(facts, 'secondary'),
      fuseA: numberOf(facts, 'fuse'),
      leg: facts.leg === 'common' ? 'common' : 'hot',
      bonded: facts.unbonded !== true,
    }),
  conductor,
  drop,
  motor,
  heater: (facts) => {
    const volts = numberOf(facts, 'volts');
    return sizeHeater({
      watts: numberOf(facts, 'watts'),
      ratedV: numberOf(facts, 'rated') ?? volts,
      appliedV: volts,
      phases: phasesOf(facts),
      ...(facts.connection === 'wye' ? { connection: 'wye' as const } : {}),
      ...(facts.was === 'delta' ? { ratedIn: 'delta' as const } : {}),
    });
  },
  driver,
  resistor,
  supply: (facts) => sizeDcSupply(numberOf(facts, 'watts'), numberOf(facts, 'amps'), numberOf(facts, 'volts') ?? 24),
  snubber,
  lamps,
  life,
} as const satisfies Readonly<Record<string, Question>>;

export type SizeName = keyof typeof QUESTIONS;
export const SIZE_NAMES = Object.keys(QUESTIONS) as [SizeName, ...SizeName[]];

/** Sizing questions by name. What cannot be read is told, with how to write it. */
export const sizeQuestions = Object.fromEntries(
  Object.entries(QUESTIONS).map(([name, ask]) => [
    name,
    (facts: Facts): Result<Sized> => {
      try {
        return fine((ask as Question)(facts));
      } catch (error) {
        if (!(error instanceof NotUnderstood)) throw error;
        return wrong({ code: 'not-understood', at: error.at, message: error.message });
      }
    },
  ]),
) as Readonly<Record<SizeName, (facts: Facts) => Result<Sized>>>;
