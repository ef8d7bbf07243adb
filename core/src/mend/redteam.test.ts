import { describe, expect, it } from 'vitest';
import { checkStudy, type Finding, isSound, studyOf } from '#core/check';
import type { Circuit } from '#core/circuit';
import { applyChanges } from '#core/circuit';
import { drain, explore } from '#core/explore';
import { DEMO, demo } from '../testing/demo';
import { mistake, soundVariation } from '../testing/mistakes';
import { oracle } from '../testing/oracle';
import { mending } from './index';

const judged = (circuit: Circuit): Finding[] => checkStudy(studyOf(circuit, explore(circuit)));
const SEEDS = 1150;

describe('a plain slow oracle finds nothing wrong that is not told', () => {
  it.each(DEMO)('%s as it is drawn: nothing is wrong', (name) => expect(oracle(demo(name))).toEqual([]));

  // figures read wrongly, fields emptied, choices turned, ends exchanged, wires too many, ends that are off
  it.each(DEMO.map((name, index) => [name, index] as const))(
    'mistakes in %s',
    (name, index) => {
      const base = demo(name);
      let made = 0;
      let wrong = 0;
      const milder: string[] = [];
      for (let seed = index; seed < SEEDS; seed += DEMO.length) {
        const one = mistake(base, seed);
        if (!one) continue;
        made++;
        const seen = oracle(one.circuit);
        if (seen.length === 0) continue;
        wrong++;
        const findings = judged(one.circuit).filter(({ verdict }) => verdict !== 'good' && verdict !== 'look');
        if (isSound(findings)) milder.push(`${seed}: ${JSON.stringify(seen)}`);
        // what is blocked is not looked at further; else the device itself is named
        if (findings.some(({ verdict }) => verdict === 'block')) continue;
        const told = new Set(findings.flatMap(({ devices }) => devices.map((id) => one.circuit.devices[id]?.tag)));
        milder.push(...seen.filter(({ tag }) => !told.has(tag)).map(({ tag, what }) => `${seed}: ${tag} ${what}`));
      }
      expect(milder).toEqual([]);
      expect(made).toBeGreaterThan(80);
      expect(wrong).toBeGreaterThan(3);
    },
    120_000,
  );

  it.each(DEMO.map((name, index) => [name, index] as const))(
    '20 sound variations of %s raise no alarm',
    (name, index) => {
      const base = demo(name);
      const alarms = Array.from({ length: 20 }, (_, k) => 5000 + index * 20 + k).flatMap((seed) =>
        judged(soundVariation(base, seed))
          .filter(({ verdict }) => verdict !== 'good' && verdict !== 'look')
          .map(({ id, verdict }) => `${seed}: ${id} ${verdict}`),
      );
      expect(alarms).toEqual([]);
    },
    60_000,
  );
});

/** Every fifth mistake: what is offered as a mend is put in and judged again. */
it('what is told to mend a mistake does, and brings nothing that keeps it from being cleared', () => {
  let offered = 0;
  let asked = 0;
  for (let seed = 0; seed < SEEDS; seed += 5) {
    const one = mistake(demo(DEMO[seed % DEMO.length]!), seed);
    if (!one) continue;
    const study = studyOf(one.circuit, explore(one.circuit));
    const before = checkStudy(study);
    for (const finding of before.filter(({ verdict }) => verdict === 'danger' || verdict === 'block')) {
      asked++;
      for (const { changes } of drain(mending(finding, study)).mends) {
        offered++;
        const applied = applyChanges(one.circuit, changes);
        if (!applied.ok) throw new Error(applied.problems[0]!.message);
        const after = judged(applied.value.circuit);
        expect(after.map(({ id }) => id)).not.toContain(finding.id);
        const old = new Set(before.map(({ id, verdict }) => `${id} ${verdict}`));
        expect(after.filter(({ id, verdict }) => verdict !== 'look' && verdict !== 'good' && !old.has(`${id} ${verdict}`))).toEqual([]);
      }
    }
  }
  expect(asked).toBeGreaterThan(20);
  expect(offered).toBeGreaterThan(asked / 5);
}, 180_000);
