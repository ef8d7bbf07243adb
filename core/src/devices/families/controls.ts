import type { Part } from '#core/kinds';
import { define, field, only } from '../family';
import { directFields, directOf } from './switches';

type Ends = readonly [string, string];

/** A valve whose motor opens it and whose end switch then closes: these differ by their leads and by their time. */
const motorValve = (title: string, motor: Ends, end: Ends, { openS = 15, closeS = 8 } = {}) => {
  // an end switch that shares a screw with the motor has the motor's kind of current
  const isApart = !motor.includes(end[0]);
  return define({
    title,
    letter: 'Y',
    group: 'control',
    terminals: [...new Set([...motor, ...(motor[0] === '1' ? [] : ['PE']), ...end])],
    inputs: [
      {
        name: 'lever',
        on: 'Hold the lever open',
        off: 'Let the lever go',
        state: 'held open by its lever',
        kind: 'maintained',
        use: 'lever',
        rest: false,
      },
    ],
    fields: {
      motorV: field.number('Motor', 'V', 12, 277),
      va: field.typical('Motor', 'VA', 7, undefined, 1, 60),
      pf: field.typical('Power factor', '', 0.9, undefined, 0.1, 1),
      openS: field.typical('Opens in', 's', openS, undefined, 0.5, 300),
      closeS: field.typical('Closes in', 's', closeS, undefined, 0.5, 300),
      endSwitchA: field.typical('End switch', 'A', 3, undefined, 0.1, 10),
      mostV: field.mostV('Rated volts of its end switch'),
      ...only(isApart, directFields),
    },
    parts: (plate) => [
      {
        kind: 'travel',
        id: 'motor',
        a: motor[0],
        b: motor[1],
        ratedV: plate.number('motorV'),
        va: plate.certain('va'),
        pf: plate.certain('pf'),
        openS: plate.certain('openS'),
        closeS: plate.certain('closeS'),
      },
      {
        kind: 'contact',
        id: end.join('-'),
        a: end[0],
        b: end[1],
        form: 'NO',
        mover: { parts: ['motor'], lever: 'lever' },
        duty: 'control',
        symbol: 'end-switch',
        ratings: { resistiveA: plate.certain('endSwitchA'), mostV: plate.number('mostV'), ...directOf(plate) },
      },
    ],
    source: 'travel and 3 A end switch: common practice',
  });
};

/** What calls and is called: inputs of controllers and boilers, valves that report. */
export const controls = {
  'plc-input': define({
    title: 'PLC input, 24 V DC',
    letter: 'A',
    group: 'control',
    terminals: ['I0', 'M'],
    inputs: [],
    fields: { inputMa: field.typical('Draws at 24 V', 'mA', 7, 'IEC 61131-2 type 1: 2 to 15 mA; 7 mA common practice', 1, 30) },
    parts: (plate) => [
      {
        kind: 'load',
        id: 'I0-M',
        use: 'input',
        a: 'I0',
        b: 'M',
        ratedV: 24,
        va: (24 * plate.certain('inputMa')) / 1000,
        pf: 1,
        passesDc: true,
      },
    ],
    source: 'IEC 61131-2',
  }),
  'heat-source-call': define({
    title: 'Boiler, volt-free call input',
    letter: 'E',
    group: 'control',
    terminals: ['C1', 'C2'],
    inputs: [],
    fields: {
      callKind: field.choice('Call input', ['AC', 'DC', 'mains'], 'AC'),
      callV: field.typical('Call input volts', 'V', 24, undefined, 5, 277),
      callHz: field.choice('Call input frequency', ['50', '60'], '50'),
      callOhms: field.typical('Behind', 'Ω', 2400, '10 mA when joined: common practice', 100, 20_000),
      earthed: field.choice('One side earthed', ['no', 'C2'], 'no'),
    },
    parts: (plate) => [
      plate.text('callKind') === 'mains'
        ? { kind: 'load', id: 'call', a: 'C1', b: 'C2', use: 'input', ratedV: plate.certain('callV'), va: 2, pf: 1, passesDc: false }
        : {
            kind: 'source',
            id: 'call',
            a: 'C1',
            b: 'C2',
            role: 'call-input',
            volts: plate.certain('callV'),
            phaseDeg: 0,
            hz: plate.text('callKind') === 'DC' ? 0 : Number(plate.text('callHz')),
            ohms: plate.certain('callOhms'),
            reactanceOhms: 0,
          },
      ...(plate.text('earthed') === 'C2' ? ([{ kind: 'join', id: 'bond', a: 'C2', b: '!earth', ohms: 0.1 }] as const) : []),
    ],
    source: '24 V behind 2.4 kΩ: common practice',
  }),
  'zone-valve': motorValve('Motorized valve with end switch', ['L', 'N'], ['1', '2']),
  'zone-valve-3-screw': motorValve('Motorized valve, three screws, 2 is motor and end switch', ['1', '2'], ['2', '3']),
  'zone-valve-5-lead': motorValve('Motorized valve, five leads: brown, blue, grey to orange', ['BN', 'BU'], ['GY', 'OG']),
  'zone-valve-heat-motor': motorValve('Motorized valve, heat motor, four leads', ['1', '2'], ['3', '4'], { openS: 180, closeS: 120 }),
  'zone-valve-mid-position': define({
    title: 'Motorized valve, three ports, stands in the middle for both',
    letter: 'Y',
    group: 'control',
    terminals: ['WH', 'GY', 'OG', 'BU', 'PE'],
    inputs: [],
    fields: {
      motorV: field.number('Motor', 'V', 12, 277),
      va: field.typical('Motor', 'VA', 7, undefined, 1, 60),
      runS: field.typical('Whole travel in', 's', 20, undefined, 1, 300),
      returnS: field.typical('Springs back in', 's', 12, undefined, 1, 300),
      endSwitchA: field.typical('End switch', 'A', 3, undefined, 0.1, 10),
      mostV: field.mostV('Rated volts of its end switch'),
    },
    parts: (plate): Part[] => [
      {
        kind: 'mid-valve',
        id: 'motor',
        common: 'BU',
        opens: 'WH',
        closes: 'GY',
        ratedV: plate.number('motorV'),
        va: plate.certain('va'),
        runS: plate.certain('runS'),
        returnS: plate.certain('returnS'),
      },
      {
        kind: 'contact',
        id: 'WH-OG',
        a: 'WH',
        b: 'OG',
        form: 'NO',
        mover: { parts: ['motor'] },
        duty: 'control',
        symbol: 'end-switch',
        ratings: { resistiveA: plate.certain('endSwitchA'), mostV: plate.number('mostV') },
      },
    ],
    source:
      'white: heating, grey: no hot water, orange: heating alone calls the boiler; white to the middle, both to the end, grey alone holds the end: common practice',
  }),
  'damper-spring': define({
    title: 'Damper motor with spring return, end switch',
    letter: 'Y',
    group: 'control',
    terminals: ['1', '2', 'S1', 'S2', 'S3'],
    inputs: [],
    fields: {
      motorV: field.number('Motor', 'V', 12, 277),
      va: field.typical('Motor', 'VA', 6, undefined, 1, 60),
      pf: field.typical('Power factor', '', 0.8, undefined, 0.1, 1),
      openS: field.typical('Opens in', 's', 75, undefined, 0.5, 300),
      closeS: field.typical('Springs back in', 's', 20, undefined, 0.5, 300),
      endSwitchA: field.typical('End switch', 'A', 3, undefined, 0.1, 10),
      mostV: field.mostV('Rated volts of its end switch'),
      ...directFields,
    },
    parts: (plate) => [
      {
        kind: 'travel',
        id: 'motor',
        a: '1',
        b: '2',
        ratedV: plate.number('motorV'),
        va: plate.certain('va'),
        pf: plate.certain('pf'),
        openS: plate.certain('openS'),
        closeS: plate.certain('closeS'),
      },
      ...(
        [
          ['S2', 'NC'],
          ['S3', 'NO'],
        ] as const
      ).map(
        ([b, form]) =>
          ({
            kind: 'contact',
            id: `S1-${b}`,
            a: 'S1',
            b,
            form,
            mover: { parts: ['motor'] },
            duty: 'control',
            symbol: 'end-switch',
            ratings: { resistiveA: plate.certain('endSwitchA'), mostV: plate.number('mostV'), ...directOf(plate) },
          }) as const,
      ),
    ],
    source: '60 to 90 s open, spring 15 to 25 s, S1–S3 closes at its end: common practice',
  }),
  'heat-sequencer': define({
    title: 'Heat sequencer, one stage and its fan',
    letter: 'K',
    group: 'control',
    terminals: ['H1', 'H2', 'M1', 'M2', 'M3', 'M4'],
    inputs: [],
    fields: {
      ratedV: field.number('Heater pins', 'V', 12, 277),
      va: field.typical('Own use', 'VA', 5, undefined, 0.5, 30),
      onDelayS: field.typical('Closes after', 's', 30, undefined, 1, 180),
      offDelayS: field.typical('Opens after', 's', 60, undefined, 1, 180),
      resistiveA: field.rating('Resistive, each pair', 'A', 0.1, 60),
      motorA: field.rating('Motor, each pair', 'A', 0.1, 60),
      lockedA: field.rating('Locked rotor, each pair', 'A', 0.1, 400),
      mostV: field.mostV(),
      ...directFields,
    },
    parts: (plate) => [
      {
        kind: 'timer',
        id: 'bimetal',
        a: 'H1',
        b: 'H2',
        fedBy: ['H1', 'H2'],
        ratedV: plate.number('ratedV'),
        va: plate.certain('va'),
        timing: 'delay',
        onDelayS: plate.certain('onDelayS'),
        offDelayS: plate.certain('offDelayS'),
        isStored: true,
      },
      ...(
        [
          ['M1', 'M2'],
          ['M3', 'M4'],
        ] as const
      ).map(
        ([a, b]) =>
          ({
            kind: 'contact',
            id: `${a}-${b}`,
            a,
            b,
            form: 'NO',
            mover: { parts: ['bimetal'] },
            duty: 'power',
            symbol: 'contact',
            ratings: {
              resistiveA: plate.number('resistiveA'),
              motorA: plate.number('motorA'),
              lockedA: plate.number('lockedA'),
              mostV: plate.number('mostV'),
              ...directOf(plate),
            },
          }) as const,
      ),
    ],
    source: 'closes 1 to 110 s after its heater is fed, opens 1 to 110 s after: common practice',
  }),
};
