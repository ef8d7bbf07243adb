import type { Device } from '#core/circuit';
import { type Brings, type FieldName, familyOf, plateField } from '#core/devices';
import { isKind } from '#core/kinds';
import { numberAt, type Tables } from '#core/size';
import { type Opinion, ruleOf } from '../finding';

export type LoadedTold = { readonly code: 'unread' } | { readonly code: 'loaded'; readonly rated: number };

/** What of its plate nobody has read, of what its windings follow from. */
const unreadOf = (device: Device, brings: Pick<Brings, 'families'>): FieldName[] =>
  (['va', 'primaryV'] as const).filter(
    (name) => Object.hasOwn(familyOf(device, brings).fields, name) && plateField(device, name) === undefined,
  );

/** What is held of what is printed: past it a danger, past the share that is worked with worth a look. */
export function loadedOpinion(held: number, rated: number, tables: Tables): Omit<Opinion<LoadedTold>, 'about'>[] {
  const share = numberAt(tables.constants, 'transformer share', 'value') ?? 0.8;
  if (held <= rated * share + 1e-9) return [];
  const isOver = held > rated;
  return [
    {
      verdict: isOver ? 'danger' : 'look',
      told: { code: 'loaded', rated },
      is: held,
      limit: isOver ? rated : rated * share,
      limitKind: isOver ? 'limit' : 'typical',
    },
  ];
}

/** Held load of a control transformer. */
export const loadRule = ruleOf<LoadedTold>()({
  id: 'transformer-load',
  source: 'common practice: loaded to a working share of its rating',
  find: ({ exploration: { plan, transformers }, tables, circuit }) =>
    plan.parts.filter(isKind('transformer')).flatMap(({ index, device, part: { va } }): Opinion<LoadedTold>[] => {
      const seen = transformers.get(index);
      if (!seen) return [];
      if (va === undefined)
        return [{ about: [device], verdict: 'cannot-clear', told: { code: 'unread' }, missing: unreadOf(device, circuit) }];
      return loadedOpinion(seen.heldVa, va, tables).map((opinion) => ({ ...opinion, about: [device], unit: 'VA', by: ['va'] as const }));
    }),
});
