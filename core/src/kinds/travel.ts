import { impedanceOfVa, phasor } from '#core/units';
import { between, kindOf, OPEN, passive, type TwoEnded } from './kind';

/** A motor that drives a valve or a damper open against a spring. */
export interface Travel extends TwoEnded {
  readonly kind: 'travel';
  readonly ratedV: number | undefined;
  readonly va: number;
  readonly pf: number;
  readonly openS: number;
  readonly closeS: number;
}

/** The end switch closes at this share of the travel. */
const END_SWITCH_AT = 0.9;

/** Whole milliseconds leave a travel a hair short of its end switch; it is there. */
const snap = (position: number): number =>
  Math.abs(position - END_SWITCH_AT) < 1e-3 && position < END_SWITCH_AT ? END_SWITCH_AT : position;

export const travel = kindOf<Travel>()({
  kind: 'travel',
  modes: ['closed', 'opening', 'closing', 'open'],
  values: () => ({ position: 0 }),
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'load')],
  admittances({ ratedV, va, pf }, { fault }, hz) {
    if (ratedV === undefined || fault === 'open') return [OPEN];
    return [passive(hz === 0 ? phasor((pf * ratedV * ratedV) / va) : impedanceOfVa(ratedV, va, pf))];
  },
  faults: [
    { mode: 'open', weight: 6 },
    { mode: 'seized', weight: 5 },
  ],
  drive: ({ ratedV }, look) => (ratedV === undefined ? 0 : look.volts(0) / ratedV),
  next({ openS, closeS }, { state, fault }, { drive }) {
    const { mode, position } = state;
    const isDriven = fault !== 'seized' && fault !== 'open' && drive >= (mode === 'opening' || mode === 'open' ? 0.45 : 0.75);
    switch (mode) {
      case 'closed':
        return isDriven ? { mode: 'opening', inMs: 1 } : null;
      case 'open':
        return isDriven ? null : { mode: 'closing', inMs: 1 };
      case 'opening':
        if (!isDriven) return { mode: 'closing', inMs: 1 };
        return position < END_SWITCH_AT
          ? { mode: 'opening', inMs: (END_SWITCH_AT - position) * openS * 1000, when: 'fresh' }
          : { mode: 'open', inMs: (1 - position) * openS * 1000, when: 'fresh' };
      case 'closing':
        if (isDriven) return { mode: 'opening', inMs: 1 };
        return position >= END_SWITCH_AT
          ? { mode: 'closing', inMs: (position - END_SWITCH_AT) * closeS * 1000 + 1, when: 'fresh' }
          : { mode: 'closed', inMs: position * closeS * 1000, when: 'fresh' };
    }
  },
  gathers({ openS, closeS }, { state }, _sight, dtMs) {
    if (state.mode === 'opening') return { position: Math.min(1, snap(state.position + dtMs / (openS * 1000))) };
    if (state.mode === 'closing') return { position: Math.max(0, state.position - dtMs / (closeS * 1000)) };
    return {};
  },
  holds: (_part, { state }) => state.position >= END_SWITCH_AT,
  sights: { closed: 'off', opening: 'under way', closing: 'under way', open: 'on' },
  // its end switch says open
  see: (_part, { state: { mode, position } }) => (position >= END_SWITCH_AT ? 'open' : mode === 'open' ? 'open' : mode),
  loadClass: () => 'coil',
  drawn: ({ a, b, ratedV }) => [{ as: 'element', symbol: 'valve', a, b, isLoad: true, text: { value: ratedV, unit: 'V' } }],
});
