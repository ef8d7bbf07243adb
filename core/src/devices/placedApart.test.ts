import { expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { tellFinding } from '#core/words';
import { checkStudy, studyOf } from '../check';
import { PLACED } from '../testing/placed';

const looked = (circuit: Circuit) => {
  const study = studyOf(circuit, explore(circuit));
  return checkStudy(study).map((finding) => tellFinding(circuit, finding));
};

// a wire left off, a print unread: every one of them is looked at, told in whole sentences, and nothing is thrown
it.each(Object.entries(PLACED))('%s with each of its wires left off, and each figure of its print unread', (_name, placed) => {
  const circuit = placed({});
  const X = circuit.devices.dX!;
  const apart: Circuit[] = [
    ...Object.keys(circuit.conductors).map((id) => ({
      ...circuit,
      conductors: Object.fromEntries(Object.entries(circuit.conductors).filter(([one]) => one !== id)),
    })),
    ...Object.keys(X.nameplate).map((field) => ({
      ...circuit,
      devices: { ...circuit.devices, dX: { ...X, nameplate: { ...X.nameplate, [field]: { value: null, evidence: 'unknown' as const } } } },
    })),
  ];
  for (const one of apart)
    for (const words of looked(one))
      for (const sentence of [words.title, words.consequence, words.reason, words.remedy])
        expect(sentence).not.toMatch(/undefined|NaN|\[object|^$/);
});
