import { type Coil, type Fuse, type Motor, openingMs, type Part, type Timer, type Travel } from '#core/devices';

/** What an actor sees when it decides: its own volts and amps, solved. */
export interface Sight {
  /** RMS volts across it */
  readonly volts: number;
  /** share of rated volts that moves it: flux for an AC coil, DC for a DC coil, positive sequence for a three-phase motor */
  readonly drive: number;
  readonly amps: number;
  readonly mode: number;
  readonly value: number;
  readonly fault: string | undefined;
}

/** A change to come. `fresh`: the remaining time is computed anew at every event (heat, travel), not kept from when it was first due. */
export interface Next {
  readonly mode: number;
  readonly inMs: number;
  readonly fresh?: boolean;
}

type Decide = (part: never, sight: Sight) => Next | null;

/** Electronics ride through a dip shorter than this. Common practice. */
const HOLD_UP_MS = 100;
const DC_START_MS = 50;
const DC_HOLD_UP_MS = 20;
/** An internal protector closes again after 20 to 60 min: common practice. */
const PROTECTOR_RESET_MS = 30 * 60_000;

export const STOPPED = 0;
export const STARTING = 1;
export const RUNNING = 2;
export const PROTECTED = 3;

/** End switch closes at this share of travel. */
export const END_SWITCH_AT = 0.9;

const decideCoil = (part: Coil, { drive, mode, fault }: Sight): Next | null => {
  if (fault === 'stuckClosed') return mode === 1 ? null : { mode: 1, inMs: 0 };
  if (fault === 'jammed' || fault === 'open') return mode === 0 ? null : { mode: 0, inMs: part.releaseMs };
  if (mode === 0) return drive >= part.pickUpTypicalRatio ? { mode: 1, inMs: part.operateMs } : null;
  if (part.latch === 'set') return null; // it stays where it was put until the other coil pulls it back
  return drive < part.dropOutTypicalRatio ? { mode: 0, inMs: part.releaseMs } : null;
};

const decideMotor = (
  part: { runUpMs: number; runA: number },
  { drive, mode, fault, value, amps }: Sight,
  protector: boolean,
): Next | null => {
  if (mode === PROTECTED) return { mode: STOPPED, inMs: PROTECTOR_RESET_MS };
  if (protector) {
    const left = (1 - value) * openingMs('protector', amps / part.runA);
    if (mode === STARTING && fault === 'locked' && left < Number.POSITIVE_INFINITY) return { mode: PROTECTED, inMs: left, fresh: true };
  }
  if (mode === STOPPED) return drive >= 0.3 ? { mode: STARTING, inMs: 1 } : null;
  if (drive < 0.3) return { mode: STOPPED, inMs: 50 };
  if (mode === STARTING) {
    if (drive >= 0.6 && fault !== 'locked') return { mode: RUNNING, inMs: part.runUpMs };
    const left = protector ? (1 - value) * openingMs('protector', amps / part.runA) : Number.POSITIVE_INFINITY;
    return left < Number.POSITIVE_INFINITY ? { mode: PROTECTED, inMs: left, fresh: true } : null;
  }
  return drive < 0.5 ? { mode: STARTING, inMs: 100 } : null;
};

const decideTravel = (part: Travel, { drive, mode, value, fault }: Sight): Next | null => {
  const driven = fault !== 'seized' && fault !== 'open' && drive >= (mode === 1 || mode === 3 ? 0.45 : 0.75);
  if (mode === 3) return driven ? null : { mode: 2, inMs: 1 };
  if (mode === 0) return driven ? { mode: 1, inMs: 1 } : null;
  if (mode === 1 && !driven) return { mode: 2, inMs: 1 };
  if (mode === 2 && driven) return { mode: 1, inMs: 1 };
  if (mode === 1)
    return value < END_SWITCH_AT
      ? { mode: 1, inMs: (END_SWITCH_AT - value) * part.openS * 1000, fresh: true }
      : { mode: 3, inMs: (1 - value) * part.openS * 1000, fresh: true };
  return value >= END_SWITCH_AT
    ? { mode: 2, inMs: (value - END_SWITCH_AT) * part.closeS * 1000 + 1, fresh: true }
    : { mode: 0, inMs: value * part.closeS * 1000, fresh: true };
};

const decideFuse = (part: Fuse, { amps, mode, value }: Sight): Next | null => {
  if (mode === 1 || part.ratingA === undefined) return null;
  const left = (1 - value) * openingMs(part.curve, amps / part.ratingA);
  return left < Number.POSITIVE_INFINITY ? { mode: 1, inMs: left, fresh: true } : null;
};

/** What each kind of part does next, given what it sees; kinds that are not here do not move by themselves. */
export const ACTORS: Readonly<Partial<Record<Part['kind'], Decide>>> = {
  coil: decideCoil,
  electronics: (part: { worksFromV: number; bootS: number }, { volts, mode, fault }: Sight) => {
    const alive = volts >= part.worksFromV && fault !== 'dead';
    if (!alive) return mode === 0 ? null : { mode: 0, inMs: HOLD_UP_MS };
    if (mode === 0) return { mode: 1, inMs: 1 };
    return mode === 1 ? { mode: 2, inMs: part.bootS * 1000 } : null;
  },
  'series-timer': (
    part: { ratedV: number; delayS: number | undefined; holdA: number; resetMs: number },
    { volts, amps, mode, fault }: Sight,
  ) => {
    if (fault) return mode === 0 ? null : { mode: 0, inMs: part.resetMs };
    if (mode === 2) return amps < part.holdA ? { mode: 0, inMs: part.resetMs } : null;
    const timing = volts >= 0.7 * part.ratedV; // starts timing at 70 % of rated volts: common practice
    if (mode === 0) return timing ? { mode: 1, inMs: 1 } : null;
    if (!timing) return { mode: 0, inMs: part.resetMs };
    return part.delayS === undefined ? null : { mode: 2, inMs: part.delayS * 1000 };
  },
  timer: (part: Timer, { drive, mode, fault }: Sight) => {
    // 0 off · 1 waiting to close · 2 closed · 3 waiting to open; a dead supply is seen as no call by `drive`
    const called = drive >= 0.6 && fault !== 'dead';
    if (mode === 0) return called ? { mode: 1, inMs: 1 } : null;
    if (mode === 1) {
      if (!called) return { mode: 0, inMs: 1 };
      return part.onDelayS === undefined ? null : { mode: 2, inMs: part.onDelayS * 1000 };
    }
    if (mode === 2) return called ? null : { mode: 3, inMs: 1 };
    if (called) return { mode: 2, inMs: 1 };
    return part.offDelayS === undefined ? null : { mode: 0, inMs: part.offDelayS * 1000 };
  },
  motor: (part: Motor, sight: Sight) => decideMotor(part, sight, part.protector),
  motor3: (part: { runUpMs: number; runA: number }, sight: Sight) => decideMotor(part, sight, false),
  travel: decideTravel,
  fuse: decideFuse,
  'dc-output': (_part: Part, { drive, mode, fault }: Sight) => {
    const fed = drive >= 0.35 && fault !== 'dead';
    if (mode === 0) return fed ? { mode: 1, inMs: DC_START_MS } : null;
    return fed ? null : { mode: 0, inMs: DC_HOLD_UP_MS };
  },
};
