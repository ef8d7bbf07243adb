import { describe, expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { drain } from '#core/explore';
import { planNetwork } from '#core/network';
import { at } from '#core/units';
import { DEMO, demo } from '../testing/demo';
import { digest } from '../testing/digest';
import { dev } from '../testing/ids';
import { ODD } from '../testing/odd';
import { unitPanel } from '../testing/panel';
import { bestNext, type Measured, outcomesOf, posterior, predictedVolts, predicting, profilePoints, rankClasses } from './index';

/** A session with the first, the middle and the last fault that shows: what is advised, what may be read, what is believed after it. */
function foundText(circuit: Circuit): string {
  const plan = planNetwork(circuit);
  const [complaint] = circuit.complaints;
  if (!complaint) throw new Error('no complaint');
  const predictions = drain(predicting(plan, complaint));
  const healthy = JSON.stringify(predictions.sightings[0]);
  const visible = [...predictions.suspects.keys()].filter((index) => JSON.stringify(predictions.sightings[index]) !== healthy);
  const profile = plan
    .partsIn(complaint.about)
    .map(({ index }) => profilePoints(plan, index))
    .find((one) => one !== undefined);
  const sessions = [0, Math.floor(visible.length / 2), visible.length - 1].map((place) => {
    const truth = at(visible, place);
    const measured: Measured[] = [];
    const seen = at(predictions.sightings, truth);
    const steps = Array.from({ length: 3 }, () => {
      const advice = bestNext(predictions, { seen, measured }, measured.at(-1), { reference: profile?.reference });
      if (!advice) return undefined;
      const volts = predictedVolts(predictions, truth, advice.test);
      measured.push({ ...advice.test, volts });
      const belief = posterior(predictions, { seen, measured });
      const ranked = rankClasses(predictions, belief).slice(0, 3);
      return { advice, volts, ranked, outcomes: outcomesOf(predictions, belief, advice.test) };
    });
    return { truth: predictions.suspects[truth], steps };
  });
  const { suspects, points, modes, pairs, classOf, elsewhere, healthyToEarth } = predictions;
  return `${digest({ suspects: suspects.length, weights: suspects.map(({ weight }) => weight), points, modes, pairs: pairs.length, classOf, elsewhere, healthyToEarth, profile, sessions })}\n`;
}

const complaining = (circuit: Circuit, about: string, log: Circuit['complaints'][number]['log']): Circuit => ({
  ...circuit,
  complaints: [{ title: 'does not pull in', about: dev(about), atMs: 60_000, log }],
});

const on = { atMs: 0, power: 'on' } as const;
const CIRCUITS: readonly (readonly [string, Circuit])[] = [
  ...DEMO.map((name) => [name, demo(name)] as const),
  ['twoTransformers', complaining(ODD.twoTransformers!, 'dK2', [on, { atMs: 0, device: dev('dS2'), input: 'heating', on: true }])],
  ['units', complaining(unitPanel(180), 'dK3', [on, { atMs: 0, device: dev('dTC3'), input: 'heating', on: true }])],
];

describe('what is advised and believed stands as it stood', () => {
  it.each(CIRCUITS)('in %s', async (name, circuit) => {
    await expect(foundText(circuit)).toMatchFileSnapshot(`golden/${name}.txt`);
  });
});
