import type { DriverKind } from '#core/kinds';
import { type Asks, atLeast, atMost, type Rating, type Row } from './row';
import { figure, type Missing, notKnown, type Said, type Sized } from './sized';
import { TABLES, type Tables } from './tables';
import { numberAt } from './tables/table';
import { worstVerdict } from './verdict';

export interface DriverFacts {
  readonly kind: DriverKind;
  /** print overrules the table's usual figure */
  readonly holdA?: number | undefined;
  readonly makeA?: number | undefined;
  readonly mostV?: number | undefined;
  readonly leastA?: number | undefined;
}

/** A coil as a driver sees it. */
export interface Driven {
  readonly volts: number | undefined;
  readonly current: 'AC' | 'DC' | undefined;
  readonly heldA: number | undefined;
  readonly inrushA: number | undefined;
  /** share of its held amps at which it must have let go */
  readonly mustReleaseRatio?: number;
}

const words = (
  asks: Asks,
  rating: Rating['code'] & ('carry' | 'make' | 'greatest volts' | 'least load' | 'must let go' | 'output for'),
  isPrinted: boolean,
  tables: Tables,
) =>
  ({
    asks,
    unit: 'A',
    rating: { code: rating } as Rating,
    source: isPrinted ? 'nameplate' : tables.outputs.source,
    kind: isPrinted ? 'limit' : 'typical',
  }) as const;

/** The kind of current that an output can switch. */
const switches = (kind: DriverKind, tables: Tables): string =>
  String(tables.outputs.rows.find(({ key }) => key === kind)?.cells[tables.outputs.columns.indexOf('current')]);

/** What an output must hold, make and bear, against its print or what is usual for its kind; its leak is judged where it is known. */
export function driverRows(
  { kind, holdA, makeA, mostV, leastA: printedLeastA }: DriverFacts,
  coil: Driven,
  tables: Tables = TABLES,
): Row[] {
  const at = (column: string) => numberAt(tables.outputs, kind, column);
  const leastA = printedLeastA ?? (at('least mA') ?? 0) / 1000;
  const drives = switches(kind, tables);
  const isWrongKind = coil.current !== undefined && drives !== 'both' && drives !== coil.current;
  return [
    ...(isWrongKind
      ? [
          atMost(coil.volts, 0, {
            ...words(coil.current === 'DC' ? 'switches DC' : 'switches AC', 'output for', false, tables),
            rating: { code: 'output for', current: drives },
            unit: 'V',
          }),
        ]
      : []),
    atMost(coil.heldA, holdA ?? at('hold A'), words('holds', 'carry', holdA !== undefined, tables)),
    atMost(coil.inrushA, makeA ?? at('make A'), { ...words('makes', 'make', makeA !== undefined, tables), moment: 'made' }),
    atMost(coil.volts, mostV ?? at('most V'), { ...words('switches', 'greatest volts', mostV !== undefined, tables), unit: 'V' }),
    ...(leastA > 0
      ? [atLeast(coil.heldA, leastA, { ...words('least load', 'least load', printedLeastA !== undefined, tables), beyond: 'look' })]
      : []),
  ];
}

/** Can this output switch that coil? Hold, make, volts, kind, leakage against release, and the least load it needs. */
export function judgeDriver(driver: DriverFacts, coil: Driven, tables: Tables = TABLES): Sized {
  const release = coil.mustReleaseRatio ?? (coil.current === 'DC' ? 0.1 : 0.2);
  const missing: Missing[] = [];
  if (coil.volts === undefined) missing.push('coil volts');
  if (coil.current === undefined) missing.push('coil kind');
  if (coil.heldA === undefined) missing.push('held amps');
  if (coil.inrushA === undefined) missing.push('pull-in amps');
  const leakA = (numberAt(tables.outputs, driver.kind, 'leak mA') ?? 0) / 1000;
  const rows: Row[] = [
    ...driverRows(driver, coil, tables),
    ...(leakA > 0
      ? [
          atMost(leakA, coil.heldA === undefined ? undefined : release * coil.heldA, {
            ...words('leaks', 'must let go', false, tables),
            source: 'IEC 60947-4-1 drop-out; leakage common practice',
          }),
        ]
      : []),
  ];
  const wrongKind = rows.find(({ rating }) => rating.code === 'output for');
  const failed = rows.find((one) => one.verdict === 'danger');
  const said: Said = wrongKind
    ? { code: 'wrong kind of output', switches: switches(driver.kind, tables), coil: coil.current ?? '' }
    : failed
      ? { code: 'relay between', row: failed }
      : { code: 'drives it' };
  // what is wrong already is told, whatever else is not known
  const isWrong = wrongKind !== undefined || failed !== undefined;
  return {
    verdict: missing.length > 0 && !isWrong ? 'cannot-clear' : worstVerdict(rows.map((one) => one.verdict)),
    said: missing.length > 0 && !isWrong ? notKnown(missing).said : said,
    figures: [],
    rows,
    missing,
  };
}

/** One common's points together against its limit. */
export const judgeCommon = (amps: readonly number[], groupA: number | undefined): Row =>
  atMost(
    amps.reduce((sum, one) => sum + one, 0),
    groupA,
    { asks: 'points on one common', unit: 'A', rating: 'group', source: 'nameplate' },
  );

/** Leakage of a snubber, amps: 2πfCV. */
export const snubberLeakA = (farads: number, volts: number, hz: number): number => 2 * Math.PI * hz * farads * volts;

/** Whether leakage may hold a coil in that should have let go: above the must-release share it may. */
export const leakHolds = (leakA: number, heldA: number, mustReleaseRatio = 0.2): boolean => leakA > heldA * mustReleaseRatio + 1e-12;

/** A resistor that passes `amps` beside a coil: ohms, watts, and the next usual watts with twice in hand. */
export const bleeder = (volts: number, amps: number): { ohms: number; watts: number; fitWatts: number } => {
  const watts = volts * amps;
  return { ohms: volts / amps, watts, fitWatts: [0.5, 1, 2, 3, 5, 7, 10, 15, 25].find((one) => one >= 2 * watts) ?? Math.ceil(2 * watts) };
};

/** The greatest volts a resistor bears, √(P·R), judged with a look above the working share. */
export function judgeResistor(
  volts: number | undefined,
  ohms: number | undefined,
  watts: number | undefined,
  tables: Tables = TABLES,
): Row {
  const most = ohms === undefined || watts === undefined ? undefined : Math.sqrt(watts * ohms);
  return atMost(volts, most, {
    asks: 'volts across it',
    unit: 'V',
    rating: '√(P·R)',
    source: 'P = V²/R',
    lookShare: numberAt(tables.constants, 'resistor look share', 'value') ?? 0.8,
  });
}

const DC_MODULES_A = [0.5, 1, 1.5, 2.5, 5, 10, 20, 40];

/** DC supply for a set of coils and inputs, amps with a quarter in hand, and the usual module above it. */
export function sizeDcSupply(watts: number | undefined, inputA: number | undefined, volts = 24): Sized {
  const missing: Missing[] = [];
  if (watts === undefined) missing.push('coil watts');
  if (inputA === undefined) missing.push('input amps');
  if (watts === undefined || inputA === undefined) return notKnown(missing);
  const amps = watts / volts + inputA;
  const withSpare = amps * 1.25;
  const module = DC_MODULES_A.find((one) => one >= withSpare);
  return {
    verdict: 'good',
    said: { code: 'module', amps: module },
    figures: [
      figure('draws', amps, 'A', 'watts over volts'),
      figure('with a quarter in hand', withSpare, 'A', 'common practice'),
      figure('module', module, 'A', 'usual sizes, common practice'),
    ],
    rows: [],
    missing,
  };
}
