import { type Conductor, type DeviceId, deviceOf, terminalId } from '#core/circuit';
import { loopScrews } from '#core/graph';
import { isKind } from '#core/kinds';
import { branchAmps, branchAmpsRms, floatingNodes, type NetworkPlan, partAmps, rmsOver, toEarthRms, voltsAt } from '#core/network';
import { add, grouped, real, scale, ZERO } from '#core/units';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

export interface PointExposure {
  /** greatest volts to earth by node */
  readonly greatestToEarth: Float64Array;
}

/** Watches the most volts to earth of every node. */
export const watchPoints: MakeWatch<PointExposure> = ({ plan, nets }) => {
  const greatestToEarth = new Float64Array(plan.nodeCount);
  return {
    see() {
      for (let node = 0; node < plan.nodeCount; node++) {
        const toEarth = toEarthRms(nets, node);
        if (toEarth > real(greatestToEarth, node)) greatestToEarth[node] = toEarth;
      }
    },
    result: () => ({ greatestToEarth }),
  };
};

/** Amps once everything runs: by conductor, and by fuse. */
export interface CurrentExposure {
  readonly conductorA: Float64Array;
  readonly fuseA: ReadonlyMap<number, number>;
  /** the same once nothing moves any more: the first half of a motor that starts in two steps is past */
  readonly settledA: ReadonlyMap<number, number>;
  /** by cable, what its cores carry together once everything runs: nothing where every line has its return beside it */
  readonly cableA: ReadonlyMap<string, number>;
}

/** Watches the amps of wires and fuses once everything runs. */
export const watchCurrents: MakeWatch<CurrentExposure> = ({ plan, nets }) => {
  const conductorA = new Float64Array(plan.conductors.length);
  const fuseA = new Map(plan.parts.filter(isKind('fuse')).map(({ index }) => [index, 0]));
  const settledA = new Map(fuseA);
  const cores = coresOf(plan);
  const cableA = new Map([...cores.keys()].map((cable) => [cable, 0]));
  return {
    see(_frame, { isQuiet }) {
      if (!isQuiet) return;
      for (const { index, branch } of plan.conductors) conductorA[index] = Math.max(real(conductorA, index), branchAmpsRms(nets, branch));
      for (const [index, amps] of fuseA) fuseA.set(index, Math.max(amps, partAmps(nets, plan, index)));
      for (const [cable, inside] of cores) {
        const amps = rmsOver(nets, (net) => inside.reduce((sum, { branch, sign }) => add(sum, scale(branchAmps(net, branch), sign)), ZERO));
        cableA.set(cable, Math.max(cableA.get(cable) ?? 0, amps));
      }
    },
    rest() {
      for (const [index, amps] of settledA) settledA.set(index, Math.max(amps, partAmps(nets, plan, index)));
    },
    result: () => ({ conductorA, fuseA, settledA, cableA }),
  };
};

/** The cores of every cable, each with the way in which it runs: all from one end of the sheath to the other. */
function coresOf(plan: NetworkPlan): ReadonlyMap<string, readonly { readonly branch: number; readonly sign: 1 | -1 }[]> {
  const inCables = grouped(
    plan.conductors.flatMap(({ conductor: { cable, ends }, branch }) => (cable === null ? [] : [{ cable, ends, branch }])),
    ({ cable }) => cable,
  );
  return new Map(
    [...inCables].map(([cable, cores]) => {
      const near = nearDevices(cores);
      return [cable, cores.map(({ ends: [a], branch }) => ({ branch, sign: a && near.has(deviceOf(a)) ? (1 as const) : (-1 as const) }))];
    }),
  );
}

/** Devices at one end of a sheath: the first core's first, and whatever stands across from what is at the other end. */
function nearDevices(cores: readonly { readonly ends: Conductor['ends'] }[]): ReadonlySet<DeviceId> {
  const [near, far] = [new Set<DeviceId>(), new Set<DeviceId>()];
  const pairs = cores.flatMap(({ ends: [a, b] }) => (a && b ? [[deviceOf(a), deviceOf(b)] as const] : []));
  for (const [a, b] of [...pairs, ...pairs]) {
    if (near.size === 0) near.add(a);
    if (near.has(a) || far.has(b)) near.add(a) && far.add(b);
    else if (near.has(b) || far.has(a)) near.add(b) && far.add(a);
  }
  return near;
}

/** Volts that must not be, and the state in which they are most. */
export interface VoltsSeen {
  readonly volts: number;
  readonly calls: Calls;
}

/** What a volt-free input meets: volts to earth on its terminals, and amps that come in and do not go back through the pair. */
export interface CallExposure extends VoltsSeen {
  readonly leak: { readonly amps: number; readonly calls: Calls };
  /** a state in which metal ties the pair to something else's earth or neutral; undefined: in none, or it is bonded itself */
  readonly tied: Calls | undefined;
}

/** Less than this through a call's two leads together is what long cables couple by capacitance: common practice. */
const LEAK_A = 2e-3;

/** Greatest volts to earth that metal brings to a volt-free input's terminals, and what leaks through them; capacitance is left out. */
export const watchCallInputs: MakeWatch<ReadonlyMap<number, CallExposure>> = ({ plan, nets }) => {
  const inputs = [
    ...plan.parts
      .filter(isKind('source'))
      .filter(({ part }) => part.role === 'call-input')
      .map(({ index, device, part }) => ({ index, device, ends: [part.a, part.b], isLoop: false })),
    ...plan.parts.filter(isKind('controller')).flatMap(({ index, device, part }) => {
      const ends = loopScrews(plan.partsIn(device.id), part);
      return ends.length === 0 ? [] : [{ index, device, ends, isLoop: true }];
    }),
  ];
  const kept = new Map<number, CallExposure>();
  const nothing: CallExposure = { volts: 0, calls: [], leak: { amps: 0, calls: [] }, tied: undefined };
  const leads = new Map(
    inputs.map(({ index, device, ends, isLoop }) => {
      const own = isLoop ? [] : ends.map((mark) => terminalId(device.id, mark));
      const landed = plan.conductors.flatMap(({ conductor: { ends }, branch }) =>
        ends.flatMap((end, side) => (end && own.includes(end) ? [{ branch, sign: side === 0 ? 1 : -1 }] : [])),
      );
      return [index, landed] as const;
    }),
  );
  return {
    see(_frame, { calls }) {
      if (inputs.length === 0) return;
      const floating = nets.map((net) => floatingNodes(plan, net));
      for (const { index, device, ends, isLoop } of inputs) {
        const seen = (): CallExposure => kept.get(index) ?? nothing;
        const amps = rmsOver(nets, (net) =>
          (leads.get(index) ?? []).reduce((sum, { branch, sign }) => add(sum, scale(branchAmps(net, branch), sign)), ZERO),
        );
        if (amps > Math.max(LEAK_A, seen().leak.amps)) kept.set(index, { ...seen(), leak: { amps, calls } });
        const isBonded = isLoop || plan.partsIn(device.id).some((own) => own.part.kind === 'join');
        for (const mark of ends) {
          const node = plan.nodeAt(device.id, mark);
          const isTied = !isBonded && floating.every((one) => one[node] !== 1);
          if (isTied && !seen().tied) kept.set(index, { ...seen(), tied: calls });
          const volts = rmsOver(nets, (net, k) => (floating[k]?.[node] ? ZERO : voltsAt(net, node)));
          if (volts > seen().volts) kept.set(index, { ...seen(), volts, calls });
        }
      }
    },
    result: () => kept,
  };
};
