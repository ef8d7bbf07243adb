import { between, kindOf, OPEN, ohmic, type TwoEnded } from './kind';

/** A thermistor before a start winding: some ohms cold, thousands hot. It needs minutes to cool before the next start. */
export interface StartThermistor extends TwoEnded {
  readonly kind: 'start-thermistor';
  readonly coldOhms: number;
  readonly hotOhms: number;
  readonly warmsMs: number;
  readonly coolsMs: number;
  /** the most that it may carry while it is cold */
  readonly mostA: number | undefined;
  readonly ratedV: number | undefined;
}

/** It is warmed by more than this many amps. */
const WARMS_FROM_A = 0.3;
/** It is kept hot by the volts of the start winding. */
const KEPT_FROM_V = 40;

export const startThermistor = kindOf<StartThermistor>()({
  kind: 'start-thermistor',
  modes: ['cold', 'warming', 'hot'],
  values: () => ({}),
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'load')],
  admittances: ({ coldOhms, hotOhms }, { state, fault }) => [
    fault === 'open' ? OPEN : ohmic(fault === 'shorted' ? 0.01 : state.mode === 'hot' ? hotOhms : coldOhms),
  ],
  faults: [
    { mode: 'open', weight: 4 },
    { mode: 'shorted', weight: 2 },
  ],
  next({ warmsMs, coolsMs }, { state, fault }, { amps, volts }) {
    if (fault !== undefined) return null;
    switch (state.mode) {
      case 'cold':
        return amps >= WARMS_FROM_A ? { mode: 'warming', inMs: 1 } : null;
      case 'warming':
        return amps >= WARMS_FROM_A ? { mode: 'hot', inMs: warmsMs } : { mode: 'cold', inMs: warmsMs };
      case 'hot':
        return volts < KEPT_FROM_V ? { mode: 'cold', inMs: coolsMs } : null;
    }
  },
  sights: { cold: 'off', 'warming up': 'under way', hot: 'on' },
  see: (_part, { state }) => (state.mode === 'warming' ? 'warming up' : state.mode),
  bearsOnly: () => true,
  drawn: ({ a, b, coldOhms }) => [{ as: 'element', symbol: 'box', a, b, isLoad: true, text: { value: coldOhms, unit: 'Ω' } }],
});
