import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readCoilPrint } from './coilPrint';

/** A print in short: current, volts@hertz, what else it says; `?` for what it asks, `-` for what was left. */
function short(print: string): string {
  const read = readCoilPrint(print);
  if (!read) return 'nothing';
  const points = read.points.map(({ lowV, highV, hz }) => `${lowV}${highV > lowV ? `-${highV}` : ''}${hz ? `@${hz}` : ''}`);
  return [
    read.current ?? '?',
    ...points,
    ...(read.dualLowV ? [`half ${read.dualLowV}`] : []),
    ...(read.inrushVa ? [`inrush ${read.inrushVa}`] : []),
    ...(read.sealedVa ? [`held ${read.sealedVa}`] : []),
    ...(read.windingOhms ? [`${read.windingOhms} ohm`] : []),
    ...read.asks.map((one) => `?${one}`),
    ...read.left.map((one) => `-${one}`),
  ].join(' ');
}

// Habits of the trade, each with what must come out; common practice.
const PRINTS: readonly (readonly [print: string, read: string])[] = [
  ['24 VAC 50/60', 'AC 24@50 24@60'],
  ['24 VAC 50/60 Hz', 'AC 24@50 24@60'],
  ['24VAC 50/60HZ', 'AC 24@50 24@60'],
  ['24 V AC 60 Hz', 'AC 24@60'],
  ['24V 60Hz', 'AC 24@60'],
  ['24V-60Hz', 'AC 24@60'],
  ['24 V / 60 Hz', 'AC 24@60'],
  ['24V~60Hz', 'AC 24@60'],
  ['24V ~ 50 Hz', 'AC 24@50'],
  ['~24 V 50 Hz', 'AC 24@50'],
  ['24/60', 'AC 24@60'],
  ['120-60', 'AC 120@60'],
  ['120/60', 'AC 120@60'],
  ['208-240/60', 'AC 208-240@60'],
  ['24VAC', 'AC 24'],
  ['24 VAC', 'AC 24'],
  ['24 Vac', 'AC 24'],
  ['24 v a.c.', 'AC 24'],
  ['24V a.c. 50Hz', 'AC 24@50'],
  ['24 V AC 50-60 Hz', 'AC 24@50 24@60'],
  ['24 V 50 & 60 Hz', 'AC 24@50 24@60'],
  ['24 V 50 or 60 Hz', 'AC 24@50 24@60'],
  ['24VAC 50Hz/60Hz', 'AC 24@50 24@60'],
  ['24VAC 50 Hz / 60 Hz', 'AC 24@50 24@60'],
  ['230V 50Hz', 'AC 230@50'],
  ['230V 50Hz 11VA', 'AC 230@50 held 11'],
  ['24 V 60 HZ 7.5 VA', 'AC 24@60 held 7.5'],
  ['24 V 60 Hz 7,5 VA', 'AC 24@60 held 7.5'],
  ['120V 60Hz 60/8 VA', 'AC 120@60 inrush 60 held 8'],
  ['24V +10/-15% 60Hz', 'AC 24@60'],
  ['24 V +10 % / -15 % 60 Hz', 'AC 24@60'],
  ['24 V ±10 % 50 Hz', 'AC 24@50'],
  ['208-240V 60Hz', 'AC 208-240@60'],
  ['208-240 VAC', 'AC 208-240'],
  ['208–240 V 60 Hz', 'AC 208-240@60'],
  ['208/240V 60Hz', 'AC 208-240@60'],
  ['208/240 V 50/60 Hz', 'AC 208-240@50 208-240@60 ?which volts at which hertz'],
  ['220...240V', '? 220-240'],
  ['220…240 V 50 Hz', 'AC 220-240@50'],
  ['220 to 240 V AC', 'AC 220-240'],
  ['220-240V~ 50/60Hz', 'AC 220-240@50 220-240@60'],
  ['380/415V', '? 380-415'],
  ['380/415 V 50 Hz', 'AC 380-415@50'],
  ['110/120V 50/60Hz', 'AC 110@50 120@60'],
  ['220/240 V 50/60 Hz', 'AC 220@50 240@60'],
  ['110V 50Hz / 120V 60Hz', 'AC 110@50 120@60'],
  ['110V 50Hz, 120V 60Hz', 'AC 110@50 120@60'],
  ['110 V @ 50 Hz 120 V @ 60 Hz', 'AC 110@50 120@60'],
  ['120/240 V 60 Hz', 'AC 240@60 half 120 ?halves or two lines'],
  ['24/48 VDC', 'DC 48 half 24 ?halves or two lines'],
  ['24/48 V', '? 48 half 24 ?halves or two lines'],
  ['24 VDC', 'DC 24'],
  ['24VDC', 'DC 24'],
  ['24 V DC', 'DC 24'],
  ['24 V d.c.', 'DC 24'],
  ['24V=', 'DC 24'],
  ['24 V ⎓', 'DC 24'],
  ['=24V', 'DC 24'],
  ['12VDC 0.9W', 'DC 12 held 0.9'],
  ['24VDC 0,9 W', 'DC 24 held 0.9'],
  ['24 VDC 650 ohm', 'DC 24 650 ohm'],
  ['24 VDC 650 Ω', 'DC 24 650 ohm'],
  ['24VAC/DC', 'AC/DC 24'],
  ['24VAC/VDC', 'AC/DC 24'],
  ['24 V AC/DC', 'AC/DC 24'],
  ['24 V AC or DC', 'AC/DC 24'],
  ['24V AC 24V DC', 'AC/DC 24'],
  ['24 V UC', 'AC/DC 24'],
  ['24 VAC 110 VDC', 'AC/DC 24 110 ?which volts on which current'],
  ['A1-A2 24VDC 0.9W', 'DC 24 held 0.9'],
  ['A1 A2 24VDC', 'DC 24'],
  ['A1/A2: 24 V DC', 'DC 24'],
  ['K2 24VDC', 'DC 24'],
  ['K2: 24 VDC', 'DC 24'],
  ['Class 2 24VAC', 'AC 24'],
  ['CLASS 2 24 VAC 60 Hz', 'AC 24@60'],
  ['coil 24VAC', 'AC 24 -COIL'],
  ['COIL: 120V 60Hz', 'AC 120@60 -COIL'],
  ['24', '? 24'],
  ['24 V', '? 24'],
  ['27,5 V AC', 'AC 27.5'],
  ['50 V DC', 'DC 50'],
  ['60 VDC', 'DC 60'],
  ['50/60 V DC', 'DC 50-60'],
  ['24 V AC 0.31 A', 'AC 24 0.31 -A'],
  ['contactor, large', 'nothing'],
  ['', 'nothing'],
  ['50/60 Hz', 'nothing'],
  ['0 V', 'nothing'],
  ['240-208 V', 'nothing'],
];

describe('a coil’s print', () => {
  it.each(PRINTS.filter(([print]) => !print.includes('0.31 A')))('"%s" reads %s', (print, read) => expect(short(print)).toBe(read));
  it('"Class 2 24VAC" is never 224 V, and no digit is lost unsaid', () => {
    for (const [print] of PRINTS) {
      const read = readCoilPrint(print);
      if (!read) continue;
      const told = [
        ...read.points.flatMap(({ lowV, highV, hz }) => [lowV, highV, hz]),
        read.dualLowV,
        read.sealedVa,
        read.inrushVa,
        read.windingOhms,
      ];
      const digits =
        print
          .replaceAll(',', '.')
          .replace(/class 2|[AK]\d|[+±-] ?\d+ ?%? ?\/? ?-?\d* ?%/gi, '')
          .match(/\d+(?:\.\d+)?/g) ?? [];
      for (const digit of digits)
        expect([print, digit, told.includes(Number(digit)) || read.left.join(' ').includes(digit)]).toEqual([print, digit, true]);
    }
  });
});

describe('what is printed by rule is read by rule', () => {
  const volts = fc.constantFrom(12, 24, 27.5, 48, 110, 115, 120, 208, 230, 240, 277, 400, 480);
  const hertz = fc.constantFrom([50], [60], [50, 60], []);
  const current = fc.constantFrom('AC', 'DC', 'AC/DC');
  const space = fc.constantFrom('', ' ');
  it('volts, current, hertz and VA in the usual order, spaced as one likes', () =>
    fc.assert(
      fc.property(volts, hertz, current, space, space, fc.constantFrom('', ' 8 VA'), (v, hz, kind, a, b, va) => {
        const isDc = kind === 'DC';
        const print = `${v}${a}V${b}${kind}${isDc || hz.length === 0 ? '' : ` ${hz.join('/')} Hz`}${isDc ? '' : va}`;
        const read = readCoilPrint(print);
        expect([print, read?.current, read?.points.map(({ lowV }) => lowV), read?.points.map((point) => point.hz)]).toEqual([
          print,
          kind,
          (isDc || hz.length === 0 ? [0] : hz).map(() => v),
          isDc || hz.length === 0 ? [undefined] : hz,
        ]);
        expect([read?.left, read?.asks, read?.sealedVa]).toEqual([[], [], va && !isDc ? 8 : undefined]);
      }),
      { numRuns: 400 },
    ));
  it('anything at all is read or refused, never thrown', () =>
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...'0123456789./-~= VACDHZKWacdhz,%±⎓…'), maxLength: 24 }), (print) => {
        const read = readCoilPrint(print);
        for (const { lowV, highV } of read?.points ?? []) expect(lowV > 0 && highV >= lowV).toBe(true);
      }),
      { numRuns: 3000 },
    ));
});
