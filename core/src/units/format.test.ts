import { describe, expect, it } from 'vitest';
import { belief, percent } from './format';

describe('a share', () => {
  it.each([
    [0, '<1 %'],
    [0.004, '<1 %'],
    [0.01, '1 %'],
    [0.954, '95 %'],
    [0.99, '99 %'],
    [0.991, '>99 %'],
    [1, '>99 %'],
  ])('of belief, %f, is never all and never nothing: %s', (share, words) => expect(belief(share)).toBe(words));
  it.each([
    [0, '0 %'],
    [0.854, '85 %'],
    [1.25, '125 %'],
  ])('of something that is counted, %f, is what it is: %s', (share, words) => expect(percent(share)).toBe(words));
});
