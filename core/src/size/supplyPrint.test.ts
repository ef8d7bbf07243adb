import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { familyNamed } from '#core/devices';
import { tellSupplyDoubts, tellSupplyPrint } from '#core/words';
import { readSupplyPrint, type SupplyQuestion, supplyFigures } from './index';

type Row = readonly [
  print: string,
  family: string,
  figures: Record<string, number | string>,
  asks?: readonly SupplyQuestion[],
  left?: readonly string[],
];

const ONE = 'supply-1ph';
const SPLIT = 'supply-split-phase';
const STAR = 'supply-3ph-wye';
const T24 = 'control-transformer-24';
const T120 = 'control-transformer-120';
const DC = 'dc-supply-module';
const acOrDc: readonly SupplyQuestion[] = ['AC or DC'];
const joined: readonly SupplyQuestion[] = ['how the primary is joined'];

/** Prints as the trade makes them, written by hand from its habits (common practice); beside each what must come out. */
const PRINTS: readonly Row[] = [
  ['120V 60Hz', ONE, { volts: 120, hz: '60' }],
  ['120 VAC 60 Hz 1PH', ONE, { volts: 120, hz: '60' }],
  ['120V 1Ø 2W 60HZ', ONE, { volts: 120, hz: '60' }],
  ['230 V ~ 50 Hz', ONE, { volts: 230, hz: '50' }],
  ['230V~ 50Hz', ONE, { volts: 230, hz: '50' }],
  ['1N~ 230V 50Hz', ONE, { volts: 230, hz: '50' }],
  ['1/N/PE ~ 230 V 50 Hz', ONE, { volts: 230, hz: '50' }],
  ['277V 1 PHASE 60HZ', ONE, { volts: 277, hz: '60' }],
  ['230V', ONE, { volts: 230 }, acOrDc],
  ['120V 50/60Hz', ONE, { volts: 120 }],
  ['120/240V 1PH 3W 60Hz', SPLIT, { volts: 240, hz: '60' }],
  ['120/240 V 60 Hz', SPLIT, { volts: 240, hz: '60' }],
  ['240/120V 1Ø 3W', SPLIT, { volts: 240 }],
  ['115/230V 1PH 60Hz', SPLIT, { volts: 230, hz: '60' }],
  ['120/240V SINGLE PHASE 3 WIRE 22kA', SPLIT, { volts: 240, faultA: 22_000 }],
  ['120/240V', ONE, {}],
  ['208Y/120V 3PH 4W 60Hz', STAR, { volts: 208, hz: '60' }],
  ['208Y/120', STAR, { volts: 208 }],
  ['120/208V 3PH 4W', STAR, { volts: 208 }],
  ['480Y/277V 3Ø 4W 60HZ', STAR, { volts: 480, hz: '60' }],
  ['600Y/347V 60Hz', STAR, { volts: 600, hz: '60' }],
  ['230/400V 3N~ 50Hz', STAR, { volts: 400, hz: '50' }],
  ['3/N/PE ~ 400/230 V 50 Hz', STAR, { volts: 400, hz: '50' }],
  ['3N~ 400V 50Hz', STAR, { volts: 400, hz: '50' }],
  ['400 V 3 PH 4 W 50 Hz 10 kA', STAR, { volts: 400, hz: '50', faultA: 10_000 }],
  ['208Y/120V 3PH 4W 60Hz SCCR 65kAIC', STAR, { volts: 208, hz: '60', faultA: 65_000 }],
  ['480V 3PH 3W 60Hz', STAR, {}],
  ['480V 3Ø 60Hz 200A', STAR, {}, ['star or delta']],
  ['240V 3PH 4W', STAR, {}, ['a delta with a high leg']],
  ['H1-H4 480V X1-X2 120V 250VA', T120, { va: 250, primaryV: 480 }],
  ['28V OC 24V 40VA', T24, { va: 40 }],
  ['24-0-24V 40VA', T24, { va: 40 }, ['how its halves are joined']],
  ['2x12V 20VA', T24, {}, ['how its halves are joined']],
  ['400±15V / 24V 160VA', 'signal-transformer', { va: 160 }, ['how the primary is joined']],
  ['PRI 0-208-240 SEC 24 40VA', T24, { va: 40 }, ['how the primary is joined']],
  ['240/120V 3PH 4W DELTA', STAR, {}, ['a delta with a high leg']],
  ['240V 3PH 3W DELTA', SPLIT, {}],
  ['480V 60Hz', STAR, {}, ['one phase or three']],
  ['208/240V 60Hz', ONE, {}, ['which line is there']],
  ['208-240V 1PH 60Hz', ONE, {}, ['which line is there']],
  ['PRI 120/208/240V SEC 24V 40VA 60Hz', T24, { va: 40 }, joined],
  ['PRI: 120V SEC: 24V 40VA', T24, { va: 40, primaryV: 120 }],
  ['PRIMARY 208/240V 60Hz SECONDARY 24V 75VA CLASS 2', T24, { va: 75 }, joined],
  ['120/208/240-24V 40VA', T24, { va: 40 }, ['which line is there']],
  ['120V-24V 40VA 50/60Hz', T24, { va: 40, primaryV: 120 }],
  ['24V 40VA', T24, { va: 40 }],
  ['40VA 24V CLASS 2', T24, { va: 40 }],
  ['SEC 12V 20VA', T24, {}],
  ['240X480-120V 150VA', T120, { va: 150 }, ['which line is there']],
  ['PRI 240X480 SEC 120 150VA', T120, { va: 150 }, joined],
  ['PRI 240X480V SEC 120V 150VA 60Hz', T120, { va: 150 }, joined],
  ['480V/120V 100VA', T120, { va: 100, primaryV: 480 }],
  ['480-120V 0.5kVA', T120, { va: 500, primaryV: 480 }],
  ['H 480V X 120V 250VA 60Hz', T120, { va: 250, primaryV: 480 }],
  ['IN 480V OUT 24V 250VA', T120, {}],
  ['PRI 230V 50Hz SEC 24V 63VA', 'signal-transformer', { va: 63, primaryV: 230 }],
  ['230/24V 63VA', 'signal-transformer', { va: 63, primaryV: 230 }],
  ['INPUT 120VAC OUTPUT 24VDC 5A', DC, { inputV: 120, outputV: 24, outputA: 5 }],
  ['INPUT 100-240VAC 50/60Hz 1.2A OUTPUT 24VDC 5A', DC, { outputV: 24, outputA: 5 }, ['which line is there']],
  ['IN: 230V~ 50Hz OUT: 24V⎓ 2,5A 60W', DC, { inputV: 230, outputV: 24, outputA: 2.5 }],
  ['24VDC', DC, { outputV: 24 }],
  ['24 V d.c. 10 A', DC, { outputV: 24, outputA: 10 }],
  ['OUTPUT 24VDC 120W', DC, { outputV: 24 }],
  ['120V 60Hz XK9', ONE, { volts: 120, hz: '60' }, [], ['XK9']],
  ['120V +10/-15% 60Hz', ONE, { volts: 120, hz: '60' }],
];

const ROWS = PRINTS.map(([print, family, figures, asks = [], left = []]) => ({ print, family, figures, asks, left }));

describe('prints of supplies and transformers', () => {
  it.each(ROWS)('$print on $family', ({ print, family, figures, asks, left }) => {
    const read = readSupplyPrint(print)!;
    expect(supplyFigures(read, familyNamed(family)?.is ?? {})).toEqual(figures);
    expect([read.asks, read.left]).toEqual([asks, left]);
  });
  it.each(PRINTS.map(([print]) => print))('%s: no digit is lost unsaid', (print) => {
    const read = readSupplyPrint(print)!;
    const told = `${tellSupplyPrint(read)} ${tellSupplyDoubts(read).join(' ')}`.replace(/(\d) (?=\d{3}\b)/g, '$1');
    const said = [...told.matchAll(/\d+(?:\.\d+)?/g)].map(([one]) => Number(one));
    const unsaid = [...print.replace(/(\d),(?=\d)/g, '$1.').matchAll(/\d+(?:\.\d+)?/g)]
      .map(([one]) => Number(one))
      // wires and phases are told by the name of the system, a tolerance and a class are no figure of it
      .filter((one) => one > 4 && !/%|CLASS|±/.test(print))
      .filter((one) => !said.some((other) => [1, 1000].some((unit) => Math.abs(other - one * unit) < 1e-9)));
    expect(unsaid.filter((one) => !(/XK9/.test(print) && one === 9))).toEqual([]);
  });
  it.each(['', 'CLASS 2', 'transformer', '40VA', '60Hz'])('"%s" holds no volts', (print) => expect(readSupplyPrint(print)).toBeUndefined());
  it('whatever is typed is read or told, and nothing breaks it', () => {
    const pieces = ['120V', '208Y/120', '240X480', 'PRI', 'SEC', '24V', '40VA', '60Hz', '3PH', '4W', 'N', 'DC', '/', '-', 'XK9', '10kA'];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...pieces), { minLength: 1, maxLength: 7 }), (words) => {
        const read = readSupplyPrint(words.join(' '));
        if (!read) return;
        expect([...(read.input?.volts ?? []), ...read.output.volts].every((one) => one > 0 && Number.isFinite(one))).toBe(true);
        if (words.includes('XK9')) expect(read.left).toContain('XK9');
        if (words.includes('40VA')) expect(read.va).toBe(40);
      }),
      { seed: 12, numRuns: 500 },
    );
  });
  it('what is told of a transformer is read as the same', () => {
    const one = fc.record({
      primary: fc.constantFrom(120, 208, 230, 480),
      secondary: fc.constantFrom(24, 12),
      va: fc.integer({ min: 5, max: 900 }),
    });
    fc.assert(
      fc.property(one, ({ primary, secondary, va }) => {
        const read = readSupplyPrint(`PRI ${primary}V SEC ${secondary}V ${va}VA`)!;
        const again = readSupplyPrint(tellSupplyPrint(read))!;
        expect([again.input?.volts, again.output.volts, again.va]).toEqual([[primary], [secondary], va]);
      }),
      { seed: 13, numRuns: 100 },
    );
  });
});
