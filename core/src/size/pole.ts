import type { PoleRatings } from '#core/kinds';
import { greatest } from '#core/units';
import { driverRows } from './driver';
import { pilotLimits } from './pilotDuty';
import { atLeast, atMost, type Rating, type Row, voltsRow } from './row';
import { TABLES, type Tables } from './tables';
import { keyNumber, numberAt } from './tables/table';

/** What a contact must do: amps by kind of load behind it, and the volts it breaks. */
export interface PoleDemand {
  readonly motorRunA: number;
  readonly motorLockedA: number;
  readonly resistiveA: number;
  /** lamps: running amps, and what they take as they are made */
  readonly lampA: number;
  readonly lampInrushA: number;
  readonly coilHeldA: number;
  readonly coilInrushA: number;
  readonly electronicsA: number;
  /** through a volt-free or PLC input */
  readonly inputA: number;
  readonly volts: number;
  readonly current: 'AC' | 'DC';
}

export const NO_DEMAND: PoleDemand = {
  motorRunA: 0,
  motorLockedA: 0,
  resistiveA: 0,
  lampA: 0,
  lampInrushA: 0,
  coilHeldA: 0,
  coilInrushA: 0,
  electronicsA: 0,
  inputA: 0,
  volts: 0,
  current: 'AC',
};

/** Amps of a relay's hp mark at these volts: what the table gives a motor of that hp. */
const hpAmps = (ratings: PoleRatings, volts: number, tables: Tables): number | undefined => {
  const hp = volts <= 130 ? ratings.hp120 : volts <= 264 ? ratings.hp240 : undefined;
  const row = hp === undefined ? undefined : tables.motor1ph.rows.find(({ key }) => Math.abs(keyNumber(key) - hp) < 0.01);
  return row && numberAt(tables.motor1ph, row.key, volts <= 130 ? 115 : 230);
};

/** The motor class: definite-purpose amps with their locked figure, else AC-3, else an hp mark. A resistive figure says nothing of a motor. */
function motorRows(ratings: PoleRatings, runA: number, lockedA: number, volts: number, tables: Tables, lookShare: number): Row[] {
  const asks = { unit: 'A', lookShare } as const;
  if (ratings.motorA === undefined && ratings.ac3A !== undefined) {
    const make = numberAt(tables.acCategories, 'AC-3', 'make');
    return [
      atMost(runA, ratings.ac3A, { ...asks, asks: 'motor running', rating: 'AC-3', source: 'nameplate, IEC 60947-4-1' }),
      atMost(lockedA, make === undefined ? undefined : make * ratings.ac3A, {
        ...asks,
        asks: 'motor locked',
        moment: 'made',
        rating: 'AC-3 make',
        source: tables.acCategories.source,
      }),
    ];
  }
  const hp = ratings.motorA === undefined ? hpAmps(ratings, volts, tables) : undefined;
  if (hp !== undefined) return [atMost(runA, hp, { ...asks, asks: 'motor running', rating: 'hp mark', source: tables.motor1ph.source })];
  return [
    atMost(runA, ratings.motorA, { ...asks, asks: 'motor running', rating: 'motor', source: 'nameplate, AHRI-style motor rating' }),
    atMost(lockedA, lockedAt(ratings.lockedA, volts), {
      ...asks,
      asks: 'motor locked',
      moment: 'made',
      rating: 'locked rotor',
      source: 'nameplate, AHRI-style motor rating; falls with volts as 6 : 5 : 4 at 240, 480 and 600 V, common practice',
    }),
  ];
}

/** A frame's print is its figure up to 277 V; the volts of an opening arc leave less of it above. */
const lockedAt = (lockedA: number | undefined, volts: number): number | undefined =>
  lockedA === undefined ? undefined : lockedA * (volts <= 277 * 1.05 ? 1 : volts <= 480 * 1.05 ? 5 / 6 : 4 / 6);

/** Direct current over 30 V asks for its own figure at those volts: an AC figure never carries over. */
function dcRows(ratings: PoleRatings, demand: PoleDemand, total: number, tables: Tables): Row[] {
  const codes = [ratings.dcCode, ratings.pilotCode].filter((one) => one !== undefined);
  const pilot = codes.find((one) => pilotLimits(one, demand.volts, 'DC', tables));
  const code = pilot === undefined ? undefined : pilotLimits(pilot, demand.volts, 'DC', tables);
  if (pilot !== undefined && code && demand.motorRunA === 0)
    return [
      atMost(total, code.breakA, {
        asks: 'coil on DC',
        unit: 'A',
        rating: { code: 'pilot duty', pilot },
        source: tables.pilotDc.source,
      }),
    ];
  const arc = numberAt(tables.constants, 'least dc arc V', 'value') ?? 30;
  const covered = ratings.dcA !== undefined && (ratings.dcV ?? arc) >= demand.volts - 1e-9;
  const inductive = demand.coilHeldA + demand.motorRunA > 0;
  // what a relay switches on AC it switches on DC up to 30 V, whatever little it may at more; a coil's spark leaves a share of it
  const isLow = demand.volts <= arc + 1e-9;
  const lowA = isLow ? Math.max(ratings.dcA ?? 0, ratings.resistiveA ?? 0) : 0;
  if (covered && (ratings.dcA ?? 0) >= lowA)
    return [
      atMost(total, (ratings.dcA ?? 0) * (inductive ? (numberAt(tables.constants, 'inductive share dc', 'value') ?? 0.2) : 1), {
        asks: inductive ? 'inductive load on DC' : 'load on DC',
        unit: 'A',
        rating: inductive ? 'DC figure, inductive share' : 'DC figure',
        source: inductive ? 'nameplate; share common practice' : 'nameplate',
        kind: inductive ? 'typical' : 'limit',
      }),
    ];
  if (isLow)
    return [
      atMost(total, lowA > 0 ? lowA * (inductive ? (numberAt(tables.constants, 'inductive share dc', 'value') ?? 0.2) : 1) : undefined, {
        asks: inductive ? 'inductive load on DC' : 'load on DC',
        unit: 'A',
        rating: lowA === 0 ? { code: 'DC figure at', volts: demand.volts } : inductive ? 'DC figure, inductive share' : 'resistive',
        source: 'common practice: up to 30 V DC the resistive figure holds, a fifth of it for a coil without a diode',
        kind: 'typical',
      }),
    ];
  return [
    atMost(total, undefined, {
      asks: 'load on DC',
      unit: 'A',
      rating: { code: 'DC figure at', volts: demand.volts },
      source: tables.dcBreaking.source,
    }),
  ];
}

/** The most that anything printed on a contact lets it carry, and the print that says so; a code by its thermal amps. */
function carriesAtMost(ratings: PoleRatings, tables: Tables): { readonly amps: number; readonly rating: Rating } | undefined {
  const { carryA, pilotCode, dcCode } = ratings;
  const held = carryA ?? (ratings.driver === undefined ? undefined : numberAt(tables.outputs, ratings.driver, 'hold A'));
  if (held !== undefined) return { amps: held, rating: { code: 'carry' } };
  if (ratings.driver !== undefined) return undefined;
  const figures = FIGURES.flatMap(([field, code]) =>
    ratings[field] === undefined ? [] : [{ amps: ratings[field], rating: { code } as Rating }],
  );
  const codes = [pilotCode, dcCode].flatMap((pilot) => {
    const amps =
      pilot === undefined
        ? undefined
        : (numberAt(tables.pilotAc, pilot[0] ?? '', 'thermal A') ?? numberAt(tables.pilotDc, pilot[0] ?? '', 'thermal A'));
    return pilot === undefined || amps === undefined ? [] : [{ amps, rating: { code: 'pilot duty' as const, pilot } }];
  });
  const coils = ratings.ac15A === undefined ? [] : [{ amps: ratings.ac15A, rating: { code: 'AC-15' as const, moment: 'break' as const } }];
  return greatest([...figures, ...coils, ...codes], ({ amps }) => amps);
}

/** What a contact is printed with for a class of load. */
const FIGURES = [
  ['motorA', 'motor'],
  ['ac3A', 'AC-3'],
  ['resistiveA', 'resistive'],
  ['lampA', 'lamp (AC-5)'],
  ['dcA', 'DC figure'],
] as const satisfies readonly (readonly [keyof PoleRatings, string])[];

/**
 * Loads of several classes flow through a contact together: each within its own figure, they may be more than the greatest of these lets it carry.
 * IEC 60947-1 holds whatever flows against the thermal current, from memory; without one its greatest figure stands for it, common practice.
 */
function togetherRows(ratings: PoleRatings, demand: PoleDemand, total: number, tables: Tables): Row[] {
  const classes = [demand.motorRunA, demand.resistiveA, demand.lampA].filter((amps) => amps > 0);
  const most = carriesAtMost(ratings, tables);
  if (classes.length < 2 || ratings.carryA !== undefined || !most) return [];
  return [
    atMost(total, most.amps, {
      asks: 'carries',
      unit: 'A',
      rating: most.rating,
      source: 'nameplate; what flows together within the thermal current, IEC 60947-1 from memory',
      kind: 'typical',
    }),
  ];
}

/** A contact that shares its load with another: neither breaks it alone, and what it carries heats it all the same. */
export const sharedRow = (ratings: PoleRatings, amps: number, tables: Tables = TABLES): Row =>
  atMost(amps, carriesAtMost(ratings, tables)?.amps, { asks: 'carries', unit: 'A', rating: 'carry', source: 'nameplate' });

/** Whether any class of load has a figure of its own. */
const hasClass = (ratings: PoleRatings): boolean => CLASSES.some((name) => ratings[name] !== undefined);

const CLASSES = [
  'motorA',
  'ac3A',
  'resistiveA',
  'pilotCode',
  'ac15A',
  'lampA',
  'hp120',
  'hp240',
  'dcA',
  'dcCode',
] as const satisfies readonly (keyof PoleRatings)[];

/** Volts that a contact's code is made for: 300 of B300. */
export const codeVolts = ({ pilotCode }: Pick<PoleRatings, 'pilotCode'>): number | undefined => {
  const volts = Number(pilotCode?.slice(1));
  return Number.isFinite(volts) && volts > 0 ? volts : undefined;
};

/** Judges one contact: the volts that it breaks, then its amps class by class. Direct current has its volts in its own figure. */
export function judgePole(ratings: PoleRatings, demand: PoleDemand, tables: Tables = TABLES): Row[] {
  const rows = poleClasses(ratings, demand, tables);
  // an output's kind has volts of its own, and its row is there already
  // an isolator breaks nothing, and what it holds off counts all the same
  if (rows.length === 0 || (demand.current === 'DC' && !ratings.isWorkedDead) || ratings.driver !== undefined) return rows;
  const rated = ratings.mostV ?? codeVolts(ratings);
  return [...voltsRow(demand.volts, rated, { asks: 'breaks', rating: 'rated volts', source: 'nameplate' }), ...rows];
}

/**
 * One contact's amps, class by class. A class without its rating cannot be cleared: a resistive figure says nothing of a motor.
 * Carry and make figures cover whatever is behind it, where no class has a figure of its own.
 */
export function poleClasses(ratings: PoleRatings, demand: PoleDemand, tables: Tables = TABLES): Row[] {
  const rows: Row[] = [];
  const { volts } = demand;
  const lookShare = numberAt(tables.constants, 'look share', 'value') ?? 0.9;
  const loads = demand.motorRunA + demand.resistiveA + demand.lampA + demand.coilHeldA + demand.electronicsA;
  const total = loads + demand.inputA;
  // a start button makes its coil, and a seal-in contact holds it
  const makesA = demand.coilInrushA + demand.motorLockedA + demand.lampInrushA;
  if (total + makesA <= 0) return rows;
  if (ratings.driver !== undefined) {
    const facts = {
      kind: ratings.driver,
      holdA: ratings.carryA,
      makeA: ratings.makeA,
      mostV: ratings.mostV,
      leastA: ratings.leastMa === undefined ? undefined : ratings.leastMa / 1000,
    };
    const makes = Math.max(total, demand.motorLockedA, demand.coilInrushA + demand.electronicsA);
    return driverRows(facts, { volts, current: demand.current, heldA: total, inrushA: makes }, tables);
  }
  // what makes a coil and does not hold it is wetted by the coil's in-rush
  const wetsA = total + (demand.coilHeldA > 0 ? 0 : demand.coilInrushA);
  if (total > 0 && (loads === 0 || wetsA < 0.05)) rows.push(...wettingRows(ratings, demand, wetsA, tables));
  if (loads + makesA === 0) return rows;
  if (ratings.carryA !== undefined)
    rows.push(atMost(total, ratings.carryA, { asks: 'carries', unit: 'A', rating: 'carry', source: 'nameplate' }));
  if (ratings.isWorkedDead)
    return rows.length > 0 ? rows : [atMost(total, undefined, { asks: 'carries', unit: 'A', rating: 'carry', source: 'nameplate' })];
  const makes = Math.max(total, demand.motorLockedA + demand.resistiveA, demand.coilInrushA + demand.electronicsA, demand.lampInrushA);
  if (ratings.makeA !== undefined)
    rows.push(atMost(makes, ratings.makeA, { asks: 'makes', moment: 'made', unit: 'A', rating: 'make', source: 'nameplate' }));
  if (ratings.carryA !== undefined && !hasClass(ratings)) {
    // a carry figure alone says nothing of a moment that is more than it
    if (ratings.makeA === undefined)
      rows.push(
        atMost(makes, makes <= ratings.carryA ? ratings.carryA : undefined, {
          asks: 'makes',
          moment: 'made',
          unit: 'A',
          rating: 'make',
          source: 'nameplate',
        }),
      );
    // amps that are said for AC say nothing of the arc of direct current
    const arcV = numberAt(tables.constants, 'least dc arc V', 'value') ?? 30;
    if (demand.current === 'AC' || volts <= arcV) return rows;
  }
  if (demand.current === 'DC') return [...rows, ...dcRows(ratings, demand, total, tables)];
  const classed: Row[] = [];
  if (demand.motorRunA + demand.motorLockedA > 0) {
    const run = demand.motorRunA + demand.electronicsA + (ratings.pilotCode ? 0 : demand.coilHeldA);
    classed.push(...motorRows(ratings, run, demand.motorLockedA, volts, tables, lookShare));
  }
  const onlyPilot =
    ratings.pilotCode !== undefined && ratings.resistiveA === undefined && ratings.motorA === undefined && ratings.ac3A === undefined;
  if (demand.resistiveA > 0 && !onlyPilot)
    classed.push(
      atMost(demand.resistiveA, ratings.resistiveA ?? ratings.motorA ?? ratings.ac3A, {
        asks: 'heater',
        unit: 'A',
        rating: 'resistive',
        source: 'nameplate',
        lookShare: 0.99,
      }),
    );
  if (demand.lampA > 0 && !onlyPilot) classed.push(...lampRows(ratings, demand, tables));
  const pilotA = demand.electronicsA + (onlyPilot ? demand.resistiveA + demand.lampA : 0); // a control contact may switch pilot lamps
  // a power pole with figures for the heavier load behind it carries a relay's coil as well; only a control contact is asked apart
  const isCoil = demand.coilHeldA > 0 || demand.coilInrushA > 0;
  if ((isCoil && (classed.length === 0 || ratings.pilotCode !== undefined)) || (pilotA > 0 && classed.length === 0)) {
    const pilot = ratings.pilotCode ? pilotLimits(ratings.pilotCode, volts, 'AC', tables) : undefined;
    const inductive = numberAt(tables.constants, 'inductive share ac', 'value') ?? 0.4;
    const estimate = ratings.resistiveA === undefined ? undefined : ratings.resistiveA * (isCoil ? inductive : 1);
    const makeA = pilot?.makeA ?? (ratings.ac15A === undefined ? undefined : 10 * ratings.ac15A) ?? ratings.lockedA ?? ratings.resistiveA;
    const breakA = pilot?.breakA ?? ratings.ac15A ?? ratings.motorA ?? ratings.ac3A ?? estimate;
    const rated = (moment: 'make' | 'break'): Rating =>
      pilot && ratings.pilotCode !== undefined
        ? { code: 'pilot duty', pilot: ratings.pilotCode, moment }
        : { code: ratings.ac15A !== undefined ? 'AC-15' : 'contact', moment };
    const source = pilot
      ? tables.pilotAc.source
      : ratings.ac15A !== undefined
        ? 'nameplate, IEC 60947-5-1'
        : 'nameplate; inductive share common practice';
    const words = { unit: 'A', source, kind: pilot ? 'limit' : 'typical' } as const;
    classed.push(atMost(demand.coilInrushA + pilotA, makeA, { ...words, asks: 'coil at pull-in', moment: 'made', rating: rated('make') }));
    // a start button makes a coil, and its seal-in contact holds it
    if (demand.coilHeldA + pilotA > 0)
      classed.push(atMost(demand.coilHeldA + pilotA, breakA, { ...words, asks: 'coil held', rating: rated('break') }));
  }
  // what one class makes too much of needs no sum
  if (classed.every(({ verdict }) => verdict !== 'danger')) classed.push(...togetherRows(ratings, demand, total, tables));
  return [...rows, ...classed];
}

/** Lamps are held against a lamp figure; without one their making current against what the pole makes, and a peak figure if printed. */
function lampRows(ratings: PoleRatings, demand: PoleDemand, tables: Tables): Row[] {
  const peak =
    ratings.peakA === undefined
      ? []
      : [
          atMost(demand.lampInrushA, ratings.peakA, {
            asks: 'lamps as they are made',
            moment: 'made',
            unit: 'A',
            rating: 'peak make',
            source: 'nameplate',
          }),
        ];
  if (ratings.lampA !== undefined)
    return [atMost(demand.lampA, ratings.lampA, { asks: 'lamps', unit: 'A', rating: 'lamp (AC-5)', source: 'nameplate' }), ...peak];
  const ac1 = numberAt(tables.acCategories, 'AC-1', 'make') ?? 1.5;
  const amps = ratings.resistiveA ?? ratings.motorA ?? ratings.ac3A;
  return [
    atMost(demand.lampA, amps, { asks: 'lamps', unit: 'A', rating: 'resistive', source: 'nameplate' }),
    ...(peak.length > 0
      ? peak
      : [
          atMost(demand.lampInrushA, ratings.lockedA ?? (amps === undefined ? undefined : ac1 * amps), {
            asks: 'lamps as they are made',
            moment: 'made',
            unit: 'A',
            rating: ratings.lockedA === undefined ? '1.5 × resistive' : 'locked rotor',
            source: `${tables.lampInrush.source}; ${tables.acCategories.source}`,
            kind: 'typical',
          }),
        ]),
  ];
}

/** Too little current lets a film grow: advice, but a refusal where a volt-free or PLC input hangs on it. */
function wettingRows(ratings: PoleRatings, demand: PoleDemand, amps: number, tables: Tables): Row[] {
  const kind = ratings.surface ?? 'relay';
  const least = ratings.leastMa ?? numberAt(tables.wetting, kind, 'least mA');
  return [
    atLeast(amps * 1000, least, {
      asks: 'wets the contact',
      unit: 'mA',
      rating: ratings.leastMa === undefined ? { code: 'least for', surface: kind } : 'least load',
      source: ratings.leastMa === undefined ? tables.wetting.source : 'nameplate',
      kind: ratings.leastMa === undefined ? 'typical' : 'limit',
      beyond: demand.inputA > 0 ? 'danger' : 'look',
    }),
  ];
}

/** How many drivers of `unitPeakA` a pole makes at once, and how many its amps would carry. */
export const lampUnits = (unitA: number, unitPeakA: number, poleA: number, polePeakA: number): { byPeak: number; byAmps: number } => ({
  byPeak: Math.floor(polePeakA / unitPeakA + 1e-9),
  byAmps: Math.floor(poleA / unitA + 1e-9),
});
