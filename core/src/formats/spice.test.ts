import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { familyList } from '#core/devices';
import { callsKey, logOf, statesOf } from '#core/explore';
import { type Net, planNetwork, unitResponse } from '#core/network';
import { PATTERNS } from '#core/panel';
import { createRig, frameAt, runLog, settleMoment } from '#core/sequence';
import { awgOhmsPerKft, METRES_PER_FOOT } from '#core/units';
import { bench, demo, on, powered, SHIPPED, seededNumbers } from '../testing/demo';
import { DRAWN } from '../testing/drawn';
import { placeOf } from '../testing/fieldRigs';
import { laidPattern } from '../testing/laidPattern';
import { PLACED } from '../testing/placed';
import { withAnalysis, writeSpice } from './index';

const folder = mkdtempSync(join(tmpdir(), 'mando-spice-'));

/** Runs the outside judge on a netlist and gives back what it printed, in order. */
function ngspice(netlist: string, name = 'judge'): number[] {
  const file = join(folder, `${name}.cir`);
  writeFileSync(file, netlist);
  const out = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' }).stdout; // batch mode calls a control block "no simulation" and exits 1
  return [...out.matchAll(/^(?:real|imag|v|mag|vm|i|abs)\(.*?\)+ = (\S+)/gm)].map((match) => Number(match[1]));
}

function compare(net: Net, title: string): { driven: number; floating: number; nodes: number } {
  const numbers = ngspice(withAnalysis(writeSpice(net, title), net), title.replace(/\W/g, ''));
  const dc = net.hz === 0;
  expect(numbers).toHaveLength(net.plan.nodeCount * (dc ? 1 : 2));
  // where nothing is fed a thousandth of a volt is the measure
  const full = Math.max(1e-3, ...net.vRe.map((re, node) => Math.hypot(re, net.vIm[node]!)));
  let [driven, floating, nodes] = [0, 0, 0];
  for (let node = 0; node < net.plan.nodeCount; node++) {
    const [re, im] = dc ? [numbers[node]!, 0] : [numbers[2 * node]!, numbers[2 * node + 1]!];
    const off = Math.hypot(net.vRe[node]! - re, net.vIm[node]! - im);
    const response = unitResponse(net, node, -1);
    const behind = Math.hypot(response.re[node]!, response.im[node]!);
    if (behind < 100_000) {
      // within 1e-8 of the reading, or 1 µV
      driven = Math.max(driven, Math.min(off / Math.max(Math.hypot(re, im), 1e-30), off / 1e-6 < 1 ? 0 : 1));
      nodes++;
    } else floating = Math.max(floating, off / full);
  }
  return { driven, floating, nodes };
}

/** Holds a circuit against the outside judge in an even sample of its input states. @returns how many nodes were judged */
function judgeCircuit(name: string, circuit: Circuit, most: number): number {
  const plan = planNetwork(circuit);
  const rig = createRig(plan);
  let judged = 0;
  const states = statesOf(plan);
  const step = Math.max(1, states.length / most);
  for (let at = 0; at < states.length; at += step) {
    const calls = states[Math.floor(at)]!;
    settleMoment(rig, frameAt(runLog(rig, logOf(calls)), 400_000).moment);
    for (const net of rig.nets) {
      const { driven, floating, nodes } = compare(net, `${name} ${callsKey(calls)} ${net.hz}`);
      expect(driven).toBeLessThanOrEqual(1e-8);
      expect(floating).toBeLessThanOrEqual(1e-4);
      judged += nodes;
    }
  }
  return judged;
}

it.each(SHIPPED)('%s agrees with ngspice at every node in every input state, of many an even sample', (name) => {
  expect(judgeCircuit(name, demo(name), 16)).toBeGreaterThanOrEqual(30);
});

describe('circuits that are not in the demo, judged alike', () => {
  it.each(PATTERNS.map(({ name }) => name))('the pattern %s', (name) => {
    expect(judgeCircuit(name, laidPattern(name).circuit, 3)).toBeGreaterThanOrEqual(3);
  });
  it.each(Object.keys(DRAWN))('drawn for the tests: %s', (name) => {
    expect(judgeCircuit(name, DRAWN[name]!, 2)).toBeGreaterThanOrEqual(3);
  });
  it.each(Object.entries(PLACED))('a part among those that it is made for: %s', (name, placed) => {
    expect(judgeCircuit(name, placed({}), 2)).toBeGreaterThanOrEqual(3);
  });
});

/** Families of all circuits that the outside judge has seen so far; every other one stands in a place of its own. */
const seen = new Set(
  [
    ...SHIPPED.map(demo),
    ...PATTERNS.map(({ name }) => laidPattern(name).circuit),
    ...Object.values(DRAWN),
    ...Object.values(PLACED).map((placed) => placed({})),
  ].flatMap(({ devices }) => Object.values(devices).map(({ family }) => family)),
);
const others = familyList.map(([name]) => name).filter((name) => !seen.has(name));
it.each(others)('the family %s, in a place of its own, agrees with ngspice', (name) => {
  expect(judgeCircuit(name, placeOf(name), 2)).toBeGreaterThanOrEqual(2);
});

it('a tag can smuggle nothing into an exported netlist', () => {
  const net = bench({ ...demo('Q9'), title: 'x\n.control\nshell touch /tmp/owned\n.endc' }, [powered]).rig.nets[0]!;
  const text = writeSpice(net, 'x\n.control\nshell echo\n.endc');
  expect(
    text
      .split('\n')
      .slice(1)
      .every((line) => line === '' || /^[RCI]\d+ n?\d+ n?\d+ /.test(line)),
  ).toBe(true);
});

describe('not a toy: readings move as a netlist written from the nameplates moves', () => {
  /**
   * Q1 with compressor and fans running, written by the published formulas alone: legs, isolator, transformer as an ideal
   * 240 V source pair behind its regulation (class 2 model, common practice), copper by ASTM B258 and IACS, coils as V²/VA at pf.
   * The timer's 2.4 V drop is brought in as the resistance that the loop's amps ask for.
   */
  function ownNetlist(
    va: { idleV: number; ohms: number; reactanceOhms: number },
    statM: number,
    coilPf: number,
    timerOhms: number,
  ): string {
    const omega = 2 * Math.PI * 60;
    const perM = awgOhmsPerKft(18) / (1000 * METRES_PER_FOOT);
    const per8 = awgOhmsPerKft(8) / (1000 * METRES_PER_FOOT);
    const lines: string[] = ['* own'];
    let count = 0;
    const z = (a: string, b: string, re: number, im = 0) => {
      count++;
      if (im === 0) lines.push(`R${count} ${a} ${b} ${re}`);
      else lines.push(`R${count} ${a} m${count} ${re}`, `L${count} m${count} ${b} ${im / omega}`);
    };
    const load = (a: string, b: string, volts: number, voltAmps: number, pf: number) =>
      z(a, b, ((volts * volts) / voltAmps) * pf, ((volts * volts) / voltAmps) * Math.sqrt(1 - pf * pf));
    lines.push('VA e1 0 AC 120', 'VB 0 e2 AC 120');
    z('e1', 's1', 0.05, 0.03);
    z('e2', 's2', 0.05, 0.03);
    for (const k of [1, 2]) {
      z(`s${k}`, `b${k}`, per8 * 12 + 0.002);
      z(`b${k}`, `q${k}`, per8 * 2 + 0.002);
      z(`q${k}`, `m${k}x`, per8 * 1.5);
    }
    load('m1x', 'm2x', 240, 240 * 17.6, 0.85);
    load('b1', 'b2', 240, 240 * 0.9, 0.65);
    load('q1', 'q2', 240, 240 * 1.1, 0.65);
    load('q1', 'q2', 240, 5, 0.5);
    // transformer: half of R and X on each side, ideal ratio from the idle volts
    const ratio = 240 / va.idleV;
    z('s1x', 'p1', (va.ohms / 2) * ratio * ratio, (va.reactanceOhms / 2) * ratio * ratio);
    z('b1', 's1x', perM * 2);
    z('b2', 's2x', perM * 2);
    lines.push(`EX i 0 p1 s2x ${1 / ratio}`, 'VS i j AC 0', `FX p1 s2x VS ${1 / ratio}`);
    z('j', 't', va.ohms / 2, va.reactanceOhms / 2);
    z('t', 'r', perM * 0.4 + 0.05 + perM * statM);
    load('r', 'c1', 24, 1.4, 1);
    z('c1', '0', perM * statM);
    z('r', 'y', 0.03 + perM * statM);
    z('y', 'd', timerOhms);
    z('d', 'k', perM * 2 + 0.03 + perM * 0.4 + 0.03 + perM * 2);
    load('k', 'kc', 24, 7.5, coilPf);
    z('kc', '0', perM * 0.5 + 0.1e-9);
    z('r', 'g', 0.03 + perM * statM);
    load('g', 'c1', 24, 3.6, 0.5);
    return `${lines.join('\n')}\n.control\nset numdgt=15\nac lin 1 60 60\nprint mag(v(k)-v(kc))\nprint mag(v(y)-v(d))\nprint mag(i(VA))\n.endc\n.end\n`;
  }
  const random = seededNumbers(3);
  const sizes = [
    { va: 40, idleV: 27.5, ohms: 2.08, reactanceOhms: 0.73 },
    { va: 50, idleV: 27.3, ohms: 1.57, reactanceOhms: 0.55 },
    { va: 75, idleV: 26.7, ohms: 0.86, reactanceOhms: 0.3 },
  ];
  it.each(sizes.flatMap((size) => [0, 1].map(() => ({ size, statM: 2 + 30 * random(), pf: 0.25 + 0.3 * random() }))))(
    'T1 $size.va VA, stat cable $statM m, coil pf $pf',
    ({ size, statM, pf }) => {
      const circuit = demo('Q1');
      const set = (id: string, name: string, value: number) => ({
        ...circuit.devices[id]!,
        nameplate: { ...circuit.devices[id]!.nameplate, [name]: { value, evidence: 'print' as const } },
      });
      const conductors = Object.fromEntries(
        Object.entries(circuit.conductors).map(([id, wire]) => [
          id,
          wire.cable === 'cW1' ? { ...wire, lengthM: { value: statM, evidence: 'measured' as const } } : wire,
        ]),
      );
      const ours = bench(
        {
          ...circuit,
          conductors,
          devices: { ...circuit.devices, dT1: set('dT1', 'va', size.va), dK1: set('dK1', 'sealedPf', pf) },
          cables: {},
        },
        [powered, on('TC1', 'cooling')],
      );
      const coil = ours.read(400_000, 'K1:A1,K1:A2');
      const timer = ours.plan.parts.find(({ part }) => part.kind === 'series-timer')!;
      const [theirs] = ngspice(
        ownNetlist(size, statM, pf, ours.at(400_000).moment.values[timer.index]!),
        `own${size.va}${Math.round(statM)}`,
      );
      expect(Math.abs(coil / theirs! - 1)).toBeLessThan(0.001);
    },
  );
});
