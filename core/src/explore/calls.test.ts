import { describe, expect, it } from 'vitest';
import { type Circuit, processIdSchema } from '#core/circuit';
import { leverGroups } from '#core/graph';
import { planNetwork } from '#core/network';
import { dev } from '../testing/ids';
import { manyThermostats, ODD } from '../testing/odd';
import { rigged } from '../testing/rigged';
import { callsKey, combinations, groupsNear, isTakenAway, logOf } from './calls';
import { explore, exploring } from './exploring';
import { triedWhole } from './tried';
import { drain, statesOf } from './walk';

/** A 24 V coil under so many switches of one kind in parallel, beside so many devices that only make the plan longer. */
function parallel(family: 'push-button' | 'thermostat-two-wire', count: number, ballast = 0): Circuit {
  const tags = Array.from({ length: count }, (_, index) => `S${index + 1}`);
  const extra = Array.from({ length: ballast }, (_, index) => `E${index + 1}`);
  return rigged(
    {
      G1: ['supply-1ph', { volts: 24, hz: '60' }],
      K1: ['contactor-1', { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 10, sealedVa: 5 }],
      ...Object.fromEntries(tags.map((tag) => [tag, [family, {}] as [typeof family, Record<string, never>]])),
      ...Object.fromEntries(extra.map((tag) => [tag, ['heater', { volts: 24, watts: 10 }] as ['heater', Record<string, number>]])),
    },
    [
      ...tags.flatMap((tag): [string, string][] => [
        ['G1:L', `${tag}:1`],
        [`${tag}:2`, 'K1:A1'],
      ]),
      ['K1:A2', 'G1:N'],
    ],
  );
}
const tried = (circuit: Circuit) => {
  const plan = planNetwork(circuit);
  return leverGroups(plan).map((group) => combinations(plan, group));
};

describe('what is tried of one group', () => {
  it.each([1, 2, 3, 12])('of %i switches every combination', (count) => {
    const [group, ...more] = tried(parallel('thermostat-two-wire', count));
    expect(more).toEqual([]);
    expect(group).toMatchObject({ untried: undefined, calls: { length: 2 ** count - 1 } });
    expect(new Set(group!.calls.map(callsKey)).size).toBe(2 ** count - 1);
  });
  it.each([13, 20])('of %i, every one, every pair, all, and all but one; and that this is not all', (count) => {
    const [group] = tried(parallel('thermostat-two-wire', count));
    const sizes = new Map<number, number>();
    for (const calls of group!.calls) sizes.set(calls.length, (sizes.get(calls.length) ?? 0) + 1);
    expect([...sizes].sort(([a], [b]) => a - b)).toEqual([
      [1, count],
      [2, (count * (count - 1)) / 2],
      [count - 1, count],
      [count, 1],
    ]);
    expect(group!.untried).toEqual({ tried: group!.calls.length, of: 2 ** count - 1 });
  });
  it('a large circuit is given fewer combinations of each group, but never fewer than 64', () => {
    // 260 parts: 1008 combinations at most, so ten switches are no longer tried whole
    expect(tried(parallel('thermostat-two-wire', 9, 250))[0]!.untried).toBeUndefined();
    expect(tried(parallel('thermostat-two-wire', 10, 250))[0]!.untried).toMatchObject({ of: 1023 });
    expect(tried(parallel('thermostat-two-wire', 6, 5000))[0]!.untried).toBeUndefined();
    expect(tried(parallel('thermostat-two-wire', 7, 5000))[0]!.untried).toMatchObject({ of: 127 });
  });
  it('of 64 that stay as they are put the pairs are written down, and not how all of them may stand', () => {
    const [group] = tried(parallel('thermostat-two-wire', 64));
    expect([group!.calls.length, group!.untried?.of]).toEqual([64 + (64 * 63) / 2 + 1 + 64, 2 ** 64 - 1]);
  });
  it.each([2, 3])('of %i pushes also each after each other one', (count) => {
    const [group] = tried(parallel('push-button', count));
    const seconds = group!.calls.filter((calls) => calls.some((call) => 'press' in call && call.press === 2));
    expect(group!.untried).toBeUndefined();
    expect(group!.calls).toHaveLength(2 ** count - 1 + count * (count - 1));
    expect(seconds).toHaveLength(count * (count - 1));
    for (const calls of seconds) {
      expect(calls.map((call) => ('press' in call ? call.press : 0))).toEqual([1, 2]);
      expect(logOf(calls).map(({ atMs }) => atMs)).toEqual([0, 20_000, 20_500, 30_000, 30_500]);
    }
  });
  it('each order of pushes is tried with each way in which the rest can stand', () => {
    const [group] = tried(ODD.seal!);
    // a selector of three positions, a stop and a start: 3·2·2 stands, and stop after start and start after stop in each position
    expect(group!.calls).toHaveLength(3 * 2 * 2 - 1 + 2 * 3);
    const selector = group!.calls.map((calls) => calls.filter((call) => 'device' in call && call.device === 'dS1').length);
    expect(Math.max(...selector)).toBe(1);
  });
});

describe('what a process is brought to', () => {
  const levels = (change: Partial<Circuit['processes'][string]>) => {
    const id = processIdSchema.parse('vlevel');
    const circuit = ODD.tank!;
    const plan = planNetwork({ ...circuit, processes: { [id]: { ...circuit.processes[id]!, ...change } } });
    const calls = leverGroups(plan).flatMap((group) => combinations(plan, group).calls.flat());
    return [...new Set(calls.flatMap((call) => ('process' in call ? [call.to] : [])))].sort((a, b) => a - b);
  };
  it('the middle of each region between thresholds, but the one in which it stands', () => {
    expect(levels({})).toEqual([15, 67.5, 77.5, 90]);
    expect(levels({ start: 10 })).toEqual([45, 67.5, 77.5, 90]);
  });
  it('on the edge of two regions it stands in both', () => expect(levels({ start: 60 })).toEqual([15, 77.5, 90]));
  it('a threshold at an end, or beyond, is no region', () => {
    expect(levels({ most: 80 })).toEqual([15, 67.5, 77.5]);
    expect(levels({ least: 30, most: 78 })).toEqual([67.5, 76.5]);
  });
  it('thresholds of another process are no region of this one', () => {
    const other = { ...ODD.tank!.processes.vlevel!, id: processIdSchema.parse('vother'), name: 'other' };
    const circuit = ODD.tank!;
    const plan = planNetwork({
      ...circuit,
      processes: { ...circuit.processes, vother: other },
      devices: { ...circuit.devices, dS2: { ...circuit.devices.dS2!, reads: other.id } },
    });
    const calls = leverGroups(plan).flatMap((group) => combinations(plan, group).calls.flat());
    const of = (id: string) => [...new Set(calls.flatMap((call) => ('process' in call && call.process === id ? [call.to] : [])))];
    expect([of('vlevel'), of('vother')]).toEqual([
      [15, 80],
      [77.5, 90],
    ]);
  });
  it('the level is in the log from the first moment', () =>
    expect(logOf([{ process: processIdSchema.parse('vlevel'), to: 15 }])).toEqual([
      { atMs: 0, power: 'on' },
      { atMs: 0, process: 'vlevel', to: 15 },
    ]));
});

describe('volts that a hand took away', () => {
  it.each([
    [0, true],
    [0.019, true],
    [0.02, false],
    [1, false],
  ])('%f of its volts left: %s', (drive, is) => expect(isTakenAway(drive)).toBe(is));

  /** A coil through what stands before it: told by what it is held on. */
  const heldThrough = (before: Record<string, Parameters<typeof rigged>[0][string]>, wires: [string, string][]) => {
    const coil = { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 10, sealedVa: 5 } as const;
    const seen = explore(
      rigged({ G1: ['supply-1ph', { volts: 24, hz: '60' }], K1: ['contactor-3-aux', coil], ...before }, [...wires, ['K1:A2', 'G1:N']]),
    );
    const part = seen.plan.parts.find(({ device, part: own }) => device.tag === 'K1' && own.kind === 'coil')!;
    return seen.coils.get(part.index)!.held?.drive;
  };
  it('by a button let go, or by a stop button under a thermostat, is no fault of the coil', () => {
    expect(
      heldThrough({ S1: ['push-button', { form: 'NO' }] }, [
        ['G1:L', 'S1:1'],
        ['S1:2', 'K1:A1'],
      ]),
    ).toBeGreaterThan(0.95);
    const stopped = { TC1: ['thermostat-two-wire', {}], S1: ['push-button', { form: 'NC' }] } as const;
    expect(
      heldThrough(stopped as never, [
        ['G1:L', 'TC1:1'],
        ['TC1:2', 'S1:1'],
        ['S1:2', 'K1:A1'],
      ]),
    ).toBeGreaterThan(0.95);
  });
  it('by its own contact it is no hold either: it chatters, and that is told', () => {
    const coil = { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 10, sealedVa: 5 } as const;
    const seen = explore(
      rigged({ G1: ['supply-1ph', { volts: 24, hz: '60' }], S1: ['push-button', { form: 'NO' }], K1: ['contactor-3-aux', coil] }, [
        ['G1:L', 'S1:1'],
        ['S1:2', 'K1:21'],
        ['K1:22', 'K1:A1'],
        ['K1:A2', 'G1:N'],
      ]),
    );
    expect(seen.chatters).toMatchObject([{ devices: ['dK1'], calls: [{ device: 'dS1', press: 1 }] }]);
    expect(seen.chatters[0]!.periodMs).toBeGreaterThan(10);
  });
});

describe('groups apart', () => {
  const plan = planNetwork(ODD.shared!);
  it('each device of the two coils has a group of its own', () => {
    expect(leverGroups(plan).map(({ levers }) => levers.length)).toEqual([1, 1]);
    expect(groupsNear(plan, dev('dK1')).flatMap(({ levers }) => levers)).toMatchObject([{ input: { device: { id: 'dS1' } } }]);
    expect(groupsNear(plan, dev('dK2')).flatMap(({ levers }) => levers)).toMatchObject([{ input: { device: { id: 'dTC2' } } }]);
  });
  it('first each alone, then each beside the heaviest of the other: a coil meets the sag that the other one makes', () => {
    const seen = explore(ODD.shared!);
    expect(statesOf(plan).map(callsKey)).toEqual(['', 'dS1.pressed', 'dTC2.heating']);
    expect(seen.statesSeen).toBe(4);
    const k1 = seen.plan.parts.find(({ device, part }) => device.tag === 'K1' && part.kind === 'coil')!;
    expect(seen.coils.get(k1.index)!.pullIn!.calls.map((call) => ('device' in call ? call.device : ''))).toEqual(['dS1', 'dTC2']);
  });
  it('near one of them only its own states are run', () =>
    expect(drain(exploring(plan, [], { groups: groupsNear(plan, dev('dK1')) })).statesSeen).toBe(2));
  it('what of a group was not tried leaves the other group as it is', () => {
    const whole = triedWhole({ plan, untried: [{ code: 'combinations', devices: [dev('dTC2')], tried: 1, of: 9 }] });
    expect([whole(dev('dK1')), whole(dev('dK2'))]).toEqual([true, false]);
    expect(triedWhole({ plan, untried: [] })(dev('dK2'))).toBe(true);
    expect(triedWhole({ plan, untried: [{ code: 'frames', devices: [], calls: [], atMs: 0 }] })(dev('dK1'))).toBe(false);
  });
});

it('tells how far it is: one more each time, and never more than there is', () => {
  const progress = [...exploring(planNetwork(ODD.shared!))];
  expect(progress).toEqual([0, 1, 2, 3].map((seen) => ({ seen, of: 5 })));
  const alone = [...exploring(planNetwork(manyThermostats(2)))];
  expect(alone).toEqual([0, 1, 2, 3].map((seen) => ({ seen, of: 4 })));
});
