import { familyOf } from '#core/devices';
import { explore } from '#core/explore';
import { judgePart } from '#core/fit';
import { demo } from './demo';
import { placeFor, stock, twinOf } from './stock';

export interface Tally {
  places: number;
  pairs: number;
  /** leads without a place refuse it in both alike, and nothing is solved */
  leadsLost: number;
  readonly apart: string[];
}

const CLEARS = ['good', 'look'];

/** Parts of the stock in the places of a circuit, judged by the table and put in and solved. @param step every so many pairs; 1: all */
export function everyPartIn(name: string, step: number): Tally {
  const circuit = demo(name);
  const before = explore(circuit);
  const tally: Tally = { places: 0, pairs: 0, leadsLost: 0, apart: [] };
  for (const device of Object.values(circuit.devices)) {
    if (familyOf(device, circuit).group === 'joint') continue;
    tally.places++;
    const place = placeFor(circuit, device.tag);
    for (const [index, part] of stock.entries()) {
      if ((index + tally.places) % step !== 0) continue;
      tally.pairs++;
      const quick = judgePart(place, part);
      if (quick.mapping.lost.length > 0) {
        tally.leadsLost++;
        continue;
      }
      const trial = twinOf(circuit, device, part, before);
      if (CLEARS.includes(quick.verdict) !== CLEARS.includes(trial.verdict))
        tally.apart.push(`${name} ${device.tag}, ${part.title}: table ${quick.verdict}, trial ${trial.verdict}`);
    }
  }
  return tally;
}
