import type { Contact } from '#core/kinds';
import { define, field, type InputFacts, variant } from '../family';
import { CODES, switchRatings, switchRatingsOf } from './switches';

/** A contact of a head: its terminals, its form, and the inputs that move it. */
type Block<I extends string> = readonly [a: string, b: string, form: 'NO' | 'NC', movedBy: readonly I[]];

/** One hand, several contacts: they move together, each with its own faults. A stop is closed while nobody touches it. */
const joined = <const I extends string>(
  [of, as]: readonly [of: string, as: string],
  symbol: Contact['symbol'],
  inputs: readonly InputFacts<I>[],
  blocks: readonly Block<I>[],
) =>
  define({
    ...variant(of, as),
    letter: 'S',
    group: 'switch',
    terminals: [...new Set(blocks.flatMap((block) => [block[0], block[1]]))],
    inputs,
    fields: { pilotCode: field.choice('Contact code', CODES, 'A600'), ...switchRatings },
    parts: (plate) =>
      blocks.map(
        ([a, b, form, movedBy]): Contact => ({
          kind: 'contact',
          id: `${a}-${b}`,
          a,
          b,
          form,
          mover: { inputs: movedBy },
          duty: 'control',
          symbol,
          ratings: switchRatingsOf(plate),
        }),
      ),
    source: 'contact numbers EN 50013; code common practice until read',
  });

const pressed: InputFacts<'pressed'> = {
  name: 'pressed',
  on: 'Press',
  off: 'Let go',
  state: 'pressed',
  kind: 'momentary',
  rest: false,
};
/** A hand that stays where it is put. */
const kept = <const I extends string>(name: I, on: string, off: string, state: string, group?: string): InputFacts<I> => ({
  name,
  on,
  off,
  state,
  kind: 'maintained',
  rest: false,
  ...(group === undefined ? {} : { group }),
});
/** A hand that springs back; of two ways only one at a time. */
const sprung = <const I extends string>(name: I, on: string, state: string): InputFacts<I> => ({
  name,
  on,
  off: 'Let go',
  state,
  kind: 'momentary',
  group: 'way',
  rest: false,
});
const position = <const I extends string>(name: I, state: string): InputFacts<I> =>
  kept(name, `Turn to ${state}`, 'Turn to off', `at ${state}`, 'position');

const pushed = kept('pushed', 'Push it in', 'Pull it out', 'pushed in');
const open = kept('open', 'Open the door', 'Shut the door', 'open');
const pulled = kept('pulled', 'Pull the rope', 'Reset it', 'pulled');
const turned = kept('on', 'Turn on', 'Turn off', 'turned on');
const keyed = kept('on', 'Turn the key on', 'Turn the key off', 'turned on');
const thrown = kept('over', 'Throw it over', 'Throw it back', 'thrown over');
const reached = kept('reached', 'Reach the end', 'Leave the end', 'at the end');

/** One button of a station; two hands may press two of them. */
const buttonOf = <const I extends string>(name: I): InputFacts<I> => ({
  ...pressed,
  name,
  on: `Press the ${name}`,
  state: `${name} button pressed`,
});
const [first, second, third] = [buttonOf('first'), buttonOf('second'), buttonOf('third')] as const;
/** Both contacts of one button of a station, numbered by its place (EN 50005). */
const button = <const I extends string>(place: number, input: I) =>
  [
    [`${place}3`, `${place}4`, 'NO', [input]],
    [`${place}1`, `${place}2`, 'NC', [input]],
  ] as const;

/** Heads with several contacts: buttons, stops, selectors, limits, levers. */
export const operators = {
  'push-button-1no-1nc': joined(
    ['Push button', '1 NO and 1 NC'],
    'push',
    [pressed],
    [
      ['13', '14', 'NO', ['pressed']],
      ['21', '22', 'NC', ['pressed']],
    ],
  ),
  'push-button-2nc': joined(
    ['Push button', '2 NC'],
    'push',
    [pressed],
    [
      ['11', '12', 'NC', ['pressed']],
      ['21', '22', 'NC', ['pressed']],
    ],
  ),
  'push-button-2no': joined(
    ['Push button', '2 NO'],
    'push',
    [pressed],
    [
      ['13', '14', 'NO', ['pressed']],
      ['23', '24', 'NO', ['pressed']],
    ],
  ),
  'push-station-2': joined(
    ['Push button station', 'two buttons, each 1 NO and 1 NC'],
    'push',
    [first, second],
    [...button(1, 'first'), ...button(2, 'second')],
  ),
  'push-station-3': joined(
    ['Push button station', 'three buttons, each 1 NO and 1 NC'],
    'push',
    [first, second, third],
    [...button(1, 'first'), ...button(2, 'second'), ...button(3, 'third')],
  ),
  'e-stop-1': joined(['Emergency stop, latching', '1 channel'], 'push', [pushed], [['11', '12', 'NC', ['pushed']]]),
  'e-stop-2': joined(
    ['Emergency stop, latching', '2 channels'],
    'push',
    [pushed],
    [
      ['11', '12', 'NC', ['pushed']],
      ['21', '22', 'NC', ['pushed']],
    ],
  ),
  'e-stop-2-signal': joined(
    ['Emergency stop, latching', '2 channels and a signal'],
    'push',
    [pushed],
    [
      ['11', '12', 'NC', ['pushed']],
      ['21', '22', 'NC', ['pushed']],
      ['33', '34', 'NO', ['pushed']],
    ],
  ),
  'rope-pull': joined(
    ['Rope-pull switch', '2 NC and a signal'],
    'push',
    [pulled],
    [
      ['11', '12', 'NC', ['pulled']],
      ['21', '22', 'NC', ['pulled']],
      ['33', '34', 'NO', ['pulled']],
    ],
  ),
  'door-switch': joined(
    ['Door switch', '2 channels and a signal'],
    'end-switch',
    [open],
    [
      ['11', '12', 'NC', ['open']],
      ['21', '22', 'NC', ['open']],
      ['33', '34', 'NO', ['open']],
    ],
  ),
  'limit-switch': joined(
    ['Limit switch', '1 NO and 1 NC'],
    'end-switch',
    [reached],
    [
      ['13', '14', 'NO', ['reached']],
      ['21', '22', 'NC', ['reached']],
    ],
  ),
  'foot-switch': joined(
    ['Foot switch', '1 NO and 1 NC'],
    'push',
    [pressed],
    [
      ['13', '14', 'NO', ['pressed']],
      ['21', '22', 'NC', ['pressed']],
    ],
  ),
  'selector-2': joined(
    ['Selector, two positions', '1 NO and 1 NC'],
    'selector',
    [turned],
    [
      ['13', '14', 'NO', ['on']],
      ['21', '22', 'NC', ['on']],
    ],
  ),
  'selector-2-2no': joined(
    ['Selector, two positions', '2 NO'],
    'selector',
    [turned],
    [
      ['13', '14', 'NO', ['on']],
      ['23', '24', 'NO', ['on']],
    ],
  ),
  'selector-key': joined(
    ['Key selector, two positions', '1 NO and 1 NC'],
    'selector',
    [keyed],
    [
      ['13', '14', 'NO', ['on']],
      ['21', '22', 'NC', ['on']],
    ],
  ),
  'selector-3': joined(
    ['Selector, 1–0–2', 'a contact a side'],
    'selector',
    [position('left', 'position 1'), position('right', 'position 2')],
    [
      ['13', '14', 'NO', ['left']],
      ['23', '24', 'NO', ['right']],
    ],
  ),
  'selector-3-2': joined(
    ['Selector, 1–0–2', 'two contacts a side'],
    'selector',
    [position('left', 'position 1'), position('right', 'position 2')],
    [
      ['13', '14', 'NO', ['left']],
      ['23', '24', 'NO', ['right']],
      ['33', '34', 'NO', ['left']],
      ['43', '44', 'NO', ['right']],
    ],
  ),
  'hand-off-auto-2': joined(
    ['Selector, hand–off–auto', 'two poles'],
    'selector',
    [position('hand', 'hand'), position('auto', 'auto')],
    [
      ['1', '2', 'NO', ['hand']],
      ['3', '4', 'NO', ['auto']],
      ['5', '6', 'NO', ['hand']],
      ['7', '8', 'NO', ['auto']],
    ],
  ),
  'selector-4': joined(
    ['Selector, off and three positions', 'a contact each'],
    'selector',
    [position('one', 'position 1'), position('two', 'position 2'), position('three', 'position 3')],
    [
      ['13', '14', 'NO', ['one']],
      ['23', '24', 'NO', ['two']],
      ['33', '34', 'NO', ['three']],
    ],
  ),
  'switch-changeover': joined(
    ['Switch, changeover', '1 pole'],
    'selector',
    [thrown],
    [
      ['COM', '1', 'NC', ['over']],
      ['COM', '2', 'NO', ['over']],
    ],
  ),
  'switch-2': joined(
    ['Switch, on and off', '2 poles'],
    'selector',
    [turned],
    [
      ['1', '2', 'NO', ['on']],
      ['3', '4', 'NO', ['on']],
    ],
  ),
  'joystick-2': joined(
    ['Joystick', 'two ways'],
    'push',
    [sprung('up', 'Push it up', 'pushed up'), sprung('down', 'Pull it down', 'pulled down')],
    [
      ['13', '14', 'NO', ['up']],
      ['23', '24', 'NO', ['down']],
    ],
  ),
  'joystick-4': joined(
    ['Joystick', 'four ways'],
    'push',
    [
      sprung('up', 'Push it up', 'pushed up'),
      sprung('down', 'Pull it down', 'pulled down'),
      sprung('left', 'Push it left', 'pushed left'),
      sprung('right', 'Push it right', 'pushed right'),
    ],
    [
      ['13', '14', 'NO', ['up']],
      ['23', '24', 'NO', ['down']],
      ['33', '34', 'NO', ['left']],
      ['43', '44', 'NO', ['right']],
    ],
  ),
};
