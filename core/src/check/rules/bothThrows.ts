import type { Contact } from '#core/kinds';
import { schoolOf } from '#core/schools';
import { at } from '#core/units';
import { ruleOf } from '../finding';

/** Two loads of one pole, one a throw: a school asks for one throw only while learning. */
export const learningRule = ruleOf<{ readonly pole: string }>()({
  id: 'both-throws-used',
  source: 'a school of practice',
  find: ({ poles, practice, exploration: { plan } }) => {
    if (schoolOf(practice, 'bothThrows') === 'allowed') return [];
    const contacts = poles.map((pole) => ({ ...pole, own: at(plan.parts, pole.part).part as Contact }));
    return contacts
      .filter(
        ({ device, own }) =>
          own.form === 'NC' && contacts.some((other) => other.device === device && other.own.form === 'NO' && other.own.a === own.a),
      )
      .map(({ device, contact, own }) => ({ about: [device], key: contact, verdict: 'look' as const, told: { pole: own.a } }));
  },
});
