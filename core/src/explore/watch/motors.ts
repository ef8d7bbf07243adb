import type { PlannedPart } from '#core/graph';
import { pairVolts, partVolts } from '#core/network';
import { type Rig, sightAt } from '#core/sequence';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/**
 * How a motor fails to run as it should in some state: it stands and hums, turns the wrong way, either way, its own protector opens,
 * or its windings lose their volts while the lines at it stay on.
 */
export interface MotorIll {
  readonly ill: 'stalls' | 'backwards' | 'both ways' | 'protector' | 'start held' | 'unfed';
  readonly calls: Calls;
}

/** What of all motors was met over the states. */
export interface MotorExposure {
  readonly ills: ReadonlyMap<number, MotorIll>;
  /** motors that came to speed in some state */
  readonly ran: ReadonlySet<number>;
}

/** A motor that stands locked for so long, and does not come to speed after it, stalls: one that another's start holds up comes on. */
const STALL_MS = 200;
/** A start relay that has not opened by then does not. */
const HELD_MS = 1000;

/** Less than this share of its volts feeds no winding; more than the other between its lines is a line that is on. */
const [NO_VOLTS, LINE_ON] = [0.05, 0.5];

/** Its lines are on, and nothing stands across its windings: both ends of each on one line, or their other ends nowhere. */
function isUnfed({ plan, nets }: Rig, { index, device, part }: PlannedPart): boolean {
  if (part.kind !== 'motor3' || part.ratedV === undefined || !part.backs) return false;
  const [u, v, w] = part.ends.map((mark) => plan.nodeAt(device.id, mark)) as [number, number, number];
  const least = Math.min(pairVolts(nets, u, v), pairVolts(nets, v, w), pairVolts(nets, w, u));
  return least > LINE_ON * part.ratedV && partVolts(nets, plan, index) < NO_VOLTS * part.ratedV;
}

/** Watches each motor once all has come to rest: whether it came to speed, forwards. */
export const watchMotors: MakeWatch<MotorExposure> = (rig) => {
  const { plan } = rig;
  const motors = plan.parts.filter(({ kind, part }) => kind.loadClass?.(part) === 'motor');
  const ills = new Map<number, MotorIll>();
  const ran = new Set<number>();
  const lockedSince = new Map<number, number>();
  const heldSince = new Map<number, number>();
  const stalled = new Set<number>();
  const runs = new Set<number>();
  /** motors that come to rest turning forwards, and those that do backwards */
  const forwards = new Set<number>();
  const backwards = new Set<number>();
  const note = (index: number, ill: MotorIll['ill'], calls: Calls): void => {
    if (!ills.has(index)) ills.set(index, { ill, calls });
  };
  const isEitherWay = (index: number, { ill }: MotorIll): boolean => ill === 'backwards' && forwards.has(index) && backwards.has(index);
  return {
    begin() {
      lockedSince.clear();
      heldSince.clear();
      stalled.clear();
      runs.clear();
    },
    see({ atMs, seen }, { calls }) {
      for (const motor of motors) {
        const { index } = motor;
        // it may have stood locked until this very moment
        const since = lockedSince.get(index);
        if (since !== undefined && atMs - since >= STALL_MS) stalled.add(index);
        if (sightAt(seen, motor)?.word !== 'locked') lockedSince.delete(index);
        else if (since === undefined) lockedSince.set(index, atMs);
        const held = heldSince.get(index);
        if (held !== undefined && atMs - held >= HELD_MS) note(index, 'start held', calls);
        if (sightAt(seen, motor)?.word !== 'start winding left in') heldSince.delete(index);
        else if (held === undefined) heldSince.set(index, atMs);
        const sight = sightAt(seen, motor);
        if (sight?.word === 'protector open') note(index, 'protector', calls);
        if (sight?.word === 'backwards') note(index, 'backwards', calls);
        else if (sight?.phase === 'on') {
          runs.add(index);
          stalled.delete(index); // it came on after all
        }
      }
    },
    rest({ seen }, calls) {
      for (const motor of motors) {
        const { index } = motor;
        const sight = sightAt(seen, motor);
        if (sight?.word === 'backwards') backwards.add(index);
        else if (sight?.phase === 'on') forwards.add(index);
        if (heldSince.has(index)) note(index, 'start held', calls);
        if (runs.has(index)) ran.add(index);
        if (stalled.has(index) || lockedSince.has(index)) note(index, 'stalls', calls);
        else if (runs.has(index) && sight?.phase === 'off' && isUnfed(rig, motor)) note(index, 'unfed', calls);
      }
    },
    // a motor that two contactors turn either way is asked about; one that ends backwards whatever is called is wrong
    result: () => ({
      ills: new Map([...ills].map(([index, one]) => [index, isEitherWay(index, one) ? { ...one, ill: 'both ways' } : one])),
      ran,
    }),
  };
};
