import { type DeviceFamily, field, type InputFacts } from '../family';
import type { Contact } from '../part';

/** One contact and what moves it: these differ by the hand, the level or the pressure alone. */
const switchFamily = (title: string, symbol: Contact['symbol'], input: InputFacts, rest: 'NO' | 'NC'): DeviceFamily => ({
  title,
  letter: 'S',
  group: 'switch',
  terminals: ['1', '2'],
  inputs: [input],
  fields: {
    form: field.choice('Rest form', ['NO', 'NC'], rest),
    pilotCode: field.choice('Contact code', ['A600', 'A300', 'B300', 'B600', 'C300'], 'B300'),
  },
  parts: (plate) => [
    {
      kind: 'contact',
      id: '1-2',
      a: '1',
      b: '2',
      form: plate.text('form') === 'NC' ? 'NC' : 'NO',
      mover: { by: 'input', input: input.name },
      duty: 'control',
      symbol,
      ratings: { pilotCode: plate.text('pilotCode') },
    },
  ],
  source: 'form as printed on the part; code common practice until read',
});

export const switches = {
  'push-button': switchFamily(
    'Push button',
    'push',
    { name: 'pressed', on: 'Press', off: 'Let go', state: 'pressed', kind: 'momentary', rest: false },
    'NO',
  ),
  'pressure-switch-high': switchFamily(
    'Pressure switch, high side',
    'pressure',
    { name: 'high', on: 'Raise pressure', off: 'Pressure normal', state: 'pressure high', kind: 'maintained', rest: false },
    'NC',
  ),
  'pressure-switch-low': switchFamily(
    'Pressure switch, low side',
    'pressure',
    { name: 'pressure', on: 'Pressure normal', off: 'Lose pressure', state: 'pressure there', kind: 'maintained', rest: true },
    'NO',
  ),
  'temperature-limit': switchFamily(
    'Temperature limit',
    'thermostat',
    { name: 'hot', on: 'Overheat', off: 'Cool again', state: 'over its limit', kind: 'maintained', rest: false },
    'NC',
  ),
  'float-switch': switchFamily(
    'Float switch',
    'float',
    { name: 'level', on: 'Level there', off: 'Lose level', state: 'level there', kind: 'maintained', rest: true },
    'NO',
  ),
  'switch-1': switchFamily(
    'Selector switch, on and off',
    'selector',
    { name: 'on', on: 'Turn on', off: 'Turn off', state: 'turned on', kind: 'maintained', rest: true },
    'NO',
  ),
} satisfies Record<string, DeviceFamily>;
