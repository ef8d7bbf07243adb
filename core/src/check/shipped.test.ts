import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { familyNamed } from '#core/devices';
import { explore } from '#core/explore';
import { mistakenCircuit, readMistaken } from '#core/formats';
import { demo, SHIPPED } from '../testing/demo';
import { checkStudy, isSound, studyOf, worstFirst } from './index';

const CALLS = readMistaken(readFileSync(join(import.meta.dirname, '../../../demo/practice/mistakes.json'), 'utf8'));

describe('circuits that ship', () => {
  it.each(SHIPPED)('%s is sound as it is drawn', (name) => {
    const circuit = demo(name);
    expect(isSound(checkStudy(studyOf(circuit, explore(circuit))))).toBe(true);
  });
  it('three of them and more have a device of a kind of their own', () => {
    const own = SHIPPED.filter((name) => Object.values(demo(name).devices).some(({ family }) => familyNamed(family) === undefined));
    expect(own).toEqual(['Q4', 'Q8', 'L6']);
  });
  it('each has at least one mistake beside it', () => {
    expect(SHIPPED.filter((name) => !CALLS.some(({ of }) => of === name))).toEqual([]);
    expect(new Set(CALLS.flatMap(({ name, number }) => [name, number])).size).toBe(2 * CALLS.length);
  });
});

// each mistake is told with its cause: the rule, the device that it is about, and how bad it is
it.each(CALLS.map((call) => [call.of, call.mistake, call] as const))('%s: %s', (of, _mistake, call) => {
  const wrong = mistakenCircuit(call, demo(of));
  if (!wrong.ok) throw new Error(wrong.problems[0]!.message);
  const { rule, device, verdict } = call.told;
  const findings = checkStudy(studyOf(wrong.value, explore(wrong.value)));
  expect(findings.map((one) => [one.rule, one.devices[0], one.verdict].join(' '))).toContain([rule, device, verdict].join(' '));
  expect(isSound(findings)).toBe(false);
  expect(worstFirst(findings)[0]?.verdict).not.toMatch(/look|good/);
  // what people say does not give it away
  expect(call.title.toLowerCase()).not.toContain(call.mistake.toLowerCase());
});
