import { impedanceOfVa } from '#core/units';
import { between, kindOf, noNumbers, OPEN, ohmic, passive, type TwoEnded } from './kind';

/** A two-wire timer in series with what it delays; it keeps a few volts for itself. */
export interface SeriesTimer extends TwoEnded {
  readonly kind: 'series-timer';
  readonly ratedV: number;
  readonly delayS: number | undefined;
  readonly onDropV: number;
  readonly offOhms: number;
  readonly holdA: number;
  readonly resetMs: number;
}

const SHORT_OHMS = 0.05;
/** It begins to time at this share of its rated volts. Common practice. */
const TIMES_FROM = 0.7;

export const seriesTimer = kindOf<SeriesTimer>()({
  kind: 'series-timer',
  modes: ['idle', 'timing', 'passing'],
  values: () => ({ ohms: 0 }),
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'pass')],
  admittances({ offOhms }, { state, fault }) {
    if (fault === 'shorted') return [ohmic(SHORT_OHMS)];
    if (fault === 'open') return [OPEN];
    return [ohmic(state.mode === 'passing' ? Math.max(state.ohms, 0.01) : offOhms)];
  },
  faults: [
    { mode: 'open', weight: 6 },
    { mode: 'shorted', weight: 3 },
  ],
  next({ ratedV, delayS, holdA, resetMs }, { state, fault }, { volts, amps }) {
    if (fault) return state.mode === 'idle' ? null : { mode: 'idle', inMs: resetMs };
    if (state.mode === 'passing') return amps < holdA ? { mode: 'idle', inMs: resetMs } : null;
    const isTiming = volts >= TIMES_FROM * ratedV;
    if (state.mode === 'idle') return isTiming ? { mode: 'timing', inMs: 1 } : null;
    if (!isTiming) return { mode: 'idle', inMs: resetMs };
    return delayS === undefined ? null : { mode: 'passing', inMs: delayS * 1000 };
  },
  enters: (_part, { mode }) => ({ ohms: mode === 'passing' ? 1 : 0 }),
  bends({ offOhms, onDropV }, { state }, trial) {
    if (state.mode !== 'passing') return 0;
    const wanted = Math.min(offOhms, onDropV / Math.max(trial.amps(), 1e-6));
    trial.put({ ohms: wanted });
    return Math.abs(wanted / state.ohms - 1);
  },
  conducts: (_part, { state, fault }) => fault === 'shorted' || (state.mode === 'passing' && fault === undefined),
  hinders: (_part, { state, fault }) => (fault ? 'never passes' : state.mode === 'timing' ? 'waits' : 'no volts to time with'),
  sights: { idle: 'off', timing: 'under way', passing: 'on' },
  see: (_part, { state }) => state.mode,
  drawn: ({ a, b, delayS }) => [{ as: 'element', symbol: 'timer', a, b, text: { value: delayS, unit: 's' } }],
});

/**
 * What a timer gives for a call: on late and off late; on at once for a while; the same for a touch; a star contact for a
 * while, then, after a pause, a delta contact; on and off in turn for as long as it is called.
 */
export type Timing = 'delay' | 'interval' | 'one-shot' | 'repeat' | 'star-delta';

/** A timer with a supply of its own and a call input, which may be one pair of terminals; its contacts follow the call as it is timed. */
export interface Timer extends TwoEnded {
  readonly kind: 'timer';
  /** ends of the supply that keeps it alive */
  readonly fedBy: readonly [string, string];
  readonly ratedV: number | undefined;
  readonly va: number;
  /** of star and delta the time in star */
  readonly onDelayS: number | undefined;
  /** of star and delta the pause between */
  readonly offDelayS: number | undefined;
  readonly timing: Timing;
  /** times on without its supply, by what it has stored */
  readonly isStored?: boolean | undefined;
}

/** What the call input of a timer draws. Common practice. */
const CALL_INPUT_VA = 0.3;
/** A supply under this share keeps no timer alive; it rides through a dip. Common practice. */
const [LIVES_FROM, RIDES_MS] = [0.6, 50] as const;

type TimerMode = 'idle' | 'called' | 'on' | 'ending' | 'spent' | 'pausing';

/** Both of its times, or the one that it has. */
const timesOf = (...times: readonly (number | undefined)[]): string =>
  (times.some((time) => time !== 0) ? times.filter((time) => time !== 0) : [0]).map((time) => time ?? '?').join('/');

/** How a timer of each kind goes on from where it is; a missing time is undefined and never comes. */
const TIMINGS: Readonly<
  Record<
    Timing,
    (mode: TimerMode, called: boolean, onMs: number | undefined, offMs: number | undefined) => { to: TimerMode; inMs?: number } | null
  >
> = {
  delay(mode, called, onMs, offMs) {
    if (mode === 'idle') return called ? { to: 'called' } : null;
    if (mode === 'called') return called ? after('on', onMs) : { to: 'idle' };
    if (mode === 'on') return called ? null : { to: 'ending' };
    return called ? { to: 'on' } : after('idle', offMs);
  },
  interval(mode, called, onMs) {
    if (!called) return mode === 'idle' ? null : { to: 'idle' };
    return mode === 'idle' ? { to: 'on' } : mode === 'on' ? after('spent', onMs) : null;
  },
  'one-shot'(mode, called, onMs) {
    if (mode === 'on') return after('spent', onMs);
    if (mode === 'spent') return called ? null : { to: 'idle' };
    return called ? { to: 'on' } : null;
  },
  repeat(mode, called, onMs, offMs) {
    if (!called) return mode === 'idle' ? null : { to: 'idle' };
    return mode === 'on' ? after('pausing', onMs) : mode === 'pausing' ? after('on', offMs) : { to: 'on' };
  },
  'star-delta'(mode, called, onMs, offMs) {
    if (!called) return mode === 'idle' ? null : { to: 'idle' };
    return mode === 'idle' ? { to: 'called' } : mode === 'called' ? after('pausing', onMs) : mode === 'pausing' ? after('on', offMs) : null;
  },
};

const after = (to: TimerMode, inMs: number | undefined) => (inMs === undefined ? null : { to, inMs });

export const timer = kindOf<Timer>()({
  kind: 'timer',
  modes: ['idle', 'called', 'on', 'ending', 'spent', 'pausing'],
  values: noNumbers,
  ends: ({ a, b, fedBy }) => [a, b, ...fedBy],
  branches: ({ a, b, fedBy }) => [between(a, b, 'load'), between(fedBy[0], fedBy[1], 'load')],
  admittances({ ratedV, va }, { fault }, hz) {
    if (ratedV === undefined) return [OPEN, OPEN];
    const own = fault === 'dead' ? OPEN : hz === 0 ? ohmic((ratedV * ratedV) / va) : passive(impedanceOfVa(ratedV, va, 0.8));
    return [ohmic((ratedV * ratedV) / CALL_INPUT_VA), own];
  },
  faults: [{ mode: 'dead', weight: 5 }],
  drive: ({ ratedV }, look) => (ratedV === undefined ? 0 : look.volts(0) / ratedV),
  next({ ratedV, onDelayS, offDelayS, timing, isStored }, { state, fault }, { drive, look }) {
    const isAlive = fault !== 'dead' && (isStored || (ratedV !== undefined && look.volts(1) >= LIVES_FROM * ratedV));
    if (!isAlive) return state.mode === 'idle' ? null : { mode: 'idle', inMs: RIDES_MS };
    const [onMs, offMs] = [onDelayS, offDelayS].map((s) => (s === undefined ? undefined : Math.max(1, s * 1000)));
    const next = TIMINGS[timing](state.mode, drive >= 0.6, onMs, offMs);
    return next && { mode: next.to, inMs: next.inMs ?? 1 };
  },
  holds: ({ timing }, { state: { mode } }, channel) =>
    timing === 'star-delta' && channel === 'star' ? mode === 'called' : mode === 'on' || mode === 'ending',
  loadClass: () => 'electronics',
  drawn: ({ a, b, fedBy, va, onDelayS, offDelayS }) => [
    { as: 'element', sub: 'call', symbol: 'timer', a, b, isLoad: true, text: `${timesOf(onDelayS, offDelayS)} s` },
    ...(fedBy[0] === a && fedBy[1] === b
      ? []
      : [
          { as: 'element', sub: 'supply', symbol: 'box', a: fedBy[0], b: fedBy[1], isLoad: true, text: { value: va, unit: 'VA' } } as const,
        ]),
  ],
});
