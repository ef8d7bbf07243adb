// npm run bench:wiring. What a person who wires waits for: exchanges of a cable rehearsed, a circuit of sixty lines changed, a list of five
// thousand wires scrolled in Chromium. Build the pages first.
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { createDesk } from '#core/bench';
import { applyChanges, type Circuit, type ConductorId, type EditChange } from '#core/circuit';
import { intoCable } from '#core/panel';
import { DEFAULT_PRACTICE } from '#core/schools';
import { demo } from '../core/src/testing/demo';
import { rowPanel, unitPanel } from '../core/src/testing/panel';
import { startThrowaway } from '../scripts/postgres.mjs';
import { median, round, walked } from './measure';

const done = (circuit: Circuit, changes: readonly EditChange[]): Circuit => {
  const applied = applyChanges(circuit, changes);
  if (!applied.ok) throw new Error(applied.problems.map(({ message }) => message).join(' '));
  return applied.value.circuit;
};
const timed = <A>(walk: Generator<unknown, A>): { ms: number; answer: A } => {
  const began = performance.now();
  const { answer } = walked(walk);
  return { ms: performance.now() - began, answer };
};

// seven cores in one sheath: the five of a valve head, and the two of its thermostat
let cabled = demo('L1A');
const seven = Object.values(cabled.conductors)
  .filter(({ ends }) => ends.some((end) => end?.startsWith('dY1:') || end?.startsWith('dTC1:')))
  .slice(0, 7);
cabled = done(cabled, intoCable(cabled, seven[0]!.id, 'new'));
const [cable] = Object.values(cabled.cables).slice(-1);
for (const { id } of seven.slice(1)) cabled = done(cabled, intoCable(cabled, id, cable!.id));
const desk = createDesk();
timed(desk.circuit({ document: cabled, practice: DEFAULT_PRACTICE }));
const rehearsals = Array.from({ length: 5 }, () => timed(desk.rehearse({ cable: cable!.id, device: null })));
console.log(
  `cable of ${seven.length} cores: ${rehearsals[0]!.answer.rehearsed.length} mishaps in ${round(median(rehearsals.map(({ ms }) => ms)))} ms`,
);

// an edit of a circuit with sixty lines: the sheet, what runs, and the terminals
let lines = rowPanel(122);
const other = createDesk();
const wires = Object.keys(lines.conductors) as ConductorId[];
const edits = Array.from({ length: 9 }, (_, turn) => {
  lines = done(lines, [{ type: 'describeConductor', conductor: wires[turn * 5]!, to: { colour: turn % 2 ? 'red' : 'blue' } }]);
  const sheet = timed(other.circuit({ document: lines, practice: DEFAULT_PRACTICE })).ms + timed(other.sheet({})).ms;
  const run = timed(other.run({ log: [], faults: [] })).ms;
  const terminals = timed(other.terminals({ only: null, tidy: 0 })).ms;
  return { sheet, run, terminals };
}).slice(2);
for (const name of ['sheet', 'run', 'terminals'] as const)
  console.log(`60 lines, after an edit: ${name} ${round(median(edits.map((one) => one[name])))} ms`);

const PORT = 4384;
const base = `http://localhost:${PORT}`;
const postgres = await startThrowaway();
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
  cwd: fileURLToPath(new URL('..', import.meta.url)),
  env: { ...process.env, DATABASE_URL: postgres.url, PORT: String(PORT) },
  stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
});
await new Promise((ready) => server.once('message', ready));
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--disable-gpu', ...(process.getuid?.() === 0 ? ['--no-sandbox'] : [])],
});
const { jobs } = (await (await fetch(`${base}/api/jobs`)).json()) as { jobs: { id: string }[] };
const id = randomUUID();
const large = unitPanel(2700);
await fetch(`${base}/api/jobs/${jobs[0]!.id}/circuits`, {
  method: 'POST',
  headers: { 'content-type': 'application/json', 'x-mando-client': 'bench' },
  body: JSON.stringify({ id, document: large }),
});
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
const began = Date.now();
await page.goto(`${base}/circuits/${id}/wiring`);
const grid = page.getByRole('grid', { name: 'Wires' });
await grid.getByRole('row').first().waitFor({ timeout: 60_000 });
console.log(`${Object.keys(large.conductors).length} wires: the list stands after ${Date.now() - began} ms`);
await page.getByRole('button', { name: 'Fold the terminals' }).click();
const frames = await page.evaluate<number[]>(`new Promise((ready) => {
  const box = document.querySelector('[role=grid][aria-label=Wires]');
  const gaps = [];
  let last = performance.now();
  requestAnimationFrame(function step() {
    const now = performance.now();
    gaps.push(now - last);
    last = now;
    box.scrollTop += 120;
    if (gaps.length < 200) requestAnimationFrame(step);
    else ready(gaps.slice(1));
  });
})`);
const sorted = frames.toSorted((a, b) => a - b);
console.log(
  `scrolled 200 frames: median ${round(median(frames))} ms a frame, 95 of 100 under ${round(sorted[Math.floor(sorted.length * 0.95)]!)} ms`,
);
await browser.close();
server.kill();
await postgres.stop();
process.exit(0);
