import type { PlannedPart } from '#core/graph';
import { branchVoltsRms, pairVolts, partAmps, partVolts } from '#core/network';
import type { Rig } from '#core/sequence';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** What a load met: the most volts across it, and its amps once everything runs. */
export interface LoadExposure {
  readonly highestV: number;
  readonly runA: number;
  readonly calls: Calls;
}

/** Watches the most volts and amps that each load gets. */
export const watchLoads: MakeWatch<ReadonlyMap<number, LoadExposure>> = (rig, isWatched) => {
  const loads = rig.plan.parts
    .filter(isWatched)
    .filter(({ kind, part }) => kind.loadClass?.(part) !== undefined || part.kind === 'series-timer' || kind.bearsOnly?.(part));
  const kept = new Map(loads.map(({ index }) => [index, { highestV: 0, runA: 0, calls: [] as Calls }]));
  return {
    see(_frame, { calls, isQuiet }) {
      for (const load of loads) {
        const one = kept.get(load.index);
        if (!one) continue;
        const volts = loadVolts(rig, load);
        if (volts > one.highestV) Object.assign(one, { highestV: volts, calls });
        if (isQuiet) one.runA = Math.max(one.runA, partAmps(rig.nets, rig.plan, load.index));
      }
    },
    result: () => kept,
  };
};

/** The volts that a load gets, as its kind counts them. */
function loadVolts({ plan, nets }: Rig, { kind, part, device, index, firstBranch }: PlannedPart): number {
  if (!kind.getsV) return partVolts(nets, plan, index);
  return kind.getsV(part, {
    across: (branch) => branchVoltsRms(nets, firstBranch + branch),
    between: ([a = '', b = '']) => pairVolts(nets, plan.nodeAt(device.id, a), plan.nodeAt(device.id, b)),
  });
}
