import type { PlannedPart } from '#core/graph';
import { branchVoltsRms, pairVolts, partAmps, partVolts, toEarthRms } from '#core/network';
import type { Rig } from '#core/sequence';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** What a load met: the most volts across it, and its amps once everything runs. */
export interface LoadExposure {
  readonly highestV: number;
  readonly runA: number;
  readonly calls: Calls;
  /** the first state in which it is off once all is at rest, and what each of its ends then has to earth; undefined: it is never off */
  readonly off: OffSeen | undefined;
}

interface OffSeen {
  readonly toEarthV: readonly number[];
  readonly calls: Calls;
}

/** Less than this share of its volts leaves a load off. */
const OFF_SHARE = 0.05;

/** Watches the most volts and amps that each load gets. */
export const watchLoads: MakeWatch<ReadonlyMap<number, LoadExposure>> = (rig, isWatched) => {
  const loads = rig.plan.parts
    .filter(isWatched)
    .filter(({ kind, part }) => kind.loadClass?.(part) !== undefined || part.kind === 'series-timer' || kind.bearsOnly?.(part));
  const whileStarting = new Map<number, number>();
  const kept = new Map(
    loads.map(({ index }) => [index, { highestV: 0, runA: 0, calls: [] as Calls, off: undefined as OffSeen | undefined }]),
  );
  return {
    see(_frame, { calls, isQuiet, isStarting }) {
      for (const load of loads) {
        const one = kept.get(load.index);
        if (!one) continue;
        const volts = loadVolts(rig, load);
        if (isStarting && isForGood(load)) whileStarting.set(load.index, Math.max(volts, whileStarting.get(load.index) ?? 0));
        else if (volts > one.highestV) Object.assign(one, { highestV: volts, calls });
        if (isQuiet) one.runA = Math.max(one.runA, partAmps(rig.nets, rig.plan, load.index));
      }
    },
    rest(_frame, calls) {
      for (const load of loads) {
        const one = kept.get(load.index);
        const { part, kind, device } = load;
        if (!one || one.off || !('ratedV' in part) || !part.ratedV || loadVolts(rig, load) >= OFF_SHARE * part.ratedV) continue;
        one.off = { toEarthV: kind.ends(part).map((mark) => toEarthRms(rig.nets, rig.plan.nodeAt(device.id, mark))), calls };
      }
    },
    result() {
      // a start that never ends is what it must bear
      for (const [index, volts] of whileStarting) {
        const one = kept.get(index);
        if (one?.highestV === 0) one.highestV = volts;
      }
      return kept;
    },
  };
};

/** What bears volts for as long as its motor runs: those of the moment in which the start capacitor is still in are not what it is made for. */
const isForGood = ({ kind, part }: PlannedPart): boolean =>
  kind.bearsOnly?.(part) === true && !(part.kind === 'capacitor' && part.isForStart) && part.kind !== 'start-thermistor';

/** The volts that a load gets, as its kind counts them. */
function loadVolts({ plan, nets }: Rig, { kind, part, device, index, firstBranch }: PlannedPart): number {
  if (!kind.getsV) return partVolts(nets, plan, index);
  return kind.getsV(part, {
    across: (branch) => branchVoltsRms(nets, firstBranch + branch),
    between: ([a = '', b = '']) => pairVolts(nets, plan.nodeAt(device.id, a), plan.nodeAt(device.id, b)),
  });
}
