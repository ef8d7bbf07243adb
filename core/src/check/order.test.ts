import { expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { grouped, naturally } from '#core/units';
import { demo, SHIPPED } from '../testing/demo';
import { ODD } from '../testing/odd';
import { unitPanel } from '../testing/panel';
import { checkStudy, studyOf } from './index';

const CIRCUITS: readonly (readonly [string, Circuit])[] = [
  ...SHIPPED.map((name) => [name, demo(name)] as const),
  ...Object.entries(ODD),
  ['units', unitPanel(100)],
];

it.each(CIRCUITS)('what one rule says of several comes by their tags in %s: K1, K2, K10', (_, circuit) => {
  const findings = checkStudy(studyOf(circuit, explore(circuit)));
  const rules = findings.map(({ rule }) => rule);
  expect(rules.filter((rule, index) => rule !== rules[index - 1])).toHaveLength(new Set(rules).size);
  for (const list of grouped(findings, ({ rule }) => rule).values()) {
    const tags = list.map(({ devices: [about] }) => (about ? circuit.devices[about]!.tag : ''));
    expect(tags).toEqual([...tags].sort(naturally));
  }
});
