import type { LoadClass } from '#core/kinds';
import { schoolOf } from '#core/schools';
import { type Opinion, ruleOf } from '../finding';

/** To earth, over this a terminal is live to a hand. */
const LIVE_V = 30;
/** What a hand works on with the circuit on and the load off. */
const BY_HAND: ReadonlySet<LoadClass | undefined> = new Set<LoadClass>(['motor', 'resistive', 'lamp']);

/** A load between two hot legs that is broken in one of them is live when off. */
export const oneLegRule = ruleOf<Record<never, never>>()({
  id: 'load-stays-live',
  source: 'common practice; NEC 430.102 for the disconnect',
  find: ({ exploration: { plan, loads: seen }, practice }) => {
    if (schoolOf(practice, 'loadReturn') === 'one') return [];
    const loads = plan.parts.filter(({ kind, part }) => BY_HAND.has(kind.loadClass?.(part)));
    return loads.flatMap(({ part, device, index }): Opinion<Record<never, never>>[] => {
      const off = seen.get(index)?.off;
      if (!off || !('ratedV' in part) || (part.ratedV ?? 0) < 50 || Math.min(...off.toEarthV) <= LIVE_V) return [];
      return [{ about: [device], verdict: 'look', told: {}, calls: off.calls, is: Math.max(...off.toEarthV), limit: LIVE_V, unit: 'V' }];
    });
  },
});
