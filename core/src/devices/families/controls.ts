import { type DeviceFamily, field, type InputFacts } from '../family';
import type { Contact } from '../part';

const calls = {
  heating: { name: 'heating', on: 'Call for heat', off: 'Stop heat call', state: 'calling for heat', kind: 'maintained', rest: false },
  cooling: { name: 'cooling', on: 'Call for cooling', off: 'Stop cooling call', state: 'calling for cooling', kind: 'maintained', rest: false },
  fan: { name: 'fan', on: 'Call for fan', off: 'Stop fan call', state: 'calling for fan', kind: 'maintained', rest: false },
} satisfies Record<string, InputFacts>;

const statContact = (to: string, inputs: readonly string[], carryA: number, makeA: number): Contact => ({
  kind: 'contact', id: `R-${to}`, a: 'R', b: to, form: 'NO', mover: { by: 'output', inputs }, duty: 'control', symbol: 'thermostat', ratings: { carryA, makeA },
});


const switchFamily = (title: string, symbol: Contact['symbol'], input: InputFacts, rest: 'NO' | 'NC'): DeviceFamily => ({
  title, letter: 'S', group: 'switch', terminals: ['1', '2'], inputs: [input],
  fields: { form: field.choice('Rest form', ['NO', 'NC'], rest), pilotCode: field.choice('Contact code', ['A600', 'A300', 'B300', 'B600', 'C300'], 'B300') },
  parts: (plate) => [{ kind: 'contact', id: '1-2', a: '1', b: '2', form: plate.text('form') === 'NC' ? 'NC' : 'NO', mover: { by: 'input', input: input.name }, duty: 'control', symbol, ratings: { pilotCode: plate.text('pilotCode') } }],
  source: 'form as printed on the part; code common practice until read',
});

export const controls = {
  'thermostat-powered': {
    title: 'Thermostat, powered', letter: 'B', group: 'control', terminals: ['R', 'C', 'W', 'Y', 'G'],
    inputs: [calls.cooling, calls.fan, calls.heating],
    fields: {
      va: field.typical('Own use', 'VA', 2, undefined, 0.1, 10),
      bootS: field.typical('Starts up in', 's', 5, undefined, 0, 120),
      worksFromV: field.typical('Works from', 'V', 18, undefined, 5, 24),
      carryA: field.typical('Output carries', 'A', 1, undefined, 0.1, 5),
      makeA: field.typical('Output makes', 'A', 2, undefined, 0.1, 10),
    },
    parts: (plate) => [
      { kind: 'electronics', id: 'R-C', a: 'R', b: 'C', ratedV: 24, va: plate.certain('va'), worksFromV: plate.certain('worksFromV'), bootS: plate.certain('bootS') },
      statContact('Y', ['cooling'], plate.certain('carryA'), plate.certain('makeA')),
      statContact('G', ['fan', 'cooling'], plate.certain('carryA'), plate.certain('makeA')),
      statContact('W', ['heating'], plate.certain('carryA'), plate.certain('makeA')),
    ],
    source: '1 to 3 VA from R to C, outputs 1 A carry and 2 A make: common practice',
  },
  'thermostat-two-wire': {
    title: 'Room thermostat, two wires', letter: 'B', group: 'control', terminals: ['1', '2'],
    inputs: [calls.heating],
    fields: { resistiveA: field.number('Contact', 'A', 0.1, 30) },
    parts: (plate) => [{ kind: 'contact', id: '1-2', a: '1', b: '2', form: 'NO', mover: { by: 'input', input: 'heating' }, duty: 'control', symbol: 'thermostat', ratings: { resistiveA: plate.number('resistiveA'), motorA: plate.number('resistiveA') } }],
    source: 'common practice',
  },
  'on-delay-two-wire': {
    title: 'On-delay timer, two wires', letter: 'K', group: 'control', terminals: ['1', '2'], inputs: [],
    fields: {
      delayS: field.number('Delay', 's', 0.1, 3600),
      ratedV: field.typical('Rated', 'V', 24, undefined, 12, 240),
      onDropV: field.typical('Keeps for itself when on', 'V', 2.4, undefined, 0.5, 6),
      offOhms: field.typical('Passes while timing', 'Ω', 12_000, undefined, 500, 1e6),
      holdA: field.typical('Holds on from', 'A', 0.02, undefined, 0.001, 1),
    },
    parts: (plate) => [{ kind: 'series-timer', id: '1-2', a: '1', b: '2', ratedV: plate.certain('ratedV'), delayS: plate.number('delayS'), onDropV: plate.certain('onDropV'), offOhms: plate.certain('offOhms'), holdA: plate.certain('holdA'), resetMs: 100 }],
    source: '2.4 V on, 2 mA off at 24 V: common practice',
  },
  'push-button': switchFamily('Push button', 'push', { name: 'pressed', on: 'Press', off: 'Let go', state: 'pressed', kind: 'momentary', rest: false }, 'NO'),
  'pressure-switch-high': switchFamily('Pressure switch, high side', 'pressure', { name: 'high', on: 'Raise pressure', off: 'Pressure normal', state: 'pressure high', kind: 'maintained', rest: false }, 'NC'),
  'pressure-switch-low': switchFamily('Pressure switch, low side', 'pressure', { name: 'pressure', on: 'Pressure normal', off: 'Lose pressure', state: 'pressure there', kind: 'maintained', rest: true }, 'NO'),
  'plc-input': {
    title: 'PLC input, 24 V DC', letter: 'A', group: 'control', terminals: ['I0', 'M'], inputs: [],
    fields: { inputMa: field.typical('Draws at 24 V', 'mA', 7, 'IEC 61131-2 type 1: 2 to 15 mA; 7 mA common practice', 1, 30) },
    parts: (plate) => [{ kind: 'load', id: 'I0-M', use: 'input', a: 'I0', b: 'M', ratedV: 24, va: (24 * plate.certain('inputMa')) / 1000, pf: 1, passesDc: true }],
    source: 'IEC 61131-2',
  },
  'heat-source-call': {
    title: 'Boiler, volt-free call input', letter: 'E', group: 'control', terminals: ['C1', 'C2'], inputs: [],
    fields: {
      callKind: field.choice('Call input', ['AC', 'DC'], 'AC'),
      callV: field.typical('Call input volts', 'V', 24, undefined, 5, 48),
      callHz: field.choice('Call input frequency', ['50', '60'], '50'),
      callOhms: field.typical('Behind', 'Ω', 2400, '10 mA when joined: common practice', 100, 20_000),
      earthed: field.choice('One side earthed', ['no', 'C2'], 'no'),
    },
    parts: (plate) => [
      {
        kind: 'source', id: 'call', a: 'C1', b: 'C2', role: 'call-input', volts: plate.certain('callV'), phaseDeg: 0,
        hz: plate.text('callKind') === 'DC' ? 0 : Number(plate.text('callHz')), ohms: plate.certain('callOhms'), reactanceOhms: 0,
      },
      ...(plate.text('earthed') === 'C2' ? ([{ kind: 'join', id: 'bond', a: 'C2', b: '!earth', ohms: 0.1 }] as const) : []),
    ],
    source: '24 V behind 2.4 kΩ: common practice',
  },
  'zone-valve': {
    title: 'Motorized valve with end switch', letter: 'Y', group: 'control', terminals: ['L', 'N', 'PE', '1', '2'], inputs: [],
    fields: {
      motorV: field.number('Motor', 'V', 12, 277),
      va: field.typical('Motor', 'VA', 7, undefined, 1, 60),
      pf: field.typical('Power factor', '', 0.9, undefined, 0.1, 1),
      openS: field.typical('Opens in', 's', 15, undefined, 0.5, 300),
      closeS: field.typical('Closes in', 's', 8, undefined, 0.5, 300),
      endSwitchA: field.typical('End switch', 'A', 3, undefined, 0.1, 10),
    },
    parts: (plate) => [
      { kind: 'travel', id: 'motor', a: 'L', b: 'N', ratedV: plate.number('motorV'), va: plate.certain('va'), pf: plate.certain('pf'), openS: plate.certain('openS'), closeS: plate.certain('closeS') },
      { kind: 'contact', id: '1-2', a: '1', b: '2', form: 'NO', mover: { by: 'travel' }, duty: 'control', symbol: 'end-switch', ratings: { resistiveA: plate.certain('endSwitchA') } },
    ],
    source: 'travel and 3 A end switch: common practice',
  },
} satisfies Record<string, DeviceFamily>;

