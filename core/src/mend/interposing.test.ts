import { describe, expect, it } from 'vitest';
import { checkStudy, studyOf } from '#core/check';
import type { Circuit } from '#core/circuit';
import { drain, explore } from '#core/explore';
import { tellMend } from '#core/words';
import { DEMO, demo } from '../testing/demo';
import { edited, set } from '../testing/edits';
import { mending } from './index';

function mendsOfCoil(circuit: Circuit) {
  const study = studyOf(circuit, explore(circuit));
  const finding = checkStudy(study).find(({ rule }) => rule === 'coil-window');
  return finding ? drain(mending(finding, study)).mends : [];
}

describe('a call that cannot drive a coil', () => {
  it.each([120, 240])('is helped by a coil of its volts, or by a relay between: a coil of %i V on 24 V', (volts) => {
    const circuit = edited(demo('Q1'), set('dK1', 'coilV', volts));
    const mends = mendsOfCoil(circuit);
    // 120 V stand nowhere at the poles of K1: no relay could switch them from there
    expect(mends.map(({ deed }) => deed.code)).toEqual(volts === 240 ? ['part with', 'relay between'] : ['part with']);
    const between = mends.find(({ deed }) => deed.code === 'relay between');
    if (!between) return;
    const mended = edited(circuit, ...between.changes);
    const { endings } = explore(mended);
    expect([...endings.values()].some(({ seen }) => seen.K1 && seen.K4 && seen.M1)).toBe(true);
    expect(tellMend(circuit, between).words).toContain('24.0 V AC coil of 2.7 VA');
    const fits = checkStudy(studyOf(mended, explore(mended))).filter(({ verdict }) => verdict !== 'look');
    expect(fits).toEqual([]);
  });
  it('a coil that gets most of its volts is no call for a relay', () => {
    const circuit = edited(demo('Q6'), set('dK1', 'coilV', 230));
    expect(mendsOfCoil(circuit).map(({ deed }) => deed.code)).not.toContain('relay between');
  });
  it.each(DEMO)('%s as it is drawn has no coil to mend', (name) => expect(mendsOfCoil(demo(name))).toEqual([]));
});
