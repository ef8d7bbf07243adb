import { expect, it } from 'vitest';
import { familyOf, partsOf } from '#core/devices';
import { explore } from '#core/explore';
import { openStock } from '../../../cli/src/fit';
import { DEMO, demo } from '../testing/demo';
import { candidatesFor, drain, preparing, twinOf } from './index';

const stock = openStock(undefined);

// The quick table and the solved twin are two ways to one answer: what the table clears, the solve must not refuse.
it.each(DEMO)('%s: nothing that the table clears is refused by the solve', (name) => {
  const circuit = demo(name);
  const before = explore(circuit);
  const disagree: string[] = [];
  let cleared = 0;
  for (const device of Object.values(circuit.devices)) {
    if (!['relay', 'load'].includes(familyOf(device).group) || !partsOf(device).some(({ kind }) => kind === 'coil')) continue;
    const need = drain(preparing(circuit, device.id))!;
    for (const candidate of candidatesFor(need, stock).filter(({ verdict }) => verdict === 'good' || verdict === 'look')) {
      cleared++;
      const twin = twinOf(circuit, device, candidate.part, before, undefined, false);
      if (twin.verdict === 'danger' || twin.verdict === 'block')
        disagree.push(
          `${device.tag} ${candidate.part.title}: ${[...twin.brings, ...twin.differences]
            .filter(({ verdict }) => verdict === 'danger' || verdict === 'block')
            .map((one) => ('title' in one ? one.title : one.words))
            .join('; ')}`,
        );
    }
  }
  expect(disagree).toEqual([]);
  if (name !== 'L1A' && name !== 'L4') expect(cleared).toBeGreaterThan(0);
});
