import type { Contact, Part, PoleRatings } from '#core/kinds';
import { define, field, type Plate } from '../family';

const POLES = [1, 2, 3] as const;

const outputFields = {
  pilotCode: field.choice('Contact code', ['A300', 'B300', 'C300', 'D300'], 'B300'),
  dcCode: field.dcCode('Contact code on DC'),
};
const signal = (
  plate: Plate<keyof typeof outputFields>,
  [a, b]: readonly [string, string],
  form: 'NO' | 'NC',
  mover: Contact['mover'],
): Contact => ({
  kind: 'contact',
  id: `${a}-${b}`,
  a,
  b,
  form,
  mover,
  duty: 'control',
  symbol: 'contact',
  ratings: { pilotCode: plate.text('pilotCode'), dcCode: plate.text('dcCode') },
});

/** Volts at the motor as a soft starter begins, in shares of the line, and the locked amps that it is built for. Common practice. */
const [START_SHARE, LOCKED_TIMES] = [0.65, 6] as const;
/** In series while it ramps, so that a locked motor of its rating gets its share. Ohms of one pole. */
const rampOhms = (ratedV: number, ratedA: number): number => ((1 / START_SHARE - 1) * ratedV) / (Math.sqrt(3) * LOCKED_TIMES * ratedA);
/** Thyristors that are off pass this much through their snubber. Common practice: 2 to 10 mA at 480 V. */
const LEAK_OHMS = 100_000;

/** What brings a motor up otherwise than at once. */
export const starters = {
  'soft-starter': define({
    title: 'Soft starter with its bypass, run and top-of-ramp contacts',
    letter: 'A',
    group: 'control',
    terminals: ['L1', 'T1', 'L2', 'T2', 'L3', 'T3', 'A1', 'A2', 'IN', '13', '14', '23', '24'],
    inputs: [],
    fields: {
      ratedV: field.number('Control supply', 'V', 12, 480),
      va: field.typical('Own use', 'VA', 10, undefined, 0.5, 100),
      rampS: field.typical('Ramp', 's', 5, undefined, 0.5, 60),
      ac3A: field.number('Motor, AC-53b', 'A', 0.5, 2000),
      mostV: field.mostV('Rated volts, power side'),
      ...outputFields,
    },
    parts: (plate): Part[] => {
      const call = {
        kind: 'timer',
        a: 'IN',
        b: 'A2',
        fedBy: ['A1', 'A2'],
        ratedV: plate.number('ratedV'),
        offDelayS: 0,
        timing: 'delay',
      } as const;
      const ratings: PoleRatings = { ac3A: plate.number('ac3A'), mostV: plate.number('mostV'), surface: 'power' };
      const ohms = rampOhms(plate.number('mostV') ?? 480, plate.number('ac3A') ?? 10);
      return [
        { ...call, id: 'call', va: plate.certain('va'), onDelayS: 0.05 },
        { ...call, id: 'top', va: 0.1, onDelayS: plate.certain('rampS') },
        ...POLES.map(
          (n): Contact => ({
            kind: 'contact',
            id: `L${n}-T${n}`,
            a: `L${n}`,
            b: `T${n}`,
            form: 'NO',
            mover: { parts: ['call'] },
            duty: 'power',
            symbol: 'contact',
            ratings,
            offOhms: LEAK_OHMS,
            ramp: { until: 'top', ohms },
          }),
        ),
        signal(plate, ['13', '14'], 'NO', { parts: ['call'] }),
        signal(plate, ['23', '24'], 'NO', { parts: ['top'] }),
      ];
    },
    source: 'supply A1–A2, start IN, run 13–14, top of ramp 23–24; begins at 65 % of the volts: common practice',
  }),
  'drive-motor': define({
    title: 'Drive with the motor behind it, run and fault contacts',
    letter: 'A',
    group: 'control',
    terminals: ['L1', 'L2', 'L3', 'PE', '24V', 'COM', 'DI', 'STO', '13', '14', '95', '96', '98'],
    inputs: [
      {
        name: 'fault',
        on: 'Let it find a fault',
        off: 'The fault is gone',
        state: 'with a fault',
        kind: 'maintained',
        use: 'reset',
        rest: false,
      },
    ],
    fields: {
      volts: field.number('Line to line', 'V', 100, 700),
      runA: field.number('Line amps, motor loaded', 'A', 0.5, 1000),
      ...outputFields,
    },
    parts: (plate): Part[] => {
      const input = { kind: 'electronics', b: 'COM', ratedV: 24, va: 0.2, worksFromV: 15, bootS: 0.01 } as const;
      return [
        {
          kind: 'drive',
          id: 'drive',
          ends: ['L1', 'L2', 'L3'],
          ratedV: plate.number('runA') === undefined ? undefined : plate.number('volts'),
          runA: plate.number('runA') ?? 1,
          runBy: ['start', 'safe-off'],
          tripBy: 'fault',
        },
        { kind: 'dc-output', id: 'supply', a: '24V', b: 'COM', volts: 24, ohms: 20, fedBy: ['L1', 'L2'], fedV: plate.number('volts') },
        { ...input, id: 'start', a: 'DI' },
        { ...input, id: 'safe-off', a: 'STO' },
        signal(plate, ['13', '14'], 'NO', { parts: ['drive'], channel: 'run' }),
        signal(plate, ['95', '96'], 'NC', { parts: ['drive'], channel: 'healthy' }),
        signal(plate, ['95', '98'], 'NO', { parts: ['drive'], channel: 'healthy' }),
      ];
    },
    source:
      'inputs DI and STO on its own 24 V, run 13–14, fault relay 95–96–98 in when healthy; the motor stands on U V W alone: common practice',
  }),
  'relay-solid-state': define({
    title: 'Solid-state relay, DC control',
    letter: 'K',
    group: 'relay',
    terminals: ['1', '2', '3', '4'],
    inputs: [],
    fields: {
      ratedV: field.typical('Control', 'V DC', 24, undefined, 3, 48),
      va: field.typical('Control draws', 'W', 0.25, undefined, 0.01, 5),
      resistiveA: field.rating('Resistive, on its heat sink', 'A', 0.5, 125),
      motorA: field.rating('Motor', 'A', 0.5, 60),
      lockedA: field.rating('Locked rotor', 'A', 1, 1000),
      leakMa: field.typical('Leaks while off, at 120 V', 'mA', 2, undefined, 0, 20),
      mostV: field.mostV(),
    },
    parts: (plate): Part[] => [
      {
        kind: 'electronics',
        id: 'control',
        a: '3',
        b: '4',
        ratedV: plate.certain('ratedV'),
        va: plate.certain('va'),
        worksFromV: Math.min(3, plate.certain('ratedV')),
        bootS: 0.01,
      },
      {
        kind: 'contact',
        id: '1-2',
        a: '1',
        b: '2',
        form: 'NO',
        mover: { needs: ['control'] },
        duty: 'power',
        symbol: 'contact',
        ratings: {
          resistiveA: plate.number('resistiveA'),
          motorA: plate.number('motorA'),
          lockedA: plate.number('lockedA'),
          mostV: plate.number('mostV'),
        },
        offOhms: (1000 * 120) / Math.max(plate.certain('leakMa'), 1e-6),
      },
    ],
    source: '3 and 4 control, 1 and 2 load; leaks 0.1 to 10 mA, fails shorted: common practice',
  }),
};
