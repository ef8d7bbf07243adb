import { describe, expect, it } from 'vitest';
import { drain } from '#core/explore';
import { grouped } from '#core/units';
import { tellSuspect } from '#core/words';
import { COMPLAINING } from '../testing/complaint';
import { type Measured, nextTest, predictedVolts, predicting, verdictOf } from './index';

/** So many faults of a circuit are looked for, and so many readings are taken for each. */
const FAULTS = 14;
const MOST_READINGS = 16;

/** How a search ends whose advice is followed with a perfect meter. */
type End = 'found' | 'shown by look or swap' | 'other than it is' | 'nothing more to read';

describe('a search that follows its advice to the end', () => {
  const ends: { readonly end: End; readonly what: string; readonly readings: number }[] = [];
  it.each(COMPLAINING)('in %s', (name, plan, complaint) => {
    const predictions = drain(predicting(plan, complaint));
    const healthy = JSON.stringify(predictions.sightings[0]);
    const visible = [...predictions.suspects.keys()].filter((index) => JSON.stringify(predictions.sightings[index]) !== healthy);
    const step = Math.max(1, Math.floor(visible.length / FAULTS));
    for (const truth of visible.filter((_, index) => index % step === 0)) {
      const seen = predictions.sightings[truth]!;
      const measured: Measured[] = [];
      let verdict = verdictOf(predictions, { seen, measured });
      const isLookOrSwap = () => verdict.provedBy !== undefined && verdict.ranked[0]!.share > 0.95;
      while (!verdict.isFound && !isLookOrSwap() && measured.length < MOST_READINGS) {
        const test = nextTest(predictions, verdict, { seen, measured }, measured.at(-1));
        if (!test) break;
        measured.push({ ...test, volts: predictedVolts(predictions, truth, test) });
        verdict = verdictOf(predictions, { seen, measured });
      }
      const isRight = verdict.ranked[0]!.members.some((one) => predictions.classOf[one] === predictions.classOf[truth]);
      const isEnded = verdict.isFound || isLookOrSwap();
      const end: End = !isEnded
        ? 'nothing more to read'
        : !isRight
          ? 'other than it is'
          : verdict.isFound
            ? 'found'
            : 'shown by look or swap';
      // what is told leads, whether it is proved or not
      const isLeading = isRight || end === 'other than it is';
      expect([tellSuspect(plan, predictions.suspects[truth]!.fault), isLeading]).toEqual([expect.anything(), true]);
      ends.push({ end, what: `${name}: ${tellSuspect(plan, predictions.suspects[truth]!.fault)}`, readings: measured.length });
    }
  });

  it('finds nearly all, names hardly any other, and takes few readings', () => {
    const of = (end: End) => (grouped(ends, (one) => one.end).get(end) ?? []).map(({ what }) => what);
    expect(ends.length).toBeGreaterThan(500);
    // one in twenty is what 95 % sure means
    expect(of('other than it is').length).toBeLessThan(ends.length * 0.01);
    expect(of('nothing more to read').length).toBeLessThan(ends.length * 0.02);
    expect(ends.reduce((sum, { readings }) => sum + readings, 0) / ends.length).toBeLessThan(4);
  });
});
