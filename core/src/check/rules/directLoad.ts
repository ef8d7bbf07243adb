import { isKind } from '#core/kinds';
import { type Opinion, ruleOf } from '../finding';
import { type LoadedTold, loadedOpinion } from './transformerLoad';

/** Less than this is no load: what a meter or a leaking input takes. */
const LEAST_A = 0.001;

/** Held load of a DC supply against the amps of its output. */
export const directRule = ruleOf<LoadedTold>()({
  id: 'dc-supply-load',
  source: 'nameplate; a quarter more than is held, common practice',
  find: ({ exploration: { plan, direct }, tables }) =>
    plan.parts.filter(isKind('dc-output')).flatMap(({ index, device, part }): Opinion<LoadedTold>[] => {
      const seen = direct.get(index);
      if (!part.print || !seen || seen.amps < LEAST_A) return [];
      const common = { about: [device], calls: seen.calls, is: seen.amps, unit: 'A', by: ['outputA'] as const };
      if (part.print.amps === undefined) return [{ ...common, verdict: 'cannot-clear', told: { code: 'unread' }, missing: ['outputA'] }];
      return loadedOpinion(seen.amps, part.print.amps, tables).map((opinion) => ({ ...opinion, ...common }));
    }),
});
