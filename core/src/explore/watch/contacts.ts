import { isKind } from '#core/kinds';
import { partAmps } from '#core/network';
import { copyMoment, isIn, type Moment } from '#core/sequence';
import { type Behind, behind } from '../behind';
import type { Calls } from '../calls';
import { watchBeside } from './beside';
import type { MakeWatch } from './watch';

/** What a contact carried over the states tried. */
export interface ContactExposure extends Behind {
  readonly runA: number;
  /** greatest amps while a motor behind it was not up to speed */
  readonly startA: number;
  /** the state in which it carries the most */
  readonly calls: Calls;
  /** another contact has taken over before all is at rest: it makes, and neither carries nor breaks what it serves */
  readonly makesOnly: boolean;
  /** parts that stand beside it and move with it: what it serves is served by all of them, and the last to open breaks it */
  readonly beside?: readonly number[];
}

/** Contacts by part. What one serves is worked out when somebody asks for it: each takes solutions of its own. */
export type ContactsSeen = Pick<ReadonlyMap<number, ContactExposure>, 'get'>;

/** Watches what each contact makes, carries and breaks. */
export const watchContacts: MakeWatch<ContactsSeen> = (rig, isWatched) => {
  const contacts = rig.plan.parts.filter(isKind('contact')).filter(isWatched);
  const kept = new Map(
    contacts.map(({ index }) => [
      index,
      {
        runA: 0,
        startA: 0,
        calls: [] as Calls,
        moment: undefined as Moment | undefined,
        mostA: 0,
        madeIn: [] as Calls,
        making: undefined as Moment | undefined,
      },
    ]),
  );
  const beside = watchBeside(rig.plan, rig.plan.parts.filter(isKind('contact')));
  const exposureOf = (contact: (typeof contacts)[number]): ContactExposure => {
    const { moment, runA = 0, startA = 0, calls = [], making, madeIn = [] } = kept.get(contact.index) ?? {};
    const others = beside.of(contact);
    const common = { runA, startA, ...(others.length > 0 && { beside: others.map(({ index }) => index) }) };
    const atRest = { ...common, calls, makesOnly: false, ...behind(rig, contact, moment, others) };
    if (atRest.serves.length > 0 || !making) return atRest;
    // a start button: its seal-in contact has taken over by the time that all is at rest
    const made = behind(rig, contact, making, others);
    return made.serves.length > 0 ? { ...common, calls: madeIn, makesOnly: true, ...made } : atRest;
  };
  return {
    see({ moment }, { calls, isStarting, isQuiet }) {
      if (isQuiet) beside.see(moment);
      for (const contact of contacts) {
        const one = kept.get(contact.index);
        if (!one) continue;
        const amps = partAmps(rig.nets, rig.plan, contact.index);
        if (isStarting) one.startA = Math.max(one.startA, amps);
        if (!isIn(moment, contact, 'contact', 'closed')) continue;
        if (isQuiet && amps > one.runA + 1e-9) Object.assign(one, { runA: amps, calls, moment: copyMoment(moment) });
        if (amps > one.mostA + 1e-9) Object.assign(one, { mostA: amps, madeIn: calls, making: copyMoment(moment) });
      }
    },
    result: () => {
      const found = new Map<number, ContactExposure>();
      return {
        get(index) {
          const contact = contacts.find((one) => one.index === index);
          if (!contact) return undefined;
          const known = found.get(index) ?? exposureOf(contact);
          found.set(index, known);
          return known;
        },
      };
    },
  };
};
