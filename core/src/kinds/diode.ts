import { phasor, ZERO } from '#core/units';
import { between, kindOf, type Look, noNumbers, OPEN, type TwoEnded } from './kind';

/** A diode: passes from `a`, the plus end of what passes, to `b`, the end with the band. */
export interface Diode extends TwoEnded {
  readonly kind: 'diode';
  /** the most volts that it holds off */
  readonly ratedV: number | undefined;
}

const FORWARD_V = 0.7;
const FORWARD_OHMS = 0.05;
/** It conducts and lets go a little apart, so that it comes to rest. */
const HYSTERESIS_V = 0.05;
/** Over these volts of alternating current it is on such; it is until next to nothing of it is left, less than what leaks past an open contact. */
const [GONE_A, RIPPLE_V] = [1e-9, 2] as const;

const directV = (look: Look): number => look.across(0).reduce((sum, { hz, volts }) => (hz === 0 ? sum + volts.re : sum), 0);
const alternatingV = (look: Look): number =>
  Math.hypot(...look.across(0).map(({ hz, volts }) => (hz === 0 ? 0 : Math.hypot(volts.re, volts.im))));

export const diode = kindOf<Diode>()({
  kind: 'diode',
  // on alternating current it shorts every other half wave: that much is solved, the wave's shape is not
  modes: ['blocks', 'conducts', 'half wave'],
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'load')],
  admittances(_part, { state, fault }, hz) {
    if (fault === 'open') return [OPEN];
    const passes = { y: phasor(1 / FORWARD_OHMS), emf: ZERO };
    if (fault === 'shorted') return [passes];
    if (state.mode === 'half wave') return [hz === 0 ? OPEN : passes];
    if (state.mode === 'blocks' || hz !== 0) return [OPEN];
    return [{ ...passes, emf: phasor(FORWARD_V) }];
  },
  faults: [
    { mode: 'shorted', weight: 4 },
    { mode: 'open', weight: 4 },
  ],
  next(_part, { state, fault }, { look }) {
    if (fault) return null;
    if (state.mode === 'half wave') return alternatingV(look) / FORWARD_OHMS < GONE_A ? { mode: 'blocks', inMs: 1 } : null;
    if (alternatingV(look) > RIPPLE_V) return { mode: 'half wave', inMs: 1 };
    const volts = directV(look);
    if (state.mode === 'blocks') return volts > FORWARD_V + HYSTERESIS_V ? { mode: 'conducts', inMs: 1 } : null;
    return volts < FORWARD_V - HYSTERESIS_V ? { mode: 'blocks', inMs: 1 } : null;
  },
  sights: { blocks: 'off', conducts: 'on', 'half wave': 'on' },
  see: (_part, { state }) => state.mode,
  bearsOnly: () => true,
  drawn: ({ a, b }) => [{ as: 'element', symbol: 'diode', a, b }],
});
