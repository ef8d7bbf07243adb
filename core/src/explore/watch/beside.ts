import { type CircuitPlan, isWired, type PlannedPart, potentialsOf } from '#core/graph';
import type { Contact } from '#core/kinds';
import { isIn, type Moment } from '#core/sequence';
import { grouped } from '#core/units';

type PlannedContact = PlannedPart & { readonly part: Contact };

/** Contacts that stand side by side, and were closed together whenever they were closed: the last of them to open breaks for all. */
export interface BesideSeen {
  see(moment: Moment): void;
  /** the others of a contact's group; none where it was closed by itself, or another was */
  of(contact: PlannedContact): readonly PlannedContact[];
}

/** What is worked dead breaks nothing, and shares what it carries. */
const breaks = ({ part }: PlannedContact): boolean => part.ratings.isWorkedDead !== true;

/** Finds contacts between the same two potentials, and watches which of them are ever closed without the other. */
export function watchBeside(plan: CircuitPlan, contacts: readonly PlannedContact[]): BesideSeen {
  const wired = contacts.filter(
    (one) => breaks(one) && isWired(plan, one.device.id, one.part.a) && isWired(plan, one.device.id, one.part.b),
  );
  const groups = [...grouped(wired, potentialsOf(plan)).values()].filter(({ length }) => length > 1);
  const groupOf = new Map(groups.flatMap((group) => group.map((one) => [one.index, group] as const)));
  const apart = new Set<string>();
  const pair = (one: number, other: number): string => `${Math.min(one, other)} ${Math.max(one, other)}`;
  return {
    see(moment) {
      for (const group of groups) {
        const closed = group.filter((one) => isIn(moment, one, 'contact', 'closed'));
        if (closed.length === 0 || closed.length === group.length) continue;
        for (const one of closed) for (const other of group) if (!closed.includes(other)) apart.add(pair(one.index, other.index));
      }
    },
    of: ({ index }) => (groupOf.get(index) ?? []).filter((other) => other.index !== index && !apart.has(pair(index, other.index))),
  };
}
