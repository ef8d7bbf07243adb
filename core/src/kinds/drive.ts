import { between, kindOf, noNumbers, OPEN, ohmic, type PartBase } from './kind';

/** A frequency drive with the motor behind it, as its line and its control see the two of them. */
export interface Drive extends PartBase {
  readonly kind: 'drive';
  readonly ends: readonly [string, string, string];
  readonly ratedV: number | undefined;
  /** line amps while its motor runs loaded */
  readonly runA: number;
  /** parts that must all hold: its start input, its safe-off input */
  readonly runBy: readonly string[];
  /** the inputs that trip it and reset it */
  readonly tripBy: string;
}

/** Ready from this share of its line volts, gone below the other; its own use in shares of its amps; seconds to charge. Common practice. */
const [READY_FROM, GONE_BELOW, IDLE_SHARE, CHARGES_MS] = [0.85, 0.7, 0.03, 1500] as const;
const GOES_MS = 100;

export const drive = kindOf<Drive>()({
  kind: 'drive',
  modes: ['dead', 'ready', 'running', 'tripped'],
  values: noNumbers,
  ends: ({ ends }) => ends,
  branches: ({ ends: [u, v, w] }) => [between(u, v, 'load'), between(v, w, 'load'), between(w, u, 'load')],
  // a rectifier before a capacitor draws near unit displacement; its harmonics are not solved
  admittances({ ratedV, runA }, { state, fault }, hz) {
    const share = state.mode === 'running' ? 1 : IDLE_SHARE;
    const y = ratedV === undefined || fault === 'dead' || hz === 0 ? OPEN : ohmic((Math.sqrt(3) * ratedV) / (runA * share));
    return [y, y, y];
  },
  faults: [
    { mode: 'dead', weight: 3, isProvedBySwap: true },
    { mode: 'trips', weight: 4 },
  ],
  drive: ({ ratedV }, look) => (ratedV === undefined ? 0 : Math.min(look.volts(0), look.volts(1), look.volts(2)) / ratedV),
  next(_part, { state, fault }, { drive: share }) {
    if (share < GONE_BELOW || fault === 'dead') return state.mode === 'dead' ? null : { mode: 'dead', inMs: GOES_MS };
    if (state.mode === 'dead') return share >= READY_FROM ? { mode: 'ready', inMs: CHARGES_MS } : null;
    return state.mode === 'running' && fault === 'trips' ? { mode: 'tripped', inMs: GOES_MS } : null;
  },
  follows({ runBy, tripBy }, { state }, own) {
    if (state.mode === 'dead') return null;
    if (own.isOn(tripBy)) return { mode: 'tripped' };
    const isCalled = runBy.every((id) => own.holds(id));
    // a trip is kept until it is called off and on again
    if (state.mode === 'tripped') return isCalled ? null : { mode: 'ready' };
    return { mode: isCalled ? 'running' : 'ready' };
  },
  holds: (_part, { state: { mode } }, channel) => (channel === 'run' ? mode === 'running' : mode === 'ready' || mode === 'running'),
  sights: { dead: 'off', ready: 'off', running: 'on', tripped: 'off' },
  see: (_part, { state }) => state.mode,
  mustMove: true,
  getsV: ({ ends }, { between }) => between(ends),
  loadClass: () => 'electronics',
  drawn: ({ ends, runA }) => [{ as: 'block', symbol: 'motor-block', ends, text: { value: runA, unit: 'A' } }],
});
