import type { DeviceId } from '#core/circuit';
import type { ContactExposure, Exploration } from '#core/explore';
import { graphOf, type PlannedPart } from '#core/graph';
import { type Coil, type Contact, isKind, type Transformer } from '#core/kinds';

type Planned<P> = PlannedPart & { readonly part: P };

/** What a coil gets its current through, and what from. */
export interface Feeding {
  /** contacts of other devices through which it gets its current; an isolator is judged where it stands */
  readonly drivers: readonly { readonly planned: Planned<Contact>; readonly exposure: ContactExposure }[];
  readonly transformers: readonly Planned<Transformer>[];
}

/** What feeds the coil of a device in what was explored; nothing without a coil. */
export function feedingOf({ plan, contacts }: Exploration, id: DeviceId, coil: Planned<Coil> | undefined): Feeding {
  if (!coil) return { drivers: [], transformers: [] };
  const drivers = plan.parts.filter(isKind('contact')).flatMap((planned) => {
    if (planned.part.symbol === 'isolator' || planned.device.id === id) return [];
    const exposure = contacts.get(planned.index);
    return exposure?.serves.some(({ part }) => part === coil.index) ? [{ planned, exposure }] : [];
  });
  return { drivers, transformers: graphOf(plan).feeders(coil).filter(isKind('transformer')) };
}
