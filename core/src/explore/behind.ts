import { endsOfBranch, type PlannedPart } from '#core/graph';
import { type How, isKind, type LoadClass } from '#core/kinds';
import { branchAmpsRms, pairVolts, partAmps, partVolts, setPart, solveNet } from '#core/network';
import { howAt, type Moment, type Rig, showMoment } from '#core/sequence';
import { at } from '#core/units';

/** A load that a contact serves. */
interface Served {
  readonly part: number;
  readonly kind: LoadClass;
  /** amps in the line that the contact breaks */
  readonly amps: number;
}

export interface Behind {
  readonly serves: readonly Served[];
  /** volts it breaks when everything behind it runs */
  readonly breaksV: number;
  /** what most of those volts are */
  readonly current: 'AC' | 'DC';
}

/** A load has lost its current when less than this share of it is left. */
const LOST_SHARE = 0.6;
const LEAST_A = 1e-4;

/**
 * The loads that lose their current when this one contact opens: solved, not read from the drawing.
 * @param beside contacts that open with it and stand between the same potentials: the last of them breaks what flows through all
 */
export function behind(rig: Rig, contact: PlannedPart, moment: Moment | undefined, beside: readonly PlannedPart[] = []): Behind {
  if (!moment) return { serves: [], breaksV: 0, current: 'AC' };
  const { plan, nets } = rig;
  showMoment(rig, moment);
  const loads = plan.parts.flatMap((planned) => {
    const kind = planned.kind.loadClass?.(planned.part);
    const amps = kind === undefined ? 0 : leastAmps(rig, planned);
    return kind === undefined || amps < LEAST_A ? [] : [{ planned, kind, amps }];
  });
  const opened = [contact, ...beside].map((part) => ({ part, how: howAt(rig, part, moment) }));
  const throughA = opened.reduce((sum, { part }) => sum + partAmps(nets, plan, part.index), 0);
  const line = new Map(loads.map(({ planned }) => [planned.index, lineVolts(rig, planned)]));
  // what a turning rotor brings by itself is gone before anything burns of it
  const coasting = plan.parts.filter(isKind('capacitor-motor')).map((motor) => ({ motor, was: howAt(rig, motor, moment) }));
  for (const net of nets) {
    for (const { motor, was } of coasting) setPart(net, motor.index, { ...was, state: stilled(was.state) });
    for (const { part, how } of opened) setPart(net, part.index, { ...how, fault: part.part.kind === 'fuse' ? 'blown' : 'stuckOpen' });
    solveNet(net);
  }
  const breaksV = partVolts(nets, plan, contact.index);
  const direct = nets.find(({ hz }) => hz === 0);
  const current = direct && partVolts([direct], plan, contact.index) > breaksV / 2 ? 'DC' : 'AC';
  const serves = loads
    .filter(({ planned, amps }) => leastAmps(rig, planned) <= LOST_SHARE * amps)
    .map(({ planned, kind, amps }) => ({ part: planned.index, kind, amps, isThree: planned.kind.phases === 3 }));
  for (const net of nets) {
    for (const { part, how } of opened) setPart(net, part.index, how);
    for (const { motor, was } of coasting) setPart(net, motor.index, was);
  }
  // a running motor's own volts hide it from one pole, and three phases are broken pole by pole
  return { serves: inLine(serves, throughA), breaksV: Math.max(breaksV, ...serves.map(({ part }) => line.get(part) ?? 0)), current };
}

const stilled = (state: How['state']): How['state'] => Object.assign({ ...state }, { emfRe: 0, emfIm: 0 });

/** Line to line of a three-phase load; 0 for any other. */
function lineVolts({ plan, nets }: Rig, { part, device, kind }: PlannedPart): number {
  const [a, b] = kind.phases ? kind.ends(part) : [];
  return a === undefined || b === undefined ? 0 : pairVolts(nets, plan.nodeAt(device.id, a), plan.nodeAt(device.id, b));
}

/** Windings that are not joined one to a line (a delta, halves side by side) carry less than what the contact breaks. */
const SPLIT_FROM = 1.2;
/** The most that a line may carry over one of its windings: two halves side by side, in delta. */
const MOST_SPLIT = 2 * Math.sqrt(3);

/** Loads with the amps that they draw through the contact: of those on three lines what flows through it tells, however they are joined. */
function inLine(serves: readonly (Served & { readonly isThree: boolean })[], throughA: number): Served[] {
  const sum = (isThree: boolean): number => serves.reduce((total, one) => total + (one.isThree === isThree ? one.amps : 0), 0);
  const three = sum(true);
  const times = three > 0 ? Math.min(MOST_SPLIT, (throughA - sum(false)) / three) : 1;
  return serves.map(({ part, kind, amps, isThree }) => ({ part, kind, amps: isThree && times > SPLIT_FROM ? amps * times : amps }));
}

/** Amps of a load; of a three-phase one its weakest phase, which is the one that an opened pole takes away. */
function leastAmps({ plan, nets }: Rig, { kind, firstBranch, branches }: PlannedPart): number {
  if (!kind.phases) return branchAmpsRms(nets, firstBranch);
  const perBranch = Array.from({ length: branches }, (_, index) => firstBranch + index).filter(
    (branch) => endsOfBranch(at(plan.branches, branch)).length > 1,
  );
  return Math.min(...perBranch.map((branch) => branchAmpsRms(nets, branch)));
}
