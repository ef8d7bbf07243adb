import { define, field } from '../family';
import { directFields, directOf } from './switches';

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
  'zone-valve': define({
    title: 'Motorized valve with end switch',
    letter: 'Y',
    group: 'control',
    terminals: ['L', 'N', 'PE', '1', '2'],
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
      openS: field.typical('Opens in', 's', 15, undefined, 0.5, 300),
      closeS: field.typical('Closes in', 's', 8, undefined, 0.5, 300),
      endSwitchA: field.typical('End switch', 'A', 3, undefined, 0.1, 10),
      mostV: field.mostV('Rated volts of its end switch'),
      ...directFields,
    },
    parts: (plate) => [
      {
        kind: 'travel',
        id: 'motor',
        a: 'L',
        b: 'N',
        ratedV: plate.number('motorV'),
        va: plate.certain('va'),
        pf: plate.certain('pf'),
        openS: plate.certain('openS'),
        closeS: plate.certain('closeS'),
      },
      {
        kind: 'contact',
        id: '1-2',
        a: '1',
        b: '2',
        form: 'NO',
        mover: { parts: ['motor'], lever: 'lever' },
        duty: 'control',
        symbol: 'end-switch',
        ratings: { resistiveA: plate.certain('endSwitchA'), mostV: plate.number('mostV'), ...directOf(plate) },
      },
    ],
    source: 'travel and 3 A end switch: common practice',
  }),
};
