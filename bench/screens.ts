import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { rowPanel, unitPanel } from '../core/src/testing/panel';
import { startThrowaway } from '../scripts/postgres.mjs';

/**
 * What a person waits for, in Chromium: a circuit opened, an input worked until the wires show it, a rating entered until it is judged, the
 * parts of a place, a frame of panning; and what the page costs with the power off. Build the pages first.
 */
const root = fileURLToPath(new URL('..', import.meta.url));
const PORT = 4383;
const base = `http://localhost:${PORT}`;
const postgres = await startThrowaway();
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
  cwd: root,
  env: { ...process.env, DATABASE_URL: postgres.url, PORT: String(PORT) },
  stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
});
await new Promise((done) => server.once('message', done));
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--disable-gpu', ...(process.getuid?.() === 0 ? ['--no-sandbox'] : [])],
});
const { jobs } = (await (await fetch(`${base}/api/jobs`)).json()) as { jobs: { id: string }[] };

const middle = (list: readonly number[]): number => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)] ?? Number.NaN;

/** Milliseconds from an act in the page until a test holds there, looked at once a frame. */
const until = (page: Page, act: string, test: string): Promise<number> =>
  page.evaluate<number>(`new Promise((done, fail) => {
    const began = performance.now();
    ${act};
    requestAnimationFrame(function look() {
      if (${test}) done(performance.now() - began);
      else if (performance.now() - began > 30000) fail(new Error('it never came'));
      else requestAnimationFrame(look);
    });
  })`);

/** Milliseconds of processor that the page used in a while: in all, and of it in script. */
async function cost(page: Page, work: () => Promise<void>): Promise<{ allMs: number; scriptMs: number }> {
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  const busy = async () => {
    const { metrics } = await session.send('Performance.getMetrics');
    const of = (wanted: string): number => 1000 * (metrics.find(({ name }) => name === wanted)?.value ?? 0);
    return { allMs: of('TaskDuration'), scriptMs: of('ScriptDuration') };
  };
  const before = await busy();
  await work();
  const after = await busy();
  return { allMs: after.allMs - before.allMs, scriptMs: after.scriptMs - before.scriptMs };
}

const rows: Record<string, string | number>[] = [];
for (const [kind, make] of [
  ['units', unitPanel],
  ['rows', rowPanel],
] as const)
  for (const devices of [16, 100, 300]) {
    const id = randomUUID();
    await fetch(`${base}/api/jobs/${jobs[0]!.id}/circuits`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-mando-client': 'bench' },
      body: JSON.stringify({ id, document: make(devices) }),
    });
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    const open = async (): Promise<number> => {
      const began = Date.now();
      await page.goto(`${base}/circuits/${id}/prove`);
      await page.locator('[data-symbol]').first().waitFor();
      return Date.now() - began;
    };
    // until the whole is judged, and nothing works any more
    const rest = (): Promise<void> => page.waitForTimeout(devices > 200 ? 9000 : 3000);
    // the first time all of the program comes over the line, the second time the browser still has to translate it; then it has both
    const firstMs = await open();
    await rest();
    const secondMs = await open();
    const againMs: number[] = [];
    for (let turn = 0; turn < 5; turn++) {
      await rest();
      againMs.push(await open());
    }
    // while the page that it takes the place of is still judging
    await page.waitForTimeout(1500);
    const busyMs = await open();
    await rest();
    const idle = await cost(page, () => page.waitForTimeout(3000));
    await page.getByRole('radio', { name: 'All on' }).check({ force: true });
    await page.waitForTimeout(1500);
    const goTo = async (what: string): Promise<void> => {
      const box = page.getByRole('combobox', { name: /^Go to device/ });
      await box.fill(what);
      await page.locator('[data-goto] [role=option]').first().waitFor();
      await box.press('Enter');
    };
    await goTo(kind === 'units' ? 'TC1' : 'S0');
    await page.waitForTimeout(800);
    const tints: number[] = [];
    for (let turn = 0; turn < 5; turn++) {
      tints.push(
        await until(
          page,
          `window.seen = [...document.querySelectorAll('[data-sheet] line')].map((one) => one.getAttribute('stroke-width')).join(); document.querySelector('aside button[aria-pressed]').click();`,
          `[...document.querySelectorAll('[data-sheet] line')].map((one) => one.getAttribute('stroke-width')).join() !== window.seen`,
        ),
      );
      await page.waitForTimeout(700);
    }
    const pan = await cost(page, async () => {
      for (let turn = 0; turn < 20; turn++) {
        await page.mouse.move(500, 300);
        await page.mouse.wheel(0, turn % 2 ? -40 : 40);
        await page.waitForTimeout(30);
      }
    });
    await goTo('T1');
    const rating = page.getByRole('textbox', { name: 'Rating', exact: true });
    await rating.waitFor();
    await page.waitForTimeout(devices > 200 ? 6000 : 1500);
    // the plate says what comes of it: its words change, and it no longer says that it is judging
    const plate = `document.querySelector('aside[aria-label="Plate"]').textContent`;
    const entered = async (va: number, restsMs: number): Promise<number> => {
      await rating.fill(`${va}`);
      await page.waitForTimeout(restsMs);
      const ms = await until(
        page,
        `window.before = ${plate}; document.activeElement.blur()`,
        `${plate} !== window.before && !/judging|not entered/.test(${plate})`,
      );
      await rest();
      return ms;
    };
    const verdicts: number[] = [];
    for (const va of [15, 20, 25, 30, 35]) verdicts.push(await entered(va, 0));
    const [firstVerdictMs = Number.NaN, ...laterVerdicts] = verdicts;
    // as a hand does it: the figure stands there for a fifth of a second before it is entered
    const rested: number[] = [];
    for (const va of [40, 45, 50]) rested.push(await entered(va, 200));
    // then the parts for a contactor, each with its verdict
    await goTo(kind === 'units' ? 'K1' : 'K0');
    await page.waitForTimeout(1500);
    const partsMs = await until(
      page,
      `[...document.querySelectorAll('nav a')].find((one) => /^Parts/.test(one.textContent)).click()`,
      `document.querySelector('main [data-row]')`,
    );
    rows.push({
      kind,
      devices,
      'open, first': firstMs,
      second: secondMs,
      'open again': middle(againMs),
      'while judging': busyMs,
      'input to tint': Math.round(middle(tints)),
      'Enter to verdict, first': Math.round(firstVerdictMs),
      'then middle of 4': Math.round(middle(laterVerdicts)),
      'entered 0.2 s after typing': Math.round(middle(rested)),
      parts: Math.round(partsMs),
      'pan frame': Math.round(pan.allMs / 20),
      'its script': Math.round(pan.scriptMs / 20),
      'idle, ms a second': Math.round(idle.allMs / 3),
    });
    console.table(rows.slice(-1));
    await page.context().close();
  }
console.table(rows);
await browser.close();
server.kill();
await postgres.stop();
process.exit(0);
