import type { Untried } from '#core/explore';
import { ruleOf } from '../finding';

/** A limit that was met on the way through the states: what lies behind it is not cleared. */
export const notTriedRule = ruleOf<Untried>()({
  id: 'not-tried',
  source: 'the limits of this program',
  find: ({ exploration, circuit }) =>
    exploration.untried.map((untried, index) => ({
      about: untried.devices.flatMap((id) => circuit.devices[id] ?? []),
      key: `${untried.code} ${index}`,
      verdict: 'cannot-clear' as const,
      told: untried,
      calls: untried.code === 'combinations' ? undefined : untried.calls,
      ...(untried.code === 'combinations' ? { is: untried.tried, limit: untried.of } : {}),
      evidence: 'unknown' as const,
    })),
});
