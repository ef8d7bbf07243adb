import {
  type Evidence,
  type Measured,
  nextTest,
  type Policy,
  type Predictions,
  posterior,
  predictedVolts,
  rankClasses,
  type Test,
  type Verdict,
  verdictOf,
} from '#core/find';
import type { Sightings } from '#core/sequence';
import { at } from '#core/units';
import { METER_NOISE } from '../find/scale';
import { chanceOf } from './chance';

export interface SessionEnd {
  readonly readings: number;
  /** the class named, by its first suspect's class key; undefined when readings ran out first */
  readonly named: number | undefined;
}

const gauss = (random: () => number): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** A stop rule that all policies share. */
const SURE = 0.95;

/**
 * Plays one fault-finding session against a true suspect, with a noisy meter.
 * @param truth index of the suspect that is really there
 */
export function runSession(predictions: Predictions, truth: number, policy: Policy, seed: number, mostReadings = 80): SessionEnd {
  const random = chanceOf(seed);
  const seen: Sightings = at(predictions.sightings, truth);
  const measured: Measured[] = [];
  let before: Partial<Test> = {};
  for (;;) {
    const [first] = rankClasses(predictions, posterior(predictions, { seen, measured }));
    if (first && first.share > SURE) return { readings: measured.length, named: at(predictions.classOf, at(first.members, 0)) };
    const test = measured.length < mostReadings ? policy(predictions, { seen, measured }, before) : undefined;
    if (!test) return { readings: measured.length, named: first && at(predictions.classOf, at(first.members, 0)) };
    const volts = predictedVolts(predictions, truth, test);
    const noise = gauss(random) * Math.hypot(METER_NOISE.share * volts, METER_NOISE.floorV);
    measured.push({ ...test, volts: Math.abs(volts + noise) });
    before = test;
  }
}

/**
 * Plays a session against something that is really there and need not be among the suspects: readings and sights come from outside.
 * @param read volts that a good meter would show
 * @returns what was said at the end, with the evidence that it stands on
 */
export function playAgainst(
  predictions: Predictions,
  read: (test: Test) => number,
  seen: Sightings,
  seed: number,
  mostReadings = 12,
): { verdict: Verdict; evidence: Evidence } {
  const random = chanceOf(seed);
  const measured: Measured[] = [];
  let before: Partial<Test> = {};
  for (;;) {
    const evidence = { seen, measured };
    const verdict = verdictOf(predictions, evidence);
    const test = measured.length < mostReadings ? nextTest(predictions, verdict, evidence, before) : undefined;
    if (!test) return { verdict, evidence };
    const volts = read(test);
    const noise = gauss(random) * Math.hypot(METER_NOISE.share * volts, METER_NOISE.floorV);
    measured.push({ ...test, volts: Math.abs(volts + noise) });
    before = test;
  }
}
