import { expect, it } from 'vitest';
import { planCircuit } from '#core/graph';
import { PATTERNS } from '#core/panel';
import { laidPattern } from '../testing/laidPattern';
import { captionsOf, layoutPaths, standSheet, verifyBand } from './index';
import { wordsOverlap } from './overlap';

it.each(PATTERNS.map(({ name }) => [name] as const))('the pattern %s is drawn as paths, lying and standing, its words apart', (name) => {
  const { circuit } = laidPattern(name);
  const lying = layoutPaths(planCircuit(circuit));
  for (const sheet of [lying, standSheet(lying)])
    for (const band of sheet.bands) {
      expect([band.form, verifyBand(band, sheet.netOf)]).toEqual([expect.not.stringMatching('list'), []]);
      expect(wordsOverlap(band, captionsOf(band, '120 V 60 Hz from G1', 'na'))).toEqual([]);
    }
});
