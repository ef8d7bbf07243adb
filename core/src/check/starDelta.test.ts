import { describe, expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { edited, set } from '../testing/edits';
import { laidPattern } from '../testing/laidPattern';
import { checkStudy, studyOf } from './index';

/** A star-delta starter with the leads of its delta contactor on three other ends of the motor. */
function joined(to: readonly [string, string, string]): Circuit {
  const { circuit } = laidPattern('star-delta');
  const sound = ['W2', 'U2', 'V2'];
  const ends = (end: string): string => (sound.includes(end.slice(4)) ? `dM1:${to[sound.indexOf(end.slice(4))]}` : end);
  const conductors = Object.fromEntries(
    Object.entries(circuit.conductors).map(([id, wire]) => {
      const isDelta = wire.ends.some((end) => end?.startsWith('dK3:T'));
      return [id, isDelta ? { ...wire, ends: wire.ends.map((end) => end && ends(end)) as unknown as typeof wire.ends } : wire];
    }),
  );
  return { ...circuit, conductors };
}

// every winding across two lines, each across one line, or one of them: solved; the joints of a delta are U1–W2, V1–U2, W1–V2 (IEC 60034-8)
describe('a star-delta starter whose delta leads are exchanged', () => {
  it.each([
    ['W2 U2 V2', [], true],
    ['V2 W2 U2', [], true],
    ['U2 V2 W2', ['motor-run:dM1 danger unfed'], false],
    ['U2 W2 V2', ['motor-run:dM1 danger stalls'], false],
    ['W2 V2 U2', ['motor-run:dM1 danger stalls'], false],
    ['V2 U2 W2', ['motor-run:dM1 danger stalls'], false],
  ] as const)('%s', (to, findings, runs) => {
    const exploration = explore(joined(to.split(' ') as [string, string, string]));
    const found = checkStudy(studyOf(exploration.plan.circuit, exploration));
    const ofMotor = found.flatMap((one) =>
      one.rule === 'motor-run' ? [`${one.rule}:${one.devices.join()} ${one.verdict} ${one.told.ill}`] : [],
    );
    expect(ofMotor).toEqual(findings);
    const motor = exploration.plan.partsIn(exploration.plan.circuit.devices.dM1!.id)[0]!;
    // a winding carries 6 A over √3 in delta, where all is well
    const runA = exploration.loads.get(motor.index)?.runA ?? 0;
    expect(Math.abs(runA - 6 / Math.sqrt(3)) < 0.2).toBe(runs);
  });

  // IEC 60947-4-1, from memory: an overload in the leads of the windings is set to 1/√3 of the nameplate, 3.46 A of 6
  it.each([
    [3.5, []],
    [6, ['overload-setting danger 3.46']],
    [2.5, ['overload-setting look 3.46']],
  ])('its overload stands in the leads of the windings: %d A', (settingA, findings) => {
    const circuit = edited(joined(['W2', 'U2', 'V2']), set('dOL1', 'settingA', settingA));
    const found = checkStudy(studyOf(circuit, explore(circuit))).flatMap((one) =>
      one.rule === 'overload-setting' && one.told.code === 'set' ? [`${one.rule} ${one.verdict} ${one.told.runA.toFixed(2)}`] : [],
    );
    expect(found).toEqual(findings);
  });

  it('S2, which starts it, is not told to carry too little: it makes the in-rush of what its seal-in contact then holds', () => {
    const circuit = joined(['W2', 'U2', 'V2']);
    const wetted = checkStudy(studyOf(circuit, explore(circuit))).flatMap((one) =>
      one.rule === 'contact-rating' && one.told.code === 'row' && one.told.row.asks === 'wets the contact' ? one.devices : [],
    );
    expect(wetted).toEqual([]);
  });
});
