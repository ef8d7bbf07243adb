import { isKind } from '#core/kinds';
import { branchAmpsRms, floatingNodes, partAmps, rmsOver, voltsAt } from '#core/network';
import { real, ZERO } from '#core/units';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

export interface PointExposure {
  /** greatest volts to earth by node */
  readonly greatestToEarth: Float64Array;
  /** volts to earth by node with nothing called, once it has settled */
  readonly offToEarth: Float64Array;
}

/** Watches the most volts to earth of every node. */
export const watchPoints: MakeWatch<PointExposure> = ({ plan, nets }) => {
  const greatestToEarth = new Float64Array(plan.nodeCount);
  const offToEarth = new Float64Array(plan.nodeCount);
  return {
    see(_frame, { calls }) {
      for (let node = 0; node < plan.nodeCount; node++) {
        const toEarth = rmsOver(nets, (net) => voltsAt(net, node));
        if (toEarth > real(greatestToEarth, node)) greatestToEarth[node] = toEarth;
        if (calls.length === 0) offToEarth[node] = toEarth; // the last frame stays
      }
    },
    result: () => ({ greatestToEarth, offToEarth }),
  };
};

/** Amps once everything runs: by conductor, and by fuse. */
export interface CurrentExposure {
  readonly conductorA: Float64Array;
  readonly fuseA: ReadonlyMap<number, number>;
}

/** Watches the amps of wires and fuses once everything runs. */
export const watchCurrents: MakeWatch<CurrentExposure> = ({ plan, nets }) => {
  const conductorA = new Float64Array(plan.conductors.length);
  const fuseA = new Map(plan.parts.filter(isKind('fuse')).map(({ index }) => [index, 0]));
  return {
    see(_frame, { isQuiet }) {
      if (!isQuiet) return;
      for (const { index, branch } of plan.conductors) conductorA[index] = Math.max(real(conductorA, index), branchAmpsRms(nets, branch));
      for (const [index, amps] of fuseA) fuseA.set(index, Math.max(amps, partAmps(nets, plan, index)));
    },
    result: () => ({ conductorA, fuseA }),
  };
};

/** Volts that must not be, and the state in which they are most. */
export interface VoltsSeen {
  readonly volts: number;
  readonly calls: Calls;
}

/** Greatest volts to earth that metal brings to a volt-free input's terminals; what couples by capacitance is left out. */
export const watchCallInputs: MakeWatch<ReadonlyMap<number, VoltsSeen>> = ({ plan, nets }) => {
  const inputs = plan.parts.filter(isKind('source')).filter(({ part }) => part.role === 'call-input');
  const kept = new Map<number, VoltsSeen>();
  return {
    see(_frame, { calls }) {
      if (inputs.length === 0) return;
      const floating = nets.map((net) => floatingNodes(plan, net));
      for (const { index, device, part } of inputs)
        for (const mark of [part.a, part.b]) {
          const node = plan.nodeAt(device.id, mark);
          const volts = rmsOver(nets, (net, k) => (floating[k]?.[node] ? ZERO : voltsAt(net, node)));
          if (volts > (kept.get(index)?.volts ?? 0)) kept.set(index, { volts, calls });
        }
    },
    result: () => kept,
  };
};
