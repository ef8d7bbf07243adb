import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeSpice } from '#core/formats';
import type { PlannedPart } from '#core/graph';
import type { How, State } from '#core/kinds';
import { createNet, type Net, type NetworkPlan, planNetwork, setPart, solveNet } from '#core/network';
import { rowPanel } from '../core/src/testing/panel';
import { median, milliseconds, round } from './measure';

/**
 * Solve and toggle times of panels of N devices, and the ratio to ngspice on the same netlists in the same run.
 * Figures to print, never to assert.
 */
const SIZES = [20, 100, 500, 2000];
const folder = mkdtempSync(join(tmpdir(), 'mando-bench-'));

const time = (work: () => unknown, rounds: number): number => milliseconds(work, rounds) * 1000;

/** A part in one of its modes, its numbers as they are at rest. */
const inMode = ({ kind, part }: PlannedPart, place: number): How => {
  const mode = kind.modes[place] ?? kind.modes[0] ?? '';
  return { state: { mode, ...kind.values(part) } as State<string, string>, fault: undefined };
};

function fresh(plan: NetworkPlan): Net {
  const net = createNet(plan, 60);
  for (const planned of plan.parts)
    setPart(net, planned.index, inMode(planned, planned.part.kind === 'contact' && planned.index % 3 === 0 ? 1 : 0));
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
for (let k = 0; k < 400; k++) fresh(planNetwork(rowPanel(20)));
const rows = SIZES.map((size) => {
  const plan = planNetwork(rowPanel(size));
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
    setPart(net, contact.index, inMode(contact, mode));
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
