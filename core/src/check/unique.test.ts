import { expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { PATTERNS } from '#core/panel';
import { DEFAULT_PRACTICE } from '#core/schools';
import { tellFinding } from '#core/words';
import { demo, SHIPPED } from '../testing/demo';
import { DRAWN } from '../testing/drawn';
import { laidPattern } from '../testing/laidPattern';
import { ODD } from '../testing/odd';
import { rowPanel, unitPanel } from '../testing/panel';
import { PLACED } from '../testing/placed';
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
  ...Object.entries({ ...ODD, ...DRAWN }),
  ...Object.entries(PLACED).map(([family, make]) => [family, make({})] as const),
  ...Object.entries(PLACED).map(([family, make]) => [`${family} unread`, unread(make({}))] as const),
  ...PATTERNS.map(({ name }) => [name, laidPattern(name).circuit] as const),
  ['a panel of units', unitPanel(60)] as const,
  ['rows on one transformer, unread', unread(rowPanel(60))] as const,
])('no two findings about %s are told by one name', (_, circuit) => {
  const findings = found(circuit);
  for (const names of [findings.map(({ id }) => id), findings.map((finding) => tellFinding(circuit, finding).title)])
    expect(names.filter((name, index) => names.indexOf(name) !== index)).toEqual([]);
});

it('a supply that nobody has read is one finding, about it and all that guards against it', () => {
  const [one, ...others] = found(unitPanel(60)).filter(({ rule, told }) => rule === 'guard-rating' && told.code === 'supply not read');
  expect(others).toEqual([]);
  expect(one!.devices).toEqual(['dG1', ...Array.from({ length: 8 }, (_, index) => `dQ${index + 1}`)]);
});
