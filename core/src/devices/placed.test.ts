import { describe, expect, it } from 'vitest';
import { explore } from '#core/explore';
import { isKind, type PartKind } from '#core/kinds';
import { branchAmpsRms, branchVoltsRms, planNetwork } from '#core/network';
import { createRig, type Frame, frameAt, modeAt, runLog, settleMoment, sightAt } from '#core/sequence';
import { checkStudy, studyOf } from '../check';
import { edited, set } from '../testing/edits';
import { PLACED } from '../testing/placed';
import { chains, rigged } from '../testing/rigged';
import type { FamilyName } from './families';

type Placed = Exclude<keyof typeof PLACED, undefined>;
type Log = Parameters<typeof runLog>[1];
type Fault = NonNullable<Parameters<typeof createRig>[1]>[number];

const power = { atMs: 0, power: 'on' } as const;
const turn = (tag: string, input: string, atMs: number, on = true): Log[number] => ({ atMs, device: `d${tag}` as never, input, on });
const fault = (tag: string, part: string, mode: string): Fault => ({ device: `d${tag}` as never, part, mode });

/** A placed part run for a while, with what may be asked of it at any time. */
function running(name: FamilyName, plate: Record<string, number | string>, log: Log, faults: readonly Fault[] = [], untilMs = 400_000) {
  const plan = planNetwork(PLACED[name]!(plate));
  const rig = createRig(plan, faults);
  const trace = runLog(rig, [power, ...log], { untilMs });
  const part = (tag: string, kind: PartKind) => plan.parts.filter(isKind(kind)).find(({ device }) => device.tag === tag)!;
  const at = (atMs: number): Frame => {
    const frame = frameAt(trace, atMs);
    settleMoment(rig, frame.moment);
    return frame;
  };
  return {
    word: (tag: string, kind: PartKind, atMs: number) => sightAt(at(atMs).seen, part(tag, kind))?.word,
    mode: (tag: string, id: string, atMs: number) => {
      const planned = plan.parts.find((one) => one.device.tag === tag && one.part.id === id)!;
      return modeAt(at(atMs).moment, planned);
    },
    volts: (tag: string, kind: PartKind, atMs: number, branch = 0) => {
      at(atMs);
      return branchVoltsRms(rig.nets, part(tag, kind).firstBranch + branch);
    },
    amps: (tag: string, kind: PartKind, atMs: number, branch = 0) => {
      at(atMs);
      return branchAmpsRms(rig.nets, part(tag, kind).firstBranch + branch);
    },
  };
}

describe('parts among the others that they are made for', () => {
  it.each(Object.keys(PLACED) as Placed[])('%s: nothing of it is a danger, and nothing is left unjudged', (name) => {
    const circuit = PLACED[name]!({});
    const found = checkStudy(studyOf(circuit, explore(circuit)));
    expect(found.filter(({ verdict }) => verdict !== 'good' && verdict !== 'look').map(({ id, verdict }) => `${id} ${verdict}`)).toEqual(
      [],
    );
  });
});

describe('a motor with a start winding', () => {
  it('runs with its own capacitor: C–S stands over the line, the capacitor bears 1.6 times the line', () => {
    // common practice: a 240 V motor wants a run capacitor of 370 to 440 V
    const motor = running('compressor-capacitor', {}, []);
    expect(motor.word('X', 'capacitor-motor', 5000)).toBe('running');
    expect(motor.volts('X', 'capacitor-motor', 5000, 1)).toBeGreaterThan(1.1 * 240);
    const volts = motor.volts('C1', 'capacitor', 5000);
    expect(volts).toBeGreaterThan(350);
    expect(volts).toBeLessThan(440);
    // amps of the printed line
    expect(motor.amps('F1', 'fuse', 5000)).toBeGreaterThan(5.5);
    expect(motor.amps('F1', 'fuse', 5000)).toBeLessThan(6.5);
  });
  it.each([
    ['open', 'locked'],
    ['weak', 'locked'],
    [undefined, 'running'],
  ] as const)('capacitor %s: %s', (mode, word) => {
    const motor = running('compressor-capacitor', {}, [], mode ? [fault('C1', '1-2', mode)] : []);
    expect(motor.word('X', 'capacitor-motor', 3000)).toBe(word);
  });
  it('an open start winding hums like a lost capacitor, and a locked one opens its protector', () => {
    const motor = running('compressor-capacitor', {}, [], [fault('X', 'winding', 'startOpen')]);
    expect(motor.word('X', 'capacitor-motor', 3000)).toBe('locked');
    expect(motor.word('X', 'capacitor-motor', 60_000)).toBe('protector open');
  });
  it('a potential relay cuts the start capacitor out as the motor comes up; welded, the start winding stays in', () => {
    const good = running('start-relay-volts', {}, []);
    expect(good.word('X', 'volt-relay', 100)).toBe('out');
    expect(good.word('X', 'volt-relay', 2000)).toBe('in');
    expect(good.amps('C2', 'capacitor', 2000)).toBeLessThan(0.01);
    const welded = running('start-relay-volts', {}, [], [fault('X', '1-2', 'welded')]);
    expect(welded.word('M1', 'capacitor-motor', 2000)).toBe('start winding left in');
    const open = running('start-relay-volts', {}, [], [fault('X', 'coil', 'open')]);
    expect(open.word('M1', 'capacitor-motor', 2000)).toBe('start winding left in');
  });
  it('a relay by amps is in while the motor draws its start, and out when it runs', () => {
    const motor = running('start-relay-amps', {}, []);
    expect(motor.word('X', 'amp-relay', 300)).toBe('in');
    expect(motor.word('X', 'amp-relay', 3000)).toBe('out');
    expect(motor.word('M1', 'capacitor-motor', 3000)).toBe('running');
  });
  it.each([
    [20, 0],
    [19, 0],
    [17, 1],
    [12, 1],
  ])('%i µF where 20 are asked: %i finding', (microFarads, findings) => {
    const circuit = PLACED['capacitor-run']!({ microFarads });
    const found = checkStudy(studyOf(circuit, explore(circuit))).filter(({ rule }) => rule === 'run-capacitor');
    expect(found).toHaveLength(findings);
  });
  it('no capacitor at all, and a welded start relay, are dangers', () => {
    const bare = PLACED['compressor-capacitor']!({});
    const { dC1: _c, ...devices } = bare.devices;
    const conductors = Object.fromEntries(
      Object.entries(bare.conductors).filter(([, { ends }]) => !ends.some((end) => end?.startsWith('dC1'))),
    );
    const without = { ...bare, devices, conductors };
    const found = (circuit: typeof bare) => checkStudy(studyOf(circuit, explore(circuit))).map(({ id, verdict }) => `${id} ${verdict}`);
    expect(found(without)).toContain('run-capacitor:dX danger');
    expect(found(without)).toContain('motor-run:dX:protector danger');
    // pick-up above what the start winding ever has
    expect(found(edited(PLACED['start-relay-volts']!({}), set('dX', 'pickUpV', 495)))).toContain('motor-run:dM1:start held danger');
  });
});

describe('what stays charged', () => {
  const charge = (name: FamilyName, plate: Record<string, number>) => {
    const circuit = PLACED[name]!(plate);
    return checkStudy(studyOf(circuit, explore(circuit))).filter(({ rule }) => rule === 'stored-charge');
  };
  it('is said of a run capacitor, at the peak of its volts; a start capacitor says how soon its bleeder has emptied it', () => {
    const [run] = charge('capacitor-run', {});
    expect(run?.verdict).toBe('look');
    expect(run?.is).toBeGreaterThan(Math.SQRT2 * 350);
    const told = charge('capacitor-start', {}).find(({ devices }) => devices[0] === 'dX');
    // arithmetic: RC ln(V ÷ 50)
    const { bleedsS } = told!.told as { bleedsS: number };
    expect(bleedsS).toBeCloseTo(15_000 * 60e-6 * Math.log((told?.is ?? 0) / 50), 9);
  });
  it('is not said of a suppressor, which holds next to nothing', () => {
    expect(charge('suppressor-rc', {})).toEqual([]);
  });
});

describe('suppressors', () => {
  it('a coil with a diode across it lets go about four times as late', () => {
    // common practice: three to five times
    const releaseMs = (circuit: ReturnType<NonNullable<(typeof PLACED)['diode-1']>>) => {
      const coil = planNetwork(circuit).parts.find(isKind('coil'))!;
      return coil.part.releaseMs;
    };
    const circuit = PLACED['diode-1']!({});
    const { dX: _diode, ...devices } = circuit.devices;
    const conductors = Object.fromEntries(
      Object.entries(circuit.conductors).filter(([, { ends }]) => !ends.some((end) => end?.startsWith('dX'))),
    );
    expect(releaseMs(circuit) / releaseMs({ ...circuit, devices, conductors })).toBe(4);
  });
  it('the right way round it blocks, the other way it shorts its supply', () => {
    const circuit = PLACED['diode-1']!({});
    const turned = {
      ...circuit,
      conductors: Object.fromEntries(
        Object.entries(circuit.conductors).map(([id, wire]) => [
          id,
          { ...wire, ends: wire.ends.map((end) => (end === 'dX:A' ? 'dX:K' : end === 'dX:K' ? 'dX:A' : end)) as never },
        ]),
      ),
    };
    const amps = (one: typeof circuit) => {
      const plan = planNetwork(one);
      const rig = createRig(plan);
      const trace = runLog(rig, [power], { untilMs: 2000 });
      settleMoment(rig, frameAt(trace, 2000).moment);
      return branchAmpsRms(rig.nets, plan.parts.find(isKind('diode'))!.firstBranch);
    };
    expect(amps(circuit)).toBeLessThan(1e-6);
    expect(amps(turned)).toBeGreaterThan(1);
  });
  it('an RC network over an open contact leaks what its impedance lets through', () => {
    const { volts, amps } = running('suppressor-rc', {}, []);
    // arithmetic: 100 Ω and 0.1 µF at 60 Hz are 26.5 kΩ
    expect(volts('X', 'capacitor', 2000) / amps('X', 'capacitor', 2000)).toBeCloseTo(Math.hypot(100, 1 / (2 * Math.PI * 60 * 1e-7)), 0);
  });
});

describe('breakers that more than their amps open', () => {
  it('a shunt release trips it and is cut off; it stays open until a hand closes it', () => {
    const log = [
      turn('S1', 'pressed', 5000),
      turn('S1', 'pressed', 6000, false),
      turn('X', 'reset', 9000),
      turn('X', 'reset', 9500, false),
    ];
    const run = running('breaker-1-shunt', {}, log);
    expect(run.mode('X', 'L1-T1', 4000)).toBe('whole');
    expect(run.mode('X', 'L1-T1', 5500)).toBe('open');
    expect(run.amps('X', 'shunt-release', 5500)).toBeLessThan(1e-6);
    expect(run.mode('X', 'L1-T1', 8000)).toBe('open');
    expect(run.mode('X', 'L1-T1', 9600)).toBe('whole');
  });
  it('an undervoltage release opens it when its volts go, and it cannot be closed without', () => {
    const run = running('breaker-1-undervoltage', {}, [{ atMs: 5000, power: 'isolated' }]);
    expect(run.mode('X', 'L1-T1', 4000)).toBe('whole');
    const low = running('breaker-1-undervoltage', { ratedV: 240 }, []);
    expect(low.mode('X', 'L1-T1', 4000)).toBe('open');
  });
  it('its auxiliary follows its poles', () => {
    const run = running('breaker-1-auxiliary', {}, [], [], 5000);
    expect([run.mode('X', '11-14', 2000), run.mode('X', '11-12', 2000)]).toEqual(['closed', 'open']);
  });
});

describe('actuators', () => {
  // arithmetic: 95 s for the whole travel
  it.each([
    [20_000, 'part open'],
    [84_000, 'part open'],
    [87_000, 'open'],
    [120_000, 'open'],
  ])('floating, driven open for %i ms: %s, and there it stays', (ms, word) => {
    const run = running('actuator-floating', {}, [turn('S1', 'left', 1000), turn('S1', 'left', 1000 + ms, false)]);
    expect(run.word('X', 'floating', 300_000)).toBe(word);
  });
  it('floating, driven open 40 s and shut 10 s stands at 30 of 95 s, and shuts whole by 30 s more', () => {
    const open = [turn('S1', 'left', 0), turn('S1', 'left', 40_000, false)];
    const shut = (from: number, ms: number) => [turn('S1', 'right', from), turn('S1', 'right', from + ms, false)];
    expect(running('actuator-floating', {}, [...open, ...shut(50_000, 20_000)]).word('X', 'floating', 100_000)).toBe('part open');
    expect(running('actuator-floating', {}, [...open, ...shut(50_000, 31_000)]).word('X', 'floating', 100_000)).toBe('shut');
  });
  it.each([
    // arithmetic: (V − low) ÷ (high − low)
    ['0–10 V', 10, 'open'],
    ['0–10 V', 5, 'part open'],
    ['2–10 V', 2, 'shut'],
    ['2–10 V', 4.4, 'part open'],
    ['4–20 mA', 6, 'part open'],
  ])('%s with %f V: %s, and says so', (signal, volts, word) => {
    const circuit = edited(PLACED['actuator-modulating']!({ signal }), set('dG2', 'volts', volts));
    const plan = planNetwork(circuit);
    const rig = createRig(plan);
    const { moment, seen } = frameAt(runLog(rig, [power], { untilMs: 200_000 }), 200_000);
    const motor = plan.parts.find(isKind('positioner'))!;
    expect(sightAt(seen, motor)?.word).toBe(word);
    settleMoment(rig, moment);
    const low = signal === '0–10 V' ? 0 : 2;
    const says = branchVoltsRms(rig.nets, motor.firstBranch + 2);
    expect(Math.abs(says - Math.max(low, volts))).toBeLessThan(0.25);
  });
  it('a transmitter says its process by volts, and what reads it follows', () => {
    const reads = PLACED['transmitter-volts']!({});
    const plan = planNetwork(reads);
    const rig = createRig(plan);
    const trace = runLog(rig, [power, { atMs: 150_000, process: 'vRoom' as never, to: 40 }], { untilMs: 400_000 });
    const volts = (atMs: number) => {
      settleMoment(rig, frameAt(trace, atMs).moment);
      return branchVoltsRms(rig.nets, plan.parts.find(isKind('transmitter'))!.firstBranch + 1);
    };
    expect(volts(100_000)).toBeCloseTo(4, 1);
    expect(volts(300_000)).toBeCloseTo(8, 1);
    const actuator = plan.parts.find(isKind('positioner'))!;
    expect(sightAt(frameAt(trace, 100_000).seen, actuator)?.word).toBe('part open');
    expect(explore(reads).endings.size).toBeGreaterThan(1);
  });
});

it('a controller reads what a transmitter says, and both sides of its threshold are among the states that are tried', () => {
  const { dX, dG1, dG2, dH1 } = PLACED['transmitter-volts']!({}).devices;
  const base = rigged(
    { A1: ['controller-8-6', { mostV: 250 }] },
    chains('G1:L G2:L | G1:N G2:N | G2:+ A1:L+ X:2 A1:Q0.1 | A1:M A1:1M X:1 H1:2 G2:- | X:3 A1:A0 | A1:Q0.2 H1:1'),
  );
  const circuit = {
    ...base,
    devices: { ...base.devices, dX: dX!, dG1: dG1!, dG2: dG2!, dH1: dH1! },
    processes: PLACED['transmitter-volts']!({}).processes,
    // 6 V are 30 of the 50 degrees that it spans
    programs: { dA1: { scanMs: 100, rows: [{ when: [[{ name: 'A0', above: 6 }]], does: 'drives' as const, to: 'Q0' }] } } as never,
  };
  const plan = planNetwork(circuit);
  const trace = runLog(createRig(plan), [power, { atMs: 20_000, process: 'vRoom' as never, to: 35 }], { untilMs: 60_000 });
  const output = plan.parts.find(({ part }) => part.id === 'Q0')!;
  expect([15_000, 40_000].map((atMs) => modeAt(frameAt(trace, atMs).moment, output))).toEqual(['open', 'closed']);
  const lit = [...explore(circuit).endings.values()].map(({ seen }) => seen.H1);
  expect(new Set(lit)).toEqual(new Set([true, false]));
});

describe('boards that run a sequence', () => {
  const call = [turn('S1', 'on', 0, false), turn('S1', 'on', 10_000)];
  // common practice: inducer, proving, 15 s purge, 17 s glow, gas, 5 s trial, flame, fan after 30 s
  it('a gas ignition board lights, blows, and purges after the call', () => {
    const run = running('ignition-board', {}, [
      ...call,
      turn('B2', 'air', 12_000),
      turn('X', 'flame', 46_000),
      turn('S1', 'on', 150_000, false),
      turn('X', 'flame', 150_200, false),
      turn('B2', 'air', 170_000, false),
    ]);
    const at = (atMs: number) => ['R-MV', 'L-IND', 'L-HSI', 'L-FAN'].filter((id) => run.mode('X', id, atMs) === 'closed');
    expect(at(9000)).toEqual([]);
    expect(at(11_000)).toEqual(['L-IND']);
    expect(at(26_000)).toEqual(['L-IND']);
    expect(at(28_000)).toEqual(['L-IND', 'L-HSI']);
    expect(at(43_000)).toEqual(['L-IND', 'L-HSI']);
    expect(at(45_000)).toEqual(['R-MV', 'L-IND', 'L-HSI']);
    expect(at(60_000)).toEqual(['R-MV', 'L-IND']);
    expect(at(80_000)).toEqual(['R-MV', 'L-IND', 'L-FAN']);
    expect(at(155_000)).toEqual(['L-IND', 'L-FAN']);
    expect(at(200_000)).toEqual(['L-FAN']);
    expect(at(300_000)).toEqual([]);
  });
  it('without a flame it shuts the gas after its trial and is locked out until the call is broken', () => {
    const run = running('ignition-board', {}, [
      ...call,
      turn('B2', 'air', 12_000),
      turn('B2', 'air', 100_000, false),
      turn('S1', 'on', 200_000, false),
      turn('S1', 'on', 210_000),
    ]);
    expect(run.mode('X', 'R-MV', 47_000)).toBe('closed');
    expect(run.mode('X', 'R-MV', 51_000)).toBe('open');
    expect(run.mode('X', 'L-IND', 100_000)).toBe('open');
    expect(run.mode('X', 'L-IND', 215_000)).toBe('closed');
  });
  it('a proving switch that is closed before the inducer runs starts nothing', () => {
    const run = running('ignition-board', {}, [...call, turn('B2', 'air', 1000)]);
    expect(run.mode('X', 'L-IND', 60_000)).toBe('open');
  });
  it('an open limit shuts the gas and runs the fan', () => {
    const run = running('ignition-board', {}, [...call, turn('B2', 'air', 12_000), turn('X', 'flame', 46_000), turn('B1', 'hot', 60_000)]);
    expect([run.mode('X', 'R-MV', 62_000), run.mode('X', 'L-FAN', 62_000)]).toEqual(['open', 'closed']);
  });
  it('a defrost board counts run time while its sensor is closed: 12 min on and 8 off, 60 min: at 92 min', () => {
    // arithmetic: 60 = 5 × 12; 4 whole cycles of 20 and 12; three seconds more a cycle, for what its scans take
    const minutes = (n: number): number => n * 60_000;
    const cycles = Array.from({ length: 8 }, (_, n) => [
      turn('S1', 'on', minutes(20 * n)),
      turn('S1', 'on', minutes(20 * n + 12.05), false),
    ]).flat();
    const run = running('defrost-board', {}, [turn('B1', 'hot', 0), ...cycles], [], minutes(110));
    const rv = (min: number) => run.mode('X', 'R-RV', minutes(min));
    expect([rv(91.5), rv(92)]).toEqual(['open', 'closed']);
    // ends by time after ten minutes where the sensor stays closed
    expect([rv(101.5), rv(103)]).toEqual(['closed', 'open']);
    expect(run.mode('X', 'L-FAN', minutes(92))).toBe('open');
  });
});

describe('what brings a motor up', () => {
  it('a soft starter begins at about two thirds of the volts, comes to top, and says both', () => {
    const run = running('soft-starter', {}, [turn('S1', 'on', 0, false), turn('S1', 'on', 5000)]);
    expect(run.mode('X', 'L1-T1', 4000)).toBe('open');
    expect(run.mode('X', 'L1-T1', 6000)).toBe('ramping');
    expect([run.mode('X', '13-14', 6000), run.mode('X', '23-24', 6000)]).toEqual(['closed', 'open']);
    // a locked motor gets the share that a locked motor is to get: arithmetic
    const motor = running('soft-starter', {}, [turn('S1', 'on', 0, false), turn('S1', 'on', 5000)], [fault('M1', 'windings', 'locked')]);
    const ramp = motor.volts('M1', 'motor3', 6000) / motor.volts('M1', 'motor3', 10_500);
    expect(ramp).toBeGreaterThan(0.6);
    expect(ramp).toBeLessThan(0.8);
    expect([run.mode('X', 'L1-T1', 12_000), run.mode('X', '23-24', 12_000)]).toEqual(['closed', 'closed']);
  });
  it('a drive runs while it is called and its safe-off is closed; its fault relay is in when it is healthy', () => {
    const log = [
      turn('S1', 'on', 0, false),
      turn('S1', 'on', 5000),
      turn('X', 'fault', 20_000),
      turn('X', 'fault', 25_000, false),
      turn('S1', 'on', 30_000, false),
      turn('S1', 'on', 35_000),
    ];
    const run = running('drive-motor', {}, log);
    const words = [4000, 8000, 21_000, 28_000, 32_000, 38_000].map((atMs) => run.word('X', 'drive', atMs));
    expect(words).toEqual(['ready', 'running', 'tripped', 'tripped', 'ready', 'running']);
    expect([run.mode('X', '95-98', 8000), run.mode('X', '95-98', 21_000)]).toEqual(['closed', 'open']);
    expect(run.amps('F1', 'fuse', 8000)).toBeCloseTo(10, 0);
  });
  it('a solid-state relay passes while its control is fed', () => {
    const run = running('relay-solid-state', {}, [turn('S1', 'on', 5000, false)]);
    expect(run.amps('E1', 'load', 2000)).toBeGreaterThan(3.9);
    expect(run.amps('E1', 'load', 8000)).toBeLessThan(0.01);
  });
});
