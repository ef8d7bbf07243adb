import { expect, it } from 'vitest';
import type { Device } from '#core/circuit';
import { familyOf, partsOf, type StockPart } from '#core/devices';
import { explore } from '#core/explore';
import { openStock } from '../../../cli/src/fit';
import { DEMO, demo } from '../testing/demo';
import { candidatesFor, drain, preparing, twinOf } from './index';

const stock = openStock(undefined);

/** What stands in the circuit, as if it came from the shelf. */
const twinOfItself = ({ title, family, nameplate }: Device): StockPart => ({
  id: 'pself',
  title,
  family,
  nameplate,
  print: '',
  van: '',
  shelf: '',
  count: 1,
  notes: '',
});

it.each(DEMO)('%s: every device is replaced by one like it, and nothing changes', (name) => {
  const circuit = demo(name);
  const before = explore(circuit);
  const changed = Object.values(circuit.devices)
    .filter((device) => familyOf(device).group !== 'joint')
    .flatMap((device) => {
      const twin = twinOf(circuit, device, twinOfItself(device), before, undefined, false);
      const told = [...twin.brings.map(({ title }) => title), ...twin.mends.map(({ title }) => title), ...twin.mapping.lost];
      return twin.verdict === 'good' && told.length === 0 && twin.mapping.moved.length === 0 ? [] : [`${device.tag}: ${told.join(', ')}`];
    });
  expect(changed).toEqual([]);
});

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
          `${device.tag} ${candidate.part.title}: ${[...twin.brings, twin.deed, ...twin.differences]
            .filter(({ verdict }) => verdict === 'danger' || verdict === 'block')
            .map((one) => ('title' in one ? one.title : one.words))
            .join('; ')}`,
        );
    }
  }
  expect(disagree).toEqual([]);
  if (name !== 'L1A' && name !== 'L4') expect(cleared).toBeGreaterThan(0);
});
