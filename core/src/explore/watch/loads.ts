import type { PlannedPart } from '#core/graph';
import { windingV } from '#core/kinds';
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
export const watchLoads: MakeWatch<ReadonlyMap<number, LoadExposure>> = (rig) => {
  const loads = rig.plan.parts.filter(
    ({ kind, part }) => kind.loadClass?.(part) !== undefined || part.kind === 'series-timer' || kind.bearsOnly?.(part),
  );
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

/** Volts across a load; of a three-phase one between its first two lines, of a winding with taps between its common and its fastest tap. */
function loadVolts({ plan, nets }: Rig, { part, device, index, firstBranch }: PlannedPart): number {
  if (part.kind === 'floating') return Math.max(branchVoltsRms(nets, firstBranch), branchVoltsRms(nets, firstBranch + 1));
  // halves of a winding get what their links give them, whatever stands between the lines
  if (part.kind === 'motor3' && part.twin)
    return (Math.max(...[0, 3].map((half) => branchVoltsRms(nets, firstBranch + half))) * (part.ratedV ?? 1)) / windingV(part);
  if (part.kind === 'two-speed-motor') {
    const between = ([a, b]: readonly string[]) => pairVolts(nets, plan.nodeAt(device.id, a ?? ''), plan.nodeAt(device.id, b ?? ''));
    return Math.max(between(part.ends), between(part.middles));
  }
  const ends = part.kind === 'tap-motor' ? part.taps.map(({ mark }) => mark) : 'ends' in part ? part.ends : undefined;
  const [a, b] = ends ?? [];
  return a === undefined || b === undefined
    ? partVolts(nets, plan, index)
    : pairVolts(nets, plan.nodeAt(device.id, a), plan.nodeAt(device.id, b));
}
