import { describe, expect, it } from 'vitest';
import { catalogue } from '#core/devices';
import { demo } from '../testing/demo';
import { readCircuitDocument } from './index';

type Json = Record<string, never>;
const Q9 = () => structuredClone(demo('Q9')) as unknown as Record<string, Json>;
const firstOf = (record: object | undefined): Json => Object.values(record ?? {})[0] as Json;
const set = (one: Json | undefined, key: string, value: unknown): void => void Object.assign(one ?? {}, { [key]: value });

describe('nonsense is not taken as good, and is told with where and what to do', () => {
  it.each([
    [
      'a field that every object has',
      (file: ReturnType<typeof Q9>) => set(firstOf(file.devices).nameplate, 'constructor', { value: 1, evidence: 'print' }),
      'no nameplate field "constructor"',
    ],
    [
      'another one',
      (file: ReturnType<typeof Q9>) => set(firstOf(file.devices).nameplate, 'toString', { value: 1, evidence: 'print' }),
      'no nameplate field "toString"',
    ],
    [
      'a cable called constructor',
      (file: ReturnType<typeof Q9>) => set(firstOf(file.conductors), 'cable', 'constructor'),
      'which is not here',
    ],
    [
      'a length below nothing',
      (file: ReturnType<typeof Q9>) => set(firstOf(file.conductors), 'lengthM', { value: -5, evidence: 'measured' }),
      'write metres from 0',
    ],
    [
      'a length beyond any site',
      (file: ReturnType<typeof Q9>) => set(firstOf(file.conductors), 'lengthM', { value: 1e300, evidence: 'measured' }),
      'write metres from 0',
    ],
    [
      'a length in words',
      (file: ReturnType<typeof Q9>) => set(firstOf(file.conductors), 'lengthM', { value: 'abc', evidence: 'measured' }),
      'write metres from 0',
    ],
    [
      'both ends on one terminal',
      (file: ReturnType<typeof Q9>) => set(firstOf(file.conductors), 'ends', ['dT1:C', 'dT1:C']),
      'on one terminal',
    ],
    [
      'a complaint about nothing',
      (file: ReturnType<typeof Q9>) => set(firstOf(file.complaints), 'about', 'dnobody'),
      'is about dnobody, which is not here',
    ],
    ['a complaint without a title', (file: ReturnType<typeof Q9>) => set(firstOf(file.complaints), 'title', '  '), 'has no title'],
    ['a blank title', (file: ReturnType<typeof Q9>) => set(file as never, 'title', '  '), 'The circuit has no title'],
    ['a misspelt key', (file: ReturnType<typeof Q9>) => set(firstOf(file.devices), 'titel', 'x'), '"titel" (did you mean "title"?)'],
    ['a key from elsewhere', (file: ReturnType<typeof Q9>) => set(file as never, 'wattage', 1), '"wattage", which is not known'],
    ['a number for a text', (file: ReturnType<typeof Q9>) => set(firstOf(file.devices), 'notes', 7), 'notes must be a text'],
    ['a missing field', (file: ReturnType<typeof Q9>) => set(firstOf(file.devices), 'hazard', undefined), 'hazard must be "moves" or'],
    [
      'a text that never ends',
      (file: ReturnType<typeof Q9>) => set(firstOf(file.devices), 'title', 'x'.repeat(500)),
      'has more than 80 letters: shorten it',
    ],
    [
      'a pair of a device and nobody',
      (file: ReturnType<typeof Q9>) => set(file as never, 'pairs', [{ a: 'dT1', b: 'no', rule: 'never' }]),
      'an id starts with "d"',
    ],
  ])('%s', (_what, spoil, words) => {
    const file = Q9();
    spoil(file);
    const read = readCircuitDocument(file, catalogue);
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.problems.map(({ message }) => message).join(' ')).toContain(words);
    for (const { at, message } of read.problems) {
      expect(at).not.toBe('');
      expect(message).toMatch(/^[A-Za-z0-9]/);
      expect(message).not.toMatch(/Invalid input|^: |undefined/);
    }
  });
  it.each([[null], [7], ['text'], [[]], [{}], [{ schema: 3 }], [{ schema: 99 }], [{ schema: 'x' }], [{ __proto__: { schema: 3 } }]])(
    '%j is no circuit, and says so in a sentence',
    (outside) => {
      const read = readCircuitDocument(outside, catalogue);
      expect(read.ok).toBe(false);
      if (!read.ok) for (const { message } of read.problems) expect(message).toMatch(/^[A-Za-z].*[.]$/);
    },
  );
});
