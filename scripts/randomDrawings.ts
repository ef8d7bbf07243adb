// npm run drawings -- [count]: so many tame and so many wild circuits drawn; what is false, in a list or has words on words is counted. A minute.
import { captionsOf, layoutPaths, verifyBand } from '../core/src/draw';
import { wordsOverlap } from '../core/src/draw/overlap';
import { planCircuit } from '../core/src/graph';
import { seededNumbers } from '../core/src/testing/demo';
import { tame, wild } from '../core/src/testing/drawn';

const count = Number(process.argv[2] ?? 2000);
let isWrong = false;
for (const [name, make] of [
  ['tame', tame],
  ['wild', wild],
] as const) {
  const chance = seededNumbers(2026);
  const tally = { circuits: count, bands: 0, lists: 0, false: 0, 'words on words': 0 };
  for (let turn = 0; turn < count; turn++) {
    const sheet = layoutPaths(planCircuit(make(chance, 20)));
    for (const band of sheet.bands) {
      tally.bands++;
      if (band.form === 'list') tally.lists++;
      if (verifyBand(band, sheet.netOf).length > 0) tally.false++;
      tally['words on words'] += wordsOverlap(band, captionsOf(band, '120 V 60 Hz from G1', 'na')).length;
    }
  }
  isWrong ||= tally.false > 0 || (name === 'tame' && tally.lists > tally.bands / 100);
  console.log(name, JSON.stringify(tally));
}
process.exit(isWrong ? 1 : 0);
