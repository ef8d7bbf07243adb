import { type CircuitPlan, isWired, joinedTo, type PlannedPart } from '#core/graph';
import { isKind } from '#core/kinds';
import { at } from '#core/units';
import { type Opinion, ruleOf } from '../finding';

export type OddTold =
  /** in no state that was tried does it run, or move */
  | { readonly code: 'never' }
  | { readonly code: 'both ways' | 'half wave' | 'turned' | 'signal' }
  /** nothing feeds its release while its own breaker is open */
  | { readonly code: 'behind itself' };

const VERDICTS = { never: 'cannot-clear', 'both ways': 'danger', 'half wave': 'cannot-clear', turned: 'danger', signal: 'look' } as const;

/** A source that is reached from a terminal, the poles of its own breaker open and every other contact closed. */
function isFedFromElsewhere(
  plan: CircuitPlan,
  { device, part }: PlannedPart & { readonly part: { readonly a: string; readonly b: string } },
): boolean {
  const sources = plan.parts.filter(({ part: one }) => one.kind === 'source' || one.kind === 'dc-output' || one.kind === 'transformer');
  const fedAt = new Set(sources.flatMap(({ device: owner, part: one, kind }) => kind.ends(one).map((mark) => plan.nodeAt(owner.id, mark))));
  return [part.a, part.b].every((mark) => {
    const reach = joinedTo(plan, plan.nodeAt(device.id, mark), (other) => other.device.id === device.id);
    return [...reach].some((node) => fedAt.has(node));
  });
}

/** What does not do what it stands there for, or is used otherwise than it is made for. */
export const oddRule = ruleOf<OddTold>()({
  id: 'runs-oddly',
  source: 'solved in every state that was tried; a release is fed before its breaker: IEC 60947-1, common practice',
  find: ({ exploration: { plan, odd } }) => [
    ...[...odd].map(([index, { code, is, calls }]): Opinion<OddTold> => {
      const { device, part } = at(plan.parts, index);
      return {
        about: [device],
        key: `${part.id} ${code}`,
        verdict: VERDICTS[code],
        told: { code },
        calls,
        ...(code === 'both ways' || code === 'never' ? {} : { is, unit: code === 'signal' ? 'V' : 'A' }),
      };
    }),
    ...plan.parts
      .filter(isKind('undervoltage'))
      .filter((planned) => isWired(plan, planned.device.id, planned.part.a) && !isFedFromElsewhere(plan, planned))
      .map(
        ({ device, part }): Opinion<OddTold> => ({
          about: [device],
          key: `${part.id} behind`,
          verdict: 'danger',
          told: { code: 'behind itself' },
        }),
      ),
  ],
});
