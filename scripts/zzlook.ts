import { type ChildProcess, spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { startThrowaway } from './postgres.mjs';

/** Refreshes docs/screenshots from the demo, each view as a person would have it before them. */
const root = fileURLToPath(new URL('..', import.meta.url));
const PORT = 4381;
const base = `http://localhost:${PORT}`;
const postgres = await startThrowaway();
const server: ChildProcess = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
  cwd: root,
  env: { ...process.env, DATABASE_URL: postgres.url, PORT: String(PORT) },
  stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
});
await new Promise((done) => server.once('message', done));
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--disable-gpu',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-sync',
    ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
  ],
});

async function picture(name: string, size: { width: number; height: number }, view: (page: Page) => Promise<void>): Promise<void> {
  const page = await (await browser.newContext({ viewport: size })).newPage();
  await page.goto(base);
  await page
    .getByRole('link', { name: /Cold store 1/ })
    .first()
    .waitFor();
  await view(page);
  await page.waitForTimeout(700);
  await page.screenshot({ path: `${root}docs/screenshots/${name}.png` });
  await page.context().close();
}

const open = async (page: Page, title: RegExp) => {
  await page.getByRole('link', { name: title }).first().click();
  await page.locator('[data-symbol]').first().waitFor();
  await page.waitForTimeout(400);
};
const goTo = async (page: Page, what: string) => {
  await page.getByRole('combobox', { name: /Go to/ }).fill(what);
  await page.locator('[data-goto] [role=option][data-highlighted]').first().waitFor();
  await page.getByRole('combobox', { name: /Go to/ }).press('Enter');
};
const lead = async (page: Page, colour: string, point: string) => {
  await goTo(page, point);
  await page.getByRole('button', { name: `${colour} lead here` }).click();
};
const walkTo = async (page: Page, terminal: string) => {
  const walk = page.getByRole('region', { name: 'One line at a time' });
  const button = walk.getByRole('button', { name: terminal, exact: true }).first();
  while (!(await button.isVisible())) await walk.getByRole('button', { name: 'Next line' }).click();
  await button.click();
};
const toEnd = async (page: Page) => {
  await page.waitForTimeout(500);
  const next = page.getByRole('button', { name: 'Next event' });
  for (let k = 0; k < 30 && !(await next.isDisabled()); k++) await next.click();
  await page.getByRole('button', { name: 'Pause' }).click();
};
const scroll = async (page: Page, by: number) => {
  await page.mouse.move(500, 300);
  await page.mouse.wheel(0, by);
};
const desk: { width: number; height: number } = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };


const look = async (name: string, view: (page: Page) => Promise<void>, o: { size?: any; settings?: any; scheme?: any } = {}) => {
  const context = await browser.newContext({ viewport: o.size ?? desk, colorScheme: o.scheme ?? 'light' });
  const page = await context.newPage();
  page.on('console', (m) => m.type() === 'error' && console.log('console:', m.text()));
  page.on('pageerror', (e) => console.log('pageerror', e.message));
  if (o.settings) await page.addInitScript((v: string) => localStorage.setItem('mando.settings', v), JSON.stringify(o.settings));
  await page.goto(base);
  await page.getByRole('link', { name: /Cold store 1/ }).first().waitFor();
  try { await view(page); } catch (e) { console.log('FAILED', name, String(e).slice(0, 600)); }
  await page.waitForTimeout(700);
  await page.screenshot({ path: `/tmp/shots/${name}.png` });
  await context.close();
};
await look('beside', async (page) => {
  await page.getByRole('link', { name: /L1A/ }).first().click();
  await page.getByRole('link', { name: /^Wiring/ }).click();
  await page.locator('[data-terminals]').waitFor();
  await page.getByRole('button', { name: 'Sheet beside' }).click();
  await page.waitForTimeout(1500);
  await page.locator('[data-wire]').nth(12).click({ force: true });
  await page.waitForTimeout(1500);
});
await browser.close(); server.kill('SIGTERM'); await new Promise((done) => server.once('exit', done)); await postgres.stop();
