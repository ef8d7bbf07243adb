import { type CoilOpinion, held, judgeExposure } from '#core/check';
import type { Coil } from '#core/kinds';
import { schoolOf } from '#core/schools';
import type { Verdict } from '#core/size';
import type { PairExposure } from '../exposure';
import type { Place } from '../place';

/** A candidate's coil on the volts that are there. */
export type CoilCell =
  | { readonly code: 'not asked'; readonly verdict: 'good' }
  | { readonly code: 'no coil' | 'latching'; readonly verdict: 'danger' }
  | {
      readonly code: 'judged';
      readonly verdict: Verdict;
      readonly coil: Coil;
      readonly opinion: CoilOpinion;
      /** it would do, and this job takes equal volts alone */
      readonly isNearMiss: boolean;
    };

/** The candidate's coil against the volts of the place. */
export function coilCell(place: Place, coil: Coil | undefined, seen: PairExposure | undefined): CoilCell {
  const own = place.coil?.part;
  if (!own) return { code: 'not asked', verdict: 'good' };
  if (!coil || !seen) return { code: 'no coil', verdict: 'danger' };
  if (coil.latch !== undefined && own.latch === undefined) return { code: 'latching', verdict: 'danger' };
  const opinion = held(judgeExposure(coil, seen.exposure), place.isWhole);
  const isNearMiss = schoolOf(place.practice, 'nearMiss') === 'equal' && opinion.verdict === 'good' && own.ratedV !== coil.ratedV;
  return { code: 'judged', verdict: isNearMiss ? 'look' : opinion.verdict, coil, opinion, isNearMiss };
}
