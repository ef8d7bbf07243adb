import type { CurveName } from '#core/kinds';
import { atMost, type Row, voltsRow } from './row';
import { TABLES, type Tables } from './tables';
import { numberAt } from './tables/table';

/** What is printed on a fuse or a breaker. */
export interface GuardPrint {
  readonly curve: CurveName;
  readonly poles: number;
  readonly ratingA: number | undefined;
  readonly mostV: number | undefined;
  /** printed for direct current; what is printed for AC says nothing of it */
  readonly dcV: number | undefined;
  readonly breaksA: number | undefined;
}

/** What it stands before: the volts that it holds off once open, and the most that can flow; undefined: nobody knows the source. */
export interface GuardPlace {
  readonly current: 'AC' | 'DC';
  readonly volts: number;
  readonly faultA: number | undefined;
}

/** Fuses of the kinds of which the smallest ratings break least, and whose breaking capacity falls with volts. */
const LADDER_V = 125;

/** What every device of a kind holds, whoever made it; undefined where makes differ and the print must be read. */
function volts({ curve, poles }: GuardPrint, tables: Tables): number | undefined {
  return numberAt(tables.guards, curve, poles > 1 ? 'volts, more poles' : 'volts');
}

function breaks({ curve, ratingA, mostV }: GuardPrint, atV: number, tables: Tables): number | undefined {
  const least = numberAt(tables.guards, curve, 'breaks A');
  const times = numberAt(tables.guards, curve, 'or × rating');
  const ladder = numberAt(tables.guards, curve, 'by ladder') === 1;
  const floor = least === undefined ? undefined : Math.max(least, (times ?? 0) * (ratingA ?? 0));
  // a print of 125 V or 250 V says which ladder it was tested by
  if (!ladder || mostV === undefined || ratingA === undefined || atV > 250) return floor;
  const step = tables.fuseLadder.rows.find(({ key }) => ratingA <= Number(key));
  return step === undefined ? floor : (numberAt(tables.fuseLadder, step.key, atV <= LADDER_V ? '125 V' : '250 V') ?? floor);
}

/** A fuse or a breaker against the volts and the fault current of its place. What is not printed is what every one of its kind holds. */
export function judgeGuard(print: GuardPrint, place: GuardPlace, tables: Tables = TABLES): Row[] {
  const [usualV, usualA] = [volts(print, tables), breaks(print, place.volts, tables)];
  const kind = (isPrinted: boolean) => (isPrinted ? ('limit' as const) : ('typical' as const));
  const source = (isPrinted: boolean) => (isPrinted ? 'nameplate' : tables.guards.source);
  const isBreakRead = print.breaksA !== undefined;
  const isDc = place.current === 'DC';
  const printedV = isDc ? print.dcV : print.mostV;
  // more than what all of a kind hold is no danger yet: most prints are higher, and this one has to be read
  const isExact = numberAt(tables.guards, print.curve, 'none for more volts') === 1;
  const holdsDc = numberAt(tables.guards, print.curve, 'on DC too') === 1;
  const isCovered = usualV !== undefined && (!isDc || holdsDc) && (isExact || place.volts <= 1.005 * usualV);
  const heldV = printedV ?? (isCovered ? usualV : undefined);
  const isVoltsRead = printedV !== undefined;
  const heldA = print.breaksA ?? (usualA !== undefined && (place.faultA ?? 0) <= usualA ? usualA : undefined);
  return [
    ...voltsRow(place.volts, heldV, {
      asks: isDc ? 'breaks DC' : 'breaks',
      rating: 'rated volts',
      source: source(isVoltsRead),
      kind: kind(isVoltsRead),
    }),
    atMost(place.faultA, heldA, {
      asks: 'opens a fault',
      unit: 'A',
      rating: 'breaking capacity',
      source: source(isBreakRead),
      kind: kind(isBreakRead),
    }),
  ];
}
