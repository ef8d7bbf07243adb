import { isKind } from '#core/kinds';
import { schoolOf } from '#core/schools';
import { ruleOf } from '../finding';

/** Two throws of one pole on points that must not meet: a bouncing or bridged contact joins them. */
export const throwsRule = ruleOf<{ readonly pole: string; readonly picksSource: boolean }>()({
  id: 'throws-fed-apart',
  source: 'common practice',
  find: ({ exploration, practice }) =>
    exploration.plan.parts.filter(isKind('contact')).flatMap(({ index, device, part }) => {
      const seen = exploration.throws.get(index);
      if (!seen) return [];
      return [
        {
          about: [device],
          key: part.id,
          verdict: 'danger' as const,
          told: { pole: part.a, picksSource: schoolOf(practice, 'changeoverFed') === 'throws' },
          calls: seen.calls,
          is: seen.volts,
          limit: 0,
          unit: 'V',
        },
      ];
    }),
});
