import type { Contact, Part, Timing } from '#core/kinds';
import { define, field, only, variant } from '../family';
import { makeFields, makeRatings, poleFields, relayRatingFields, relayRatings, throwOf } from './relays';
import { directFields, directOf } from './switches';

type Throw = readonly [common: string, nc: string, no: string];

interface Timed {
  readonly as: string;
  readonly timing: Timing;
  readonly supply: readonly [string, string];
  /** where it is called; the supply itself where it has no other terminal */
  readonly call?: readonly [string, string];
  readonly throws: readonly Throw[];
  /** what its two times are called; a time that is not named does not exist */
  readonly onFor?: string;
  readonly offFor?: string;
  readonly isStored?: boolean;
  readonly source: string;
}

/** Which way its contacts are late; of what times otherwise than by waiting no standard has a sign. */
const symbolOf = (timing: Timing, onFor?: string, offFor?: string): Contact['symbol'] =>
  timing !== 'delay' ? 'contact' : onFor === undefined ? 'late-back' : offFor === undefined ? 'late' : 'late-both';

/** A time relay with changeover contacts. */
const timed = ({ as, timing, supply, call = supply, throws, onFor, offFor, isStored = false, source }: Timed) =>
  define({
    ...variant('Time relay', as),
    letter: 'K',
    group: 'control',
    terminals: [...new Set([...supply, ...call]), ...throws.flat()],
    inputs: [],
    fields: {
      ratedV: field.number('Supply', 'V', 5, 480),
      va: field.typical('Own use', 'VA', 2, undefined, 0.1, 20),
      ...only(onFor !== undefined, { onDelayS: field.number(onFor ?? '', 's', 0.05, 36_000) }),
      ...only(offFor !== undefined, { offDelayS: field.number(offFor ?? '', 's', 0.05, 36_000) }),
      ...relayRatingFields,
      ...only(throws.length > 1, poleFields),
    },
    parts: (plate): Part[] => [
      {
        kind: 'timer',
        id: 'timing',
        a: call[0],
        b: call[1],
        fedBy: supply,
        ratedV: plate.number('ratedV'),
        va: plate.certain('va'),
        timing,
        onDelayS: onFor === undefined ? 0 : plate.number('onDelayS'),
        offDelayS: offFor === undefined ? 0 : plate.number('offDelayS'),
        isStored,
      },
      ...throws.flatMap((one) => throwOf(one, 'control', relayRatings(plate), { parts: ['timing'] }, symbolOf(timing, onFor, offFor))),
    ],
    source,
  });

const A = ['A1', 'A2'] as const;
const FIRST = ['15', '16', '18'] as const;
const SECOND = ['25', '26', '28'] as const;
const EN = 'terminal marks EN 50005; own use common practice';

/** Relays that time: contacts on late, off late, for a while, in turn. */
export const timedRelays = {
  'timer-on-delay': timed({ as: 'on delay', timing: 'delay', supply: A, throws: [FIRST], onFor: 'On after', source: EN }),
  'timer-on-delay-2': timed({
    as: 'on delay, two changeover',
    timing: 'delay',
    supply: A,
    throws: [FIRST, SECOND],
    onFor: 'On after',
    source: EN,
  }),
  'timer-on-delay-8-pin': timed({
    as: 'on delay, 8 pins',
    timing: 'delay',
    supply: ['2', '7'],
    throws: [
      ['1', '4', '3'],
      ['8', '5', '6'],
    ],
    onFor: 'On after',
    source: 'pins as usual for this base; a print on the part or the base wins',
  }),
  'timer-on-delay-called': timed({
    as: 'on delay with a call of its own',
    timing: 'delay',
    supply: A,
    call: ['B1', 'A2'],
    throws: [FIRST],
    onFor: 'On after',
    source: EN,
  }),
  'timer-off-delay': timed({
    as: 'off delay with a call of its own',
    timing: 'delay',
    supply: A,
    call: ['B1', 'A2'],
    throws: [FIRST],
    offFor: 'Off after',
    source: EN,
  }),
  'timer-off-delay-stored': timed({
    as: 'off delay without a supply',
    timing: 'delay',
    supply: A,
    throws: [FIRST],
    offFor: 'Off after',
    isStored: true,
    source: `${EN}; it must be fed for half a second before it has stored enough`,
  }),
  'timer-on-off-delay': timed({
    as: 'on and off delay',
    timing: 'delay',
    supply: A,
    call: ['B1', 'A2'],
    throws: [FIRST],
    onFor: 'On after',
    offFor: 'Off after',
    source: EN,
  }),
  'timer-interval': timed({ as: 'interval', timing: 'interval', supply: A, throws: [FIRST], onFor: 'On for', source: EN }),
  'timer-one-shot': timed({
    as: 'one shot',
    timing: 'one-shot',
    supply: A,
    call: ['B1', 'A2'],
    throws: [FIRST],
    onFor: 'On for',
    source: `${EN}; a call while it is on is not counted`,
  }),
  'timer-repeat': timed({
    as: 'on and off in turn',
    timing: 'repeat',
    supply: A,
    throws: [FIRST],
    onFor: 'On for',
    offFor: 'Off for',
    source: `${EN}; begins with on`,
  }),
  'timer-random-start': timed({
    as: 'on delay, another one each time',
    timing: 'delay',
    supply: A,
    throws: [FIRST],
    onFor: 'On after, at most',
    source: `${EN}; keeps a row of machines from starting together after a power cut; taken as the longest`,
  }),
  'timer-star-delta': define({
    ...variant('Time relay', 'star and delta'),
    letter: 'K',
    group: 'control',
    terminals: ['A1', 'A2', '17', '18', '28'],
    inputs: [],
    fields: {
      ratedV: field.number('Supply', 'V', 5, 480),
      va: field.typical('Own use', 'VA', 2, undefined, 0.1, 20),
      onDelayS: field.number('In star for', 's', 0.5, 120),
      offDelayS: field.typical('Pause between', 's', 0.05, undefined, 0.02, 1),
      ...makeFields,
    },
    parts: (plate): Part[] => {
      const ratings = makeRatings(plate);
      const contact = (to: string, channel?: string) =>
        ({
          kind: 'contact',
          id: `17-${to}`,
          a: '17',
          b: to,
          form: 'NO',
          mover: { parts: ['timing'], ...(channel === undefined ? {} : { channel }) },
          duty: 'control',
          symbol: 'contact',
          ratings,
        }) as const;
      return [
        {
          kind: 'timer',
          id: 'timing',
          a: 'A1',
          b: 'A2',
          fedBy: A,
          ratedV: plate.number('ratedV'),
          va: plate.certain('va'),
          timing: 'star-delta',
          onDelayS: plate.number('onDelayS'),
          offDelayS: plate.certain('offDelayS'),
        },
        contact('18', 'star'),
        contact('28'),
      ];
    },
    source: '17–18 star, 17–28 delta after a pause: common practice',
  }),
  'run-on-timer': define({
    title: 'Run-on timer for a fan',
    letter: 'K',
    group: 'control',
    terminals: ['L', 'N', 'T', 'OUT'],
    inputs: [],
    fields: {
      ratedV: field.number('Supply', 'V', 12, 277),
      va: field.typical('Own use', 'VA', 2, undefined, 0.1, 20),
      onDelayS: field.typical('Starts after', 's', 0.05, undefined, 0, 300),
      offDelayS: field.number('Runs on for', 's', 1, 3600),
      motorA: field.rating('Motor', 'A', 0.1, 60),
      lockedA: field.rating('Locked rotor', 'A', 0.1, 400),
      resistiveA: field.rating('Resistive', 'A', 0.1, 60),
      mostV: field.mostV('Rated volts of its contact'),
      ...directFields,
    },
    parts: (plate): Part[] => [
      {
        kind: 'timer',
        id: 'timing',
        a: 'T',
        b: 'N',
        fedBy: ['L', 'N'],
        ratedV: plate.number('ratedV'),
        va: plate.certain('va'),
        timing: 'delay',
        onDelayS: plate.certain('onDelayS'),
        offDelayS: plate.number('offDelayS'),
      },
      {
        kind: 'contact',
        id: 'L-OUT',
        a: 'L',
        b: 'OUT',
        form: 'NO',
        mover: { parts: ['timing'] },
        duty: 'power',
        symbol: 'contact',
        ratings: {
          motorA: plate.number('motorA'),
          lockedA: plate.number('lockedA'),
          resistiveA: plate.number('resistiveA'),
          mostV: plate.number('mostV'),
          ...directOf(plate),
        },
      },
    ],
    source: 'permanent live L, switched live T: common practice',
  }),
};
