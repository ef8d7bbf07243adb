import { kindOf, noNumbers, type PartBase } from './kind';

/** A block on a contactor whose air or electronics let its contacts follow the armature late; it needs no supply. */
export interface DelayBlock extends PartBase {
  readonly kind: 'delay-block';
  /** the part whose armature carries it */
  readonly on: string;
  readonly onDelayS: number | undefined;
  readonly offDelayS: number | undefined;
}

const wait = (mode: 'on' | 'idle', seconds: number | undefined) =>
  seconds === undefined ? null : ({ mode, inMs: Math.max(1, seconds * 1000) } as const);

export const delayBlock = kindOf<DelayBlock>()({
  kind: 'delay-block',
  modes: ['idle', 'called', 'on', 'ending'],
  values: noNumbers,
  ends: () => [],
  branches: () => [],
  admittances: () => [],
  faults: [{ mode: 'unlatched', weight: 4 }],
  follows({ on }, { state, fault }, own) {
    const carried = fault === undefined && own.holds(on);
    if (carried) return state.mode === 'idle' ? { mode: 'called' } : state.mode === 'ending' ? { mode: 'on' } : null;
    return state.mode === 'called' ? { mode: 'idle' } : state.mode === 'on' ? { mode: 'ending' } : null;
  },
  next({ onDelayS, offDelayS }, { state }) {
    return state.mode === 'called' ? wait('on', onDelayS ?? 0) : state.mode === 'ending' ? wait('idle', offDelayS ?? 0) : null;
  },
  holds: (_part, { state }) => state.mode === 'on' || state.mode === 'ending',
  sights: { idle: 'off', called: 'under way', on: 'on', ending: 'under way' },
  see: (_part, { state }) => state.mode,
});
