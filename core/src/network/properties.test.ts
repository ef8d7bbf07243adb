import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { createRig, frameAt, howAt, restMoment, runLog, settleMoment, showMoment, showOhms } from '#core/sequence';
import { bench, DEMO, demo, point, powered, seededNumbers } from '../testing/demo';
import { wire } from '../testing/ids';
import { branchAmps, createNet, endsOf, floatingNodes, type Net, planNetwork, readOhms, setBranch, setPart, solveNet } from './index';

const LATE = 300_000;

describe.each(DEMO)('%s as a network', (name) => {
  const circuit = demo(name);
  const calledLog = circuit.complaints[0]!.log;
  const called = bench(circuit, calledLog);

  it('keeps Kirchhoff at every node of every frequency', () => {
    called.at(LATE);
    for (const net of called.rig.nets) {
      const sums = Array.from({ length: net.plan.nodeCount }, () => ({ re: 0, im: 0, size: 0 }));
      net.plan.branches.forEach((_, branch) => {
        const { nodes, weights } = endsOf(net, branch);
        const { re, im } = branchAmps(net, branch);
        nodes.forEach((node, k) => {
          if (node < 0) return;
          sums[node]!.re += weights[k]! * re;
          sums[node]!.im += weights[k]! * im;
          sums[node]!.size += Math.abs(weights[k]!) * Math.hypot(re, im);
        });
      });
      for (const { re, im, size } of sums) expect(Math.hypot(re, im)).toBeLessThan(1e-6 + 2e-6 * size);
    }
  });

  it('shuffling what the file lists changes no voltage', () => {
    const shuffled: Circuit = {
      ...circuit,
      devices: Object.fromEntries(Object.entries(circuit.devices).reverse()),
      conductors: Object.fromEntries(Object.entries(circuit.conductors).reverse()),
    };
    const other = bench(shuffled, calledLog);
    const [a, b] = [called.at(LATE), other.at(LATE)];
    expect(b.atMs).toBe(a.atMs);
    sameVolts(other.rig.nets, called.rig.nets);
  });

  it('renaming every device changes no voltage', () => {
    const renamed: Circuit = {
      ...circuit,
      devices: Object.fromEntries(Object.entries(circuit.devices).map(([id, device], index) => [id, { ...device, tag: `Z${index}` }])),
    };
    const other = bench(renamed, calledLog);
    called.at(LATE);
    other.at(LATE);
    sameVolts(other.rig.nets, called.rig.nets);
  });

  it('10,000 random toggles leave the factors of a fresh circuit, bit for bit', () => {
    const plan = planNetwork(circuit);
    const random = seededNumbers(11);
    const nets = plan.hz.map((hz) => createNet(plan, hz));
    const moment = restMoment(plan, 'on');
    const rig = createRig(plan);
    const movable = plan.parts.filter(({ kind }) => kind.modes.length > 1 && kind.bends === undefined);
    const fresh = (): Net[] =>
      plan.hz.map((hz) => {
        const net = createNet(plan, hz);
        for (const planned of plan.parts) setPart(net, planned.index, howAt(rig, planned, moment));
        solveNet(net);
        return net;
      });
    for (const net of nets) for (const planned of plan.parts) setPart(net, planned.index, howAt(rig, planned, moment));
    for (let k = 0; k < 10_000; k++) {
      const planned = movable[Math.floor(random() * movable.length)]!;
      moment.modes[planned.index] = moment.modes[planned.index] === 1 ? 0 : 1;
      for (const net of nets) setPart(net, planned.index, howAt(rig, planned, moment));
      if (k % 500 === 499) for (const net of nets) solveNet(net);
    }
    fresh().forEach((net, index) => {
      solveNet(nets[index]!);
      expect(nets[index]!.factors.lRe).toEqual(net.factors.lRe);
      expect(nets[index]!.factors.dIm).toEqual(net.factors.dIm);
      expect(nets[index]!.vRe).toEqual(net.vRe);
    });
  });
});

describe('odd circuits', () => {
  it('k times the source gives k times the volts in a frozen state', () => {
    const circuit = demo('Q9');
    const plan = planNetwork(circuit);
    const rig = createRig(plan);
    const frame = frameAt(runLog(rig, demo('Q9').complaints[0]!.log), LATE);
    showMoment(rig, frame.moment);
    const before = rig.nets.map(({ vRe }) => vRe.slice());
    const source = plan.parts.filter(({ part }) => part.kind === 'source');
    for (const net of rig.nets) {
      for (const planned of source) {
        const { part, kind, firstBranch } = planned;
        const [value] = kind.admittances(part, howAt(rig, planned, frame.moment), net.hz);
        setBranch(net, firstBranch, { y: value!.y, emf: { re: value!.emf.re * 1.5, im: value!.emf.im * 1.5 } });
      }
      solveNet(net);
    }
    rig.nets.forEach(({ vRe }, k) => {
      for (const [node, volts] of vRe.entries()) expect(volts).toBeCloseTo(before[k]![node]! * 1.5, 6);
    });
  });

  it('random wires between anything give numbers, never NaN or an exception', () => {
    const base = demo('Q1');
    const plan = planNetwork(base);
    const terminals = plan.points.filter((one) => one.includes(':'));
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(terminals.length - 1), fc.nat(terminals.length - 1)), { minLength: 1, maxLength: 12 }),
        (pairs) => {
          const sample = Object.values(base.conductors)[0]!;
          const extra = Object.fromEntries(
            pairs.map(([a, b], k) => [
              `wx${k}`,
              {
                ...sample,
                id: wire(`wx${k}`),
                ends: [terminals[a], terminals[b]] as never,
                lengthM: { value: null, evidence: 'unknown' as const },
              },
            ]),
          );
          const wild = bench({ ...base, conductors: { ...base.conductors, ...extra } }, demo('Q1').complaints[0]!.log);
          for (const at of [0, 10_000, LATE]) {
            wild.at(at);
            for (const { vRe, vIm } of wild.rig.nets) expect([...vRe, ...vIm].every(Number.isFinite)).toBe(true);
          }
        },
      ),
      { numRuns: 40, seed: 5 },
    );
  });

  it('a coil nobody has read is solved as open', () => {
    const circuit = demo('Q1');
    const blank: Circuit = {
      ...circuit,
      devices: {
        ...circuit.devices,
        dK1: { ...circuit.devices.dK1!, nameplate: { ...circuit.devices.dK1!.nameplate, coilV: { value: null, evidence: 'unknown' } } },
      },
    };
    const unknown = bench(blank, demo('Q1').complaints[0]!.log);
    expect(unknown.trace.changes.some(({ part }) => unknown.plan.parts[part]!.device.tag === 'K1')).toBe(false);
  });
});

describe('ohms come from the 0 Hz network with every source dead', () => {
  const circuit = demo('Q1');
  const ohmsOf = (pair: string, faults: string[] = []) => {
    const one = bench(circuit, [{ atMs: 0, power: 'isolated' }], faults);
    const [red, black] = pair.split(',').map((spelled) => one.plan.nodeOf(point(circuit, spelled))) as [number, number];
    return readOhms(showOhms(one.rig, one.at(0).moment), red, black);
  };
  it('a 42 VA coil of pf 0.7 is 9.6 ohm, not 14 or 77', () => {
    const other: Circuit = {
      ...circuit,
      devices: {
        ...circuit.devices,
        dK1: { ...circuit.devices.dK1!, nameplate: { ...circuit.devices.dK1!.nameplate, inrushVa: { value: 42, evidence: 'print' } } },
      },
    };
    const one = bench(other, [{ atMs: 0, power: 'isolated' }]);
    const [a, b] = ['K1:A1', 'K1:A2'].map((spelled) => one.plan.nodeOf(point(other, spelled))) as [number, number];
    expect(readOhms(showOhms(one.rig, one.at(0).moment), a, b)).toBeCloseTo(9.6, 1);
  });
  it('an open coil and an open switch show an open line', () => {
    expect(ohmsOf('K1:A1,K1:A2', ['K1.coil=open'])).toBe(Number.POSITIVE_INFINITY);
    expect(ohmsOf('PS1:1,PS1:2')).toBeLessThan(0.5);
    expect(ohmsOf('M1:C,K1:L1')).toBe(Number.POSITIVE_INFINITY);
  });
  it('a transformer measured at its secondary shows its winding, about 1 ohm', () => expect(ohmsOf('T1:R,T1:C')).toBeCloseTo(1.04, 1));
});

it('a point tied to earth only through an open contact floats', () => {
  const one = bench(demo('Q1'), [powered]);
  one.at(1000);
  const floating = floatingNodes(one.plan, one.rig.nets[0]!);
  expect(floating[one.plan.nodeOf(point(demo('Q1'), 'M1:C'))]).toBe(1);
  expect(floating[one.plan.nodeOf(point(demo('Q1'), 'K1:A1'))]).toBe(0);
  settleMoment(one.rig, one.at(1000).moment);
});

/** To a microvolt: a timer's drop is found by iteration, which may stop a hair elsewhere when it starts elsewhere. */
function sameVolts(some: readonly Net[], others: readonly Net[]): void {
  some.forEach(({ vRe, vIm }, k) => {
    for (const [node, re] of vRe.entries())
      expect(Math.hypot(re - others[k]!.vRe[node]!, vIm[node]! - others[k]!.vIm[node]!)).toBeLessThan(1e-6);
  });
}
