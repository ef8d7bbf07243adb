import { describe, expect, it } from 'vitest';
import type { Field, FieldFacts } from '#core/circuit';
import { digest } from '../testing/digest';
import { asDevice, familyList, loneDevice, partsOf } from './index';

/** A plausible figure for a field, the same each time. */
function filled(facts: FieldFacts, large: boolean): Field {
  if (facts.kind !== 'number') return { value: facts.choices?.at(large ? -1 : 0) ?? 'B300', evidence: 'print' };
  const { least = 1, most = 100 } = facts;
  return { value: Number((least + (most - least) * (large ? 0.4 : 0.05)).toPrecision(3)), evidence: 'print' };
}

function partText(family: string, nameplate: Record<string, Field>): string {
  const device = loneDevice({
    id: 'pX',
    title: family,
    family,
    nameplate,
    print: '',
    van: '',
    shelf: '',
    count: 1,
    notes: '',
    body: null,
    own: null,
  });
  return digest(partsOf(device));
}

/** What each family is, and the parts that its nameplate makes: empty, with small figures, with large ones. As text beside this file. */
describe('families stand as they stood', () => {
  it.each(['supply', 'protection', 'relay', 'switch', 'control', 'load', 'joint'] as const)('of the group %s', async (group) => {
    const texts = familyList
      .filter(([, family]) => family.group === group)
      .map(([name, family]) => {
        const all = (large: boolean) =>
          Object.fromEntries(Object.entries(family.fields).map(([field, facts]) => [field, filled(facts, large)]));
        const { parts: _parts, ...facts } = family;
        const parts = [`empty ${partText(name, {})}`, `small ${partText(name, all(false))}`, `large ${partText(name, all(true))}`];
        return [name, digest(facts), ...parts].join('\n');
      });
    await expect(`${texts.join('\n\n')}\n`).toMatchFileSnapshot(`golden/${group}.txt`);
  });
  it('a part as a device keeps its place and its tag', () => {
    const lone = loneDevice({
      id: 'pX',
      title: 'x',
      family: 'fuse-1',
      nameplate: {},
      print: '',
      van: '',
      shelf: '',
      count: 1,
      notes: '',
      body: null,
      own: null,
    });
    expect(
      asDevice(
        { ...lone, id: 'pY', title: 'y', family: 'fuse-3', own: null, print: '', van: '', shelf: '', count: 1 },
        { ...lone, tag: 'F7' },
      ),
    ).toMatchObject({
      tag: 'F7',
      family: 'fuse-3',
      fitted: 'y',
      title: 'y',
    });
  });
});
