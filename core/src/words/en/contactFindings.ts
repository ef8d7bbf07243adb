import type { RuleId } from '#core/check';
import type { Row } from '#core/size';
import { amount, capital, volts } from '#core/units';
import type { FindingWords, Said } from './findingWords';
import { tagOf } from './points';
import { tellAsks, tellRating } from './rows';

type ContactRule = Extract<RuleId, 'contact-rating' | 'throws-fed-apart' | 'poles-serve-apart' | 'both-throws-used'>;

/** What comes of a contact past one of its figures, and what helps: too little current is another thing than too much. */
function outcome({ sense, unit }: Row): Pick<FindingWords, 'consequence' | 'remedy'> {
  if (sense === 'least')
    return {
      consequence: 'A film grows on the contact, and one day it closes and nothing passes.',
      remedy: 'A contact for small loads (gold), or a bleeder that raises the current.',
    };
  if (unit === 'V') return { consequence: 'The arc does not go out when it opens.', remedy: 'A contact rated for these volts.' };
  return { consequence: 'The contact welds or burns.', remedy: 'A contactor or relay with a higher rating for this load.' };
}

/** What is wrong with contacts and how their poles are used, in words. */
export const CONTACT_WORDS: { readonly [R in ContactRule]: (said: Said<R>) => FindingWords } = {
  'contact-rating'({ tag, told, circuit, is, limit }) {
    if (told.code === 'states left out')
      return {
        title: `${tag} ${told.contact} is not cleared: states were left out`,
        consequence: 'Nobody can say what it carries in them.',
        reason: 'Not every state was tried.',
        remedy: 'See what was not tried.',
      };
    const { row, contact, serves, breaksV, beside = [] } = told;
    const rating = tellRating(row.rating);
    const served = serves.map((id) => tagOf(circuit, id)).join(', ');
    const isKnown = row.limit !== undefined;
    const what = outcome(row);
    const others = beside.map((one) => `${tagOf(circuit, one.device)} ${one.contact}`).join(' and ');
    const whole =
      others === '' || row.unit !== 'A'
        ? undefined
        : `${others} ${beside.length === 1 ? 'stands' : 'stand'} beside it, and the last to open breaks it all.`;
    return {
      title: isKnown ? `${tag} ${contact}: ${is} against ${limit} ${rating}` : `${tag} ${contact}: ${rating} not read`,
      consequence: isKnown ? what.consequence : 'Nobody can say whether this contact lasts.',
      reason:
        serves.length === 0 || row.asks === 'carries'
          ? `${amount(row.is, row.unit)} flow through it${serves.length === 0 ? ', beside another way to the same load' : ''}.`
          : row.unit === 'V'
            ? `${amount(row.is, row.unit)} stand across it as it opens ${served}.`
            : [`${capital(tellAsks(row.asks))} for ${served} at ${volts(breaksV)}: ${amount(row.is, row.unit)}.`, whole]
                .filter(Boolean)
                .join(' '),
      remedy: isKnown
        ? whole
          ? 'One contact rated for the whole load: side by side they count for more only where their maker gives a figure for it.'
          : what.remedy
        : `Read the ${rating} figure on the part and enter it.`,
    };
  },

  'throws-fed-apart': ({ tag, told, is }) => ({
    title: `${tag}: the throws of ${told.pole} are fed ${is} apart`,
    consequence: 'A bridged or bouncing contact is a dead short between them.',
    reason: `NC and NO stand on different legs${told.picksSource ? '; picking a source asks for a part rated for transfer' : ''}.`,
    remedy: 'Feed both throws from the same leg of the same supply.',
  }),

  'poles-serve-apart'({ tag, told, circuit }) {
    const groups = told.groups.map(({ contacts, serves }) => ({
      contacts: contacts.join(', '),
      loads: serves.map((id) => tagOf(circuit, id)).join(' and '),
    }));
    return {
      title: `${tag} serves ${groups.map(({ loads }) => loads).join(' and ')}: one weld takes both`,
      consequence: 'An armature held by one welded pole keeps the other load on as well.',
      reason: groups
        .map(({ contacts, loads }) => `${contacts} for ${loads}`)
        .join('; ')
        .concat('.'),
      remedy: 'Two contactors where the loads must stop apart.',
    };
  },

  'both-throws-used': ({ tag, told }) => ({
    title: `${tag}: both throws of ${told.pole} are used`,
    consequence: 'Harder to read for a learner.',
    reason: 'This job asks for one throw of a pole while learning.',
    remedy: 'Use a second pole, or allow both throws in job practice.',
  }),
};
