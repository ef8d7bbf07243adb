import type { Device } from '#core/circuit';
import { joinedTo, type PlannedPart } from '#core/graph';
import { isKind } from '#core/kinds';
import { type Opinion, ruleOf } from '../finding';

export type SafetyTold =
  /** nothing opens this channel */
  | { readonly code: 'bridged'; readonly channel: number }
  /** the same contact opens both */
  | { readonly code: 'one contact'; readonly device: Device; readonly contact: string }
  /** what it switches is not read before a start */
  | { readonly code: 'not read'; readonly contactor: Device };

const isContact = ({ part }: PlannedPart): boolean => part.kind === 'contact';

/**
 * The loops of a safety relay: each channel goes through a contact of its own, and what the relay switches is read before a start.
 * A contact whose opening leaves a channel joined opens nothing of it.
 */
export const safetyRule = ruleOf<SafetyTold>()({
  id: 'safety-loops',
  source: 'ISO 13849-1 categories 3 and 4, IEC 60204-1 9.2.3.4, from memory: two channels, and a fault seen before the next start',
  find: ({ exploration: { plan } }) =>
    plan.parts.filter(isKind('safety')).flatMap(({ device, part: { channels, start } }): Opinion<SafetyTold>[] => {
      const node = (mark: string): number => plan.nodeAt(device.id, mark);
      const joins = ([a, b]: readonly [string, string], isOpen: (planned: PlannedPart) => boolean): boolean =>
        // a loop is closed through what is wired to the relay, not inside it
        joinedTo(plan, node(a), (one) => one.part.kind === 'safety' || isOpen(one)).has(node(b));
      const bridged = channels.flatMap((loop, index): Opinion<SafetyTold>[] =>
        joins(loop, isContact)
          ? [{ about: [device], key: `channel ${index + 1}`, verdict: 'danger', told: { code: 'bridged', channel: index + 1 } }]
          : [],
      );
      const contacts = plan.parts.filter(isContact).filter((one) => one.device !== device);
      const opens = (contact: PlannedPart, loop: readonly [string, string]): boolean =>
        joins(loop, () => false) && !joins(loop, (one) => one === contact);
      const shared = contacts
        .filter((contact) => channels.every((loop) => opens(contact, loop)))
        .map(
          (contact): Opinion<SafetyTold> => ({
            about: [device, contact.device],
            key: `${contact.device.id} ${contact.part.id}`,
            verdict: 'danger',
            told: { code: 'one contact', device: contact.device, contact: contact.part.id },
          }),
        );
      // coils that stand straight behind one of its outputs, and have poles to weld
      const outputs = plan.partsIn(device.id).filter(isKind('contact'));
      const behind = outputs.map(({ part }) => joinedTo(plan, node(part.b), isContact));
      const contactors = [
        ...new Set(
          plan.parts
            .filter(isKind('coil'))
            .filter(({ device: own, part }) =>
              behind.some((nodes) => nodes.has(plan.nodeAt(own.id, part.a)) || nodes.has(plan.nodeAt(own.id, part.b))),
            )
            .map(({ device: own }) => own),
        ),
      ].filter((own) => plan.partsIn(own.id).some(({ part }) => part.kind === 'contact' && part.duty === 'power'));
      const unread = contactors
        .filter((own) => !contacts.some((contact) => contact.device === own && opens(contact, start)))
        .map(
          (own): Opinion<SafetyTold> => ({
            about: [own, device],
            key: `read ${own.id}`,
            verdict: 'danger',
            told: { code: 'not read', contactor: own },
          }),
        );
      return [...bridged, ...shared, ...unread];
    }),
});
