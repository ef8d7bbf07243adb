import { describe, expect, it } from 'vitest';
import { isLooseEnd, type Point, terminalIdSchema } from '#core/circuit';
import { drain } from '#core/explore';
import { EARTH_NODE, graphOf } from '#core/graph';
import { planNetwork } from '#core/network';
import { grouped } from '#core/units';
import { DEMO, demo } from '../testing/demo';
import { rowPanel } from '../testing/panel';
import { believed } from './belief';
import { costOf } from './cost';
import { byBestNext, halfSplit, INFERENCE_NOISE, offScale, posterior, predictedVolts, predicting, type Test } from './index';
import { pairsOf } from './pairs';
import { verdictOf } from './verdict';

const studied = (name: string, also: readonly Pick<Test, 'red' | 'black'>[] = []) => {
  const circuit = demo(name);
  return drain(predicting(planNetwork(circuit), circuit.complaints[0]!, { also }));
};
const NOWHERE = terminalIdSchema.parse('dNOT:9') as Point;

describe('pairs that are asked for besides', () => {
  const plain = studied('Q1');
  const [first, second] = plain.points;
  it('a pair is there once, whichever lead is where, and not with a point that is not, nor with itself', () => {
    const of = (red: Point, black: Point) => studied('Q1', [{ red, black }]).pairs.length - plain.pairs.length;
    expect(of(NOWHERE, first!)).toBe(0);
    expect(of(first!, NOWHERE)).toBe(0);
    expect(of(first!, first!)).toBe(0);
    const known = plain.pairs[0]!;
    expect(of(plain.points[known[1]]!, plain.points[known[0]]!)).toBe(0);
  });
  it('answers for what can be read, and for a pair from both sides', () => {
    expect(plain.canRead({ red: first!, black: second! })).toBe(true);
    expect([plain.canRead({ red: NOWHERE, black: second! }), plain.canRead({ red: first!, black: NOWHERE })]).toEqual([false, false]);
    const [i, j] = plain.pairs.at(-1)!;
    expect(plain.pairOf(plain.points[i]!, plain.points[j]!)).toBe(plain.pairs.length - 1);
    expect(plain.pairOf(plain.points[j]!, plain.points[i]!)).toBe(plain.pairs.length - 1);
    expect(plain.pairOf(NOWHERE, plain.points[j]!)).toBe(-1);
    expect(plain.toEarthAt(NOWHERE)).toBe(0);
  });
});

describe.each(['Q1', 'Q3', 'L1B'] as const)('what is predicted in %s', (name) => {
  const predictions = studied(name);
  it('two suspects of one class read alike at every pair, and of two classes not', () => {
    const isApart = (one: number, other: number, by: number) =>
      predictions.scaled.some((read) => read[one]!.some((value, pair) => Math.abs(value - read[other]![pair]!) > by));
    const sightings = predictions.sightings.map((seen) => JSON.stringify(seen));
    const byClass = grouped([...predictions.suspects.keys()], (index) => predictions.classOf[index]!);
    const firsts = [...byClass.values()].map(([first]) => first!);
    for (const members of byClass.values()) for (const member of members.slice(1)) expect(isApart(members[0]!, member, 4)).toBe(false);
    for (const [index, one] of firsts.entries())
      for (const other of firsts.slice(index + 1)) expect(isApart(one, other, 0.5) || sightings[one] !== sightings[other]).toBe(true);
  });
  it('the path is split where half of the belief is live, by half of what a sound circuit gives there', () => {
    const order: Test[] = predictions.pairs
      .slice(0, 60)
      .map(([i, j]) => ({ red: predictions.points[i]!, black: predictions.points[j]!, mode: predictions.modes[0]! }));
    const evidence = { measured: [], seen: {} };
    const chosen = halfSplit(order)(predictions, evidence, {});
    const belief = posterior(predictions, evidence);
    const off = ({ red, black, mode }: Test) => {
      const pair = predictions.pairOf(red, black);
      const volts = (index: number) =>
        Math.abs(offScale(predictions.scaled[predictions.modes.indexOf(mode)]![index]![pair]!, INFERENCE_NOISE));
      const live = [...belief].reduce((sum, share, index) => sum + (volts(index) > Math.abs(volts(0)) / 2 ? share : 0), 0);
      return Math.abs(live - 0.5);
    };
    const best = Math.min(...order.map(off));
    expect(chosen).toBeDefined();
    if (best < 0.5 - 1e-6) expect(off(chosen!)).toBeCloseTo(best, 6);
  });
  it('a pair that is taken is not asked again, and the best next gains something', () => {
    const first = byBestNext(predictions, { measured: [], seen: {} }, {})!;
    const volts = predictedVolts(predictions, 0, first);
    const second = byBestNext(predictions, { measured: [{ ...first, volts }], seen: {} }, {});
    expect([first.red, first.black].sort().join()).not.toBe([second?.red, second?.black].sort().join());
  });
});

it.each(DEMO)('%s: what is seen that no suspect explains is told, and keeps anything from being found', (name) => {
  const predictions = studied(name);
  const lit = Object.entries(predictions.sightings[0]!).filter(([tag]) =>
    predictions.sightings.every((one) => one[tag] === predictions.sightings[0]![tag]),
  );
  if (lit.length === 0) return;
  // something that is so in every suspect is seen otherwise
  const [tag, is] = lit[0]!;
  const odd = verdictOf(predictions, { measured: [], seen: { [tag]: !is } });
  const plain = verdictOf(predictions, { measured: [], seen: { [tag]: is } });
  expect(odd.unseen).toEqual([tag]);
  expect(plain.unseen).toEqual([]);
  expect(odd.isFound).toBe(false);
  expect(odd.none).toBeGreaterThan(plain.none * 0.999);
});

it('what is believed is more than the least, and no less', () => {
  expect(believed(new Float64Array([0, 0.1, 0.5, 0.4]), 0.1)).toEqual([2, 3]);
});

describe('what a test costs the hand', () => {
  const at = (volts: number) => ({ toEarthAt: () => volts }) as unknown as Parameters<typeof costOf>[0];
  const [red, black] = [terminalIdSchema.parse('dA:1'), terminalIdSchema.parse('dB:1')];
  const test: Test = { red, black, mode: 'vac' };
  it.each([
    [0, 0],
    [30, 0],
    [31, 0.4],
    [150, 0.4],
    [151, 0.8],
    [277, 0.8],
  ])('%i V to earth: %f for the danger', (volts, danger) => {
    expect(costOf(at(volts), test, { red, black })).toBeCloseTo(danger, 9);
    expect(costOf(at(volts), test, { red })).toBeCloseTo(danger + 0.1, 9);
    expect(costOf(at(volts), test, {})).toBeCloseTo(danger + 0.2, 9);
  });
});

describe('pairs of a circuit with more points than are read each against each', () => {
  const plan = planNetwork(rowPanel(300));
  const points = plan.points.filter((one) => !isLooseEnd(one) && plan.wiresAt(one).length > 0);
  const back = points.find((one) => one === terminalIdSchema.parse('dT1:C')) ?? points[3]!;
  const pairs = pairsOf(plan, points, [back]);
  const keys = new Set(pairs.map(([i, j]) => `${i} ${j}`));
  const { systemOf } = graphOf(plan);
  const place = (one: Point) => points.indexOf(one);
  it('each once, the smaller place first, in order, of points that are there', () => {
    expect(points.length).toBeGreaterThan(200);
    expect(keys.size).toBe(pairs.length);
    expect(pairs.every(([i, j]) => i < j && j < points.length && Number.isInteger(i))).toBe(true);
    expect(pairs).toEqual([...pairs].sort(([a, b], [c, d]) => a - c || b - d));
    expect(pairs.length).toBeLessThan(points.length * 6);
  });
  it('every point of its supply against the way back, and across every wire', () => {
    const own = systemOf(plan.nodeOf(back));
    for (const one of points)
      if (one !== back && systemOf(plan.nodeOf(one)) === own)
        expect(keys.has([place(one), place(back)].sort((a, b) => a - b).join(' '))).toBe(true);
    const first = new Map<number, number>();
    points.forEach((one, index) => {
      if (!first.has(plan.nodeOf(one))) first.set(plan.nodeOf(one), index);
    });
    for (const { nodes } of plan.conductors) {
      const ends = nodes.map((node) => first.get(node)!).sort((a, b) => a - b);
      expect(ends[0] === ends[1] || keys.has(ends.join(' '))).toBe(true);
    }
  });
  it('up to two hundred points are read each against each of its supply', () => {
    const few = points.slice(0, 200);
    const all = pairsOf(plan, few, []);
    const spanned = few
      .flatMap((a, i) => few.slice(i + 1).map((b) => [a, b] as const))
      .filter(([a, b]) => {
        const [one, other] = [systemOf(plan.nodeOf(a)), systemOf(plan.nodeOf(b))];
        return one === other || one === systemOf(EARTH_NODE) || other === systemOf(EARTH_NODE);
      });
    expect(all).toHaveLength(spanned.length);
    expect(pairsOf(plan, points.slice(0, 201), []).length).toBeLessThan(all.length);
  });
});
