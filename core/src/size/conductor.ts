import { COPPER_PER_KELVIN_AT_20, METRES_PER_FOOT, ohmsPerMetre, type WireSize } from '#core/units';
import { atMost, type Row } from './row';
import { figure, type Missing, notKnown, type Sized } from './sized';
import { TABLES, type Tables } from './tables';
import { numberAt, rowFrom, type Table } from './tables/table';
import { worstVerdict } from './verdict';

export interface Laying {
  readonly ambientC?: number;
  /** carrying conductors in one raceway or cable: NEC counts them, IEC the loaded cores of one cable */
  readonly carrying?: number;
  /** IEC: circuits that lie bunched */
  readonly circuits?: number;
  /** NEC column by insulation, and by what the terminals bear */
  readonly insulationC?: 60 | 75 | 90;
  readonly terminalC?: 60 | 75 | 90;
  /** IEC way of laying */
  readonly method?: 'A1 2' | 'B1 2' | 'C 2' | 'A1 3' | 'B1 3' | 'C 3' | '60204-1';
}

const factor = (table: Table, column: string | number, at: number): number | undefined => {
  const row = rowFrom(table, at);
  return row && numberAt(table, row.key, column);
};

/** An AWG size as the tables key it: `14`, `1/0`. */
export const awgKey = (awg: number): string => (awg <= 0 ? `${1 - awg}/0` : String(awg));

/** Amps a copper conductor carries where it lies. NEC: the derated insulation column, never more than the terminals' column. */
export function ampacity(size: WireSize, laying: Laying = {}, tables: Tables = TABLES): number | undefined {
  const { insulationC = 60, terminalC = 60 } = laying;
  if ('awg' in size) {
    const key = awgKey(size.awg);
    const base = numberAt(tables.ampacityAwg, key, insulationC);
    const ambient = ambientNec(insulationC, laying.ambientC ?? 30, tables);
    const bundle = factor(tables.bundleNec, 'factor', laying.carrying ?? 3);
    const terminal = numberAt(tables.ampacityAwg, key, terminalC) ?? base;
    if (base === undefined || ambient === undefined || bundle === undefined || terminal === undefined) return undefined;
    return Math.min(base * ambient * bundle, terminal);
  }
  return ampacityIec(size.mm2, laying, tables);
}

/** A dash is an ambient that the insulation may not be used in: it carries nothing there. Beyond the table nobody knows. */
function ambientNec(insulationC: 60 | 75 | 90, ambientC: number, tables: Tables): number | undefined {
  const row = rowFrom(tables.ambientNec, ambientC);
  return row && (numberAt(tables.ambientNec, row.key, insulationC) ?? 0);
}

/** IEC: two or three loaded cores by the way of laying, by ambient and by what lies with it; machines stand at 40 °C. */
function ampacityIec(mm2: number, laying: Laying, tables: Tables): number | undefined {
  const { carrying = 2, circuits = 1, insulationC } = laying;
  const method = laying.method ?? (carrying > 2 ? 'B1 3' : 'B1 2');
  const [table, column] = insulationC === 90 ? ([tables.ampacityMm2Xlpe, 'XLPE'] as const) : ([tables.ampacityMm2, 'PVC'] as const);
  const base = numberAt(table, mm2, method);
  const atC = (celsius: number): number | undefined => factor(tables.ambientIec, column, celsius);
  const [here, usual] = [atC(laying.ambientC ?? (method === '60204-1' ? 40 : 30)), atC(method === '60204-1' ? 40 : 30)];
  const bundle = factor(tables.bundleIec, 'factor', circuits);
  const cores = factor(tables.manyCoresIec, 'factor', carrying);
  if (base === undefined || here === undefined || usual === undefined || bundle === undefined || cores === undefined) return undefined;
  return base * (here / usual) * bundle * cores;
}

/** The largest overcurrent device a small conductor may have: NEC 240.4(D). Motor circuits may pass it. */
export const smallConductorLimit = (awg: number, tables: Tables = TABLES): number | undefined => numberAt(tables.smallConductors, awg, 'A');

/** Ohms of one conductor at a temperature, from its 20 °C value. Source: IEC 60228, ASTM B258; 0.393 % a kelvin. */
export const conductorOhms = (size: WireSize, lengthM: number, celsius = 20): number =>
  ohmsPerMetre(size) * lengthM * (1 + COPPER_PER_KELVIN_AT_20 * (celsius - 20));

/** The smallest listed size that carries `amps` where it lies. */
export function conductorFor(amps: number, practice: 'na' | 'iec', laying: Laying = {}, tables: Tables = TABLES): WireSize | undefined {
  const table = practice === 'na' ? tables.ampacityAwg : tables.ampacityMm2;
  const sizes = table.rows.map(
    ({ key }): WireSize =>
      practice === 'na' ? { awg: key.endsWith('/0') ? 1 - Number(key.slice(0, -2)) : Number(key) } : { mm2: Number(key) },
  );
  return sizes.find((size) => (ampacity(size, laying, tables) ?? 0) >= amps - 1e-9);
}

export interface DropFacts {
  readonly size: WireSize;
  readonly lengthM: number;
  readonly amps: number;
  readonly sourceV: number;
  readonly phases?: 1 | 3;
  readonly pf?: number;
  readonly celsius?: number;
}

/** Volts lost on the way there and back (one phase) or along three phases, reactance neglected. */
export const voltDrop = ({ size, lengthM, amps, phases = 1, pf = 1, celsius = 20 }: DropFacts): number =>
  (phases === 3 ? Math.sqrt(3) : 2) * amps * conductorOhms(size, lengthM, celsius) * pf;

/** Longest one-way run, metres, that leaves a coil its guaranteed pull-in: arithmetic rule, V − I·R. Common practice, on the safe side. */
export const longestRunM = (size: WireSize, inrushVa: number, ratedV: number, sourceV: number, pickUpRatio: number): number =>
  Math.max(0, sourceV - pickUpRatio * ratedV) / (2 * ohmsPerMetre(size) * (inrushVa / ratedV));

/** A conductor against its current, its device and its drop. */
export function judgeConductor(
  facts: Partial<DropFacts> & { readonly deviceA?: number | undefined; readonly motorCircuit?: boolean; readonly dropShare?: number },
  laying: Laying = {},
  tables: Tables = TABLES,
): Sized {
  const { size, amps, lengthM, sourceV, deviceA, dropShare = 0.05 } = facts;
  const missing: Missing[] = [...(size === undefined ? (['size'] as const) : []), ...(amps === undefined ? (['amps'] as const) : [])];
  const carries = size && ampacity(size, laying, tables);
  const table = size && 'mm2' in size ? tables.ampacityMm2 : tables.ampacityAwg;
  const small = size && 'awg' in size && !facts.motorCircuit ? smallConductorLimit(size.awg, tables) : undefined;
  const drop =
    size && amps !== undefined && lengthM !== undefined && sourceV !== undefined
      ? voltDrop({ ...facts, size, amps, lengthM, sourceV })
      : undefined;
  const rows: Row[] = [
    atMost(amps, carries, { asks: 'carries', unit: 'A', rating: 'ampacity', source: table.source }),
    ...(deviceA !== undefined && small !== undefined
      ? [atMost(deviceA, small, { asks: 'device', unit: 'A', rating: 'small conductor', source: tables.smallConductors.source })]
      : []),
    ...(drop !== undefined && sourceV !== undefined
      ? [
          atMost(drop, dropShare * sourceV, {
            asks: 'loses',
            unit: 'V',
            rating: { code: 'share', ratio: dropShare, of: sourceV, unit: 'V' },
            source: 'NEC informational notes, IEC 60364-5-52 annex: recommended',
            kind: 'typical',
            beyond: 'look',
          }),
        ]
      : []),
  ];
  const verdict = worstVerdict(rows.map((one) => one.verdict));
  return {
    verdict,
    said: missing.length > 0 ? notKnown(missing).said : { code: rows[0]?.verdict === 'good' ? 'carries it' : 'too thin' },
    figures: [
      figure('carries', carries, 'A', table.source),
      figure(
        'loop',
        size && lengthM !== undefined ? 2 * conductorOhms(size, lengthM, facts.celsius) : undefined,
        'Ω',
        'IEC 60228, ASTM B258',
      ),
      figure('loses', drop, 'V', 'I·R'),
    ],
    rows,
    missing,
  };
}

/** Metres in feet. */
export const feet = (metres: number): number => metres / METRES_PER_FOOT;
