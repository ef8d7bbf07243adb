import { z } from 'zod';
import { type Circuit, fine, type Result, spellPoint, wrong } from '#core/circuit';
import { drain } from '#core/explore';
import { adviceOf, type Measured, nextTest, type Predictions, predicting, verdictOf } from '#core/find';
import { at } from '#core/units';
import { tagOf, tellAgainst, tellSuspect } from '#core/words';
import { lineKind } from '../line';
import { allOf, readPair } from '../spelled';
import { circuitFacts } from '../standing';

const MOST_CLASSES = 6;

/** What remains believable of a complaint, and the best next test. */
export const find = lineKind({
  facts: z.strictObject({
    ...circuitFacts,
    complaint: z.number().int().min(1).default(1),
    seen: z.array(z.string()).default([]),
    measured: z.array(z.string()).default([]),
  }),
  answer(facts, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const { circuit, plan } = opened.value;
    const complaint = circuit.complaints[facts.complaint - 1];
    if (!complaint)
      return wrong({
        code: 'no-such-complaint',
        at: String(facts.complaint),
        message: `${circuit.number} has ${circuit.complaints.length} complaint(s); pick one with --complaint.`,
      });
    const predictions = drain(predicting(plan, complaint));
    const measured = allOf(facts.measured.map((one) => readMeasured(circuit, predictions, one)));
    if (!measured.ok) return measured;
    const seen = allOf(facts.seen.map((one) => readSeen(predictions, one)));
    if (!seen.ok) return seen;
    const evidence = {
      seen: { [tagOf(circuit, complaint.about)]: false, ...Object.fromEntries(seen.value) },
      measured: measured.value,
    };
    const words = (index: number): string => tellSuspect(plan, at(predictions.suspects, index).fault);
    const last = measured.value.at(-1);
    const verdict = verdictOf(predictions, evidence);
    const best = verdict.ranked[0]?.members[0];
    const before = last ? { red: last.red, black: last.black } : {};
    const test = nextTest(predictions, verdict, evidence, before);
    const advice = test && adviceOf(predictions, evidence, before, test);
    return fine({
      complaint: complaint.title,
      elsewhere: predictions.elsewhere,
      landingsLeft: predictions.landingsLeft,
      none: verdict.none,
      found: verdict.isFound,
      against: tellAgainst(circuit, verdict, evidence.measured, best === undefined ? '' : words(best)),
      suspects: verdict.ranked.slice(0, MOST_CLASSES).map(({ share, members }) => ({ share, suspects: members.map(words) })),
      next: advice
        ? {
            red: spellPoint(circuit, advice.test.red),
            black: spellPoint(circuit, advice.test.black),
            mode: advice.test.mode,
            gainBits: advice.gain,
            cost: advice.cost,
            outcomes: advice.outcomes.map(({ fromV, toV, share, leaves }) => ({
              fromV,
              toV,
              share,
              leaves: leaves.slice(0, 4).map(words),
            })),
          }
        : null,
    });
  },
});

/** `K1:A1,T1:C=0.1V`, `K1:A1,T1:C=24Vdc`. */
function readMeasured(circuit: Circuit, { modes }: Predictions, text: string): Result<Measured> {
  const match = /^([^=]+)=(-?\d+(?:\.\d+)?)\s*V?(dc)?$/i.exec(text);
  if (!match) return wrong({ code: 'not-understood', at: text, message: `--measured ${text}: write K1:A1,T1:C=0.1V.` });
  const pair = readPair(circuit, match[1] ?? '');
  if (!pair.ok) return pair;
  const [red, black] = pair.value;
  return fine({ red, black, mode: match[3] ? 'vdc' : (modes[0] ?? 'vac'), volts: Math.abs(Number(match[2])) });
}

/** `K1=out`, `TC1=on`. */
function readSeen({ sightings }: Predictions, text: string): Result<readonly [string, boolean]> {
  const match = /^([^=]+)=(in|on|out|off)$/i.exec(text);
  const tag = (match?.[1] ?? '').toUpperCase();
  const healthy = at(sightings, 0);
  if (!match || healthy[tag] === undefined)
    return wrong({
      code: 'not-understood',
      at: text,
      message: `--seen ${text}: write K1=out or K1=in, for one of ${Object.keys(healthy).join(', ')}.`,
    });
  return fine([tag, /^(in|on)$/i.test(match[2] ?? '')]);
}
