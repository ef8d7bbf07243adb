import { isKind } from '#core/kinds';
import { type Opinion, ruleOf } from '../finding';

export type StartAmpsTold = { readonly code: 'over'; readonly mostA: number } | { readonly code: 'unread' };

/** A start thermistor against what the start winding draws through it while the motor comes up. */
export const startAmpsRule = ruleOf<StartAmpsTold>()({
  id: 'start-amps',
  source: 'the amps of its print; common practice',
  find: ({ exploration: { plan, starts } }) =>
    plan.parts.filter(isKind('start-thermistor')).flatMap(({ index, device, part }): Opinion<StartAmpsTold>[] => {
      const seen = starts.get(index);
      if (!seen || seen.amps === 0) return [];
      if (part.mostA === undefined)
        return [{ about: [device], verdict: 'cannot-clear', told: { code: 'unread' }, evidence: 'unknown', missing: ['startA'] }];
      if (seen.amps <= part.mostA) return [];
      return [
        {
          about: [device],
          verdict: 'danger',
          told: { code: 'over', mostA: part.mostA },
          calls: seen.calls,
          is: seen.amps,
          limit: part.mostA,
          unit: 'A',
          by: ['startA'],
        },
      ];
    }),
});
