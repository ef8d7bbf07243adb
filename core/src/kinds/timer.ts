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

/** A timer with a supply of its own and a call input; its contact follows the call late. */
export interface Timer extends TwoEnded {
  readonly kind: 'timer';
  /** ends of the supply that keeps it alive */
  readonly fedBy: readonly [string, string];
  readonly ratedV: number;
  readonly va: number;
  readonly onDelayS: number | undefined;
  readonly offDelayS: number | undefined;
}

/** What the call input of a timer draws. Common practice. */
const CALL_INPUT_VA = 0.3;

export const timer = kindOf<Timer>()({
  kind: 'timer',
  modes: ['idle', 'called', 'on', 'ending'],
  values: noNumbers,
  ends: ({ a, b, fedBy }) => [a, b, ...fedBy],
  branches: ({ a, b, fedBy }) => [between(a, b, 'load'), between(fedBy[0], fedBy[1], 'load')],
  admittances({ ratedV, va }, { fault }, hz) {
    const own = fault === 'dead' || hz === 0 ? OPEN : passive(impedanceOfVa(ratedV, va, 0.8));
    return [ohmic((ratedV * ratedV) / CALL_INPUT_VA), own];
  },
  faults: [{ mode: 'dead', weight: 5 }],
  drive: ({ ratedV }, look) => look.volts(0) / ratedV,
  next({ onDelayS, offDelayS }, { state, fault }, { drive }) {
    const called = drive >= 0.6 && fault !== 'dead';
    switch (state.mode) {
      case 'idle':
        return called ? { mode: 'called', inMs: 1 } : null;
      case 'called':
        if (!called) return { mode: 'idle', inMs: 1 };
        return onDelayS === undefined ? null : { mode: 'on', inMs: onDelayS * 1000 };
      case 'on':
        return called ? null : { mode: 'ending', inMs: 1 };
      case 'ending':
        if (called) return { mode: 'on', inMs: 1 };
        return offDelayS === undefined ? null : { mode: 'idle', inMs: offDelayS * 1000 };
    }
  },
  holds: (_part, { state }) => state.mode === 'on' || state.mode === 'ending',
  loadClass: () => 'electronics',
  drawn: ({ a, b, fedBy, va, onDelayS, offDelayS }) => [
    { as: 'element', sub: 'call', symbol: 'timer', a, b, isLoad: true, text: `${onDelayS ?? '?'}/${offDelayS ?? '?'} s` },
    ...(fedBy[0] === a && fedBy[1] === b
      ? []
      : [
          { as: 'element', sub: 'supply', symbol: 'box', a: fedBy[0], b: fedBy[1], isLoad: true, text: { value: va, unit: 'VA' } } as const,
        ]),
  ],
});
