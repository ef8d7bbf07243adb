import { describe, expect, it } from 'vitest';
import { chanceOf } from '../../testing/chance';
import { type Leg, lanesOf, leastCrossing, type Run, unsparedCrossings } from './lanes';

const run = (left: number, leaves: Leg['goes'], right: number, arrives: Leg['goes']): Run => ({
  left: { x: left, goes: leaves },
  right: { x: right, goes: arrives },
});

/** Crossings of runs laid from top to bottom, counted point by point: an upright crosses every run between its own and the edge it goes to. */
function counted(ordered: readonly Run[]): number {
  let crossings = 0;
  ordered.forEach(({ left, right }, place) => {
    for (const { x, goes } of [left, right])
      ordered.forEach((other, lane) => {
        const isBetween = goes === 'up' ? lane < place : lane > place;
        if (isBetween && x > other.left.x && x < other.right.x) crossings++;
      });
  });
  return crossings;
}

const everyOrder = <T>(list: readonly T[]): T[][] =>
  list.length < 2
    ? [[...list]]
    : list.flatMap((one, index) => everyOrder(list.filter((_, other) => other !== index)).map((rest) => [one, ...rest]));

const drawn = (chance: () => number, runs: number): Run[] => {
  const xs = Array.from({ length: 2 * runs }, (_, index) => ({ x: index, by: chance() })).sort((a, b) => a.by - b.by);
  const goes = (): Leg['goes'] => (chance() < 0.5 ? 'up' : 'down');
  return Array.from({ length: runs }, (_, index) => {
    const [a, b] = [xs[2 * index]!.x, xs[2 * index + 1]!.x].sort((one, other) => one - other);
    return run(a!, goes(), b!, goes());
  });
};

describe('two runs in a channel', () => {
  it.each([
    ['beside each other', run(0, 'up', 2, 'up'), run(3, 'up', 5, 'up'), 0],
    ['bows in one another', run(0, 'up', 5, 'up'), run(1, 'up', 3, 'up'), 0],
    ['bows that reach into one another', run(0, 'up', 3, 'up'), run(1, 'up', 5, 'up'), 1],
    ['a bow above a bow below', run(0, 'up', 3, 'up'), run(1, 'down', 5, 'down'), 0],
    ['two that go through in step', run(0, 'up', 3, 'down'), run(1, 'up', 5, 'down'), 0],
    ['two that go through and change sides', run(0, 'up', 5, 'down'), run(1, 'up', 3, 'down'), 1],
  ] as const)('%s', (_what, one, other, crossings) => {
    expect(unsparedCrossings([one, other])).toBe(crossings);
    expect(leastCrossing([other, one]).crossings).toBe(crossings);
  });
});

describe('the order of lanes', () => {
  it('is as good as the best of all orders on six runs, within one crossing, and none undercuts what cannot be spared', () => {
    const chance = chanceOf(5);
    let worse = 0;
    for (let turn = 0; turn < 60; turn++) {
      const runs = drawn(chance, 6);
      const best = Math.min(...everyOrder(runs).map(counted));
      const found = leastCrossing(runs);
      expect(counted(found.ordered)).toBe(found.crossings);
      expect(unsparedCrossings(runs)).toBeLessThanOrEqual(best);
      expect(found.crossings).toBeLessThanOrEqual(best + 1);
      if (found.crossings > best) worse++;
    }
    expect(worse).toBeLessThan(6);
  });
  it('gives runs that overlap lanes of their own', () => {
    const { ordered } = leastCrossing(drawn(chanceOf(9), 40));
    const lanes = lanesOf(ordered);
    ordered.forEach((one, index) => {
      ordered.forEach((other, place) => {
        if (place === index || lanes[place] !== lanes[index]) return;
        expect(one.left.x > other.right.x || other.left.x > one.right.x).toBe(true);
      });
    });
  });
});
