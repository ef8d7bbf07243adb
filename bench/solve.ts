import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Circuit } from '#core/circuit';
import { writeSpice } from '#core/formats';
import { createNet, type Net, planNetwork, setPart, solveNet } from '#core/network';
import { ZERO } from '#core/units';

/**
 * Solve and toggle times of panels of N devices, and the ratio to ngspice on the same netlists in the same run.
 * Figures to print, never to assert.
 */
const SIZES = [20, 100, 500, 2000];
const folder = mkdtempSync(join(tmpdir(), 'mando-bench-'));

/** Rungs of a switch and a relay coil on one transformer, a load on every tenth: about three nodes a device. */
function panel(devices: number): Circuit {
  const circuit: Circuit = {
    schema: 1,
    number: `P${devices}`,
    title: `panel of ${devices}`,
    site: 'bench',
    practice: 'na',
    devices: {},
    conductors: {},
    cables: {},
    powerSwitch: { control: { open: [], lift: [] }, isolated: { open: [], lift: [] }, staysOn: [] },
    complaints: [],
  };
  let wires = 0;
  const add = (tag: string, family: string, nameplate: Record<string, number | string>) => {
    const id = `d${tag}` as never;
    circuit.devices[id] = {
      id,
      tag,
      family,
      title: tag,
      nameplate: Object.fromEntries(Object.entries(nameplate).map(([name, value]) => [name, { value, evidence: 'print' as const }])),
      place: { kind: 'panel', name: 'p' },
      hazard: 'none',
      notes: '',
    };
  };
  const wire = (a: string, b: string) => {
    const id = `w${++wires}` as never;
    circuit.conductors[id] = {
      id,
      number: String(wires),
      ends: [`d${a}`, `d${b}`] as never,
      size: { awg: 18 },
      material: 'Cu',
      colour: 'red',
      insulationV: 300,
      lengthM: { value: 1, evidence: 'measured' },
      cable: null,
      core: null,
    };
  };
  add('G1', 'supply-1ph', { volts: 120, hz: '60' });
  add('T1', 'control-transformer-24', { va: 100 });
  wire('G1:L', 'T1:120');
  wire('G1:N', 'T1:COM');
  let [hot, cold] = ['T1:R', 'T1:C'];
  for (let k = 0; k < devices / 2 - 1; k++) {
    add(`S${k}`, 'push-button', { form: 'NO' });
    add(`K${k}`, 'relay-interface-1', { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 1.2, sealedVa: 0.6 });
    wire(hot, `S${k}:1`);
    wire(`S${k}:2`, `K${k}:A1`);
    wire(`K${k}:A2`, cold);
    [hot, cold] = [`S${k}:1`, `K${k}:A2`];
  }
  return circuit;
}

const median = (list: number[]): number => list.sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
const time = (work: () => void, rounds: number): number =>
  median(
    Array.from({ length: rounds }, () => {
      const started = process.hrtime.bigint();
      work();
      return Number(process.hrtime.bigint() - started) / 1000;
    }),
  );

const rest = (mode: number) => ({ mode, value: 1, emf: ZERO, fault: undefined });
function fresh(plan: ReturnType<typeof planNetwork>): Net {
  const net = createNet(plan, 60);
  for (const { part, index } of plan.parts) setPart(net, index, rest(part.kind === 'contact' && index % 3 === 0 ? 1 : 0));
  solveNet(net);
  return net;
}

/** CPU seconds of one ngspice run, all processes of it. */
function judge(netlist: string, control: string): number {
  const file = join(folder, 'panel.cir');
  writeFileSync(file, `${netlist}.control\n${control}\n.endc\n.end\n`);
  const done = spawnSync('bash', ['-c', `TIMEFORMAT='%U %S'; time ngspice -b ${file} > /dev/null 2>&1`], { encoding: 'utf8' });
  const [user = 0, system = 0] = done.stderr.trim().split('\n').at(-1)!.split(' ').map(Number);
  return user + system;
}

console.log(
  `${cpus()[0]?.model}, Node ${process.version}, ${execFileSync('ngspice', ['--version'], { encoding: 'utf8' }).match(/ngspice-\S+/)?.[0]}`,
);
// the engine's compiler has seen the loops before anything is timed
for (let k = 0; k < 400; k++) fresh(planNetwork(panel(20)));
const rows = SIZES.map((size) => {
  const plan = planNetwork(panel(size));
  const net = fresh(plan);
  const contact = plan.parts.findLast(({ part }) => part.kind === 'contact' && part.symbol === 'push')!;
  let mode = 0;
  const rounds = size > 500 ? 15 : 60;
  const full = time(() => {
    net.factors.dirty.fill(1);
    net.stale = true;
    solveNet(net);
  }, rounds);
  const toggle = time(() => {
    mode = 1 - mode;
    setPart(net, contact.index, rest(mode));
    solveNet(net);
  }, rounds);
  const netlist = writeSpice(net, 'panel');
  const loops = size > 500 ? 20 : 200;
  const points = size > 500 ? 200 : 2000;
  const base = median([0, 1, 2].map(() => judge(netlist, 'ac lin 1 60 60')));
  const loop =
    ((median([0, 1, 2].map(() => judge(netlist, `let k = 0\nwhile k < ${loops}\nac lin 1 60 60\nlet k = k + 1\nend`))) - base) / loops) *
    1e6;
  const inner = ((median([0, 1, 2].map(() => judge(netlist, `ac lin ${points} 59 61`))) - base) / points) * 1e6;
  const round = (value: number) => Math.round(value * 10) / 10;
  return {
    devices: size,
    nodes: plan.nodeCount,
    'solve µs': round(full),
    'toggle µs': round(toggle),
    columns: net.factors.touched,
    'ngspice loop µs': round(loop),
    'inner point µs': round(inner),
    'loop ÷ solve': round(loop / full),
    'inner ÷ solve': Math.round((inner / full) * 100) / 100,
  };
});
console.table(rows);
