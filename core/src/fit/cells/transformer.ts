import type { DeviceId } from '#core/circuit';
import { secondaryRatedV } from '#core/explore';
import type { Coil } from '#core/kinds';
import { numberAt, type Tables, type Verdict } from '#core/size';
import { greatest } from '#core/units';
import type { PairExposure } from '../exposure';
import type { Place } from '../place';

/** The transformer that the coil hangs on, with this coil on it. */
export type TransformerCell =
  | { readonly code: 'not asked'; readonly verdict: 'good' }
  | { readonly code: 'unread'; readonly verdict: 'cannot-clear'; readonly device: DeviceId }
  | {
      readonly code: 'judged';
      readonly verdict: Verdict;
      readonly device: DeviceId;
      readonly ratedVa: number;
      readonly heldVa: number;
      /** VA and volts of its secondary as the coil closes */
      readonly closingVa: number;
      readonly closingV: number;
      /** its volts or its VA as the coil closes are what is telling */
      readonly isSagging: boolean;
    };

/** Closing for an instant may take this much of the rating before it is worth a look. */
const CLOSING_SHARE = 1.5;
const LOWEST_SHARE = 0.85;

/** The transformer of the place with the candidate's coil on it. */
export function transformerCell(place: Place, coil: Coil | undefined, seen: PairExposure | undefined, tables: Tables): TransformerCell {
  const own = place.coil?.part;
  if (!own || !coil || !seen || coil.ratedV === undefined) return { code: 'not asked', verdict: 'good' };
  const share = numberAt(tables.constants, 'transformer share', 'value') ?? 0.8;
  const cells = place.feeding.transformers.flatMap(({ index, part, device }): Exclude<TransformerCell, { code: 'not asked' }>[] => {
    const sag = seen.sags.get(index);
    const kept = place.exploration.transformers.get(index);
    if (!sag || !kept) return [];
    if (part.va === undefined) return [{ code: 'unread', verdict: 'cannot-clear', device: device.id }];
    const ratedV = secondaryRatedV(part);
    const heldVa = kept.heldVa + (seen.heldA - (own.ratedV === undefined ? 0 : own.sealedVa / own.ratedV)) * ratedV;
    const isSagging = sag.volts < LOWEST_SHARE * ratedV || sag.va > CLOSING_SHARE * part.va;
    return [
      {
        code: 'judged',
        verdict: heldVa > part.va ? 'danger' : heldVa > part.va * share || isSagging ? 'look' : 'good',
        device: device.id,
        ratedVa: part.va,
        heldVa,
        closingVa: sag.va,
        closingV: sag.volts,
        isSagging,
      },
    ];
  });
  const order: readonly Verdict[] = ['good', 'look', 'cannot-clear', 'danger'];
  return greatest(cells, ({ verdict }) => order.indexOf(verdict)) ?? { code: 'not asked', verdict: 'good' };
}
