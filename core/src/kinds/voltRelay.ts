import { between, kindOf, noNumbers, OPEN, ohmic, type TwoEnded } from './kind';

/** A relay that comes in at a printed number of volts and lets go at another: the start relay of a motor, on the volts of its start winding. */
export interface VoltRelay extends TwoEnded {
  readonly kind: 'volt-relay';
  readonly pickUpV: number | undefined;
  readonly dropOutV: number | undefined;
  /** the most that its coil bears for good */
  readonly ratedV: number | undefined;
  readonly ohms: number;
}

const MOVES_MS = 20;

export const voltRelay = kindOf<VoltRelay>()({
  kind: 'volt-relay',
  modes: ['out', 'in'],
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'load')],
  admittances: ({ ohms }, { fault }) => [fault === 'open' ? OPEN : ohmic(ohms)],
  faults: [{ mode: 'open', weight: 6 }],
  next({ pickUpV, dropOutV }, { state, fault }, { volts }) {
    if (pickUpV === undefined || dropOutV === undefined || fault === 'open')
      return state.mode === 'in' ? { mode: 'out', inMs: MOVES_MS } : null;
    if (state.mode === 'out') return volts >= pickUpV ? { mode: 'in', inMs: MOVES_MS } : null;
    return volts < dropOutV ? { mode: 'out', inMs: MOVES_MS } : null;
  },
  holds: (_part, { state }) => state.mode === 'in',
  sights: { out: 'off', in: 'on' },
  see: (_part, { state }) => state.mode,
  loadClass: () => 'electronics',
  bearsOnly: () => true,
  drawn: ({ a, b, pickUpV }) => [{ as: 'element', symbol: 'coil', a, b, isLoad: true, text: { value: pickUpV, unit: 'V' } }],
});
