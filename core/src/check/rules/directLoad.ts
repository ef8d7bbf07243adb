import { isKind } from '#core/kinds';
import { numberAt } from '#core/size';
import { type Opinion, ruleOf } from '../finding';
import type { LoadedTold } from './transformerLoad';

/** Less than this is no load: what a meter or a leaking input takes. */
const LEAST_A = 0.001;

/** Held load of a DC supply against the amps of its output. */
export const directRule = ruleOf<LoadedTold>()({
  id: 'dc-supply-load',
  source: 'nameplate; a quarter more than is held, common practice',
  find: ({ exploration: { plan, direct }, tables }) =>
    plan.parts.filter(isKind('dc-output')).flatMap(({ index, device, part }): Opinion<LoadedTold>[] => {
      const seen = direct.get(index);
      if (!part.isRatedInAmps || !seen || seen.amps < LEAST_A) return [];
      const { ratedA } = part;
      const common = { about: [device], calls: seen.calls, is: seen.amps, unit: 'A', by: ['outputA'] as const };
      if (ratedA === undefined) return [{ ...common, verdict: 'cannot-clear', told: { code: 'unread' }, missing: ['outputA'] }];
      const share = numberAt(tables.constants, 'transformer share', 'value') ?? 0.8;
      if (seen.amps <= ratedA * share + 1e-9) return [];
      const over = seen.amps > ratedA;
      return [
        {
          ...common,
          verdict: over ? 'danger' : 'look',
          told: { code: 'loaded', rated: ratedA },
          limit: over ? ratedA : ratedA * share,
          limitKind: over ? 'limit' : 'typical',
        },
      ];
    }),
});
