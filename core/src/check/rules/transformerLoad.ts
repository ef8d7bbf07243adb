import { isKind } from '#core/kinds';
import { numberAt } from '#core/size';
import { type Opinion, ruleOf } from '../finding';

export type LoadedTold = { readonly code: 'unread' } | { readonly code: 'loaded'; readonly va: number };

/** Held load of a control transformer. */
export const loadRule = ruleOf<LoadedTold>()({
  id: 'transformer-load',
  source: 'common practice: loaded to a working share of its rating',
  find: ({ exploration: { plan, transformers }, tables }) =>
    plan.parts.filter(isKind('transformer')).flatMap(({ index, device, part: { va } }): Opinion<LoadedTold>[] => {
      const seen = transformers.get(index);
      const share = numberAt(tables.constants, 'transformer share', 'value') ?? 0.8;
      if (!seen) return [];
      if (va === undefined) return [{ about: [device], verdict: 'cannot-clear', told: { code: 'unread' }, missing: ['va'] }];
      if (seen.heldVa <= va * share + 1e-9) return [];
      const over = seen.heldVa > va;
      return [
        {
          about: [device],
          verdict: over ? 'danger' : 'look',
          told: { code: 'loaded', va },
          is: seen.heldVa,
          limit: over ? va : va * share,
          limitKind: over ? 'limit' : 'typical',
          unit: 'VA',
        },
      ];
    }),
});
