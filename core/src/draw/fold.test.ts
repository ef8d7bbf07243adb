import { expect, it } from 'vitest';
import { planCircuit } from '#core/graph';
import { demo } from '../testing/demo';
import { foldBands, layoutPaths, verifyBand } from './index';

const sheet = layoutPaths(planCircuit(demo('Q3')));

it('a folded band leaves its title, and what is below moves up whole', () => {
  const folded = foldBands(sheet, (index) => index === 0);
  expect(folded.bands.map(({ name }) => name)).toEqual(sheet.bands.map(({ name }) => name));
  expect([folded.bands[0]!.symbols, folded.bands[0]!.height]).toEqual([[], 32]);
  const gain = sheet.bands[0]!.height - 32;
  expect(folded.height).toBe(sheet.height - gain);
  for (const [index, band] of folded.bands.entries()) {
    expect(verifyBand(band, sheet.netOf)).toEqual([]);
    if (index > 0)
      expect(band.symbols.map(({ y, pins }) => [y + gain, pins.map((pin) => pin.y + gain)])).toEqual(
        sheet.bands[index]!.symbols.map(({ y, pins }) => [y, pins.map((pin) => pin.y)]),
      );
  }
});
it('with nothing folded it is the same sheet', () => {
  expect(foldBands(sheet, () => false)).toBe(sheet);
});
