import { describe, expect, it } from 'vitest';
import { planNetwork } from '#core/network';
import { loadedVolts, secondarySource } from '#core/size';
import { DEMO, demo } from '../testing/demo';
import { dev, end } from '../testing/ids';
import { unitPanel } from '../testing/panel';
import { type Calls, callsKey, explore, logOf, statesOf } from './index';

describe('what is tried', () => {
  it.each([
    ['Q1', 10],
    ['Q3', 6],
    ['Q9', 4],
    // two thermostats in four ways; each valve's lever by itself and with either thermostat
    ['L1A', 10],
    ['L1B', 10],
  ] as const)('%s in %i states: what moves no wired contact is left out', (name, count) => {
    const states = statesOf(planNetwork(demo(name)));
    expect(states).toHaveLength(count);
    expect(new Set(states.map(callsKey)).size).toBe(count);
  });
  it('begins with nothing called, power on', () => {
    const [first] = statesOf(planNetwork(demo('Q1')));
    expect(first).toEqual([]);
    expect(logOf(first!)).toEqual([{ atMs: 0, power: 'on' }]);
  });
  it('a push button is pressed and let go, and another one after it', () => {
    const states = statesOf(planNetwork(demo('Q3')));
    const pushes = (calls: Calls) => logOf(calls).flatMap((entry) => ('input' in entry ? [[entry.device, entry.on, entry.atMs]] : []));
    expect(states.map(pushes)).toContainEqual([
      ['dS2', true, 20_000],
      ['dS2', false, 20_500],
    ]);
    expect(states.map(pushes)).toContainEqual([
      ['dS2', true, 20_000],
      ['dS2', false, 20_500],
      ['dS1', true, 30_000],
      ['dS1', false, 30_500],
    ]);
  });
});

describe('the worst of all states', () => {
  const seen = explore(demo('Q1'));
  const named = (tag: string, kind: string) => seen.plan.parts.find(({ part, device }) => device.tag === tag && part.kind === kind)!.index;

  it('K1 pulls in lowest with the fan on, and names the state', () => {
    const { pullIn, held, highest } = seen.coils.get(named('K1', 'coil'))!;
    expect(pullIn!.volts).toBeGreaterThan(20.4);
    expect(pullIn!.volts).toBeLessThan(held!.volts);
    expect(highest.volts).toBeGreaterThanOrEqual(held!.volts);
    expect(pullIn!.calls).toContainEqual({ device: 'dTC1', input: 'cooling', on: true });
  });
  it('leakage through the timer is no call: K3 is judged by its own calls', () => {
    expect(seen.coils.get(named('K3', 'coil'))!.pullIn!.volts).toBeGreaterThan(20);
  });
  it('the transformer sags most while K1 closes', () => {
    const t1 = seen.transformers.get(named('T1', 'transformer'))!;
    expect(t1.idleV).toBeCloseTo(27.5, 2);
    expect(t1.lowestV).toBeLessThan(24.5);
    expect(t1.worstVa).toBeGreaterThan(2 * t1.heldVa);
  });
  it('a pole is met running and locked', () => {
    const pole = seen.contacts.get(seen.plan.parts.find(({ part, device }) => device.tag === 'K1' && part.id === 'L1-T1')!.index)!;
    expect(pole.runA).toBeCloseTo(18.4, 0);
    expect(pole.startA).toBeGreaterThan(90);
    expect(pole.breaksV).toBeGreaterThan(200);
  });
  it('the greatest volts to earth at EH1 are 120, off or on', () => {
    const node = seen.plan.points.indexOf(end('dEH1:2'));
    expect(seen.greatestToEarth[seen.plan.nodeOf(seen.plan.points[node]!)]).toBeCloseTo(120, 0);
  });
  it('a fault is explored as the circuit is', () => {
    const dead = explore(demo('Q1'), [{ device: dev('dF1'), part: '1-2', mode: 'blown' }]);
    expect(dead.coils.get(named('K1', 'coil'))!.pullIn).toBeUndefined();
  });
});

it.each(DEMO)('%s: exploring twice gives the same', (name) => {
  const [a, b] = [explore(demo(name)), explore(demo(name))];
  expect([...a.coils]).toEqual([...b.coils]);
  expect(a.greatestToEarth).toEqual(b.greatestToEarth);
});

// Source: the drop of a loaded transformer from its regulation and the load's power factor (IEEE C57.12.00 way of reckoning regulation).
it('a transformer sags most at the instant in which its coil pulls in, also at power-up; what is not fed does not sag', () => {
  const panel = unitPanel(9);
  const { transformers } = explore(panel);
  const [one] = [...transformers.values()];
  const source = secondarySource(40, 'class-2', 24)!;
  expect(Math.abs(one!.lowestV / loadedVolts(source, 24, one!.worstVa, 0.75) - 1)).toBeLessThan(0.015);
  expect(one!.worstVa).toBeGreaterThan(3 * one!.heldVa);
  const unfed = {
    ...panel,
    conductors: Object.fromEntries(Object.entries(panel.conductors).filter(([, { ends }]) => !ends.includes(end('dT1:240')))),
  };
  expect([...explore(unfed).transformers.values()].map(({ lowestV, worstVa }) => [lowestV, worstVa < 0.001])).toEqual([[0, true]]);
});
