import type { Part } from '#core/devices';
import { branchAmps, partAmps, partVolts, rmsOver, setPart, solveNet } from '#core/network';
import { conditionAt, type Moment, type Rig, showMoment } from '#core/sequence';

/** What a contact carried over the states tried. */
export interface ContactExposure {
  readonly runA: number;
  /** greatest amps while a motor behind it was locked */
  readonly startA: number;
  /** volts it breaks when everything behind it runs */
  readonly breaksV: number;
  /** what most of those volts are */
  readonly current: 'AC' | 'DC';
  readonly state: string;
  readonly serves: readonly Served[];
}

export interface Served {
  readonly part: number;
  readonly kind: 'motor' | 'resistive' | 'lamp' | 'coil' | 'electronics' | 'input';
  readonly amps: number;
}

/** The loads that lose their current when this one contact opens: solved, not read from the drawing. */
export function behind(rig: Rig, contact: number, moment: Moment | undefined): Pick<ContactExposure, 'serves' | 'breaksV' | 'current'> {
  if (!moment) return { serves: [], breaksV: 0, current: 'AC' };
  const { plan, nets } = rig;
  showMoment(rig, moment);
  const loads = plan.parts.filter(({ part }) => loadKind(part) !== undefined);
  const before = loads.map(({ index }) => leastAmps(rig, index));
  for (const net of nets) {
    setPart(net, contact, { ...conditionAt(rig, contact, moment), fault: 'stuckOpen' });
    solveNet(net);
  }
  const breaksV = partVolts(nets, plan, contact);
  const direct = nets.find(({ hz }) => hz === 0);
  const current = direct && partVolts([direct], plan, contact) > breaksV / 2 ? 'DC' : 'AC';
  const serves = loads.flatMap(({ index, part }, place): Served[] => {
    const amps = before[place]!;
    if (amps < 1e-4 || leastAmps(rig, index) > 0.6 * amps) return [];
    const kind = loadKind(part)!;
    // a delta's elements carry less than its lines, and a contact breaks a line
    const lineAmps = part.kind === 'load3' && part.connection === 'delta' ? amps * Math.sqrt(3) : amps;
    return [{ part: index, kind, amps: lineAmps }];
  });
  for (const net of nets) setPart(net, contact, conditionAt(rig, contact, moment));
  return { serves, breaksV, current };
}

/** The class of load that a contact meets in a part; undefined for what is no load. */
export function loadKind(part: Part): Served['kind'] | undefined {
  switch (part.kind) {
    case 'motor':
    case 'motor3':
      return 'motor';
    case 'coil':
    case 'travel':
      return 'coil';
    case 'load3':
      return 'resistive';
    case 'load':
      return ({ heater: 'resistive', lamp: 'lamp', input: 'input', display: 'electronics', module: 'electronics' } as const)[part.use];
    case 'source':
      return part.role === 'call-input' ? 'input' : undefined;
    case 'electronics':
    case 'timer':
      return 'electronics';
    default:
      return undefined;
  }
}

/** Amps of a load; of a three-phase one its weakest phase, which is the one that an opened pole takes away. */
function leastAmps(rig: Rig, index: number): number {
  const { part, firstBranch, branches } = rig.plan.parts[index]!;
  if (part.kind !== 'motor3' && part.kind !== 'load3') return partAmps(rig.nets, rig.plan, index);
  return Math.min(...Array.from({ length: branches }, (_, k) => rmsOver(rig.nets, (net) => branchAmps(net, firstBranch + k))));
}
