import type { DeviceId } from '#core/circuit';
import { isKind } from '#core/kinds';
import { grouped } from '#core/units';
import { type Opinion, ruleOf } from '../finding';

export interface ServesTold {
  readonly groups: readonly { readonly contacts: readonly string[]; readonly serves: readonly DeviceId[] }[];
}

const isPartOf = (one: readonly DeviceId[], other: readonly DeviceId[]): boolean => one.every((id) => other.includes(id));

/** Poles of one contactor on different loads: each is judged apart, and a weld takes both. An isolator is there to take all. */
export const groupsRule = ruleOf<ServesTold>()({
  id: 'poles-serve-apart',
  source: 'common practice',
  find: ({ poles, exploration: { plan } }) => {
    const power = new Set(
      plan.parts
        .filter(isKind('contact'))
        .filter(({ part }) => part.duty === 'power' && !part.ratings.isWorkedDead)
        .map(({ index }) => index),
    );
    const byDevice = grouped(
      poles.filter(({ part }) => power.has(part)),
      ({ device }) => device,
    );
    return [...byDevice].flatMap(([device, own]): Opinion<ServesTold>[] => {
      const groups = [...grouped(own, ({ serves }) => serves.join()).values()].map((group) => ({
        contacts: group.map(({ contact }) => contact),
        serves: group[0]?.serves ?? [],
      }));
      const isNested = groups.some((one) => groups.some((other) => one !== other && isPartOf(one.serves, other.serves)));
      return groups.length < 2 || isNested ? [] : [{ about: [device], verdict: 'look', told: { groups } }];
    });
  },
});
