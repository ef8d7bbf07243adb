import { between, kindOf, noNumbers, OPEN, ohmic, type TwoEnded } from './kind';

/** Electronics that need their own volts before their outputs move. */
export interface Electronics extends TwoEnded {
  readonly kind: 'electronics';
  readonly ratedV: number;
  readonly va: number;
  readonly worksFromV: number;
  readonly bootS: number;
}

/** They ride through a dip shorter than this. Common practice. */
const HOLD_UP_MS = 100;

export const electronics = kindOf<Electronics>()({
  kind: 'electronics',
  modes: ['dark', 'starting', 'alive'],
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'load')],
  admittances: ({ ratedV, va }, { fault }) => [fault === 'dead' ? OPEN : ohmic((ratedV * ratedV) / va)],
  faults: [{ mode: 'dead', weight: 5, isProvedBySwap: true }],
  next({ worksFromV, bootS }, { state, fault }, { volts }) {
    if (volts < worksFromV || fault === 'dead') return state.mode === 'dark' ? null : { mode: 'dark', inMs: HOLD_UP_MS };
    if (state.mode === 'dark') return { mode: 'starting', inMs: 1 };
    return state.mode === 'starting' ? { mode: 'alive', inMs: bootS * 1000 } : null;
  },
  holds: (_part, { state }) => state.mode === 'alive',
  sights: { dark: 'off', starting: 'under way', alive: 'on' },
  see: (_part, { state }) => state.mode,
  loadClass: () => 'electronics',
  drawn: ({ a, b, va }) => [{ as: 'element', symbol: 'box', a, b, isLoad: true, text: { value: va, unit: 'VA' } }],
});
