import { expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { DEFAULT_PRACTICE } from '#core/schools';
import { demo, SHIPPED } from '../testing/demo';
import { rowPanel, unitPanel } from '../testing/panel';
import { checkStudy } from './checkStudy';
import { studyOf } from './study';

/** The circuit with nothing read of how its supplies are and of what anything is rated. */
const unread = (circuit: Circuit): Circuit => ({
  ...circuit,
  devices: Object.fromEntries(
    Object.entries(circuit.devices).map(([id, device]) => [
      id,
      {
        ...device,
        nameplate: Object.fromEntries(
          Object.entries(device.nameplate).map(([name, field]) => [
            name,
            /fault|breaks|ohms|most|rated|inrush/i.test(name) ? { value: null, evidence: 'unknown' as const } : field,
          ]),
        ),
      },
    ]),
  ),
});
const found = (circuit: Circuit) => checkStudy(studyOf(circuit, explore(circuit), DEFAULT_PRACTICE));

// a finding is known by its id: what was tried against it, and what a part brings and mends, is told by that
it.each([
  ...SHIPPED.map((name) => [name, demo(name)] as const),
  ...SHIPPED.map((name) => [`${name} unread`, unread(demo(name))] as const),
  ['a panel of units', unitPanel(60)] as const,
  ['rows on one transformer, unread', unread(rowPanel(60))] as const,
])('no two findings about %s are told by one name', (_, circuit) => {
  const ids = found(circuit).map(({ id }) => id);
  expect(ids.filter((id, index) => ids.indexOf(id) !== index)).toEqual([]);
});

it('a supply that nobody has read is one finding, about it and all that guards against it', () => {
  const [one, ...others] = found(unitPanel(60)).filter(({ rule, told }) => rule === 'guard-rating' && told.code === 'supply not read');
  expect(others).toEqual([]);
  expect(one!.devices).toEqual(['dG1', ...Array.from({ length: 8 }, (_, index) => `dQ${index + 1}`)]);
});
