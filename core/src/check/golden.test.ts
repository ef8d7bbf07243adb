import { describe, expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { DEMO, demo, seededNumbers } from '../testing/demo';
import { digest } from '../testing/digest';
import { ODD } from '../testing/odd';
import { unitPanel } from '../testing/panel';
import { checkStudy, studyOf } from './index';

/** Every finding, coil and pole of circuits that are right and of some that are not, as text beside this file. */
function judgedText(circuit: Circuit): string {
  const study = studyOf(circuit, explore(circuit));
  return `${digest({
    findings: checkStudy(study),
    coils: study.coils.map(({ device, window, verdict, word, hold, exposure }) => ({
      tag: device.tag,
      window,
      verdict,
      word,
      hold,
      exposure,
    })),
    poles: study.poles.map(({ device, contact, verdict, serves, rows, demand, life }) => ({
      tag: device.tag,
      contact,
      verdict,
      serves,
      rows,
      demand,
      life,
    })),
  })}\n`;
}

/** A circuit on whose nameplates somebody has read other figures: some larger, some smaller, some not at all. */
function misread(name: (typeof DEMO)[number], seed: number): Circuit {
  const circuit = demo(name);
  const random = seededNumbers(seed);
  const devices = Object.entries(circuit.devices).map(([id, device]) => {
    const nameplate = Object.entries(device.nameplate).map(([field, given]) => {
      if (typeof given.value !== 'number' || random() > 0.4) return [field, given] as const;
      const share = random();
      if (share < 0.15) return [field, { value: null, evidence: 'unknown' as const }] as const;
      return [field, { ...given, value: Number((given.value * (share < 0.6 ? 0.45 : 1.9)).toPrecision(3)) }] as const;
    });
    return [id, { ...device, nameplate: Object.fromEntries(nameplate) }] as const;
  });
  return { ...circuit, devices: Object.fromEntries(devices) };
}

const MISREAD = [1, 2, 3] as const;

describe('what is judged stands as it stood', () => {
  it.each(DEMO)('of %s as it is drawn, and misread', async (name) => {
    const texts = [demo(name), ...MISREAD.map((seed) => misread(name, seed))].map(judgedText);
    await expect(texts.join('\n')).toMatchFileSnapshot(`golden/${name}.txt`);
  });
  it.each([...Object.entries(ODD), ['units', unitPanel(16)] as const])('of %s', async (name, circuit) => {
    await expect(judgedText(circuit)).toMatchFileSnapshot(`golden/${name}.txt`);
  });
});
