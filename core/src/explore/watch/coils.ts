import type { PlannedPart } from '#core/graph';
import { type Coil, canBeIll, type Ill, illOf, isKind, plusEnd, signedVolts } from '#core/kinds';
import { isIn, sightOf } from '#core/sequence';
import { greatest, least } from '#core/units';
import { type Calls, isTakenAway } from '../calls';
import { coilAcross, momentOf } from '../pair';
import type { MakeWatch } from './watch';

/** Volts RMS at a coil's terminals; drive is the share of rated that moves it. */
interface Got {
  readonly volts: number;
  readonly drive: number;
}

/** The same, in a state. */
export interface CoilSeen extends Got {
  readonly calls: Calls;
}

/** What a coil met over the states tried. */
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
  /** a state in which it is called while a mechanical interlock keeps it out */
  readonly lockedOut?: Calls | undefined;
}

/** What a coil met in one state. */
interface Met {
  readonly calls: Calls;
  /** the most it gets while it is out; undefined: it was in all along */
  peakOpen: Got | undefined;
  closing: Got | undefined;
  held: Got | undefined;
  /** the most it gets while it is in */
  mostHeld: Got | undefined;
  last: Got | undefined;
  /** what it would still get with its armature in, where it gets something but not enough to close */
  stay: Got | undefined;
}

const NOTHING: Got = { volts: 0, drive: 0 };

/** Less than this share leaks to nobody; with its armature in a coil takes several times less current and gets more volts of a leak. */
const LEAK_SHARE = 0.01;

/** Another coil lets go in less: one that is kept out for longer stalls. Common practice. */
const STALL_MS = 200;

type PlannedCoil = PlannedPart & { readonly part: Coil };

/** Watches what volts each coil gets as it closes, held, and at most. */
export const watchCoils: MakeWatch<ReadonlyMap<number, CoilExposure>> = (rig, isWatched) => {
  const coils = rig.plan.parts.filter(isKind('coil')).filter(isWatched);
  const met = new Map<number, Met[]>(coils.map(({ index }) => [index, []]));
  const ills = new Map<number, Ill & { readonly dcV: number }>();
  const hertz = rig.nets.map(({ hz }) => hz);
  const mayBeIll = new Set(coils.flatMap(({ index, part }) => (canBeIll(part, hertz) ? [index] : [])));
  const lockedOut = new Map<number, Calls>();
  const lockedSince = new Map<number, number>();
  /** A coil that would close and may not, for longer than the other one takes to let go. */
  const noteLocked = (coil: PlannedCoil, { drive }: Got, isOut: boolean, atMs: number, calls: Calls): void => {
    if (!rig.plan.locks.has(coil.index)) return;
    const since = lockedSince.get(coil.index);
    if (since !== undefined && atMs - since >= STALL_MS && !lockedOut.has(coil.index)) lockedOut.set(coil.index, calls);
    if (!isOut || drive < coil.part.pickUpTypicalRatio) lockedSince.delete(coil.index);
    else if (since === undefined) lockedSince.set(coil.index, atMs);
  };
  const current = ({ index }: PlannedPart): Met | undefined => met.get(index)?.at(-1);
  return {
    begin(calls) {
      lockedSince.clear();
      for (const list of met.values())
        list.push({
          calls,
          peakOpen: undefined,
          closing: undefined,
          held: undefined,
          mostHeld: undefined,
          last: undefined,

          stay: undefined,
        });
    },
    see(frame) {
      for (const coil of coils) {
        const now = current(coil);
        if (!now) continue;
        const sight = sightOf(rig, coil, frame.moment);
        const got = { volts: sight.volts, drive: sight.drive };
        now.last = got;
        noteLocked(coil, got, !isIn(frame.moment, coil, 'coil', 'in'), frame.atMs, now.calls);
        if (isIn(frame.moment, coil, 'coil', 'in')) {
          if (!isTakenAway(got.drive)) now.held = lower(now.held, got);
          if (!now.mostHeld || got.drive > now.mostHeld.drive) now.mostHeld = got;
        } else {
          if (!now.peakOpen || got.volts > now.peakOpen.volts) now.peakOpen = got;
          if (frame.due.some(({ part, mode }) => part === coil.index && mode === 'in')) now.closing = lower(now.closing, got);
        }
        if (mayBeIll.has(coil.index)) ills.set(coil.index, worseIll(coil, sight, ills.get(coil.index)));
      }
    },
    rest({ moment }) {
      for (const coil of coils) {
        const now = current(coil);
        // what still stands so when all has come to rest stands so for good
        if (now && lockedSince.has(coil.index) && !lockedOut.has(coil.index)) lockedOut.set(coil.index, now.calls);
        if (!now?.last || isIn(moment, coil, 'coil', 'in')) continue;
        if (now.last.drive < LEAK_SHARE || now.last.drive >= coil.part.pickUpTypicalRatio) continue;
        const { volts, drive } = coilAcross(momentOf(rig, coil, moment), coil.part, 'in');
        now.stay = { volts, drive };
      }
    },
    result: () =>
      new Map(
        coils.map(({ index }) => {
          const { dcV, ...ill } = ills.get(index) ?? { dcV: 0, wastedRatio: 0, reversedRatio: 0 };
          return [index, { ...worstOf(met.get(index) ?? []), ...ill, plusAt: plusEnd(dcV), lockedOut: lockedOut.get(index) }];
        }),
      ),
  };
};

const lower = (kept: Got | undefined, now: Got): Got => (!kept || now.drive < kept.drive ? now : kept);

function worseIll(coil: PlannedCoil, { look }: ReturnType<typeof sightOf>, kept: (Ill & { dcV: number }) | undefined) {
  const across = look.across(0).map(({ hz, volts }) => ({ hz, volts: signedVolts(volts, hz) }));
  const now = illOf(coil.part, across);
  const dcV = across.find(({ hz }) => hz === 0)?.volts ?? 0;
  return {
    dcV: Math.abs(dcV) > Math.abs(kept?.dcV ?? 0) ? dcV : (kept?.dcV ?? 0),
    wastedRatio: Math.max(kept?.wastedRatio ?? 0, now.wastedRatio),
    reversedRatio: Math.max(kept?.reversedRatio ?? 0, now.reversedRatio),
  };
}

/** A state counts as a call when the coil gets at least half of the most it ever gets: leakage through a timer is no call. */
function worstOf(met: readonly Met[]): Pick<CoilExposure, 'pullIn' | 'held' | 'highest' | 'leak' | 'rest'> {
  const flat = met.map(({ calls, closing, peakOpen, stay, held, mostHeld, last }) => ({
    // one that was found in and let go closed nothing in this state
    open: peakOpen && (closing || !mostHeld) ? { ...(closing ?? peakOpen), calls } : undefined,
    stay: { ...(stay ?? peakOpen ?? NOTHING), calls },
    held: held && { ...held, calls },
    mostHeld: mostHeld && { ...mostHeld, calls },
    last: last && { ...last, calls },
    top: Math.max(peakOpen?.drive ?? 0, mostHeld?.drive ?? 0),
  }));
  const drive = (one: Got): number => one.drive;
  const most = Math.max(0, ...flat.map(({ top }) => top));
  const called = most > LEAK_SHARE ? flat.filter(({ top }) => top >= most / 2) : [];
  const isSeen = <T>(one: T | undefined): one is T => one !== undefined;
  return {
    pullIn: least(called.map(({ open }) => open).filter(isSeen), drive),
    held: least(called.map(({ held }) => held).filter(isSeen), drive),
    highest: greatest(flat.flatMap(({ open, mostHeld }) => [open, mostHeld]).filter(isSeen), drive) ?? { ...NOTHING, calls: [] },
    leak: greatest(
      flat.filter((one) => !called.includes(one)).map(({ stay }) => stay),
      drive,
    ),
    rest: greatest(flat.map(({ last }) => last).filter(isSeen), drive),
  };
}
