import type { Device } from '#core/circuit';
import { familyOf } from '#core/devices';
import { EXTRA_LOW_V, graphOf } from '#core/graph';
import { fullVolts } from '#core/kinds';
import { at } from '#core/units';
import { ruleOf } from '../finding';
import type { Study } from '../study';

/** More than may leak from what is plugged in; at extra-low volts more than sensing through a frame takes. */
const LEAST_A = { mains: 0.0035, extraLow: 0.03 } as const;

export interface EarthReturnTold {
  readonly isMains: boolean;
  readonly why:
    | { readonly code: 'loads'; readonly loads: readonly Device[] }
    /** its own return is wired to earth as well as bonded */
    | { readonly code: 'second bond' | 'other supply' };
}

/** Working current that comes back by way of earth: a load on the protective conductor, or on the neutral of another supply. */
export const earthReturnRule = ruleOf<EarthReturnTold>()({
  id: 'returns-by-earth',
  source:
    'NEC 250.6 and 250.24(A)(5), IEC 60364-5-54 543.4, from memory; 3.5 mA of leakage: IEC 61140, from memory; 30 mA at extra-low volts: common practice',
  find: ({ exploration: { plan, bonds } }) =>
    [...bonds].flatMap(([index, { amps, calls }]) => {
      const { device } = at(plan.parts, index);
      const gives = givesV(plan, device);
      const isMains = gives > EXTRA_LOW_V;
      const limit = isMains ? LEAST_A.mains : LEAST_A.extraLow;
      if (gives === 0 || amps < limit) return [];
      const why = whyOf(plan, device);
      return [
        {
          about: [device],
          verdict: isMains && why.code !== 'second bond' ? ('danger' as const) : ('look' as const),
          told: { isMains, why },
          calls,
          is: amps,
          limit,
          unit: 'A',
        },
      ];
    }),
});

/** The most volts that a supply gives; an earth bar, which is bonded as well, gives none. */
const givesV = (plan: Study['exploration']['plan'], device: Device): number =>
  plan.partsIn(device.id).reduce((most, { part }) => {
    if (part.kind === 'transformer') return Math.max(most, fullVolts(part.secondary));
    return part.kind === 'source' || part.kind === 'dc-output' ? Math.max(most, part.volts ?? 0) : most;
  }, 0);

/** How the current gets onto earth: by a second tie of the supply's own return, by loads whose end is tied to earth, else past another supply. */
function whyOf(plan: Study['exploration']['plan'], device: Device): EarthReturnTold['why'] {
  const { isEarthed } = graphOf(plan);
  const isTied = (id: Device['id'], marks: readonly string[]): boolean => marks.some((mark) => isEarthed(plan.nodeAt(id, mark)));
  if (isTied(device.id, familyOf(device, plan.circuit).terminals)) return { code: 'second bond' };
  const loads = plan.parts.filter((one) => one.kind.loadClass?.(one.part) !== undefined && isTied(one.device.id, one.kind.ends(one.part)));
  return loads.length > 0 ? { code: 'loads', loads: [...new Set(loads.map((one) => one.device))] } : { code: 'other supply' };
}
