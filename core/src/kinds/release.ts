import { impedanceOfVa } from '#core/units';
import { between, kindOf, noNumbers, OPEN, ohmic, passive, type TwoEnded } from './kind';

/** The release that opens a breaker when its volts go, and keeps it from being switched on while they are away. */
export interface Undervoltage extends TwoEnded {
  readonly kind: 'undervoltage';
  readonly ratedV: number | undefined;
  readonly va: number;
  /** the input by which a hand switches the breaker on */
  readonly resetBy: string;
}

/** IEC 60947-1, from memory: it lets the breaker close from 85 % on, and opens it between 70 and 35 %. */
const [CLOSES_FROM, TRIPS_BELOW] = [0.85, 0.5] as const;
const TRIPS_MS = 20;
/** A breaker that somebody tries to switch on without its volts does not stay. */
const UNFED_MS = 1000;

export const undervoltage = kindOf<Undervoltage>()({
  kind: 'undervoltage',
  modes: ['switched on', 'held', 'tripped'],
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'load')],
  admittances({ ratedV, va }, { fault }, hz) {
    if (ratedV === undefined || fault === 'open') return [OPEN];
    return [hz === 0 ? ohmic((ratedV * ratedV) / va) : passive(impedanceOfVa(ratedV, va, 0.5))];
  },
  faults: [{ mode: 'open', weight: 6 }],
  drive: ({ ratedV }, look) => (ratedV === undefined ? 0 : look.volts(0) / ratedV),
  next(_part, { state }, { drive }) {
    if (state.mode === 'tripped') return null;
    if (state.mode === 'held') return drive < TRIPS_BELOW ? { mode: 'tripped', inMs: TRIPS_MS } : null;
    return drive >= CLOSES_FROM ? { mode: 'held', inMs: TRIPS_MS } : { mode: 'tripped', inMs: UNFED_MS };
  },
  follows: ({ resetBy }, { state }, own) => (state.mode === 'tripped' && own.isOn(resetBy) ? { mode: 'switched on' } : null),
  holds: (_part, { state }) => state.mode === 'tripped',
  sights: { 'switched on': 'under way', held: 'on', tripped: 'off' },
  see: (_part, { state }) => state.mode,
  loadClass: () => 'coil',
  drawn: ({ a, b, ratedV }) => [{ as: 'element', symbol: 'coil', a, b, isLoad: true, text: { value: ratedV, unit: 'V' } }],
});

/** The release whose coil opens a breaker when it is fed, and that the breaker's own contact cuts off as it opens. Without volts it cannot trip. */
export interface Shunt extends TwoEnded {
  readonly kind: 'shunt-release';
  readonly ratedV: number | undefined;
  readonly va: number;
  /** a pole of its breaker: open, it is cut off */
  readonly cutBy: string;
}

/** IEC 60947-1, from memory: it trips from 70 to 110 % of its volts. */
const SHUNT_FROM = 0.7;
const SHUNT_MS = 15;

export const shuntRelease = kindOf<Shunt>()({
  kind: 'shunt-release',
  modes: ['ready', 'tripping', 'cut off'],
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'load')],
  admittances({ ratedV, va }, { state, fault }, hz) {
    if (ratedV === undefined || fault === 'open' || state.mode === 'cut off') return [OPEN];
    return [hz === 0 ? ohmic((ratedV * ratedV) / va) : passive(impedanceOfVa(ratedV, va, 0.7))];
  },
  faults: [{ mode: 'open', weight: 6 }],
  drive: ({ ratedV }, look) => (ratedV === undefined ? 0 : look.volts(0) / ratedV),
  next: (_part, { state, fault }, { drive }) =>
    state.mode === 'ready' && fault === undefined && drive >= SHUNT_FROM ? { mode: 'tripping', inMs: SHUNT_MS } : null,
  follows({ cutBy }, { state }, own) {
    if (own.holds(cutBy)) return state.mode === 'cut off' ? null : { mode: 'cut off' };
    return state.mode === 'cut off' ? { mode: 'ready' } : null;
  },
  holds: (_part, { state }) => state.mode === 'tripping',
  sights: { ready: 'off', tripping: 'on', 'cut off': 'off' },
  see: (_part, { state }) => state.mode,
  loadClass: () => 'coil',
  drawn: ({ a, b, ratedV }) => [{ as: 'element', symbol: 'coil', a, b, isLoad: true, text: { value: ratedV, unit: 'V' } }],
});
