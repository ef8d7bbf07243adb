import { demandOf } from '#core/check';
import type { Device } from '#core/circuit';
import type { CoilExposure } from '#core/explore';
import { isKind } from '#core/kinds';
import { numberAt, type PoleDemand, tablesFor } from '#core/size';
import { greatest } from '#core/units';
import type { Feeding } from './feeding';
import type { Place } from './place';

/** What a place asks of the part that goes there, in figures. */
export interface Asked {
  /** what its coil meets; undefined where the place has none */
  readonly coil: Pick<CoilExposure, 'pullIn' | 'held' | 'highest'> | undefined;
  readonly poles:
    | { readonly contacts: number; readonly most: { readonly breaksV: number; readonly runA: number; readonly demand: PoleDemand } }
    | undefined;
  /** what drives the coil, what gives the call before what merely lets it through */
  readonly drivers: readonly Device[];
  /** of the transformer that the coil hangs on, the VA that are still free */
  readonly transformer: { readonly device: Device; readonly leftVa: number | undefined } | undefined;
}

/** What gives the call is named before what merely lets it through. */
const leadRank = ({ planned: { part } }: Feeding['drivers'][number]): number =>
  part.mover.needs !== undefined || part.symbol === 'thermostat' || part.symbol === 'push' ? 0 : 1;

const total = ({ motorRunA, resistiveA, lampA, coilHeldA }: PoleDemand): number => motorRunA + resistiveA + lampA + coilHeldA;

/** The chips above the table: what the place asks, in numbers. */
export function askedOf(need: Place): Asked {
  const { exploration, device, coil, practice, feeding } = need;
  const served = exploration.plan
    .partsIn(device.id)
    .filter(isKind('contact'))
    .flatMap(({ index }) => {
      const seen = exploration.contacts.get(index);
      return seen && seen.serves.length > 0 ? [{ breaksV: seen.breaksV, runA: seen.runA, demand: demandOf(seen, exploration.plan) }] : [];
    });
  const most = greatest(served, ({ demand }) => total(demand));
  const drivers = [...feeding.drivers].sort((a, b) => leadRank(a) - leadRank(b));
  const share = numberAt(tablesFor(practice).constants, 'transformer share', 'value') ?? 0.8;
  const [transformer] = feeding.transformers;
  const loaded = transformer && exploration.transformers.get(transformer.index);
  return {
    coil: coil && exploration.coils.get(coil.index),
    poles: most && { contacts: served.length, most },
    drivers: [...new Set(drivers.map(({ planned }) => planned.device))],
    transformer: transformer && {
      device: transformer.device,
      leftVa: transformer.part.va === undefined || !loaded ? undefined : Math.max(0, share * transformer.part.va - loaded.heldVa),
    },
  };
}
