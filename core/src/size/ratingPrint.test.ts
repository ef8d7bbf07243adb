import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tellRatingDoubts, tellRatingPrint } from '#core/words';
import { type RatingQuestion, ratingFigures, readRatingPrint } from './index';

type Figures = Record<string, number | string>;
type Row = readonly [print: string, figures: Figures, left?: readonly string[], asks?: readonly RatingQuestion[]];

const ac = (resistiveA: number, mostV: number): Figures => ({ resistiveA, mostV });
const dc = (dcA: number, dcV: number): Figures => ({ dcA, dcV });
const slow: readonly RatingQuestion[] = ['which speed'];
const noVolts: readonly RatingQuestion[] = ['volts not printed'];
const acOrDc: readonly RatingQuestion[] = ['AC or DC'];

/** Prints as the trade makes them, written by hand from its habits (common practice); beside each what must come out. */
const PRINTS: readonly Row[] = [
  ['10A 250VAC', ac(10, 250)],
  ['10 A 250 V AC', ac(10, 250)],
  ['10A/250VAC', ac(10, 250)],
  ['10A @ 250VAC', ac(10, 250)],
  ['10A 250V~', ac(10, 250)],
  ['10A 250~', ac(10, 250)],
  ['10A 250V ∼', ac(10, 250)],
  ['10A 250 V a.c.', ac(10, 250)],
  ['7,5A 250VAC', ac(7.5, 250)],
  ['7.5A 250VAC', ac(7.5, 250)],
  ['10A 250V', ac(10, 250), [], acOrDc],
  ['10A', { resistiveA: 10 }, [], noVolts],
  ['250VAC 10A', ac(10, 250)],
  ['10A 250VAC / 10A 30VDC', { ...ac(10, 250), ...dc(10, 30) }],
  ['10A 250VAC 30VDC', { ...ac(10, 250), ...dc(10, 30) }],
  ['6A 250~ 6A 30⎓', { ...ac(6, 250), ...dc(6, 30) }],
  ['8A 250VAC, 8A 30VDC', { ...ac(8, 250), ...dc(8, 30) }],
  ['5A 30VDC', dc(5, 30)],
  ['0.4A 125VDC', dc(0.4, 125)],
  ['0,4A 125 V DC', dc(0.4, 125)],
  ['5A 30VDC 0.4A 125VDC', dc(0.4, 125)],
  ['3A/250V 5A/125V', ac(3, 250), [], acOrDc],
  ['5A 125VAC 3A 250VAC', ac(3, 250)],
  ['RES 40A 600V', ac(40, 600), [], acOrDc],
  ['40A RES 600VAC', ac(40, 600)],
  ['10A RESISTIVE 277VAC', ac(10, 277)],
  ['15A GEN USE 240VAC', ac(15, 240)],
  ['12A GP 240VAC', ac(12, 240)],
  ['16(4)A 250~', ac(16, 250), [], ['inductive of which kind']],
  ['10(3)A 250V~', ac(10, 250), [], ['inductive of which kind']],
  ['10A RES 7A IND 240VAC', ac(10, 240), [], ['inductive of which kind']],
  ['5A 30VDC L/R 7ms', {}, [], ['inductive of which kind']],
  ['30A NO 15A NC 277VAC', { resistiveA: 30, resistiveNcA: 15, mostV: 277 }],
  ['20A N.O. 10A N.C. 240VAC', { resistiveA: 20, resistiveNcA: 10, mostV: 240 }],
  ['SPDT 10A 250VAC', ac(10, 250)],
  ['DPDT 10A 240VAC', ac(10, 240)],
  ['2CO 8A 250VAC', ac(8, 250)],
  ['1/3 HP 120VAC', { hp120: 1 / 3, mostV: 120 }],
  ['1/3HP 120V', { hp120: 1 / 3, mostV: 120 }],
  ['1/3HP 120/240', { hp120: 1 / 3, hp240: 1 / 3, mostV: 240 }],
  ['1/4-1/2HP 120-240V', { hp120: 1 / 4, hp240: 1 / 2, mostV: 240 }],
  ['1 HP 240VAC 1/2 HP 120VAC', { hp120: 1 / 2, hp240: 1, mostV: 240 }],
  ['1 1/2 HP 240VAC', { hp240: 1.5, mostV: 240 }],
  ['1-1/2 HP 240V', { hp240: 1.5, mostV: 240 }],
  ['8A 250VAC 8A 30VDC 1/4HP 125VAC', { ...ac(8, 250), ...dc(8, 30), hp120: 1 / 4 }],
  ['10A 240VAC 1/3 HP 120VAC 1/2 HP 240VAC', { ...ac(10, 240), hp120: 1 / 3, hp240: 1 / 2 }],
  ['B300', { pilotCode: 'B300', auxiliaryCode: 'B300' }],
  ['A600', { pilotCode: 'A600', auxiliaryCode: 'A600' }],
  ['C150', { pilotCode: 'C150', auxiliaryCode: 'C150' }],
  ['R300', { dcCode: 'R300' }],
  ['Q600', { dcCode: 'Q600' }],
  ['B300 R300', { pilotCode: 'B300', auxiliaryCode: 'B300', dcCode: 'R300' }],
  ['B300/R300', { pilotCode: 'B300', auxiliaryCode: 'B300', dcCode: 'R300' }],
  ['B3R3', { pilotCode: 'B300', auxiliaryCode: 'B300', dcCode: 'R300' }],
  ['A600 Q300', { pilotCode: 'A600', auxiliaryCode: 'A600', dcCode: 'Q300' }],
  ['PILOT DUTY B300', { pilotCode: 'B300', auxiliaryCode: 'B300' }],
  ['10A 250VAC B300', { ...ac(10, 250), pilotCode: 'B300', auxiliaryCode: 'B300' }],
  ['AC-15 3A 230V', { ac15A: 3, mostV: 230 }],
  ['AC15 6A 230VAC', { ac15A: 6, mostV: 230 }],
  ['3A AC-15 240V', { ac15A: 3, mostV: 240 }],
  ['AC-1 25A', { resistiveA: 25 }, [], noVolts],
  ['AC-1 25A 690V', ac(25, 690)],
  ['AC-3 9A 400V', { ac3A: 9, mostV: 400 }],
  ['AC-3 9A 4kW 400V', { ac3A: 9, mostV: 400 }, ['4KW']],
  ['AC-3e 12A 400V', { ac3A: 12, mostV: 400 }],
  ['Ith 10A', { carryA: 10 }, [], noVolts],
  ['Ith 10A AC-15 3A 240V', { carryA: 10, ac15A: 3, mostV: 240 }],
  ['30 FLA 150 LRA 40 RES', { motorA: 30, lockedA: 150, resistiveA: 40 }, [], noVolts],
  ['FLA 30 LRA 150 240V', { motorA: 30, lockedA: 150, mostV: 240 }],
  ['FLA 30 LRA 180/150/120', { motorA: 30, lockedA: 180 }, ['150/120'], noVolts],
  ['30FLA 180LRA 40A RES 600VAC', { motorA: 30, lockedA: 180, resistiveA: 40, mostV: 600 }],
  ['20A FLA 120A LRA', { motorA: 20, lockedA: 120 }, [], noVolts],
  ['BALLAST 20A 277V', { lampA: 20, mostV: 277 }],
  ['20A BALLAST 30A RES 600VAC', { lampA: 20, resistiveA: 30, mostV: 600 }],
  ['TUNG 5A 120V', { lampA: 5, mostV: 120 }],
  ['5A TUNGSTEN 120VAC', { lampA: 5, mostV: 120 }],
  ['5A T 120V', { lampA: 5, mostV: 120 }],
  ['10A 250VAC MIN 10mA 5V', { ...ac(10, 250), leastMa: 10 }],
  ['10A 250VAC MIN. 5 mA', { ...ac(10, 250), leastMa: 5 }],
  ['T2A L 250V', { ratingA: 2, curve: 'iec-5x20-T', mostV: 250 }],
  ['T2AL250V', { ratingA: 2, curve: 'iec-5x20-T', mostV: 250 }],
  ['T 2A 250V', { ratingA: 2, curve: 'iec-5x20-T', mostV: 250 }],
  ['T1,25A 250V', { ratingA: 1.25, curve: 'iec-5x20-T', mostV: 250 }],
  ['T3.15A 250V', { ratingA: 3.15, curve: 'iec-5x20-T', mostV: 250 }],
  ['T3.15AH250V', { ratingA: 3.15, curve: 'iec-5x20-T', mostV: 250 }],
  ['T500mA 250V', { ratingA: 0.5, curve: 'iec-5x20-T', mostV: 250 }],
  ['T500mAL250V', { ratingA: 0.5, curve: 'iec-5x20-T', mostV: 250 }],
  ['F500mAH 250V', { ratingA: 0.5, curve: 'iec-5x20-F', mostV: 250 }],
  ['F2A 250V', { ratingA: 2, curve: 'iec-5x20-F', mostV: 250 }],
  ['FF 2A 250V', { ratingA: 2, curve: 'iec-5x20-F', mostV: 250 }],
  ['8A gG 500V', { ratingA: 8, mostV: 500 }, [], slow],
  ['10A aM 500V', { ratingA: 10, mostV: 500 }, [], slow],
  ['2A CC 600V', { ratingA: 2, mostV: 600 }, [], slow],
  ['2A 600V TIME DELAY', { ratingA: 2, curve: 'na-time-delay-control', mostV: 600 }],
  ['2A 600V TIME-DELAY IR 200kA', { ratingA: 2, curve: 'na-time-delay-control', mostV: 600, breaksA: 200_000 }],
  ['5A 250V FAST ACTING', { ratingA: 5, curve: 'na-fast', mostV: 250 }],
  ['DUAL ELEMENT 15A 250V', { ratingA: 15, curve: 'na-time-delay-control', mostV: 250 }],
  ['15A 32V BLADE', { ratingA: 15, curve: 'blade-32', mostV: 32 }],
  ['15A 32VDC BLADE', { ratingA: 15, curve: 'blade-32', mostV: 32 }],
  ['C10', { ratingA: 10, curve: 'mcb-C' }, [], noVolts],
  ['C16 230/400V', { ratingA: 16, curve: 'mcb-C', mostV: 400 }],
  ['C6 230/400V~ [6000] [3]', { ratingA: 6, curve: 'mcb-C', mostV: 400, breaksA: 6000 }],
  ['B16 400V [6000] [3]', { ratingA: 16, curve: 'mcb-B', mostV: 400, breaksA: 6000 }],
  ['D2 400V', { ratingA: 2, curve: 'mcb-D', mostV: 400 }],
  ['20A 240V 10kA', { ratingA: 20, mostV: 240, breaksA: 10_000 }, [], slow],
  ['10kA 240V 20A', { ratingA: 20, mostV: 240, breaksA: 10_000 }, [], slow],
  ['15A 120/240V 10kA', { ratingA: 15, mostV: 240, breaksA: 10_000 }, [], slow],
  ['Icu 25kA 415V', { mostV: 415, breaksA: 25_000 }],
  ['10A 250VAC E123456', ac(10, 250), ['E123456']],
  ['10A 250VAC 105', ac(10, 250), ['105']],
];

describe('a rating is read from its print, and told back', () => {
  it.each(PRINTS.map((row) => [row[0], row] as const))('%s', (print, [, figures, left = [], asks = []]) => {
    const read = readRatingPrint(print)!;
    const seen = ratingFigures(read);
    expect(Object.keys(seen).sort()).toEqual(Object.keys(figures).sort());
    for (const [name, value] of Object.entries(figures))
      if (typeof value === 'number') expect(seen[name]).toBeCloseTo(value, 4);
      else expect(seen[name]).toBe(value);
    expect([read.left, read.asks]).toEqual([left, asks]);
    expect(tellRatingPrint(read)).not.toMatch(/undefined|NaN/);
    expect(tellRatingDoubts(read)).toHaveLength(asks.length + (left.length > 0 ? 1 : 0));
  });

  // every number is in a figure, told back, or said to be left; hertz, tolerances, listing and energy classes are none
  it.each(PRINTS.map(([print]) => print))('no digit of %s is lost unsaid', (print) => {
    const read = readRatingPrint(print)!;
    const told = `${tellRatingPrint(read)} ${tellRatingDoubts(read).join(' ')}`;
    const plain = print
      .replace(/(\d),(?=\d)/g, '$1.')
      .replace(/\[3\]|B3R3|\b2CO\b|L\/R 7ms|MIN 10mA 5V|AC-?\d+e?/gi, (text) => (text.startsWith('MIN') ? '10' : ''));
    const numbers = [...plain.matchAll(/\d+(?:\/\d+)?(?:\.\d+)?/g)].flatMap(([one]) =>
      /^1\/[34]$|^1\/2$/.test(one) ? [] : one.split('/'),
    );
    const said = [...told.replace(/(\d) (?=\d{3}\b)/g, '$1').matchAll(/\d+(?:\.\d+)?/g)].map(([one]) => Number(one));
    for (const number of numbers.map(Number))
      expect([
        print,
        number,
        said.some((one) => [1, 1000, 1e-3].some((unit) => Math.abs(one - number * unit) < 1e-9)) || /HP/i.test(print),
      ]).toEqual([print, number, true]);
  });

  it('together with those of coils there are 200', () => expect(PRINTS.length).toBeGreaterThanOrEqual(110));

  it.each(['', 'SPDT', 'relay', '250VAC', 'CLASS 2'])('%s holds no figure', (print) => expect(readRatingPrint(print)).toBeUndefined());

  // no digit is lost unsaid: every number of a print is in a figure, or told as left
  it('whatever is typed is read or told', () => {
    const pieces = [
      '10A',
      '250VAC',
      '30VDC',
      'B300',
      'R300',
      '1/3HP',
      '120V',
      'RES',
      'NO',
      'NC',
      '5mA',
      'MIN',
      'T2A',
      'C16',
      '77',
      'XK9',
      '/',
      ',',
    ];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...pieces), { minLength: 1, maxLength: 7 }), (words) => {
        const read = readRatingPrint(words.join(' '));
        if (!read) return;
        expect(read.ratings.every(({ value }) => Number.isFinite(value) && value > 0)).toBe(true);
        for (const word of ['77', 'XK9'])
          if (words.includes(word)) expect(read.left.includes(word) || read.ratings.some(({ value }) => String(value) === word)).toBe(true);
      }),
      { seed: 9, numRuns: 400 },
    );
  });
  it('what is told is read as the same', () => {
    const one = fc.record({
      amps: fc.integer({ min: 1, max: 90 }),
      volts: fc.constantFrom(120, 240, 250, 277, 600),
      dcA: fc.integer({ min: 1, max: 30 }),
      code: fc.constantFrom('A600', 'B300', 'C150'),
    });
    fc.assert(
      fc.property(one, ({ amps, volts, dcA, code }) => {
        const print = `${amps}A ${volts}VAC ${dcA}A 30VDC ${code}`;
        const read = readRatingPrint(print)!;
        expect(ratingFigures(readRatingPrint(tellRatingPrint(read))!)).toEqual(ratingFigures(read));
        expect(ratingFigures(read)).toMatchObject({ resistiveA: amps, mostV: volts, dcA, dcV: 30, pilotCode: code });
      }),
      { seed: 10, numRuns: 200 },
    );
  });
});
