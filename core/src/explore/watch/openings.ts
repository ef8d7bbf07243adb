import type { PlannedPart } from '#core/graph';
import { isKind } from '#core/kinds';
import { partAmps } from '#core/network';
import { isIn, type Moment } from '#core/sequence';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** A fuse, a breaker or an overload that opens by itself in some state. */
export interface Opening {
  readonly calls: Calls;
  readonly atMs: number;
  /** the most that ran through it before; where a lost phase opens it, through the others of its device */
  readonly amps: number;
  readonly isLoss: boolean;
}

/** A release that opens its breaker, or that the open breaker has just cut off. */
const isPulling = (moment: Moment, planned: PlannedPart): boolean =>
  isIn(moment, planned, 'shunt-release', 'tripping', 'cut off') || isIn(moment, planned, 'undervoltage', 'tripped');

/** Watches what protects: the state in which each opens by itself, and what it had carried. Of several states the one with most amps. */
export const watchOpenings: MakeWatch<ReadonlyMap<number, Opening>> = ({ plan, nets }, isWatched) => {
  const guards = plan.parts.filter(isKind('fuse')).filter(isWatched);
  const kept = new Map<number, Opening>();
  const most = new Map<number, number>();
  const isOpen = new Set<number>();
  return {
    begin() {
      most.clear();
      isOpen.clear();
    },
    see({ atMs, moment }, { calls }) {
      for (const guard of guards) {
        const { index } = guard;
        if (isOpen.has(index)) continue;
        if (!isIn(moment, guard, 'fuse', 'open')) {
          most.set(index, Math.max(most.get(index) ?? 0, partAmps(nets, plan, index)));
          continue;
        }
        isOpen.add(index);
        // a release that opens it does what it is there for
        if (plan.partsIn(guard.device.id).some((one) => isPulling(moment, one))) continue;
        const own = most.get(index) ?? 0;
        // what carried less than it bears, beside others that carried more, saw a phase lost
        const besideA = Math.max(0, ...guards.flatMap((one) => (one.device.id === guard.device.id ? [most.get(one.index) ?? 0] : [])));
        const isLoss = guard.part.lossMs !== undefined && own < Math.min(besideA, guard.part.ratingA ?? 0);
        const amps = isLoss ? besideA : own;
        if (amps > (kept.get(index)?.amps ?? 0)) kept.set(index, { calls, atMs, amps, isLoss });
      }
    },
    result: () => kept,
  };
};
