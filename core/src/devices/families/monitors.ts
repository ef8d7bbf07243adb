import type { Part } from '#core/kinds';
import { define, field } from '../family';
import { relayRatingFields, relayRatings, throwOf } from './relays';
import { directFields, directOf, PILOT_CODES } from './switches';

/** Relays that watch amps and volts. */
export const monitors = {
  'current-relay': define({
    title: 'Current-sensing relay, in the line that it watches',
    letter: 'K',
    group: 'control',
    terminals: ['M1', 'M2', '1', '2'],
    inputs: [],
    fields: {
      actsAt: field.typical('Acts at', 'A', 0.5, undefined, 0.01, 1000),
      resistiveA: field.rating('Contact', 'A', 0.05, 20),
      pilotCode: field.mark('Pilot duty', PILOT_CODES),
      mostV: field.mostV('Rated volts of its contact'),
      ...directFields,
    },
    parts: (plate): Part[] => [
      { kind: 'amp-relay', id: 'ring', a: 'M1', b: 'M2', actsAtA: plate.certain('actsAt') },
      {
        kind: 'contact',
        id: '1-2',
        a: '1',
        b: '2',
        form: 'NO',
        mover: { parts: ['ring'] },
        duty: 'control',
        symbol: 'contact',
        ratings: {
          resistiveA: plate.number('resistiveA'),
          pilotCode: plate.text('pilotCode'),
          mostV: plate.number('mostV'),
          ...directOf(plate),
        },
      },
    ],
    source: 'a split ring of 0.15 to 1.5 A, volt-free contact; amps prove a motor, never its belt: common practice',
  }),
  'phase-monitor': define({
    title: 'Phase monitor: volts, balance and order',
    letter: 'K',
    group: 'control',
    terminals: ['L1', 'L2', 'L3', '11', '12', '14'],
    inputs: [],
    fields: {
      ratedV: field.number('Line to line', 'V', 100, 700),
      va: field.typical('Own use', 'VA', 3, undefined, 0.1, 30),
      ...relayRatingFields,
    },
    parts: (plate): Part[] => [
      {
        kind: 'monitor3',
        id: 'watch',
        ends: ['L1', 'L2', 'L3'],
        star: '#star',
        ratedV: plate.number('ratedV'),
        va: plate.certain('va'),
      },
      ...throwOf(['11', '12', '14'], 'control', relayRatings(plate), { parts: ['watch'] }),
    ],
    source: 'in while healthy; lets go under 85 % or over 8 % unbalance: common practice',
  }),
};
