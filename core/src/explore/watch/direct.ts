import { isKind } from '#core/kinds';
import { partAmps } from '#core/network';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** The most that the output of a DC supply gives once all is at rest, and the state in which it does. */
export interface DirectExposure {
  readonly heldA: number;
  readonly calls: Calls;
}

/** Watches what DC supplies give. */
export const watchDirect: MakeWatch<ReadonlyMap<number, DirectExposure>> = ({ plan, nets }, isWatched) => {
  const outputs = plan.parts.filter(isKind('dc-output')).filter(isWatched);
  const kept = new Map<number, DirectExposure>(outputs.map(({ index }) => [index, { heldA: 0, calls: [] }]));
  return {
    see(_frame, { calls, isQuiet }) {
      if (!isQuiet) return;
      for (const { index } of outputs) {
        const amps = partAmps(nets, plan, index);
        if (amps > (kept.get(index)?.heldA ?? 0) + 1e-9) kept.set(index, { heldA: amps, calls });
      }
    },
    result: () => kept,
  };
};
