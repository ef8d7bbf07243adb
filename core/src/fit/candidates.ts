import { familyOf, knowing, loneDevice, partsOf, plateNumber, type StockPart, stockProblems } from '#core/devices';
import { drain, type Progress, plusAtPair } from '#core/explore';
import { tablesFor, type Verdict, worstVerdict } from '#core/size';
import { naturally } from '#core/units';
import { judgeByTwin } from './byTwin';
import type { Candidate } from './candidate';
import type { Cells } from './cells';
import { coilCell } from './cells/coil';
import { driverCell } from './cells/driver';
import { polesCell } from './cells/poles';
import { transformerCell } from './cells/transformer';
import { exposureOf } from './exposure';
import { mapTerminals } from './mapping';
import type { Place } from './place';
import { inPlace, meetsBase } from './replacing';
import { wordFor } from './word';

/** Judges one part for the place, without a solve: the pairs make its coil a division, the demands make its poles a comparison. */
function judgeCandidate(at: Place, stocked: StockPart): Candidate {
  const place: Place = { ...at, circuit: knowing(at.circuit, stocked) };
  const part = inPlace(place.device, stocked);
  const meets = meetsBase(place.device, part);
  const tables = tablesFor(place.practice);
  const usual = Math.max(0, ...place.pairs.map(({ openV }) => openV));
  const mapping = mapTerminals(place.circuit, place.device, part, {
    volts: usual > 0 ? usual : place.coil?.part.ratedV,
    plusAt: plusAtPair(place.pairs),
  });
  const { coil } = mapping;
  const seen = coil && place.coil ? exposureOf(coil, place.pairs) : undefined;
  const cells: Cells = {
    coil: coilCell(place, coil, seen),
    poles: polesCell(place, mapping, tables),
    driver: driverCell(place, coil, seen, tables),
    transformer: transformerCell(place, coil, seen, tables),
  };
  const verdict = worstVerdict([
    ...Object.values(cells).map((one) => one.verdict),
    stockProblems(part).length > 0 ? 'cannot-clear' : 'good',
    mapping.lost.length > 0 ? 'danger' : 'good',
    meets ? 'good' : 'block',
  ]);
  return {
    part: stocked,
    verdict,
    word: meets ? wordFor(cells, verdict, mapping) : 'does not fit',
    cells,
    mapping,
    exposure: seen?.exposure,
  };
}

/** One part for the place, by the quick way where the place has a coil, else put in and solved. */
export const judgePart = (place: Place, part: StockPart): Candidate =>
  place.coil ? judgeCandidate(place, part) : judgeByTwin(place, part);

const ORDER: readonly Verdict[] = ['good', 'look', 'cannot-clear', 'danger', 'block'];

/** What fits best comes first: by verdict, then what is on the van, then the smaller of what is large enough. */
const byFit = (a: Candidate, b: Candidate): number =>
  ORDER.indexOf(a.verdict) - ORDER.indexOf(b.verdict) ||
  a.mapping.moved.length - b.mapping.moved.length ||
  Number(a.part.van === '') - Number(b.part.van === '') ||
  effort(a.part) - effort(b.part) ||
  naturally(a.part.title, b.part.title);

/** Parts of the same group as the device, what fits best first; one part at each step, so that whoever runs it can do something else between two. */
export function* judgingParts(place: Place, stock: readonly StockPart[]): Generator<Progress, Candidate[]> {
  const found: Candidate[] = [];
  for (const [seen, part] of stock.entries()) {
    if (whyMissing(place, part) !== undefined) continue;
    found.push(judgePart(place, part));
    yield { seen, of: stock.length };
  }
  return found.sort(byFit);
}

/** The same at once. */
export const candidatesFor = (place: Place, stock: readonly StockPart[]): Candidate[] => drain(judgingParts(place, stock));

/** What a part costs its driver: the smaller of two that do is the better. */
const effort = (part: StockPart): number => plateNumber(part, 'sealedVa') ?? plateNumber(part, 'va') ?? plateNumber(part, 'ratingA') ?? 0;

/** Why a part is not in the list at all: told when somebody looks for it. */
export type WhyMissing =
  | { readonly code: 'no coil' }
  | { readonly code: 'other group' | 'other family'; readonly is: string; readonly wanted: string };

/** Why a part is not listed for a place; undefined where it is. */
export function whyMissing({ coil, device, circuit: known }: Place, part: StockPart): WhyMissing | undefined {
  const circuit = knowing(known, part);
  const [is, wanted] = [familyOf(loneDevice(part), circuit), familyOf(device, circuit)];
  if (!coil) return part.family === device.family ? undefined : { code: 'other family', is: is.title, wanted: wanted.title };
  if (!partsOf(loneDevice(part), circuit).some(({ kind }) => kind === 'coil')) return { code: 'no coil' };
  return is.group === wanted.group ? undefined : { code: 'other group', is: is.group, wanted: wanted.group };
}
