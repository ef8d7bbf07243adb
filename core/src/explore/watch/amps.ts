import type { PlannedPart } from '#core/graph';
import { partAmps } from '#core/network';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** The most amps through a part once nothing starts, and the state in which they flow. */
export interface AmpsExposure {
  readonly amps: number;
  readonly calls: Calls;
}

/** Watches what flows through parts of one sort. Those through which nothing ever flows are not among them. */
export const watchAmps =
  (isOne: (planned: PlannedPart) => boolean): MakeWatch<ReadonlyMap<number, AmpsExposure>> =>
  ({ plan, nets }, isWatched) => {
    const parts = plan.parts.filter((planned) => isOne(planned) && isWatched(planned));
    const kept = new Map<number, AmpsExposure>();
    return {
      see(_frame, { calls, isQuiet }) {
        if (!isQuiet) return;
        for (const { index } of parts) {
          const amps = partAmps(nets, plan, index);
          if (amps > (kept.get(index)?.amps ?? 0) + 1e-9) kept.set(index, { amps, calls });
        }
      },
      result: () => kept,
    };
  };
