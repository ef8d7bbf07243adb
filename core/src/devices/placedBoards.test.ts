import { describe, expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { isKind, type PartKind } from '#core/kinds';
import { branchAmpsRms, planNetwork } from '#core/network';
import { createRig, frameAt, modeAt, runLog, settleMoment, sightAt } from '#core/sequence';
import { checkStudy, studyOf } from '../check';
import { edited, exchanged, joined, moved, set, without } from '../testing/edits';
import { PLACED } from '../testing/placed';
import { chains, line, rigged } from '../testing/rigged';
import type { FamilyName } from './families';

type Log = Parameters<typeof runLog>[1];
type Done = readonly [atMs: number, tag: string, input: string, on?: boolean];

/** A circuit run from power-up, and what is seen on at a time: tags of loads, coils and contacts' own devices. */
function run(circuit: Circuit, done: readonly Done[], untilMs = 3_600_000) {
  const plan = planNetwork(circuit);
  const log: Log = [
    { atMs: 0, power: 'on' },
    // switches are found on: each is off until somebody calls
    ...plan.inputs.flatMap(({ device, facts }) =>
      device.family === 'switch-1' ? [{ atMs: 0, device: device.id, input: facts.name, on: false }] : [],
    ),
    ...done.map(([atMs, tag, input, on = true]) => ({ atMs, device: `d${tag}` as never, input, on })),
  ];
  const rig = createRig(plan);
  const trace = runLog(rig, log, { untilMs });
  const at = (atMs: number) => {
    const frame = frameAt(trace, atMs);
    settleMoment(rig, frame.moment);
    return frame;
  };
  return {
    on: (atMs: number): string =>
      plan.parts
        .filter((planned) => planned.kind.loadClass?.(planned.part) !== undefined && planned.device.tag !== 'X')
        .filter((planned) => sightAt(at(atMs).seen, planned)?.phase === 'on')
        .map(({ device }) => device.tag)
        .sort()
        .join(' '),
    word: (tag: string, kind: PartKind, atMs: number) =>
      sightAt(at(atMs).seen, plan.parts.filter(isKind(kind)).find(({ device }) => device.tag === tag)!)?.word,
    mode: (tag: string, kind: PartKind, atMs: number) =>
      modeAt(at(atMs).moment, plan.parts.filter(isKind(kind)).find(({ device }) => device.tag === tag)!),
    amps: (tag: string, kind: PartKind, atMs: number, branch = 0) => {
      at(atMs);
      return branchAmpsRms(rig.nets, plan.parts.filter(isKind(kind)).find(({ device }) => device.tag === tag)!.firstBranch + branch);
    },
  };
}
const placed = (name: FamilyName, plate = {}) => PLACED[name]!(plate);
const found = (circuit: Circuit): string[] =>
  checkStudy(studyOf(circuit, explore(circuit)))
    .filter(({ verdict }) => verdict !== 'good' && verdict !== 'look')
    .map(({ id, verdict }) => `${id} ${verdict}`);

describe('sequences of boards, step by step', () => {
  it.each<[string, FamilyName, Done[], [atMs: number, on: string][]]>([
    [
      'oil: the burner runs while a flame is seen, and is locked out without one',
      'oil-primary',
      [[1000, 'S1', 'on']],
      [
        [900, ''],
        [3000, 'M1'],
        [15_000, 'M1'],
        [17_000, ''],
        [600_000, ''],
      ],
    ],
    [
      'oil: with its flame it runs until the call ends',
      'oil-primary',
      [
        [1000, 'S1', 'on'],
        [6000, 'B1', 'flame'],
        [60_000, 'S1', 'on', false],
      ],
      [
        [50_000, 'M1'],
        [62_000, ''],
      ],
    ],
    [
      'oil: stray light keeps it from starting',
      'oil-primary',
      [
        [500, 'B1', 'flame'],
        [1000, 'S1', 'on'],
      ],
      [[30_000, '']],
    ],
    [
      'oil: its button ends a lock-out',
      'oil-primary',
      [
        [1000, 'S1', 'on'],
        [40_000, 'X', 'reset'],
        [41_000, 'X', 'reset', false],
      ],
      [
        [39_000, ''],
        [42_000, 'M1'],
      ],
    ],
    [
      'safeguard: purge, pilot with ignition, main',
      'flame-safeguard',
      [
        [1000, 'S1', 'on'],
        [5000, 'B2', 'air'],
        [38_000, 'B3', 'flame'],
      ],
      [
        [3000, 'M1'],
        [30_000, 'M1'],
        [37_000, 'E1 M1 Y1'],
        [44_000, 'E1 M1 Y1'],
        [46_000, 'M1 Y1 Y2'],
      ],
    ],
    [
      'safeguard: no pilot flame, locked out with its alarm',
      'flame-safeguard',
      [
        [1000, 'S1', 'on'],
        [5000, 'B2', 'air'],
      ],
      [
        [44_000, 'E1 M1 Y1'],
        [46_000, 'M1 P1'],
        [90_000, 'P1'],
      ],
    ],
    [
      'safeguard: a flame in the purge locks it',
      'flame-safeguard',
      [
        [1000, 'S1', 'on'],
        [5000, 'B2', 'air'],
        [20_000, 'B3', 'flame'],
      ],
      [[23_000, 'M1 P1']],
    ],
    [
      'safeguard: an air switch that is stuck closed begins nothing',
      'flame-safeguard',
      [
        [100, 'B2', 'air'],
        [5000, 'S1', 'on'],
      ],
      [[60_000, '']],
    ],
    [
      'safeguard: a flame that goes shuts the valves within four seconds, for good',
      'flame-safeguard',
      [
        [1000, 'S1', 'on'],
        [5000, 'B2', 'air'],
        [38_000, 'B3', 'flame'],
        [80_000, 'B3', 'flame', false],
      ],
      [
        [79_000, 'M1 Y1 Y2'],
        [84_000, 'M1 P1'],
        [300_000, 'P1'],
      ],
    ],
    [
      'zones: the other zone is shut, then the unit runs; cold waits until heat is done and a while has gone',
      'zone-board-2',
      [
        [1000, 'S2', 'on'],
        [200_000, 'S3', 'on'],
        [300_000, 'S2', 'on', false],
      ],
      [
        [60_000, ''],
        [100_000, 'K2 K3 Y2'],
        [250_000, 'K2 K3 Y2'],
        [400_000, 'K3'],
        [430_000, ''],
        [1_190_000, ''],
        [1_300_000, 'K1 K3 Y1'],
      ],
    ],
    [
      'zones: a limit on the leaving air stops the unit and leaves the fan',
      'zone-board-2',
      [
        [1000, 'S2', 'on'],
        [200_000, 'B1', 'hot'],
      ],
      [[300_000, 'K3 Y2']],
    ],
    [
      'economizer: outside air first, the compressor second',
      'economizer-board',
      [
        [500, 'B1', 'hot'],
        [1000, 'S1', 'on'],
        [300_000, 'S2', 'on'],
        [600_000, 'B1', 'hot', false],
      ],
      [
        [200_000, 'Y1'],
        [400_000, 'K1 Y1'],
        [700_000, 'K1 K2'],
      ],
    ],
    [
      'defrost clock: cooling off, heater on, ended by its thermostat',
      'defrost-clock',
      [
        [1000, 'X', 'time'],
        [300_000, 'B1', 'hot'],
      ],
      [
        [500, 'M1'],
        [100_000, 'E1'],
        [302_000, 'M1'],
      ],
    ],
    [
      'defrost clock: by time where its thermostat does not end it',
      'defrost-clock',
      [[1000, 'X', 'time']],
      [
        [1_700_000, 'E1'],
        [1_900_000, 'M1'],
      ],
    ],
    [
      'level: in at the high electrode, out under the low one',
      'level-relay',
      [
        [1000, 'B1', 'low'],
        [10_000, 'B1', 'high'],
        [20_000, 'B1', 'high', false],
        [30_000, 'B1', 'low', false],
      ],
      [
        [9000, ''],
        [13_000, 'K1'],
        [28_000, 'K1'],
        [33_000, ''],
      ],
    ],
    [
      'thermistors: out when hot, back by its button alone',
      'thermistor-relay',
      [
        [500, 'S1', 'on'],
        [10_000, 'B1', 'hot'],
        [20_000, 'B1', 'hot', false],
        [40_000, 'X', 'reset'],
        [41_000, 'X', 'reset', false],
      ],
      [
        [5000, 'K1'],
        [12_000, ''],
        [30_000, ''],
        [43_000, 'K1'],
      ],
    ],
  ])('%s', (_, name, done, seen) => {
    const running = run(placed(name), done);
    expect(seen.map(([atMs]) => [atMs, running.on(atMs)])).toEqual(seen);
  });
  it('a level relay that fills runs the other way about', () => {
    const running = run(placed('level-relay', { mode: 'to fill' }), [
      [5000, 'B1', 'low'],
      [10_000, 'B1', 'high'],
    ]);
    expect([running.on(4000), running.on(8000), running.on(13_000)]).toEqual(['K1', 'K1', '']);
  });
  it('loops of its own are dead with the board', () => {
    const dead = without(placed('level-relay'), 'dX:A2');
    expect(run(dead, [[1000, 'B1', 'high']]).on(20_000)).toBe('');
  });
});

describe('motors that are joined at their leads', () => {
  const low = { joinedFor: 'low volts, halves side by side' };
  const links = (pairs: string) => pairs.split(' ').map((pair) => pair.split('-').map((n) => `dX:T${n}`) as [string, string]);
  /** The same motor with its links put otherwise. */
  const linked = (name: FamilyName, plate: object, pairs: string): Circuit => {
    const circuit = placed(name, plate);
    const bare = Object.values(circuit.conductors).filter(({ ends }) => ends.every((end) => end?.startsWith('dX:')));
    const like = bare[0]!;
    return {
      ...circuit,
      conductors: {
        ...Object.fromEntries(Object.entries(circuit.conductors).filter(([, one]) => !bare.includes(one))),
        ...Object.fromEntries(
          links(pairs).map((ends, index) => [
            `wL${index}`,
            { ...like, id: `wL${index}` as never, number: `L${index}`, ends: ends as never },
          ]),
        ),
      },
    };
  };
  // amps of its plate in each line, whichever way it is joined: halves share them
  it.each<[FamilyName, object, string]>([
    ['motor-9-lead-wye', {}, '4-7 5-8 6-9'],
    ['motor-9-lead-wye', low, '1-7 2-8 3-9 4-5 5-6'],
    ['motor-9-lead-delta', {}, '4-7 5-8 6-9'],
    ['motor-9-lead-delta', low, '1-6 6-7 2-4 4-8 3-5 5-9'],
    ['motor-12-lead', {}, '4-7 5-8 6-9 10-2 11-3 12-1'],
    ['motor-12-lead', low, '1-6 6-7 7-12 2-4 4-8 8-10 3-5 5-9 9-11'],
  ])('%s %j joined %s draws the amps of its plate, and turns forwards', (name, plate, pairs) => {
    const motor = run(linked(name, plate, pairs), []);
    expect(motor.word('X', 'motor3', 10_000)).toBe('running');
    expect(motor.amps('F1', 'fuse', 10_000)).toBeCloseTo(10, 1);
    expect(motor.amps('F1', 'fuse', 100)).toBeGreaterThan(55);
  });
  it.each<[string, FamilyName, object, string, string]>([
    ['halves side by side on the high volts', 'motor-9-lead-wye', {}, '1-7 2-8 3-9 4-5 5-6', 'load-volts:dX block'],
    ['halves in series on the low volts', 'motor-9-lead-wye', low, '4-7 5-8 6-9', 'motor-run:dX:stalls danger'],
    ['one half the wrong way round', 'motor-12-lead', {}, '4-10 7-2 5-8 11-3 6-9 12-1', 'opens-in-service:dF1 danger'],
    ['a link left out', 'motor-9-lead-wye', {}, '4-7 5-8', 'motor-run:dX:stalls danger'],
  ])('%s is told', (_, name, plate, pairs, finding) => {
    expect(found(linked(name, plate, pairs))).toContain(finding);
  });
  it('a part-winding start pushes with one half, and draws less as it starts', () => {
    const half = run(linked('motor-9-lead-wye', low, '4-5 5-6'), []);
    expect(half.word('X', 'motor3', 10_000)).toBe('running');
    const whole = run(linked('motor-9-lead-wye', low, '1-7 2-8 3-9 4-5 5-6'), []);
    const share = half.amps('F1', 'fuse', 100) / whole.amps('F1', 'fuse', 100);
    // common practice: 60 to 70 % of the locked amps; both halves apart, without what they share, have half
    expect(share).toBeGreaterThan(0.45);
    expect(share).toBeLessThan(0.7);
  });
});

describe('one winding for two speeds', () => {
  const speed = (position: 'left' | 'right', circuit = placed('motor-two-speed')) => run(circuit, [[500, 'S1', position]]);
  it.each([
    ['left', 'at low speed', 'F2', 6],
    ['right', 'at high speed', 'F1', 10],
  ] as const)('position %s: %s with the amps of its plate', (position, word, guard, amps) => {
    const motor = speed(position);
    expect(motor.word('X', 'two-speed-motor', 10_000)).toBe(word);
    expect(motor.amps(guard, 'fuse', 10_000)).toBeCloseTo(amps, 1);
  });
  it('from one speed to the other it stops and starts', () => {
    const motor = run(placed('motor-two-speed'), [
      [500, 'S1', 'left'],
      [20_000, 'S1', 'left', false],
      [20_000, 'S1', 'right'],
    ]);
    expect(motor.word('X', 'two-speed-motor', 19_000)).toBe('at low speed');
    expect(motor.word('X', 'two-speed-motor', 40_000)).toBe('at high speed');
  });
  it('lines of the high speed exchanged: it turns the other way, and is told', () => {
    const circuit = placed('motor-two-speed');
    const crossed = moved(moved(circuit, 'dK2:T2', 'dX:T4', 'dX:T5'), 'dK2:T3', 'dX:T5', 'dX:T4');
    expect(speed('right', crossed).word('X', 'two-speed-motor', 10_000)).toBe('backwards');
    expect(checkStudy(studyOf(crossed, explore(crossed))).map(({ id }) => id)).toContain('motor-run:dX:both ways');
  });
  it('contacts and guards are judged by the amps of their line and their speed, not by those of a winding', () => {
    expect(found(placed('motor-two-speed'))).toEqual([]);
    const plated = (device: string, field: string, value: number) => found(edited(placed('motor-two-speed'), set(device, field, value)));
    // 10 A in the line at high speed, 5 A in a half; 6 A and 3.5 A at low speed
    expect(plated('dK2', 'motorA', 9)).toContain('contact-rating:dK2:L1-T1:motor running danger');
    expect(plated('dK1', 'motorA', 5)).toContain('contact-rating:dK1:L1-T1:motor running danger');
    expect(plated('dF2', 'settingA', 10)).toContain('overload-setting:dF2 danger');
    expect(plated('dF1', 'settingA', 10)).toEqual([]);
  });
  it('a contactor before six leads in delta carries √3 of a winding', () => {
    const coil = { coilKind: 'AC', coilV: 120, coilHz: '60', inrushVa: 220, sealedVa: 25 };
    const starter = (motorA: number) =>
      rigged(
        {
          G1: ['supply-3ph-wye', { volts: 480, hz: '60', faultA: 5000 }],
          G2: line(120),
          K1: ['contactor-3', { ...coil, motorA, lockedA: 100, mostV: 600 }],
          M1: ['motor-6-lead', { volts: 480, runA: 10, lockedA: 60 }],
        },
        chains(
          'G1:L1 K1:L1 | G1:L2 K1:L2 | G1:L3 K1:L3 | K1:T1 M1:U1 M1:W2 | K1:T2 M1:V1 M1:U2 | K1:T3 M1:W1 M1:V2 | G2:L K1:A1 | K1:A2 G2:N',
        ),
      );
    expect(found(starter(9))).toContain('contact-rating:dK1:L1-T1:motor running danger');
    expect(found(starter(11)).filter((id) => id.startsWith('contact'))).toEqual([]);
  });
  it('without the joint of its corners the high speed does not come up', () => {
    const circuit = placed('motor-two-speed');
    const bare = without(circuit, 'dK3:A1');
    expect(speed('right', bare).word('X', 'two-speed-motor', 10_000)).not.toBe('at high speed');
  });
});

describe('a thermistor before a start winding', () => {
  it('is hot within a second and out of the way; restarted hot, the motor stands locked until it has cooled', () => {
    const motor = run(placed('thermistor-start'), []);
    expect(motor.word('M1', 'capacitor-motor', 5000)).toBe('running');
    expect(motor.word('X', 'start-thermistor', 5000)).toBe('hot');
    expect(motor.amps('X', 'start-thermistor', 5000)).toBeLessThan(0.05);
    expect(motor.amps('X', 'start-thermistor', 100)).toBeGreaterThan(1);
  });
  it.each([
    [2000, 'locked'],
    [300_000, 'running'],
  ])('off for %d ms: %s', (offMs, word) => {
    const plan = planNetwork(placed('thermistor-start'));
    const rig = createRig(plan);
    const log: Log = [
      { atMs: 0, power: 'on' },
      { atMs: 10_000, device: 'dQ1' as never, input: 'closed', on: false },
      { atMs: 10_000 + offMs, device: 'dQ1' as never, input: 'closed', on: true },
    ];
    const trace = runLog(rig, log, { untilMs: 20_000 + offMs });
    const motor = plan.parts.find(isKind('capacitor-motor'))!;
    expect(sightAt(frameAt(trace, 14_000 + offMs).seen, motor)?.word).toBe(word);
  });
  it.each([
    [{ startA: 2 }, 'start-amps:dX danger'],
    [{ ratedV: 50 }, 'load-volts:dX block'],
  ])('%j is told', (plate, finding) => {
    expect(found(placed('thermistor-start', plate))).toContain(finding);
  });
});

it('a resistor across a capacitor bleeds it, and the time is told by arithmetic', () => {
  const charge = (circuit: Circuit) =>
    checkStudy(studyOf(circuit, explore(circuit))).find(({ rule, devices }) => rule === 'stored-charge' && devices[0] === 'dC1');
  const bled = charge(placed('resistor'));
  // 15 kΩ · 20 µF · ln(V/50)
  expect(bled?.told).toMatchObject({ bleedsS: expect.closeTo(0.3 * Math.log(bled!.is! / 50), 6) as number });
  expect(charge(without(placed('resistor'), 'dX:1'))?.told).toMatchObject({ bleedsS: undefined });
  expect(found(placed('resistor', { bearsW: 2 }))).toContain('load-volts:dX block');
});

describe('what is reset by hand, and what goes on and off', () => {
  const lampBehind = (family: FamilyName, plate: Record<string, number | string>, wires: string) =>
    rigged({ G1: line(120), X: [family, plate], H1: ['lamp', { volts: 120, watts: 25 }] }, chains(wires));
  it.each(['pressure-switch-reset', 'temperature-limit-reset'] as const)(
    '%s stays open until its button is pressed, with the cause gone',
    (family) => {
      const input = family === 'pressure-switch-reset' ? 'high' : 'hot';
      const seen = run(lampBehind(family, { mostV: 250 }, 'G1:L X:1 | X:2 H1:1 | H1:2 G1:N'), [
        [1000, 'X', input],
        [2000, 'X', 'reset'],
        [2500, 'X', 'reset', false],
        [4000, 'X', input, false],
        [6000, 'X', 'reset'],
        [6500, 'X', 'reset', false],
      ]);
      expect([500, 1500, 3000, 5000, 7000].map(seen.on)).toEqual(['H1', '', '', '', 'H1']);
    },
  );
  it('a repeating time relay is on for its one time and off for its other', () => {
    const seen = run(
      lampBehind(
        'timer-repeat',
        { ratedV: 120, onDelayS: 20, offDelayS: 40, resistiveA: 5, mostV: 250 },
        'G1:L X:A1 X:15 | X:A2 G1:N | X:18 H1:1 | H1:2 G1:N',
      ),
      [],
      200_000,
    );
    expect([10, 30, 50, 70, 100, 130].map((s) => seen.on(s * 1000))).toEqual(['H1', '', '', 'H1', '', 'H1']);
  });
});

describe('boards that are wired wrongly', () => {
  const oil = placed('oil-primary');
  const safeguard = placed('flame-safeguard');
  it.each<[string, Circuit, string]>([
    ['line on a loop of its own', joined(oil, 'dX:T1', 'dG1:L'), 'mains-on-volt-free:dX block'],
    ['a flame cell between line and its loop', moved(oil, 'dB1:1', 'dX:F1', 'dG1:L'), 'mains-on-volt-free:dX block'],
    ['a call that is joined for good', joined(oil, 'dX:T1', 'dX:T2'), 'bridged:dX:loop T2 danger'],
    [
      'a winding that is watched by a wire',
      joined(without(without(placed('thermistor-relay'), 'dX:T1'), 'dX:T2'), 'dX:T1', 'dX:T2'),
      'bridged:dX:loop T2 danger',
    ],
    ['call and limits jumped at the board', joined(safeguard, 'dX:OP', 'dX:L1'), 'bridged:dB1:1-2 1-2 danger'],
    ['an air switch that is bridged', joined(safeguard, 'dX:AIR', 'dX:L1'), 'bridged:dB2:COM-NO danger'],
    ['a limit that is bridged', joined(safeguard, 'dB1:1', 'dB1:2'), 'stops-nothing:dB1:1-2 danger'],
    ['a clock without its supply', without(placed('time-clock-2'), 'dX:N'), 'not-known:dX:L-N cannot-clear'],
    ['a motor of nine leads on two lines', without(placed('motor-9-lead-wye'), 'dX:T3'), 'motor-run:dX:stalls danger'],
    [
      'two of its lines exchanged',
      moved(moved(placed('motor-9-lead-wye'), 'dF1:T1', 'dX:T1', 'dX:T2'), 'dF1:T2', 'dX:T2', 'dX:T1'),
      'motor-run:dX:backwards danger',
    ],
    ['a bar between line and neutral', joined(placed('jumper-bar'), 'dX:9', 'dG1:L'), 'short-circuit:dG1:dX block'],
    [
      'three screws of a valve, one for another',
      moved(moved(placed('zone-valve-3-screw'), 'dS1:2', 'dX:1', 'dX:3'), 'dK1:A2', 'dX:3', 'dX:1'),
      'short-circuit:dG1:dS1,dX block',
    ],
  ])('%s is told', (_, circuit, finding) => {
    expect(found(circuit)).toContain(finding);
  });
  it('what hangs on a chain of contacts keeps it from being idle', () => {
    const lamp = joined(safeguard, 'dS1:2', 'dP1:1');
    expect(found(joined(lamp, 'dX:OP', 'dX:L1')).filter((id) => id.startsWith('bridged'))).toEqual([]);
  });
});

describe('a valve that stands in the middle for both', () => {
  // heating, hot water, as the stats call; then what the valve does and whether the boiler is called
  const seen = run(
    placed('zone-valve-mid-position'),
    [
      [0, 'B1', 'heating'],
      [100_000, 'S1', 'on'],
      [200_000, 'B1', 'heating', false],
      [300_000, 'S1', 'on', false],
      [400_000, 'B1', 'heating'],
      [500_000, 'B1', 'heating', false],
      [600_000, 'S1', 'on'],
    ],
    700_000,
  );
  it.each([
    ['hot water alone', 90, 'hot water', 'K1'],
    ['both', 190, 'both', 'K1'],
    ['heating alone, told by its switch', 290, 'heating', 'K1'],
    ['nothing: it is held where it was', 390, 'heating', ''],
    ['hot water again: it springs home', 490, 'hot water', 'K1'],
    ['nothing, from home: it stays there', 590, 'hot water', ''],
    ['heating alone from home, through the middle', 690, 'heating', 'K1'],
  ])('%s', (_what, s, stands, on) => {
    expect([seen.word('X', 'mid-valve', s * 1000), seen.on(s * 1000)]).toEqual([stands, on]);
  });
  it('placed as it is meant it is sound', () => {
    expect(found(placed('zone-valve-mid-position'))).toEqual([]);
  });
  it('the neutral on orange is a short in the state in which its switch closes', () => {
    expect(found(exchanged(placed('zone-valve-mid-position'), 'dX:OG', 'dX:BU'))).toEqual([
      expect.stringMatching(/^short-circuit:.*block$/),
    ]);
  });
  it('without the neutral it never moves, and is not cleared', () => {
    expect(found(without(placed('zone-valve-mid-position'), 'dX:BU')).join()).toMatch(/dX/);
  });
});

describe('an electronic overload', () => {
  const behind = (family: FamilyName, plate = {}) =>
    rigged(
      {
        G1: ['supply-3ph-wye', { volts: 208, hz: '60', faultA: 5000 }],
        S1: ['switch-1', { mostV: 300 }],
        X: [family, { settingA: 6, mostV: 300, ...plate }],
        M1: ['motor-3ph', { volts: 208, runA: 6, lockedA: 36 }],
      },
      chains('G1:L1 X:L1 | G1:L2 X:L2 | G1:L3 S1:1 | S1:2 X:L3 | X:T1 M1:U | X:T2 M1:V | X:T3 M1:W'),
    );
  const openedS = (family: FamilyName, plate = {}): number => {
    const seen = run(
      behind(family, plate),
      [
        [0, 'S1', 'on'],
        [60_000, 'S1', 'on', false],
      ],
      1_000_000,
    );
    for (let s = 1; s < 900; s += s < 20 ? 0.5 : 10)
      if (seen.mode('X', 'contact', (60 + s) * 1000) !== seen.mode('X', 'contact', 59_000)) return s;
    return Number.POSITIVE_INFINITY;
  };
  it('opens within 3.5 s of a lost phase, a bimetal one by its heat alone, later by its class', () => {
    const [electronic, ten, twenty] = [
      openedS('overload-electronic'),
      openedS('overload-relay'),
      openedS('overload-relay', { tripClass: '20' }),
    ];
    expect(electronic).toBeLessThanOrEqual(3.5);
    expect(ten).toBeGreaterThan(10);
    expect(twenty / ten).toBeGreaterThan(1.8);
  });
  const single = (wires: string) =>
    rigged(
      {
        G1: ['supply-3ph-wye', { volts: 208, hz: '60', faultA: 5000 }],
        S1: ['isolator-2', { carryA: 30, mostV: 600 }],
        X: ['overload-electronic', { settingA: 6, mostV: 300 }],
        M1: ['motor-1ph', { volts: 208, runA: 6, lockedA: 36, serviceFactor: 1 }],
      },
      chains(`G1:L1 S1:L1 | G1:L2 S1:L2 | S1:T1 X:L1 | S1:T2 X:L2 | X:T1 M1:1 | ${wires}`),
    );
  it('before a motor of one phase it trips, unless its line goes through all of its poles', () => {
    expect(found(single('X:T2 M1:2'))).toContain('opens-in-service:dX danger');
    expect(found(single('X:T2 X:L3 | X:T3 M1:2'))).not.toContain('opens-in-service:dX danger');
  });
  it.each([
    ['5', 10, true],
    ['10', 10, false],
    ['10', 14, true],
    ['30', 14, false],
  ])('of class %s before a motor that runs up in %d s: trips as it starts: %s', (tripClass, runUpS, isTold) => {
    const slow = rigged(
      {
        G1: ['supply-3ph-wye', { volts: 208, hz: '60', faultA: 5000 }],
        X: ['overload-electronic', { settingA: 6, mostV: 300, tripClass }],
        M1: ['motor-3ph', { volts: 208, runA: 6, lockedA: 36 }],
      },
      chains('G1:L1 X:L1 | G1:L2 X:L2 | G1:L3 X:L3 | X:T1 M1:U | X:T2 M1:V | X:T3 M1:W'),
    );
    expect(found(edited(slow, set('dM1', 'runUpS', runUpS))).includes('opens-in-service:dX danger')).toBe(isTold);
  });
});
