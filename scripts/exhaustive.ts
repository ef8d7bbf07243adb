// npm run exhaustive -- [circuit …]: every part of the stock in every place of every demo circuit, judged by the table and put in and solved.
import { familyOf } from '#core/devices';
import { explore } from '#core/explore';
import { judgePart } from '#core/fit';
import { DEMO, demo } from '../core/src/testing/demo';
import { placeFor, stock, twinOf } from '../core/src/testing/stock';

const CLEARS = ['good', 'look'];
const asked = process.argv.slice(2);
const tally = { places: 0, pairs: 0, leadsLost: 0, tableMilder: 0, trialMilder: 0 };
for (const name of DEMO.filter((one) => asked.length === 0 || asked.includes(one))) {
  const circuit = demo(name);
  const before = explore(circuit);
  for (const device of Object.values(circuit.devices)) {
    if (familyOf(device, circuit).group === 'joint') continue;
    tally.places++;
    const place = placeFor(circuit, device.tag);
    for (const part of stock) {
      tally.pairs++;
      const quick = judgePart(place, part);
      // leads without a place refuse it in both alike, nothing is solved
      if (quick.mapping.lost.length > 0) {
        tally.leadsLost++;
        continue;
      }
      const trial = twinOf(circuit, device, part, before);
      const [clears, holds] = [CLEARS.includes(quick.verdict), CLEARS.includes(trial.verdict)];
      if (clears === holds) continue;
      if (clears) tally.tableMilder++;
      else tally.trialMilder++;
      console.log(
        `${name} ${device.tag}, ${part.title}: table ${quick.verdict}, trial ${trial.verdict} (${trial.brings.map(({ id }) => id).join(', ')})`,
      );
    }
  }
  console.log(name, JSON.stringify(tally));
}
process.exit(tally.tableMilder > 0 ? 1 : 0);
