import { describe, expect, it } from 'vitest';
import type { Coil } from '#core/kinds';
import { coilBand, coilWindow, judgeDrive, NO_DEMAND, pilotLimits, poleClasses, worstVerdict } from './index';

const coil = (more: Partial<Coil> = {}): Coil => ({
  kind: 'coil',
  id: 'coil',
  a: 'A1',
  b: 'A2',
  current: 'AC',
  ratedV: 24,
  ratedHighV: 24,
  hz: 60,
  inrushVa: 36,
  inrushPf: 0.7,
  sealedVa: 7.5,
  sealedPf: 0.35,
  pickUpGuaranteedRatio: 0.85,
  pickUpTypicalRatio: 0.75,
  dropOutTypicalRatio: 0.45,
  mustReleaseRatio: 0.2,
  operateMs: 18,
  releaseMs: 12,
  ...more,
});
const coilWord = (one: Coil, drive: number) => judgeDrive(one, drive)?.word;
const coilVerdict = (one: Coil, drive: number) => judgeDrive(one, drive)?.verdict;
const rated = (ratedV: number, ratedHighV = ratedV, more: Partial<Coil> = {}) => coil({ ratedV, ratedHighV, ...more });

describe('coil bands', () => {
  // Bands: common practice; 0.85 and 1.10 by IEC 60947-4-1, 0.80 by IEC 61810-1. Frequency as flux, V/f: transformer equation.
  it.each([
    ['24 V coil on 120 V', 'AC', 120 / 24, 'A9'],
    ['240 V coil on 208 V', 'AC', 208 / 240, 'A5'],
    ['the same at 0.90 of 208 V', 'AC', (0.9 * 208) / 240, 'A4'],
    ['120 V coil on 208 V', 'AC', 208 / 120, 'A8'],
    ['240 V coil on 120 V', 'AC', 0.5, 'A2'],
    ['120 V coil on 24 V', 'AC', 0.2, 'A1'],
    ['50 Hz coil on 60 Hz', 'AC', 50 / 60, 'A4'],
    ['60 Hz coil on 50 Hz', 'AC', 60 / 50, 'A7'],
    ['12 V DC coil on 9 V', 'DC', 9 / 12, 'D3'],
    ['24 V DC coil on 28.8 V', 'DC', 28.8 / 24, 'D5'],
    ['exactly 1.10', 'AC', 1.1, 'A5'],
    ['exactly 0.85', 'AC', 0.85, 'A5'],
    ['240 V coil on 480 V', 'AC', 2, 'A8'],
    ['277 V coil on 208 V', 'AC', 208 / 277, 'A4'],
  ] as const)('%s', (_name, current, ratio, band) => expect(coilBand(current, ratio)).toBe(band));

  // Common practice gauge of a 24 V AC coil.
  it.each([
    [7.1, 'dead'],
    [7.2, 'buzzes, overheats'],
    [18, 'not guaranteed'],
    [20.39, 'not guaranteed'],
    [20.4, 'pulls in'],
    [26.4, 'pulls in'],
    [28, 'high, normal on light load'],
    [29, 'high, normal on light load'],
    [29.1, 'burns'],
  ])('a 24 V AC coil at %f V: %s', (volts, word) => {
    expect(coilWord(coil(), volts / 24)).toBe(word);
  });

  // The cautious rule for a two-wire timer: source less its drop, against the guaranteed pick-up. Common practice.
  it.each([
    [24, 'pulls in'],
    [22, 'not guaranteed'],
  ])('%f V behind a timer that keeps 2.4 V: %s', (volts, word) => expect(coilWord(coil(), (volts - 2.4) / 24)).toBe(word));

  it('a range coil 208–240 is good from 176.8 to 264 V', () => {
    // Source: 0.85 of the low and 1.10 of the high end, IEC 60947-4-1.
    const window = coilWindow(rated(208, 240))!;
    expect(window.mustCloseV).toBeCloseTo(176.8, 6);
    expect(window.mostV).toBeCloseTo(264, 6);
  });

  it('a light relay buzzes without overheating; a contactor overheats', () => {
    expect(coilWord(coil({ inrushVa: 9, sealedVa: 5 }), 0.5)).toBe('buzzes');
    expect(coilWord(coil(), 0.5)).toBe('buzzes, overheats');
  });

  it('is never cleared while volts or kind are unknown', () => {
    expect(judgeDrive(coil({ ratedV: undefined }), 1)).toBeUndefined();
    expect(judgeDrive(coil({ current: undefined }), 1)).toBeUndefined();
  });

  it.each([
    [1, 'good'],
    [0.84, 'danger'],
    [1.3, 'danger'],
    [5, 'block'],
    [0.1, 'danger'],
  ] as const)('verdict at %f of rated is %s', (drive, verdict) => expect(coilVerdict(rated(120), drive)).toBe(verdict));
});

describe('contacts', () => {
  // Source: UL 508 and IEC 60947-5-1 annex A, VA over volts; below 120 V common practice. From memory.
  it.each([
    ['B300', 240, 15, 1.5],
    ['B300', 24, 30, 5],
    ['A600', 480, 15, 1.5],
    ['D300', 120, 3.6, 0.6],
    ['E150', 120, 1.8, 0.3],
    ['B600', 480, 7.5, 0.75],
  ])('%s at %i V makes %f, breaks %f A', (code, volts, makeA, breakA) => {
    const limits = pilotLimits(code, volts)!;
    expect(limits.makeA).toBeCloseTo(makeA, 6);
    expect(limits.breakA).toBeCloseTo(breakA, 6);
  });
  it('a 300 code may not be used at 480 V', () => expect(pilotLimits('A300', 480)).toEqual({ makeA: 0, breakA: 0, mostV: 300 }));

  const none = { ...NO_DEMAND, volts: 240 };
  it('asks a motor of the motor ratings alone', () => {
    const rows = poleClasses({ resistiveA: 40 }, { ...none, motorRunA: 18, motorLockedA: 96 });
    expect(rows.map(({ verdict }) => verdict)).toEqual(['cannot-clear', 'cannot-clear']);
  });
  it('refuses a frame whose locked figure is too low', () => {
    // A 25 A frame has 125 A locked at 1 or 2 poles, a 30 A frame 150 A: common practice.
    const verdicts = [125, 150].map((lockedA) =>
      worstVerdict(poleClasses({ motorA: 30, lockedA }, { ...none, motorRunA: 24, motorLockedA: 130 }).map(({ verdict }) => verdict)),
    );
    expect(verdicts).toEqual(['danger', 'good']);
  });
  it('judges a thermostat by carry and make', () => {
    const rows = poleClasses({ carryA: 1, makeA: 2 }, { ...none, coilHeldA: 0.3, coilInrushA: 2.5, volts: 24 });
    expect(rows.map(({ rating, verdict }) => [rating.code, verdict])).toEqual([
      ['carry', 'good'],
      ['make', 'danger'],
    ]);
  });
  it('says nothing of a contact that carries nothing', () => expect(poleClasses({ motorA: 30 }, none)).toEqual([]));
});
