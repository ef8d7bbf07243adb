import { describe, expect, it } from 'vitest';
import { type Circuit, cableIdSchema } from '#core/circuit';
import { drain, explore } from '#core/explore';
import { mending } from '#core/mend';
import { tellMend } from '#core/words';
import { demo } from '../testing/demo';
import { edited, set } from '../testing/edits';
import { checkStudy, studyOf } from './index';
import type { WireTold } from './rules/conductorAmpacity';

/** The duct heater's circuit with the wires of both stages in one cable of a size. */
function inOneCable(awg: number, isOne: boolean): Circuit {
  const circuit = demo('Q2');
  const cable = cableIdSchema.parse('cH');
  const heats = (end: string | null): boolean => end !== null && ['dE1:', 'dE2:'].some((device) => end.startsWith(device));
  const conductors = Object.fromEntries(
    Object.entries(circuit.conductors).map(([id, wire]) => [
      id,
      wire.ends.some(heats) ? { ...wire, size: { awg }, ...(isOne ? { cable, core: 1 } : { cable: null }) } : wire,
    ]),
  );
  return edited({ ...circuit, conductors }, set('dF1', 'ratingA', 60));
}

const thin = (circuit: Circuit) =>
  checkStudy(studyOf(circuit, explore(circuit)))
    .filter(({ rule }) => rule === 'conductor-ampacity')
    .map(({ told, limit }) => ({ loaded: (told as WireTold).loaded, limit }));

describe('cores of one cable warm each other', () => {
  // 4.5 kW on 240 V are 18.75 A a stage: 12 AWG at 60 °C carries 20 A by itself, 16 A as one of four (NEC 310.15(C)(1), from memory: 0.8)
  it('each of four loaded cores carries less than it does by itself', () => {
    expect(thin(inOneCable(12, false))).toEqual([]);
    const found = thin(inOneCable(12, true));
    expect(found.length).toBe(4);
    for (const one of found) expect(one).toEqual({ loaded: 4, limit: 16 });
  });
  it('the next size is tried in the model, and mends it', () => {
    const circuit = inOneCable(12, true);
    const study = studyOf(circuit, explore(circuit));
    const finding = checkStudy(study).find(({ rule }) => rule === 'conductor-ampacity')!;
    const { mends } = drain(mending(finding, study));
    expect(mends.map(({ deed }) => deed)).toEqual([expect.objectContaining({ code: 'thicker wire', size: { awg: 10 } })]);
    expect(tellMend(circuit, mends[0]!).words).toMatch(/in 10 AWG$/);
  });
  it('thick enough, they are not told', () => expect(thin(inOneCable(10, true))).toEqual([]));
});
