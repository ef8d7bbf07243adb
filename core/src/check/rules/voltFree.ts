import { isKind } from '#core/kinds';
import { ruleOf } from '../finding';

/** Over this a volt-free input stands on a source that is not its own. */
const MOST_V = 50;

/** Mains on the terminals of a volt-free input. */
export const voltFreeRule = ruleOf<{ readonly ends: readonly [string, string] }>()({
  id: 'mains-on-volt-free',
  source: 'common practice; over 50 V to earth at a call terminal',
  find: ({ exploration }) =>
    exploration.plan.parts.filter(isKind('source')).flatMap(({ part, device, index }) => {
      const seen = exploration.callInputs.get(index);
      if (!seen || seen.volts <= MOST_V) return [];
      return [
        {
          about: [device],
          verdict: 'block' as const,
          told: { ends: [part.a, part.b] as const },
          calls: seen.calls,
          is: seen.volts,
          limit: MOST_V,
          unit: 'V',
        },
      ];
    }),
});
