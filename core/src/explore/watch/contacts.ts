import { isKind } from '#core/kinds';
import { partAmps } from '#core/network';
import { copyMoment, isIn, type Moment } from '#core/sequence';
import { type Behind, behind } from '../behind';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** What a contact carried over the states tried. */
export interface ContactExposure extends Behind {
  readonly runA: number;
  /** greatest amps while a motor behind it was not up to speed */
  readonly startA: number;
  /** the state in which it carries the most */
  readonly calls: Calls;
}

/** Watches what each contact makes, carries and breaks. */
export const watchContacts: MakeWatch<ReadonlyMap<number, ContactExposure>> = (rig) => {
  const contacts = rig.plan.parts.filter(isKind('contact'));
  const kept = new Map(
    contacts.map(({ index }) => [index, { runA: 0, startA: 0, calls: [] as Calls, moment: undefined as Moment | undefined }]),
  );
  return {
    see({ moment }, { calls, isStarting, isQuiet }) {
      for (const contact of contacts) {
        const one = kept.get(contact.index);
        if (!one) continue;
        const amps = partAmps(rig.nets, rig.plan, contact.index);
        if (isStarting) one.startA = Math.max(one.startA, amps);
        if (isQuiet && amps > one.runA + 1e-9 && isIn(moment, contact, 'contact', 'closed'))
          Object.assign(one, { runA: amps, calls, moment: copyMoment(moment) });
      }
    },
    result: () =>
      new Map(
        contacts.map((contact) => {
          const { moment, runA = 0, startA = 0, calls = [] } = kept.get(contact.index) ?? {};
          return [contact.index, { runA, startA, calls, ...behind(rig, contact, moment) }];
        }),
      ),
  };
};
