import { type Circuit, spellPoint } from '#core/circuit';
import type { Measured, Outcome, Suspicion, Test, Verdict } from '#core/find';
import type { NetworkPlan } from '#core/network';
import type { ChoiceOf } from '#core/schools';
import { volts } from '#core/units';

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

/** What speaks against the best explanation, and what would still prove it. */
export function tellAgainst(
  circuit: Circuit,
  { misfits, unseen, provedBy, confirm, ranked }: Verdict,
  measured: readonly Measured[],
  best: string,
): string[] {
  const sure = (ranked[0]?.share ?? 0) > 0.9;
  return [
    ...misfits.map(({ reading, expectedV }) => {
      const one = measured[reading];
      return one
        ? `${spellPoint(circuit, one.red)} to ${spellPoint(circuit, one.black)} reads ${volts(one.volts)}; with ${best} it would read ${volts(expectedV)}. Read it again.`
        : '';
    }),
    ...unseen.map((tag) => `${tag} was seen otherwise than ${best} leaves it. Look again.`),
    ...(confirm && sure ? [`${best} is likely; read across it before it is called found.`] : []),
    ...(provedBy === 'look' && sure ? [`${best} is likely. Look where it lands: the eye proves it, no reading does.`] : []),
    ...(provedBy === 'swap' && sure
      ? [`${best} is likely, and no reading here proves it: load its feed with a lamp as it starts, or put a known good one in its place.`]
      : []),
  ];
}

/** What to mind about a fault that is found: a fuse has opened for a reason. */
export function tellMind(plan: NetworkPlan, fault: Suspicion | undefined): string | null {
  if (!fault || 'conductor' in fault) return null;
  const planned = plan.partsIn(fault.device).find(({ part }) => part.id === fault.part);
  return planned?.part.kind === 'fuse'
    ? 'It opened for a reason: find the short or the overload behind it before it is replaced or reset.'
    : null;
}
