import { demandOf, type Instead, judgeLeak } from '#core/check';
import type { DeviceId } from '#core/circuit';
import type { Calls } from '#core/explore';
import type { Coil } from '#core/kinds';
import { judgePole, type Row, type Tables, type Verdict, worstVerdict } from '#core/size';
import { greatest, must } from '#core/units';
import type { PairExposure } from '../exposure';
import type { Place } from '../place';
import { tellingRows } from './telling';

type DriverRow = Row & { readonly by: DeviceId };

/** What drives the coil, against what this one asks of it. */
export type DriverCell =
  | { readonly code: 'not asked'; readonly verdict: 'good' }
  | { readonly code: 'leaks'; readonly verdict: Verdict; readonly leakV: number; readonly releasesV: number; readonly calls: Calls }
  | { readonly code: 'judged'; readonly verdict: Verdict; readonly rows: readonly DriverRow[]; readonly tightest: DriverRow };

const WEIGHT: Readonly<Record<Verdict, number>> = { block: 40, danger: 30, 'cannot-clear': 20, look: 10, good: 0 };
const weight = ({ verdict, is, limit }: Row): number => WEIGHT[verdict] + Math.min(5, (is ?? 0) / (limit ?? 1));

/** What drives the place against the candidate's coil. */
export function driverCell(place: Place, coil: Coil | undefined, seen: PairExposure | undefined, tables: Tables): DriverCell {
  const { exploration } = place;
  const instead: Instead = place.coil && seen ? new Map([[place.coil.index, { heldA: seen.heldA, inrushA: seen.inrushA }]]) : new Map();
  const rows = place.feeding.drivers.flatMap(({ planned: { part, device }, exposure }) =>
    judgePole(part.ratings, demandOf(exposure, exploration.plan, instead), tables).map((row): DriverRow => ({ ...row, by: device.id })),
  );
  if (rows.length === 0) return { code: 'not asked', verdict: 'good' };
  const leaks = coil && seen ? judgeLeak(coil, seen.exposure) : 'good';
  const verdict = worstVerdict([...rows.map((one) => one.verdict), leaks]);
  const leak = seen?.exposure.leak;
  if (coil && leak && leaks !== 'good' && leaks === verdict)
    return { code: 'leaks', verdict, leakV: leak.volts, releasesV: coil.mustReleaseRatio * (coil.ratedV ?? 0), calls: leak.calls };
  const wrong = rows.filter((row) => row.verdict === verdict && verdict !== 'good');
  return { code: 'judged', verdict, rows, tightest: must(greatest(tellingRows(wrong, rows), weight), 'a row') };
}
