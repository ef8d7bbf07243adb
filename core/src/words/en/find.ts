import { type Circuit, spellPoint } from '#core/circuit';
import type { Outcome, Test } from '#core/find';
import type { ChoiceOf } from '#core/schools';

export type MethodName = ChoiceOf<'faultMethod'>;

/** The ways of fault finding. */
export const METHOD_WORDS: { readonly [M in MethodName]: string } = {
  best: 'best next test',
  'load-first': 'load first',
  'half-split': 'half-split',
  source: 'follow from the source',
};

/** A test in words: where the leads go. */
export const tellTest = (circuit: Circuit, test: Test | undefined): string =>
  test ? `red on ${spellPoint(circuit, test.red)}, black on ${spellPoint(circuit, test.black)}` : 'nothing left to test';

/** What a way for a test to come out leaves: the two likeliest, and how many more. */
export function tellOutcome({ leaves, share }: Outcome, suspect: (index: number) => string): string {
  const leading = leaves.slice(0, 2).map(suspect);
  const more = leaves.length - leading.length;
  return `${leading.join(', or ')}${more > 0 ? `, or ${more} more` : ''}${share < 0.02 ? ' (unlikely)' : ''}`;
}
