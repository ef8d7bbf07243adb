import { inSentence } from '#core/units';
import type { FamilyFacts, FieldFacts } from './catalogue';
import type { Problem } from './problem';
import type { Field } from './schema';

/** What is wrong with one entry of a nameplate. `who` begins the sentence, nothing does where it is clear; `at` says where it stands. */
function entryProblem(who: string, at: string, value: Field['value'], facts: FieldFacts): Problem | undefined {
  const say = (code: string, message: string): Problem => ({
    code,
    at,
    message: `${who === '' ? '' : `${who}, `}${facts.label}: ${message}`,
  });
  if (value === null) return undefined;
  if (facts.kind === 'number') {
    if (typeof value !== 'number') return say('not-a-number', `"${value}" is not a number. Write it in ${facts.unit || 'plain digits'}.`);
    const { least = 0, most = 1e6 } = facts;
    return value < least || value > most
      ? say('out-of-range', `${value} ${facts.unit} is outside ${least} to ${most}. Check the print.`)
      : undefined;
  }
  return facts.kind === 'choice' && !facts.choices?.includes(String(value))
    ? say('not-a-choice', `"${value}" is not one of ${facts.choices?.join(', ')}.`)
    : undefined;
}

/** Holds a nameplate to its family: known fields, numbers in their range, choices that exist. Each problem says how to mend it. */
export function plateProblems(
  who: string,
  at: (field: string) => string,
  nameplate: Readonly<Record<string, Field>>,
  family: FamilyFacts,
): Problem[] {
  return Object.entries(nameplate).flatMap(([name, { value }]) => {
    const facts = Object.hasOwn(family.fields, name) ? family.fields[name] : undefined;
    if (!facts)
      return [
        {
          code: 'unknown-field',
          at: at(name),
          message: `${who || 'It'} has no nameplate field "${name}". Leave it out; a ${inSentence(family.title)} has ${Object.keys(family.fields).join(', ') || 'none'}.`,
        },
      ];
    return entryProblem(who, at(name), value, facts) ?? [];
  });
}
