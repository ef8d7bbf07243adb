import type { Part } from '#core/kinds';
import { define, field, only, variant } from '../family';
import { makeFields, poleFields, relayRatingFields, relayRatings, throwOf } from './relays';

const { motorNcA, lockedNcA, resistiveNcA } = relayRatingFields;

/** A relay that changes its place with every pulse. */
const stepping = (
  [of, as]: readonly [of: string, as: string],
  turnsAs: 'fed' | 'let go',
  contacts: readonly (readonly [string, string])[],
  throws: readonly (readonly [string, string, string])[],
  source: string,
) =>
  define({
    ...variant(of, as),
    letter: 'K',
    group: 'relay',
    terminals: ['A1', 'A2', ...contacts.flat(), ...throws.flat()],
    inputs: [
      {
        name: 'found',
        on: 'Push its lever over',
        off: 'Push its lever back',
        state: 'found in its second place',
        kind: 'maintained',
        puts: { part: 'step', on: 'on', off: 'off' },
        rest: false,
      },
    ],
    fields: {
      ratedV: field.number('Coil volts', 'V', 5, 480),
      va: field.typical('Coil', 'VA', 10, undefined, 0.1, 60),
      ...makeFields,
      ...only(throws.length > 0, { motorNcA, lockedNcA, resistiveNcA }),
      ...only(contacts.length + throws.length > 1, poleFields),
    },
    parts: (plate): Part[] => [
      { kind: 'step', id: 'step', a: 'A1', b: 'A2', ratedV: plate.number('ratedV'), va: plate.certain('va'), turnsAs },
      ...contacts.map(
        ([a, b]) =>
          ({
            kind: 'contact',
            id: `${a}-${b}`,
            a,
            b,
            form: 'NO',
            mover: { parts: ['step'] },
            duty: 'control',
            symbol: 'contact',
            ratings: relayRatings(plate).no,
          }) as const,
      ),
      ...throws.flatMap((one) => throwOf(one, 'control', relayRatings(plate), { parts: ['step'] })),
    ],
    source,
    is: { keepsPlace: true },
  });

/** Relays that keep their place without volts, or take turns. */
export const steppingRelays = {
  'relay-impulse-1': stepping(
    ['Impulse relay', '1 NO'],
    'fed',
    [['1', '2']],
    [],
    'turns with each pulse, keeps its place through a power loss: common practice',
  ),
  'relay-impulse-2': stepping(
    ['Impulse relay', '2 NO'],
    'fed',
    [
      ['1', '2'],
      ['3', '4'],
    ],
    [],
    'turns with each pulse, keeps its place through a power loss: common practice',
  ),
  'relay-alternating': stepping(
    ['Alternating relay', 'changeover'],
    'let go',
    [],
    [['11', '12', '14']],
    'takes the other place as its call ends: common practice',
  ),
  'relay-alternating-2': stepping(
    ['Alternating relay', 'two changeover'],
    'let go',
    [],
    [
      ['11', '12', '14'],
      ['21', '22', '24'],
    ],
    'takes the other place as its call ends: common practice',
  ),
};
