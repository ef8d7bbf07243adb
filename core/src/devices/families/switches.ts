import type { Contact, Sensor } from '#core/kinds';
import { define, field, type InputFacts, type Plate, RESET } from '../family';

/** Thresholds of a switch that reads a process, in the process's own unit, and the pause before it acts. */
export const sensorFields = {
  actsAt: field.rating('Acts at', '', -1000, 100_000),
  returnsAt: field.rating('Returns at', '', -1000, 100_000),
  actDelayS: field.typical('Waits before it acts', 's', 0, undefined, 0, 600),
};

/** The process side of a switch, where its device reads one. */
export const sensorOf = (plate: Plate<keyof typeof sensorFields>): Sensor[] =>
  plate.reads === undefined
    ? []
    : [
        {
          kind: 'sensor',
          id: 'sensor',
          process: plate.reads,
          actsAt: plate.number('actsAt'),
          returnsAt: plate.number('returnsAt'),
          delayMs: plate.certain('actDelayS') * 1000,
        },
      ];

/** A hand or a level works the contact; where the device reads a process, its sensor does. */
export const workedBy = (plate: Pick<Plate, 'reads'>, input: string): Contact['mover'] =>
  plate.reads === undefined ? { inputs: [input] } : { parts: ['sensor'] };

export const CODES = ['A600', 'A300', 'B300', 'B600', 'C300', 'D300', 'Q300', 'R300'] as const;

/** What a switch may have printed beside its code: one that stands in a motor's or a heater's own line is asked for it. */
export const switchRatings = {
  dcCode: field.dcCode(),
  resistiveA: field.rating('Resistive', 'A', 0.1, 60),
  motorA: field.rating('Motor', 'A', 0.1, 60),
  lockedA: field.rating('Locked rotor', 'A', 0.1, 400),
  mostV: field.mostV(),
};

/** The same as a contact's ratings. */
export const switchRatingsOf = (plate: Plate<keyof typeof switchRatings | 'pilotCode'>): Contact['ratings'] => ({
  pilotCode: plate.text('pilotCode'),
  dcCode: plate.text('dcCode'),
  resistiveA: plate.number('resistiveA'),
  motorA: plate.number('motorA'),
  lockedA: plate.number('lockedA'),
  mostV: plate.number('mostV'),
});

/** One contact and what moves it: these differ by the hand, the level or the pressure alone. */
const byHand = <const I extends string>(title: string, symbol: Contact['symbol'], input: InputFacts<I>, rest: 'NO' | 'NC') =>
  define({
    title,
    letter: 'S',
    group: 'switch',
    terminals: ['1', '2'],
    inputs: [input],
    fields: {
      form: field.choice('Rest form', ['NO', 'NC'], rest),
      pilotCode: field.choice('Contact code', CODES, 'B300'),
      ...switchRatings,
    },
    parts: (plate) => [
      {
        kind: 'contact',
        id: '1-2',
        a: '1',
        b: '2',
        form: plate.text('form') === 'NC' ? 'NC' : 'NO',
        mover: { inputs: [input.name] },
        duty: 'control',
        symbol,
        ratings: switchRatingsOf(plate),
      },
    ],
    source: 'form as printed on the part; code common practice until read',
  });

/** The same, worked by a process: it acts and returns at two values once the device reads one. */
const byProcess = <const I extends string>(title: string, symbol: Contact['symbol'], input: InputFacts<I>, rest: 'NO' | 'NC') => {
  const plain = byHand(title, symbol, input, rest);
  return define({
    ...plain,
    inputs: [{ ...input, byProcess: true }],
    fields: { ...plain.fields, ...sensorFields },
    parts: (plate) => [
      ...sensorOf(plate),
      ...plain.parts(plate).map((part) => (part.kind === 'contact' ? { ...part, mover: workedBy(plate, input.name) } : part)),
    ],
  });
};

/** What it has moved stays so until a hand resets it. */
const resetByHand = <const I extends string>(title: string, symbol: Contact['symbol'], input: InputFacts<I>) => {
  const plain = byProcess(title, symbol, input, 'NC');
  const inputs: readonly InputFacts<I | 'reset'>[] = [...plain.inputs, RESET];
  const { form: _always, ...fields } = plain.fields;
  return define({
    ...plain,
    inputs,
    fields,
    parts: (plate) =>
      plain
        .parts({ ...plate, text: (name) => (name === 'form' ? 'NC' : plate.text(name as keyof typeof fields)) } as Parameters<
          typeof plain.parts
        >[0])
        .map((part) => (part.kind === 'contact' ? { ...part, mover: { ...part.mover, resetBy: 'reset' } } : part)),
    source: `${plain.source}; it stays as it tripped until its button is pressed with the cause gone`,
  });
};

/** Codes of UL 508 and IEC 60947-5-1 that a small control's contact may have. */
export const PILOT_CODES = ['A600', 'A300', 'B300', 'B600', 'C300', 'D300', 'R300'];

/** What a contact breaks on direct current, and at which volts: an AC figure says nothing of it. */
export const directFields = { dcA: field.rating('On DC', 'A', 0.01, 60), dcV: field.rating('On DC, at', 'V', 1, 1000) };
/** The same as a contact's ratings. */
export const directOf = (plate: Plate<keyof typeof directFields>): Pick<Contact['ratings'], 'dcA' | 'dcV'> => ({
  dcA: plate.number('dcA'),
  dcV: plate.number('dcV'),
});

export const switches = {
  'push-button': byHand(
    'Push button',
    'push',
    { name: 'pressed', on: 'Press', off: 'Let go', state: 'pressed', kind: 'momentary', rest: false },
    'NO',
  ),
  'pressure-switch-high': byProcess(
    'Pressure switch, high side',
    'pressure',
    { name: 'high', on: 'Raise pressure', off: 'Let pressure fall', state: 'pressure high', kind: 'maintained', rest: false },
    'NC',
  ),
  'pressure-switch-low': byProcess(
    'Pressure switch, low side',
    'pressure',
    {
      name: 'pressure',
      on: 'Restore pressure',
      off: 'Lose pressure',
      state: 'pressure there',
      offState: 'without pressure',
      kind: 'maintained',
      rest: true,
    },
    'NO',
  ),
  'temperature-limit': byProcess(
    'Temperature limit',
    'thermostat',
    { name: 'hot', on: 'Overheat it', off: 'Let it cool', state: 'over its limit', kind: 'maintained', rest: false },
    'NC',
  ),
  'pressure-switch-reset': resetByHand('Pressure switch, high side, reset by hand', 'pressure', {
    name: 'high',
    on: 'Raise pressure',
    off: 'Let pressure fall',
    state: 'pressure high',
    kind: 'maintained',
    rest: false,
  }),
  'temperature-limit-reset': resetByHand('Temperature limit, reset by hand', 'thermostat', {
    name: 'hot',
    on: 'Overheat it',
    off: 'Let it cool',
    state: 'over its limit',
    kind: 'maintained',
    rest: false,
  }),
  'float-switch': byProcess(
    'Float switch',
    'float',
    {
      name: 'level',
      on: 'Raise the level',
      off: 'Lose level',
      state: 'level there',
      offState: 'without level',
      kind: 'maintained',
      rest: true,
    },
    'NO',
  ),
  'switch-1': byHand(
    'Selector switch, on and off',
    'selector',
    { name: 'on', on: 'Turn on', off: 'Turn off', state: 'turned on', offState: 'turned off', kind: 'maintained', rest: true },
    'NO',
  ),
  'hand-off-auto': define({
    title: 'Selector, hand–off–auto',
    letter: 'S',
    group: 'switch',
    terminals: ['1', '2', '3', '4'],
    inputs: [
      { name: 'hand', on: 'Turn to hand', off: 'Turn to off', state: 'in hand', kind: 'maintained', group: 'position', rest: false },
      { name: 'auto', on: 'Turn to auto', off: 'Turn to off', state: 'in auto', kind: 'maintained', group: 'position', rest: false },
    ],
    fields: { pilotCode: field.choice('Contact code', PILOT_CODES, 'A600'), dcCode: field.dcCode(), mostV: field.mostV() },
    parts: (plate) =>
      (
        [
          ['1', '2', 'hand'],
          ['3', '4', 'auto'],
        ] as const
      ).map(
        ([a, b, input]): Contact => ({
          kind: 'contact',
          id: `${a}-${b}`,
          a,
          b,
          form: 'NO',
          mover: { inputs: [input] },
          duty: 'control',
          symbol: 'selector',
          ratings: { pilotCode: plate.text('pilotCode'), dcCode: plate.text('dcCode'), mostV: plate.number('mostV') },
        }),
      ),
    source: 'form as printed on the part; code common practice until read',
  }),
};
