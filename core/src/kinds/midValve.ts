import { impedanceOfVa, phasor } from '#core/units';
import { leadBranches, leadsDrawn } from './floating';
import { type BranchValue, kindOf, type Look, OPEN, type PartBase, passive } from './kind';

/**
 * A valve of three ports for heating and hot water that springs back to hot water, stands in the middle for both, and at its far end for
 * heating alone. One lead drives it to the middle; a second, which says that hot water is not wanted, lets it go on, and holds it there.
 */
export interface MidValve extends PartBase {
  readonly kind: 'mid-valve';
  readonly common: string;
  /** heating is wanted: to the middle */
  readonly opens: string;
  /** hot water is not wanted: on to the end */
  readonly closes: string;
  readonly ratedV: number | undefined;
  readonly va: number;
  /** for its whole travel, by the motor and by the spring */
  readonly runS: number;
  readonly returnS: number;
}

/** Driven from this share of its rated volts; what only holds lets go under the second. Common practice. */
const [DRIVEN_FROM, HELD_FROM] = [0.75, 0.45] as const;
const [MIDDLE, END, AT_END] = [0.5, 1, 0.9] as const;
const [HEATING, NO_WATER] = [0, 1] as const;

/** Where it is sent: without its motor's volts the spring takes it home, and the second lead alone holds it at its end. */
function targetOf({ ratedV }: MidValve, look: Look, position: number): number {
  if (ratedV === undefined) return 0;
  const isFed = (branch: number): boolean => look.volts(branch) >= (position > 0 ? HELD_FROM : DRIVEN_FROM) * ratedV;
  if (isFed(HEATING)) return isFed(NO_WATER) ? END : MIDDLE;
  return isFed(NO_WATER) && position >= AT_END ? END : 0;
}

/** Whole milliseconds leave a travel a hair short of where it stops. */
const snapped = (position: number): number => [0, MIDDLE, AT_END, END].find((stop) => Math.abs(stop - position) < 1e-4) ?? position;

export const midValve = kindOf<MidValve>()({
  kind: 'mid-valve',
  modes: ['still', 'driven', 'returning'],
  values: () => ({ position: 0 }),
  ends: ({ common, opens, closes }) => [opens, closes, common],
  branches: leadBranches,
  admittances({ ratedV, va }, { fault }, hz): BranchValue[] {
    if (ratedV === undefined || fault === 'open') return [OPEN, OPEN];
    const y = passive(hz === 0 ? phasor((0.6 * ratedV * ratedV) / va) : impedanceOfVa(ratedV, va, 0.6));
    return [y, y];
  },
  faults: [
    { mode: 'open', weight: 6 },
    { mode: 'seized', weight: 5 },
  ],
  drive: ({ ratedV }, look) => Math.max(look.volts(HEATING), look.volts(NO_WATER)) / (ratedV ?? Number.POSITIVE_INFINITY),
  next(part, { state, fault }, { look }) {
    const { mode, position } = state;
    const target = fault === 'seized' ? position : fault === 'open' ? 0 : targetOf(part, look, position);
    const wanted = target > position ? 'driven' : target < position ? 'returning' : 'still';
    if (wanted !== mode) return { mode: wanted, inMs: 1 };
    if (mode === 'still') return null;
    // an event at the switch of its end, on the way up and down
    const isUp = mode === 'driven';
    const stop = isUp ? (position < AT_END && target > AT_END ? AT_END : target) : position >= AT_END ? AT_END - 1e-3 : target;
    const inMs = Math.max(1, Math.abs(stop - position) * (isUp ? part.runS : part.returnS) * 1000);
    return { mode: stop === target ? 'still' : mode, inMs, when: 'fresh' };
  },
  gathers({ runS, returnS }, { state: { mode, position } }, _sight, dtMs) {
    if (mode === 'driven') return { position: snapped(Math.min(END, position + dtMs / (runS * 1000))) };
    if (mode === 'returning') return { position: snapped(Math.max(0, position - dtMs / (returnS * 1000))) };
    return {};
  },
  // the switch that tells the boiler is at the end for heating alone
  holds: (_part, { state }) => state.position >= AT_END,
  sights: { 'hot water': 'off', moving: 'under way', both: 'on', heating: 'on' },
  see: (_part, { state: { mode, position } }) =>
    mode !== 'still' ? 'moving' : position >= AT_END ? 'heating' : position > 0 ? 'both' : 'hot water',
  mustMove: true,
  getsV: (_part, { across }) => Math.max(across(HEATING), across(NO_WATER)),
  loadClass: () => 'coil',
  drawn: leadsDrawn,
});
