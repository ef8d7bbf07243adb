import { WATTS_PER_HP } from '#core/units';
import { type Figure, figure, type Missing, notKnown, type Sized } from './sized';
import { nextSize, sizeUpTo } from './standardSizes';
import { TABLES, type Tables } from './tables';
import { keyNumber, numberAt, type Table } from './tables/table';

/** A motor as its nameplate or a brief gives it. Amps of the nameplate win over the tables, except where a rule asks for the table. */
export interface MotorFacts {
  readonly volts: number | undefined;
  readonly phases: 1 | 3;
  readonly hp?: number | undefined;
  readonly kw?: number | undefined;
  readonly nameplateA?: number | undefined;
  readonly lockedA?: number | undefined;
  readonly codeLetter?: string | undefined;
  readonly serviceFactor?: number | undefined;
  readonly efficiency?: number | undefined;
  readonly pf?: number | undefined;
  /** a sealed compressor goes by its rated-load amps */
  readonly hermetic?: boolean | undefined;
}

/** Most an overload relay may be set to over the nameplate's amps. Source: NEC 430.32(A)(1), from memory. */
export const overloadShare = (serviceFactor: number): number => (serviceFactor >= 1.15 ? 1.25 : 1.15);

/** Nameplate volts of motors belong to system volts: 115 to 120, 230 to 240, 460 to 480, 575 to 600. Source: ANSI C84.1. */
const motorVolts = (volts: number, table: Table): number | undefined => {
  const columns = table.columns.map(Number);
  const near = columns.find((column) => column === volts) ?? columns.find((column) => Math.abs(volts / column - 1) < 0.046);
  return near;
};

/** The row of a table by size: as printed, `1/2` or `0.5`. */
const rowOf = (table: Table, size: number) => table.rows.find(({ key }) => Math.abs(keyNumber(key) - size) < 1e-6);

/** Table amps of a motor: hp by NEC 430.248 or 430.250, kW by the IEC annex. @returns undefined outside the tables */
export function tableAmps({ volts, phases, hp, kw }: MotorFacts, tables: Tables = TABLES): { a: number; source: string } | undefined {
  const table = hp !== undefined ? (phases === 1 ? tables.motor1ph : tables.motor3ph) : phases === 1 ? tables.motorIec1ph : tables.motorIec;
  const size = hp ?? kw;
  const column = volts === undefined ? undefined : motorVolts(volts, table);
  const row = size === undefined ? undefined : rowOf(table, size);
  const a = row && column !== undefined ? numberAt(table, row.key, column) : undefined;
  return a === undefined ? undefined : { a, source: table.source };
}

/** Running amps by power: hp·746 or kW over V·η·pf, √3 with three phases. */
export function formulaAmps({ volts, phases, hp, kw, efficiency, pf }: MotorFacts): number | undefined {
  const watts = hp !== undefined ? hp * WATTS_PER_HP : kw !== undefined ? kw * 1000 : undefined;
  if (watts === undefined || volts === undefined || efficiency === undefined || pf === undefined) return undefined;
  return watts / ((phases === 3 ? Math.sqrt(3) : 1) * volts * efficiency * pf);
}

/** Locked-rotor amps: print, then code letter (top of its band), then the table, then 6 × running. */
export function lockedAmps(motor: MotorFacts, tables: Tables = TABLES): { a: number; source: string } | undefined {
  const { volts, phases, hp, codeLetter } = motor;
  if (motor.lockedA !== undefined) return { a: motor.lockedA, source: 'nameplate' };
  const kva = codeLetter === undefined ? undefined : numberAt(tables.codeLetters, codeLetter.toUpperCase(), 'to');
  if (kva !== undefined && hp !== undefined && volts !== undefined)
    return { a: (kva * hp * 1000) / ((phases === 3 ? Math.sqrt(3) : 1) * volts), source: tables.codeLetters.source };
  if (phases === 3 && hp !== undefined && volts !== undefined) {
    const row = rowOf(tables.locked3ph, hp);
    const base = row && numberAt(tables.locked3ph, row.key, 230);
    const column = motorVolts(volts, tables.motor3ph);
    if (base !== undefined && column !== undefined) return { a: (base * 230) / column, source: tables.locked3ph.source };
  }
  const running = motor.nameplateA ?? tableAmps(motor, tables)?.a;
  return running === undefined ? undefined : { a: 6 * running, source: 'six times running: NEC 430.251(A)' };
}

/** The most a device may be: a share of the amps, the next standard size up where the rule allows it. */
const device = (a: number, share: number, table: Table, up: boolean) => (up ? nextSize(table, a * share) : sizeUpTo(table, a * share));

/** A motor's amps, its conductor, and the greatest short-circuit device and overload setting. NEC 430.22, 430.32, 430.52; 440 if sealed. */
export function sizeMotor(motor: MotorFacts, practice: 'na' | 'iec' = 'na', tables: Tables = TABLES): Sized {
  const table = tableAmps(motor, tables);
  const name = motor.nameplateA;
  const formula = formulaAmps(motor);
  const base = motor.hermetic ? name : (table?.a ?? name ?? formula);
  const locked = lockedAmps(motor, tables);
  const missing: Missing[] = [];
  if (motor.volts === undefined) missing.push('volts');
  if (base === undefined) missing.push(motor.hermetic ? 'rated-load amps' : 'hp, kW or amps');
  if (base === undefined || missing.length > 0) return notKnown(missing);
  const figures: Figure[] = [
    ...(table ? [figure('running, by table', table.a, 'A', table.source)] : []),
    ...(name !== undefined ? [figure(motor.hermetic ? 'rated load' : 'running, by nameplate', name, 'A', 'nameplate')] : []),
    ...(formula !== undefined ? [figure('running, by power', formula, 'A', 'P over V, efficiency and power factor')] : []),
    ...(locked ? [figure('locked rotor', locked.a, 'A', locked.source)] : []),
  ];
  if (practice === 'iec') {
    const setting = name ?? base;
    figures.push(
      figure('overload set to', setting, 'A', 'IEC 60947-4-1: the nameplate'),
      figure('short-circuit device at least', nextSize(tables.sizesMcb, setting), 'A', 'aM or curve D, IEC 60364-4-43; common practice'),
    );
  } else if (motor.hermetic) {
    figures.push(
      figure('conductor at least', base * 1.25, 'A', 'NEC 440.32'),
      figure('breaker or fuse at most', device(base, 1.75, tables.sizesNec, false), 'A', 'NEC 440.22(A): 175 %, no next size up'),
      figure('if it cannot start, at most', device(base, 2.25, tables.sizesNec, false), 'A', 'NEC 440.22(A): 225 %'),
    );
  } else {
    const overload = name === undefined ? undefined : name * overloadShare(motor.serviceFactor ?? 1);
    figures.push(
      figure('conductor at least', base * 1.25, 'A', 'NEC 430.22'),
      figure('inverse-time breaker at most', device(base, 2.5, tables.sizesNec, true), 'A', 'NEC 430.52: 250 %, next size up'),
      figure('time-delay fuse at most', device(base, 1.75, tables.sizesNec, true), 'A', 'NEC 430.52: 175 %, next size up'),
      figure('non-time-delay fuse at most', device(base, 3, tables.sizesNec, true), 'A', 'NEC 430.52: 300 %, next size up'),
      figure('overload at most', overload, 'A', 'NEC 430.32(A)(1): of the nameplate'),
    );
  }
  return {
    verdict: 'good',
    said: { code: 'motor', runA: base, lockedA: locked?.a },
    figures,
    rows: [],
    missing: name === undefined && practice === 'na' ? ['nameplate amps, for the overload'] : [],
  };
}

/** The smallest NEMA size whose hp at these volts is enough. Source: NEMA ICS 2. */
export function nemaSizeFor({ volts, phases, hp }: MotorFacts, tables: Tables = TABLES): string | undefined {
  if (volts === undefined || hp === undefined) return undefined;
  const base = [115, 200, 230, 460].find((one) => Math.abs(volts / one - 1) < 0.046) ?? (volts === 575 || volts === 600 ? 460 : undefined);
  const column = phases === 1 ? `${base} 1ph` : String(base);
  return tables.nemaSizes.rows.find(({ key }) => {
    const cell = tables.nemaSizes.rows.find((row) => row.key === key)?.cells[tables.nemaSizes.columns.indexOf(column)];
    return cell !== null && cell !== undefined && keyNumber(String(cell)) >= hp - 1e-9;
  })?.key;
}

/** The smallest usual IEC frame, by its AC-3 amps, for a three-phase motor of these kW at 400 V. Common practice. @returns undefined at other volts */
export function iecFrameFor({ volts, phases, kw }: MotorFacts, tables: Tables = TABLES): string | undefined {
  if (volts === undefined || kw === undefined || phases !== 3 || Math.abs(volts / 400 - 1) > 0.05) return undefined;
  return tables.iecFrames.rows.find(({ key }) => (numberAt(tables.iecFrames, key, 'kW') ?? 0) >= kw - 1e-9)?.key;
}
