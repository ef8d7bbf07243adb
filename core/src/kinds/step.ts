import { impedanceOfVa } from '#core/units';
import { between, kindOf, noNumbers, OPEN, ohmic, passive, type TwoEnded } from './kind';

/** A relay that changes its place with every pulse and keeps it: an impulse relay as it is fed, an alternating one as it is let go. */
export interface Step extends TwoEnded {
  readonly kind: 'step';
  readonly ratedV: number | undefined;
  readonly va: number;
  readonly turnsAs: 'fed' | 'let go';
}

/** It turns from this share of its rated volts and is ready again below the second. Common practice. */
const [TURNS_FROM, READY_BELOW] = [0.8, 0.3] as const;
const TURN_MS = 20;

export const step = kindOf<Step>()({
  kind: 'step',
  modes: ['off', 'fed on', 'on', 'fed off'],
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'load')],
  admittances({ ratedV, va }, { fault }, hz) {
    if (ratedV === undefined || fault === 'open') return [OPEN];
    return [hz === 0 ? ohmic((ratedV * ratedV) / va) : passive(impedanceOfVa(ratedV, va, 0.5))];
  },
  faults: [
    { mode: 'open', weight: 6 },
    { mode: 'stuck', weight: 4 },
  ],
  drive: ({ ratedV }, look) => (ratedV === undefined ? 0 : look.volts(0) / ratedV),
  next(_part, { state, fault }, { drive }) {
    if (fault) return null;
    if (state.mode === 'off' || state.mode === 'on')
      return drive >= TURNS_FROM ? { mode: state.mode === 'off' ? 'fed on' : 'fed off', inMs: TURN_MS } : null;
    return drive < READY_BELOW ? { mode: state.mode === 'fed on' ? 'on' : 'off', inMs: TURN_MS } : null;
  },
  // fed on the way to on: an impulse relay is there at once, an alternating one as it is let go
  holds: ({ turnsAs }, { state: { mode } }) => mode === 'on' || mode === (turnsAs === 'fed' ? 'fed on' : 'fed off'),
  sights: { off: 'off', 'fed on': 'on', on: 'on', 'fed off': 'off' },
  see: (_part, { state }) => state.mode,
  loadClass: () => 'coil',
  drawn: ({ a, b, ratedV }) => [{ as: 'element', symbol: 'coil', a, b, isLoad: true, text: { value: ratedV, unit: 'V' } }],
});
