import { execFileSync } from 'node:child_process';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  amps,
  areaMm2,
  awgAreaMm2,
  awgOhmsPerKft,
  celsiusOf,
  fahrenheitOf,
  figures,
  METRES_PER_FOOT,
  ohms,
  ohmsPerMetre,
  reading,
  span,
  spellLength,
  spellSizeIn,
  WATTS_PER_HP,
} from './index';

describe('copper wire', () => {
  // Source: NBS Handbook 100, Copper Wire Tables (1966): annealed copper, 20 °C, ohms per 1000 ft.
  it.each([
    [8, 0.6282],
    [10, 0.9989],
    [12, 1.588],
    [14, 2.525],
    [16, 4.016],
    [18, 6.385],
  ])('AWG %i is %f ohm/kft', (gauge, expected) => {
    expect(Math.abs(awgOhmsPerKft(gauge) / expected - 1)).toBeLessThan(0.001);
  });

  // Source: ASTM B258 nominal areas, mm².
  it.each([
    [18, 0.823],
    [16, 1.31],
    [14, 2.08],
    [12, 3.31],
    [10, 5.26],
    [8, 8.37],
    [6, 13.3],
  ])('AWG %i is %f mm2', (gauge, expected) => {
    expect(Math.abs(awgAreaMm2(gauge) / expected - 1)).toBeLessThan(0.005);
  });

  // Source: IEC 60228 class 1 and 2, from memory.
  it('takes IEC sizes from the standard and others by area', () => {
    expect(ohmsPerMetre({ mm2: 1.5 })).toBeCloseTo(0.0121, 6);
    expect(ohmsPerMetre({ mm2: 3 })).toBeGreaterThan(ohmsPerMetre({ mm2: 4 }));
  });

  it('agrees with GNU units on foot and horsepower', () => {
    const convert = (from: string, to: string) => Number(execFileSync('units', ['-t', from, to], { encoding: 'utf8' }));
    expect(METRES_PER_FOOT).toBeCloseTo(convert('1 foot', 'm'), 9);
    expect(Math.abs(WATTS_PER_HP / convert('1 electrichorsepower', 'W') - 1)).toBeLessThan(1e-9);
  });
});

describe('numbers to be read', () => {
  it.each([
    [22.64, '22.6'],
    [1.6667, '1.67'],
    [180, '180'],
    [0.0521, '0.0521'],
    [0, '0'],
    [1234.4, '1234'],
  ])('%f has three figures: %s', (value, text) => expect(figures(value)).toBe(text));
  it.each([
    [25.04, '25.0'],
    [240.2, '240'],
    [2.4, '2.4'],
    [0.044, '0.04'],
    [0.001, '0.0'],
  ])('a reading of %f shows %s', (value, text) => expect(reading(value)).toBe(text));
  it('spells amps, ohms and spans', () => {
    expect(amps(0.0213)).toBe('21.3 mA');
    expect(ohms(12_345)).toBe('12.3 kΩ');
    expect([span(40), span(2400), span(141_200), span(1_260_000)]).toEqual(['40 ms', '2.4 s', '141.2 s', '21 min']);
  });
});

describe('the other trade’s units', () => {
  it('°F and °C lead into each other, and grow together', () => {
    fc.assert(
      fc.property(fc.double({ min: -200, max: 2000, noNaN: true }), fc.double({ min: 0.001, max: 100, noNaN: true }), (celsius, more) => {
        expect(celsiusOf(fahrenheitOf(celsius))).toBeCloseTo(celsius, 6);
        expect(fahrenheitOf(celsius + more)).toBeGreaterThan(fahrenheitOf(celsius));
      }),
    );
    // by definition
    expect([fahrenheitOf(0), fahrenheitOf(100), celsiusOf(-40)]).toEqual([32, 212, -40]);
  });
  it('a gauge said in mm² and back is the same gauge, and a thicker wire is never said thinner', () => {
    fc.assert(
      fc.property(fc.integer({ min: -3, max: 20 }), (awg) => {
        const mm2 = areaMm2({ awg });
        expect(spellSizeIn({ mm2 }, 'us')).toBe(`≈ ${awg > 0 ? awg : `${1 - awg}/0`} AWG`);
        expect(areaMm2({ awg: awg - 1 })).toBeGreaterThan(mm2);
      }),
    );
  });
  it.each([
    [8, 'us', '26 ft'],
    [8, 'si', '8 m'],
    [1.5, 'us', '4.9 ft'],
  ] as const)('%f m in %s is %s', (metres, units, said) => expect(spellLength(metres, units)).toBe(said));
});
