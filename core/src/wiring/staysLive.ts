import { type Circuit, type Device, type DeviceId, deviceOf, isTerminal, type TerminalId } from '#core/circuit';
import { familyOf, inputsOf } from '#core/devices';
import { type Calls, leftOut, logOf, type Progress, statesOf } from '#core/explore';
import { type CircuitPlan, endsOfBranch, graphOf } from '#core/graph';
import { floatingNodes, planNetwork, rmsOver, voltsAt } from '#core/network';
import { createRig, howAt, type Moment, type Rig, runLog } from '#core/sequence';
import { at, naturally, ZERO } from '#core/units';

/** A terminal that is live although something was opened. */
export interface StillLive {
  readonly terminal: TerminalId;
  /** the most to earth in any state that was tried, RMS */
  readonly volts: number;
  readonly isDc: boolean;
  /** over 30 V AC or 60 V DC: hot to a hand */
  readonly isHot: boolean;
  /** a state in which it is so */
  readonly calls: Calls;
  /** what feeds it; undefined where nothing could be followed to it */
  readonly from: DeviceId | undefined;
  /** the load or coil that its volts come through; undefined where metal brings them */
  readonly through: DeviceId | undefined;
}

export interface StaysLive {
  readonly live: readonly StillLive[];
  readonly statesSeen: number;
  /** states that there are beyond those: nothing is said of them */
  readonly untried: number;
}

const LIVE_V = 1;
const HOT_AC_V = 30;
const HOT_DC_V = 60;
/** When it is opened: whatever was called has long come to rest. */
const OPENED_AT_MS = 1_000_000;
const MOST_STATES = 200;

/** Devices that are opened to make dead: isolators, fuses, breakers, plugs, and supplies that somebody else turns off. */
export function openersOf(circuit: Circuit): Device[] {
  const opens = (device: Device): boolean => {
    const { group } = familyOf(device, circuit);
    return group === 'protection' || group === 'supply' || inputsOf(device, circuit).some(({ use }) => use === 'isolate');
  };
  const plan = planNetwork(circuit);
  return Object.values(circuit.devices)
    .filter((device) => opens(device) && plan.partsIn(device.id).some(({ kind }) => kind.openedAs !== undefined))
    .sort((a, b) => naturally(a.tag, b.tag));
}

/**
 * What stays live once these are open, in every state that is tried: called before it was opened, and never called.
 * Volts that only capacitance brings are left out: they are ghosts.
 */
export function* stayingLive(circuit: Circuit, opened: readonly DeviceId[]): Generator<Progress, StaysLive> {
  const plan = planNetwork({ ...circuit, powerSwitch: { ...circuit.powerSwitch, isolated: { open: [...opened], lift: [] } } });
  const rig = createRig(plan);
  const all = statesOf(plan);
  const states = all.slice(0, MOST_STATES);
  const worst = new Map<TerminalId, StillLive>();
  for (const [index, calls] of states.entries()) {
    yield { seen: index, of: states.length };
    const { frames } = runLog(rig, [...logOf(calls), { atMs: OPENED_AT_MS, power: 'isolated' }], { holdProcesses: true });
    const { moment } = at(frames, -1);
    const floats = rig.nets.map((net) => floatingNodes(plan, net));
    const over = (node: number, isDc: boolean): number =>
      rmsOver(rig.nets, (net, k) => ((net.hz === 0) !== isDc || floats[k]?.[node] ? ZERO : voltsAt(net, node)));
    for (const point of plan.points) {
      if (!isTerminal(point) || plan.wiresAt(point).length === 0) continue;
      const node = plan.nodeOf(point);
      const [ac, dc] = [over(node, false), over(node, true)];
      const volts = Math.hypot(ac, dc);
      if (volts <= LIVE_V || volts <= (worst.get(point)?.volts ?? 0) * 1.001) continue;
      worst.set(point, {
        terminal: point,
        volts,
        isDc: dc > ac,
        isHot: ac > HOT_AC_V || dc > HOT_DC_V,
        calls,
        ...feedOf(rig, moment, node),
      });
    }
  }
  const tag = ({ terminal }: StillLive): string => circuit.devices[deviceOf(terminal)]?.tag ?? '';
  return {
    live: [...worst.values()].sort((a, b) => Number(b.isHot) - Number(a.isHot) || naturally(tag(a), tag(b))),
    statesSeen: states.length,
    untried: all.length - states.length + leftOut(plan),
  };
}

/** The source whose volts reach a node: by metal and what is closed, else through a load; the nearest of them. */
function feedOf(rig: Rig, moment: Moment, from: number): Pick<StillLive, 'from' | 'through'> {
  const { plan } = rig;
  const graph = graphOf(plan);
  const seen = new Map<number, DeviceId | undefined>([[from, undefined]]);
  for (const through of ['metal', 'loads'] as const) {
    const line = [...seen.keys()];
    for (let next = line.shift(); next !== undefined; next = line.shift()) {
      const by = seen.get(next);
      for (const index of graph.branchesAt(next)) {
        const branch = at(plan.branches, index);
        const planned = 'part' in branch.owner ? at(plan.parts, branch.owner.part) : undefined;
        if (planned && branch.role === 'source' && lets(rig, moment, planned)) return { from: planned.device.id, through: by };
        if (planned?.part.kind === 'transformer' && isSecondary(plan, planned, next)) return { from: planned.device.id, through: by };
        const passes =
          branch.role === 'wire' ||
          branch.role === 'joint' ||
          (branch.role === 'pass' && planned !== undefined && lets(rig, moment, planned));
        const isLoad = through === 'loads' && branch.role === 'load';
        if (!passes && !isLoad) continue;
        for (const end of endsOfBranch(branch))
          if (end >= 0 && !seen.has(end)) {
            seen.set(end, by ?? (isLoad ? planned?.device.id : undefined));
            line.push(end);
          }
      }
    }
  }
  return { from: undefined, through: undefined };
}

const lets = (rig: Rig, moment: Moment, planned: CircuitPlan['parts'][number]): boolean =>
  planned.kind.conducts === undefined || planned.kind.conducts(planned.part, howAt(rig, planned, moment)) === true;

const isSecondary = (plan: CircuitPlan, { part, device }: CircuitPlan['parts'][number], node: number): boolean =>
  part.kind === 'transformer' && part.secondary.some(({ mark }) => plan.nodeAt(device.id, mark) === node);
