import type { Contact } from '#core/kinds';
import { define, field, type InputFacts } from '../family';
import { directFields, directOf, PILOT_CODES } from './switches';

const PERIOD: InputFacts<'period'> = {
  name: 'period',
  on: 'Enter the period',
  off: 'Leave the period',
  state: 'in its period',
  kind: 'maintained',
  rest: false,
};
const PERIOD_2: InputFacts<'second'> = {
  name: 'second',
  on: 'Enter the second period',
  off: 'Leave the second period',
  state: 'in its second period',
  kind: 'maintained',
  rest: false,
};

type Channel<I extends string> = readonly [a: string, b: string, form: 'NO' | 'NC', input: I];
const CLOCK_THROW: readonly Channel<'period'>[] = [
  ['1', '2', 'NC', 'period'],
  ['1', '3', 'NO', 'period'],
];

const timeClock = <const I extends string>(title: string, inputs: readonly InputFacts<I>[], channels: readonly Channel<I>[]) =>
  define({
    title,
    letter: 'B',
    group: 'control',
    terminals: ['L', 'N', ...new Set(channels.flatMap((channel) => channel.slice(0, 2)))],
    inputs,
    fields: {
      ratedV: field.number('Supply', 'V', 12, 480),
      va: field.typical('Own use', 'VA', 3, undefined, 0.1, 20),
      resistiveA: field.rating('Contact', 'A', 0.1, 40),
      pilotCode: field.mark('Pilot duty', PILOT_CODES),
      dcCode: field.dcCode(),
      mostV: field.mostV('Rated volts of its contact'),
    },
    parts: (plate) => [
      {
        kind: 'load',
        id: 'L-N',
        use: 'module',
        a: 'L',
        b: 'N',
        ratedV: plate.number('ratedV'),
        va: plate.certain('va'),
        pf: 0.8,
        passesDc: false,
      },
      ...channels.map(
        ([a, b, form, input]): Contact => ({
          kind: 'contact',
          id: `${a}-${b}`,
          a,
          b,
          form,
          mover: { inputs: [input] },
          duty: 'control',
          symbol: 'clock',
          ratings: {
            resistiveA: plate.number('resistiveA'),
            pilotCode: plate.text('pilotCode'),
            dcCode: plate.text('dcCode'),
            mostV: plate.number('mostV'),
          },
        }),
      ),
    ],
    source: 'volt-free contacts, movement fed apart; channels keep hours of their own: common practice',
  });

/** What acts by the clock, by daylight or after a while. */
export const timers = {
  'on-delay-two-wire': define({
    title: 'On-delay timer, two wires',
    letter: 'K',
    group: 'control',
    terminals: ['1', '2'],
    inputs: [],
    fields: {
      delayS: field.number('Delay', 's', 0.1, 3600),
      ratedV: field.typical('Rated', 'V', 24, undefined, 12, 240),
      onDropV: field.typical('Keeps for itself when on', 'V', 2.4, undefined, 0.5, 6),
      offOhms: field.typical('Passes while timing', 'Ω', 12_000, undefined, 500, 1e6),
      holdA: field.typical('Holds on from', 'A', 0.02, undefined, 0.001, 1),
    },
    parts: (plate) => [
      {
        kind: 'series-timer',
        id: '1-2',
        a: '1',
        b: '2',
        ratedV: plate.certain('ratedV'),
        delayS: plate.number('delayS'),
        onDropV: plate.certain('onDropV'),
        offOhms: plate.certain('offOhms'),
        holdA: plate.certain('holdA'),
        resetMs: 100,
      },
    ],
    source: '2.4 V on, 2 mA off at 24 V: common practice',
  }),
  'fan-timer': define({
    title: 'Fan timer with its own power relay',
    letter: 'K',
    group: 'control',
    terminals: ['R', 'C', 'W', 'COM', 'NC', 'NO'],
    inputs: [],
    fields: {
      onDelayS: field.number('On delay', 's', 0, 600),
      offDelayS: field.number('Off delay', 's', 0, 600),
      va: field.typical('Own use', 'VA', 3, undefined, 0.1, 20),
      motorA: field.rating('Motor, NO', 'A', 0.1, 60),
      lockedA: field.rating('Locked rotor, NO', 'A', 0.1, 400),
      motorNcA: field.rating('Motor, NC', 'A', 0.1, 60),
      lockedNcA: field.rating('Locked rotor, NC', 'A', 0.1, 400),
      resistiveA: field.rating('Resistive', 'A', 0.1, 60),
      mostV: field.mostV('Rated volts of its contacts'),
      ...directFields,
    },
    parts: (plate) => [
      {
        kind: 'timer',
        id: 'call',
        a: 'W',
        b: 'C',
        timing: 'delay',
        fedBy: ['R', 'C'],
        ratedV: 24,
        va: plate.certain('va'),
        onDelayS: plate.number('onDelayS'),
        offDelayS: plate.number('offDelayS'),
      },
      ...(['NC', 'NO'] as const).map(
        (mark): Contact => ({
          kind: 'contact',
          id: `COM-${mark}`,
          a: 'COM',
          b: mark,
          form: mark,
          mover: { parts: ['call'] },
          duty: 'power',
          symbol: 'late-both',
          ratings: {
            motorA: plate.number(mark === 'NC' ? 'motorNcA' : 'motorA'),
            lockedA: plate.number(mark === 'NC' ? 'lockedNcA' : 'lockedA'),
            resistiveA: plate.number('resistiveA'),
            mostV: plate.number('mostV'),
            ...directOf(plate),
          },
        }),
      ),
    ],
    source: '24 V supply, call input, isolated changeover: common practice',
  }),
  'time-clock': timeClock('Time clock', [PERIOD], [['1', '2', 'NO', 'period']]),
  'time-clock-changeover': timeClock('Time clock, changeover', [PERIOD], CLOCK_THROW),
  'time-clock-2': timeClock(
    'Time clock, two channels',
    [PERIOD, PERIOD_2],
    [...CLOCK_THROW, ['4', '5', 'NC', 'second'], ['4', '6', 'NO', 'second']],
  ),
  photocell: define({
    title: 'Photocell, three wires',
    letter: 'B',
    group: 'control',
    terminals: ['L', 'N', 'LO'],
    inputs: [{ name: 'dark', on: 'Let it get dark', off: 'Let it get light', state: 'dark', kind: 'maintained', rest: false }],
    fields: {
      ratedV: field.number('Supply', 'V', 12, 480),
      va: field.typical('Own use', 'VA', 1.5, undefined, 0.1, 20),
      carryA: field.rating('Switches', 'A', 0.1, 30),
      makeA: field.rating('Makes', 'A', 0.1, 300),
      mostV: field.mostV('Rated volts of its contact'),
      ...directFields,
    },
    parts: (plate) => [
      {
        kind: 'electronics',
        id: 'L-N',
        a: 'L',
        b: 'N',
        ratedV: plate.number('ratedV') ?? 120,
        va: plate.certain('va'),
        worksFromV: 0.8 * (plate.number('ratedV') ?? 120),
        bootS: 1,
      },
      {
        kind: 'contact',
        id: 'L-LO',
        a: 'L',
        b: 'LO',
        form: 'NO',
        mover: { inputs: ['dark'], needs: ['L-N'] },
        duty: 'control',
        symbol: 'light',
        ratings: { carryA: plate.number('carryA'), makeA: plate.number('makeA'), mostV: plate.number('mostV'), ...directOf(plate) },
      },
    ],
    source: 'line, neutral and switched line: common practice',
  }),
};
