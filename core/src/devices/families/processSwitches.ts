import type { Contact } from '#core/kinds';
import { define, field, type InputFacts, variant } from '../family';
import { directFields, directOf, PILOT_CODES, sensorFields, sensorOf, workedBy } from './switches';

const processed = <const I extends string>(name: I, on: string, off: string, state: string, rest = false): InputFacts<I> => ({
  name,
  on,
  off,
  state,
  kind: 'maintained',
  byProcess: true,
  rest,
});

/** Common, NC and NO on one mechanism that a process or a hand works. */
const changeover = <const I extends string>(title: string, symbol: Contact['symbol'], input: InputFacts<I>, source: string) =>
  define({
    title,
    letter: 'S',
    group: 'switch',
    terminals: ['COM', 'NC', 'NO'],
    inputs: [input],
    fields: {
      resistiveA: field.rating('Contact', 'A', 0.1, 40),
      pilotCode: field.mark('Pilot duty', PILOT_CODES),
      dcCode: field.dcCode(),
      mostV: field.mostV(),
      ...sensorFields,
    },
    parts: (plate) => [
      ...sensorOf(plate),
      ...(['NC', 'NO'] as const).map(
        (mark): Contact => ({
          kind: 'contact',
          id: `COM-${mark}`,
          a: 'COM',
          b: mark,
          form: mark,
          mover: workedBy(plate, input.name),
          duty: 'control',
          symbol,
          ratings: {
            resistiveA: plate.number('resistiveA'),
            pilotCode: plate.text('pilotCode'),
            dcCode: plate.text('dcCode'),
            mostV: plate.number('mostV'),
          },
        }),
      ),
    ],
    source,
  });

/** Poles that switch a load itself, worked by a process: the pressure switch of a pump, the thermostat on the wall. */
const loadSwitch = <const I extends string>(
  [of, as]: readonly [of: string, as: string],
  letter: string,
  symbol: Contact['symbol'],
  input: InputFacts<I>,
  form: 'NO' | 'NC',
  poles: readonly (readonly [string, string])[],
  source: string,
) =>
  define({
    ...variant(of, as),
    letter,
    group: 'switch',
    terminals: poles.flat(),
    inputs: [input],
    fields: {
      resistiveA: field.rating('Resistive, each pole', 'A', 0.1, 60),
      motorA: field.rating('Motor, each pole', 'A', 0.1, 60),
      lockedA: field.rating('Locked rotor, each pole', 'A', 0.1, 400),
      hp120: field.rating('Motor at 120 V', 'hp', 0.01, 5),
      hp240: field.rating('Motor at 240 V', 'hp', 0.01, 10),
      pilotCode: field.mark('Pilot duty', PILOT_CODES),
      mostV: field.mostV(),
      ...directFields,
      ...sensorFields,
    },
    parts: (plate) => [
      ...sensorOf(plate),
      ...poles.map(
        ([a, b]): Contact => ({
          kind: 'contact',
          id: `${a}-${b}`,
          a,
          b,
          form,
          mover: workedBy(plate, input.name),
          duty: 'control',
          symbol,
          ratings: {
            resistiveA: plate.number('resistiveA'),
            motorA: plate.number('motorA'),
            lockedA: plate.number('lockedA'),
            hp120: plate.number('hp120'),
            hp240: plate.number('hp240'),
            pilotCode: plate.text('pilotCode'),
            mostV: plate.number('mostV'),
            ...directOf(plate),
          },
        }),
      ),
    ],
    source,
  });

const full = processed('full', 'Fill the tank', 'Draw it down', 'tank full');
const high = processed('high', 'Raise pressure', 'Let pressure fall', 'pressure high');
const warm = processed('warm', 'Warm it', 'Let it cool', 'warm');
const flows = { ...processed('flow', 'Let it flow', 'Stop the flow', 'flowing'), proves: true };
const blows = { ...processed('air', 'Let air move', 'Stop the air', 'air moving'), proves: true };
const damp = processed('damp', 'Make it damp', 'Let it dry', 'damp');
const cold = processed('cold', 'Freeze it', 'Let it thaw', 'freezing');
const windy = processed('windy', 'Let the wind rise', 'Let the wind drop', 'windy');
const heat = processed('heating', 'Call for heat', 'Stop heat call', 'calling for heat');

/** What a process moves. */
export const processSwitches = {
  'float-changeover': changeover('Float switch, changeover', 'float', full, 'normal state is the float hanging: common practice, ask'),
  'pressure-changeover': changeover('Pressure switch, changeover', 'pressure', high, 'normal state is without pressure: common practice'),
  'temperature-changeover': changeover('Temperature switch, changeover', 'thermostat', warm, 'normal state is cold: common practice'),
  'flow-switch': changeover('Flow switch, changeover', 'pressure', flows, 'normal state is without flow: common practice'),
  'air-proving-switch': changeover(
    'Air proving switch',
    'pressure',
    blows,
    'normal state is without air; it must be seen open before the fan starts: common practice',
  ),
  humidistat: changeover('Humidistat, changeover', 'thermostat', damp, 'NO closes as it gets damp: common practice'),
  'freeze-stat': changeover(
    'Freeze thermostat, changeover',
    'thermostat',
    cold,
    'NC opens as it freezes; a lost charge trips it: common practice',
  ),
  'wind-switch': changeover('Wind switch, changeover', 'pressure', windy, 'normal state is calm: common practice'),
  'pressure-switch-pump': loadSwitch(
    ['Pressure switch for a pump', '2 poles'],
    'S',
    'pressure',
    high,
    'NC',
    [
      ['L1', 'T1'],
      ['L2', 'T2'],
    ],
    'opens as the pressure is made: common practice',
  ),
  'line-thermostat-1': loadSwitch(
    ['Line-voltage thermostat', '1 pole'],
    'B',
    'thermostat',
    heat,
    'NO',
    [['L1', 'T1']],
    'one pole leaves the element live: common practice',
  ),
  'line-thermostat-2': loadSwitch(
    ['Line-voltage thermostat', '2 poles'],
    'B',
    'thermostat',
    heat,
    'NO',
    [
      ['L1', 'T1'],
      ['L2', 'T2'],
    ],
    'off opens both poles: common practice',
  ),
  'fan-limit-control': define({
    title: 'Fan and limit control',
    letter: 'S',
    group: 'switch',
    terminals: ['F1', 'F2', 'L1', 'L2'],
    inputs: [
      { name: 'warm', on: 'Warm the plenum', off: 'Let it cool', state: 'warm', kind: 'maintained', rest: false },
      { name: 'hot', on: 'Overheat it', off: 'Let it cool', state: 'over its limit', kind: 'maintained', rest: false },
    ],
    fields: {
      resistiveA: field.rating('Resistive', 'A', 0.1, 60),
      motorA: field.rating('Motor', 'A', 0.1, 60),
      lockedA: field.rating('Locked rotor', 'A', 0.1, 400),
      pilotCode: field.mark('Pilot duty', PILOT_CODES),
      mostV: field.mostV(),
      ...directFields,
    },
    parts: (plate) =>
      (
        [
          ['F1', 'F2', 'NO', 'warm'],
          ['L1', 'L2', 'NC', 'hot'],
        ] as const
      ).map(
        ([a, b, form, input]): Contact => ({
          kind: 'contact',
          id: `${a}-${b}`,
          a,
          b,
          form,
          mover: { inputs: [input] },
          duty: 'control',
          symbol: 'thermostat',
          ratings: {
            resistiveA: plate.number('resistiveA'),
            motorA: plate.number('motorA'),
            lockedA: plate.number('lockedA'),
            pilotCode: plate.text('pilotCode'),
            mostV: plate.number('mostV'),
            ...directOf(plate),
          },
        }),
      ),
    source: 'two switches on one bulb; the link between them is out: common practice',
  }),
};
