import { partVolts } from '#core/network';
import { acrossCoil, type Frame, type Ill, illOf, type Moment, plusEnd, type Rig, sightOf } from '#core/sequence';
import { coilAcross, momentOf } from './pairs';

/** Volts RMS at a coil's terminals in a state; drive is the share of rated that moves it. */
export interface CoilSeen {
  readonly volts: number;
  readonly drive: number;
  readonly state: string;
}

/** What a coil met over the states tried. Volts RMS at its terminals; drive is the share of rated that moves it. */
export interface CoilExposure extends Ill {
  /** the end that is on plus, where DC stands on it */
  readonly plusAt: 'a' | 'b' | undefined;
  /** lowest volts, over states, at the moment it must close; undefined: never called */
  readonly pullIn: CoilSeen | undefined;
  readonly held: CoilSeen | undefined;
  readonly highest: CoilSeen;
  /** the most it gets in a state that is no call, its armature in: what might hold it there */
  readonly leak?: CoilSeen | undefined;
  /** the most it still gets once all has come to rest: a pulse is over by then */
  readonly rest: CoilSeen | undefined;
}

/** What a coil met beside its volts; `dcV` is the greatest DC on it, with its sign. */
export type Ills = Ill & { readonly dcV: number };

export interface Watch {
  peakOpen: { volts: number; drive: number };
  closing: { volts: number; drive: number } | undefined;
  held: { volts: number; drive: number } | undefined;
  last: { volts: number; drive: number } | undefined;
  /** what it would still get with its armature in, where it gets something but not enough to close */
  stay: { volts: number; drive: number } | undefined;
}

export const freshWatch = (): Watch => ({
  peakOpen: { volts: 0, drive: 0 },
  closing: undefined,
  held: undefined,
  last: undefined,
  stay: undefined,
});

/** Keeps of one frame what each coil gets in it. */
export function watchCoils(
  rig: Rig,
  coils: readonly { index: number }[],
  frame: Frame,
  watches: Map<number, Watch>,
  ill: Map<number, Ills>,
): void {
  for (const { index } of coils) {
    const { part } = rig.plan.parts[index]!;
    if (part.kind !== 'coil') continue;
    const watch = watches.get(index)!;
    const seen = { volts: partVolts(rig.nets, rig.plan, index), drive: sightOf(rig, index, frame.moment).drive };
    watch.last = seen;
    if (frame.moment.modes[index] === 1) {
      if (!watch.held || seen.drive < watch.held.drive) watch.held = seen;
    } else {
      if (seen.volts > watch.peakOpen.volts) watch.peakOpen = seen;
      if (frame.due.some((due) => due.part === index && due.mode === 1) && (!watch.closing || seen.drive < watch.closing.drive))
        watch.closing = seen;
    }
    const across = acrossCoil(rig, index);
    const [kept, now] = [ill.get(index), illOf(part, across)];
    const dcV = across.find(({ hz }) => hz === 0)?.volts ?? 0;
    ill.set(index, {
      dcV: Math.abs(dcV) > Math.abs(kept?.dcV ?? 0) ? dcV : (kept?.dcV ?? 0),
      wastedRatio: Math.max(kept?.wastedRatio ?? 0, now.wastedRatio),
      reversedRatio: Math.max(kept?.reversedRatio ?? 0, now.reversedRatio),
    });
  }
}

/** Less than this share leaks to nobody; with its armature in a coil takes several times less current and gets more volts of a leak. */
const LEAK_SHARE = 0.01;

/** What would hold each coil that has come to rest open, were its armature in. */
export function watchStay(rig: Rig, watches: ReadonlyMap<number, Watch>, moment: Moment): void {
  for (const [index, watch] of watches) {
    const { part } = rig.plan.parts[index]!;
    if (part.kind !== 'coil' || moment.modes[index] === 1 || !watch.last) continue;
    if (watch.last.drive < LEAK_SHARE || watch.last.drive >= part.pickUpTypicalRatio) continue;
    const { volts, drive } = coilAcross(momentOf(rig, index, moment), part, 1);
    watch.stay = { volts, drive };
  }
}

/** A state counts as a call when the coil gets at least half of the most it ever gets: leakage through a timer is no call. */
export function worstOf(seen: readonly { state: string; watch: Watch }[], ill: Ills): CoilExposure {
  const flat = seen.map(({ state, watch }) => ({
    state,
    open: watch.closing ?? watch.peakOpen,
    stay: watch.stay ?? watch.peakOpen,
    held: watch.held,
    top: Math.max(watch.peakOpen.drive, watch.held?.drive ?? 0),
  }));
  const most = Math.max(0, ...flat.map(({ top }) => top));
  const called = most > 0.01 ? flat.filter(({ top }) => top >= most / 2) : [];
  const lowest = <T extends { drive: number }>(list: T[]): T | undefined =>
    list.reduce<T | undefined>((least, one) => (!least || one.drive < least.drive ? one : least), undefined);
  const pullIn = lowest(called.map(({ state, open }) => ({ ...open, state })));
  const held = lowest(called.flatMap(({ state, held: one }) => (one ? [{ ...one, state }] : [])));
  const highest = flat
    .flatMap(({ state, open, held: one }) => [{ ...open, state }, ...(one ? [{ ...one, state }] : [])])
    .reduce((top, one) => (one.drive > top.drive ? one : top), { volts: 0, drive: 0, state: '' });
  const leak = flat
    .filter((one) => !called.includes(one))
    .map(({ stay, state }) => ({ ...stay, state }))
    .reduce<CoilExposure['leak']>((top, one) => (!top || one.drive > top.drive ? one : top), undefined);
  const rest = seen
    .flatMap(({ state, watch }) => (watch.last ? [{ ...watch.last, state }] : []))
    .reduce<CoilExposure['rest']>((top, one) => (!top || one.drive > top.drive ? one : top), undefined);
  const { dcV, ...shares } = ill;
  return { pullIn, held, highest, leak, rest, plusAt: plusEnd(dcV), ...shares };
}
