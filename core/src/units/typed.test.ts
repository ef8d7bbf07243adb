import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readTyped, readWithin } from './index';

describe('a number as people type it', () => {
  it.each([
    ['24', '', 24],
    [' 24.5 ', 'V', 24.5],
    ['0,7', '', 0.7],
    [',5', 'A', 0.5],
    ['24 V', 'V', 24],
    ['30a', 'A', 30],
    ['1/2', 'hp', 0.5],
    ['½ hp', 'hp', 0.5],
    ['7½', 'hp', 7.5],
    ['7 1/2', 'hp', 7.5],
    ['1500', 'A', 1500],
    ['1,5', 'A', 1.5],
    ['0,125', 'A', 0.125],
    ['1,2345', 'A', 1.2345],
    ['-3', '', -3],
  ])('%s in %s is %d', (text, unit, value) => expect(readTyped(text, unit)).toEqual({ is: 'number', value }));
  it.each([
    ['1,500', 'A'],
    ['12,000', 'BTU'],
    ['24 A', 'V'],
    ['3 min', 's'],
    ['two', ''],
    ['1/0', 'hp'],
    ['V', 'V'],
    ['1.2.3', ''],
    ['1e999', ''],
    ['--1', ''],
  ])('%s in %s is asked for again', (text, unit) => expect(readTyped(text, unit).is).toBe('unclear'));
  it('nothing is nothing, not zero', () => expect([readTyped(''), readTyped('  ', 'V')]).toEqual([{ is: 'empty' }, { is: 'empty' }]));
  it('says both that a comma may mean', () => {
    const typed = readTyped('1,500', 'A');
    expect(typed.is === 'unclear' && typed.why).toMatch(/1\.500 or 1500/);
  });
  it('a field’s range is part of what may be typed', () => {
    const facts = { unit: 'V', least: 1, most: 700 };
    expect(['0', '1', '700', '701', ''].map((text) => readWithin(text, facts).is)).toEqual([
      'unclear',
      'number',
      'number',
      'unclear',
      'empty',
    ]);
  });
  it('any plain number comes back as it is, with its unit or without', () =>
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e6, noNaN: true, noDefaultInfinity: true }), fc.constantFrom('', ' V', 'V'), (number, unit) => {
        const value = Number(number.toFixed(4));
        expect(readTyped(`${value}${unit}`, 'V')).toEqual({ is: 'number', value });
      }),
      { seed: 11, numRuns: 300 },
    ));
});
