import { isBond } from '#core/kinds';
import { partAmps } from '#core/network';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** Current that comes back to a supply by way of earth once all is at rest: the most, and the state in which it does. */
export interface BondExposure {
  readonly amps: number;
  readonly calls: Calls;
}

/** Watches what flows where supplies are bonded to earth. */
export const watchBonds: MakeWatch<ReadonlyMap<number, BondExposure>> = ({ plan, nets }, isWatched) => {
  const bonds = plan.parts.filter(({ part }) => isBond(part)).filter(isWatched);
  const kept = new Map<number, BondExposure>();
  return {
    see(_frame, { calls, isQuiet }) {
      if (!isQuiet) return;
      for (const { index } of bonds) {
        const amps = partAmps(nets, plan, index);
        if (amps > (kept.get(index)?.amps ?? 0) + 1e-9) kept.set(index, { amps, calls });
      }
    },
    result: () => kept,
  };
};
