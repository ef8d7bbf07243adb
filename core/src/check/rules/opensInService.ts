import type { DeviceId } from '#core/circuit';
import { type Fuse, isKind } from '#core/kinds';
import { type Opinion, ruleOf } from '../finding';

export interface OpeningTold {
  readonly does: 'blows' | 'trips';
  readonly ratingA: number | undefined;
  readonly atMs: number;
  /** it saw a phase lost: one of its poles carries nothing */
  readonly isLoss: boolean;
}

const doesOf = ({ trip }: Fuse): OpeningTold['does'] => (trip === 'own' ? 'blows' : 'trips');

/** A fuse, a breaker or an overload that opens by itself in some state of a circuit without a fault. One opinion a device. */
export const openingRule = ruleOf<OpeningTold>()({
  id: 'opens-in-service',
  source: 'its curve: UL 248, UL 489, IEC 60127, IEC 60898, IEC 60947-4-1, from memory',
  find({ exploration }) {
    const told = new Set<DeviceId>();
    return exploration.plan.parts.filter(isKind('fuse')).flatMap(({ part, index, device }): Opinion<OpeningTold>[] => {
      const seen = exploration.openings.get(index);
      if (!seen || told.has(device.id)) return [];
      told.add(device.id);
      return [
        {
          about: [device],
          verdict: 'danger',
          told: { does: doesOf(part), ratingA: part.ratingA, atMs: seen.atMs, isLoss: seen.isLoss },
          calls: seen.calls,
          is: seen.amps,
          ...(seen.isLoss ? {} : { limit: part.ratingA, by: ['ratingA', 'settingA'] as const }),
          unit: 'A',
        },
      ];
    });
  },
});
