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
const desk = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

await picture('jobs', desk, async (page) => {
  // those in sight: the others are checked when somebody scrolls to them
  for (let card = 0; card < 8; card++)
    await page.locator('article').nth(card).getByText('checking…').waitFor({ state: 'detached', timeout: 90_000 });
});
await picture('prove-q1', desk, async (page) => {
  await open(page, /Cold store 1/);
  await page.getByRole('radio', { name: 'All on' }).check({ force: true });
  await goTo(page, 'TC1');
  await page.getByRole('button', { name: 'Call for cooling', exact: true }).last().click();
  await toEnd(page);
  await lead(page, 'Red', 'K1:A1');
  await lead(page, 'Black', 'T1:C');
  await goTo(page, 'K1');
  await scroll(page, 340);
});
const parts = async (page: Page) => {
  await page.getByRole('link', { name: /^Parts/ }).click();
  await page.locator('[data-row]').first().waitFor();
};
const outside = (page: Page, name: string) => page.getByRole('link', { name, exact: true }).click();
await picture('parts-q1', desk, async (page) => {
  await open(page, /Cold store 1/);
  await parts(page);
});
await picture('twin-q1', desk, async (page) => {
  await open(page, /Cold store 1/);
  await parts(page);
  await page.getByText('Contactor 1P and bar 30 A, 208-240 V coil').click();
  await page.locator('[data-twin]').waitFor();
  await page.locator('[data-twin]').scrollIntoViewIfNeeded();
  await page.mouse.move(500, 600);
  await page.mouse.wheel(0, 300);
});
await picture('supply-q6', desk, async (page) => {
  await open(page, /Fertiliser tanks/);
  await page.getByRole('link', { name: /^Supply/ }).click();
  await page.getByRole('table', { name: 'Loads' }).getByRole('button', { name: 'E1' }).click();
});
await picture('stock', desk, async (page) => {
  await outside(page, 'Stock');
  await page.getByRole('textbox', { name: /^Search/ }).fill('30 FLA 24 V');
  await page.getByText('Contactor 2P 30 A, 24 V coil').click();
});
await picture('handbook', desk, async (page) => {
  await outside(page, 'Handbook');
  await page.getByRole('textbox', { name: /^Search/ }).fill('pilot');
});
await picture('wires', desk, async (page) => {
  await page.getByRole('button', { name: 'From a list of wires' }).first().click();
  await page
    .getByRole('textbox', { name: 'List of wires' })
    .fill(
      'No;From;To;Colour;Size\n1;G1:L;T1:120;black;14\n2;G1:N;T1:COM;white;14\n3;T1:R;TC1:R;red;18\n4;TC1:Y;K1:A1;yellow;18\n5;K1:A2;T1:C;blue;18\n6;G1:L;K1:L1;black;14\n7;K1:T1;M1:1;black;14\n8;M1:2;G1:N;white;14\n9;K1:A2',
    );
  await page.locator('[data-asked="M1"]').waitFor();
});
const wiring = async (page: Page, title: RegExp) => {
  await page.getByRole('link', { name: title }).first().click();
  await page.getByRole('link', { name: /Wiring/ }).click();
  await page.getByRole('grid', { name: 'Wires' }).getByRole('row').first().waitFor();
  await page.getByRole('textbox', { name: 'ticked by' }).fill('Wren');
};
await picture('wiring-l1', desk, async (page) => {
  await wiring(page, /Bench heating, two zones, end switches/);
  await page.getByRole('tab', { name: 'Landed wrong?' }).click();
  await page.getByRole('combobox', { name: 'What is rehearsed' }).selectOption({ label: 'cable W1 Valve head 1, five cores' });
  await page.locator('[data-rehearsed="25"]').waitFor();
  const latent = page.locator('[data-outcome="latent"]').filter({ hasText: 'Y1:L and Y1:1 exchanged' });
  await latent.getByRole('button').first().click();
  await latent.scrollIntoViewIfNeeded();
});
await picture('wiring-q1', desk, async (page) => {
  await wiring(page, /Cold store 1/);
  const grid = page.getByRole('grid', { name: 'Wires' });
  for (const end of ['M1:PE', 'M2:PE', 'M3:PE', 'K1:A2']) {
    await grid.getByRole('button', { name: `${end} landed` }).click();
    await grid.getByRole('button', { name: `${end} tug-tested` }).click();
  }
  await grid
    .getByRole('row')
    .nth(5)
    .click({ position: { x: 90, y: 12 } });
});
await picture('phone-land', phone, async (page) => {
  await wiring(page, /Practice board/);
  await page.getByRole('tab', { name: 'Landing plan' }).click();
  const stage = page.locator('[data-stage="1"]');
  await stage.getByRole('button', { name: /^Landed, / }).click();
  await stage.getByRole('textbox', { name: /^Reading/ }).fill('0.2');
  await stage.getByRole('status').waitFor();
  await stage.scrollIntoViewIfNeeded();
});
await picture('phone-trace', phone, async (page) => {
  await page.getByRole('button', { name: 'By tracing' }).first().click();
  await page.getByRole('button', { name: 'Begin at the supply' }).click();
  const dialog = page.getByRole('dialog', { name: 'Trace from the panel' });
  await dialog.getByRole('combobox', { name: 'Device that the wire goes to' }).selectOption('new');
  await dialog.getByRole('textbox', { name: 'Its terminal' }).fill('A1');
});
await picture('layout-q3', desk, async (page) => {
  await wiring(page, /Irrigation pump/);
  await page.getByRole('tab', { name: 'Panel layout' }).click();
  await page.getByRole('button', { name: 'Place everything' }).click();
  await page.locator('[data-panel="current"] [data-body="K1"]').click();
  await page.locator('[data-pull-in]').waitFor();
});
await picture('phone-part', phone, async (page) => {
  await open(page, /Cold store 1/);
  await parts(page);
  await page.getByRole('tab', { name: 'Will this one do?' }).click();
  await page.getByRole('button', { name: '208–240 V 60 Hz' }).click();
  await page.locator('[data-hand="danger"]').waitFor();
});
await picture('prove-q3', desk, async (page) => {
  await open(page, /Irrigation pump/);
  await page.getByRole('radio', { name: 'All on' }).check({ force: true });
  await goTo(page, 'S2');
  await page.getByRole('button', { name: 'Press', exact: true }).last().click();
  await toEnd(page);
  await goTo(page, 'K1');
  await scroll(page, 420);
});
await picture('prove-l1', desk, async (page) => {
  await open(page, /Bench heating, two zones, interface relay/);
  await page.getByRole('radio', { name: 'All on' }).check({ force: true });
  await goTo(page, 'TC1');
  await page.getByRole('button', { name: 'Call for heat', exact: true }).last().click();
  await toEnd(page);
  await lead(page, 'Red', 'X1:6');
  await lead(page, 'Black', 'X1:2');
  await goTo(page, 'K1');
});
await picture('find-q1', desk, async (page) => {
  await open(page, /Cold store 1/);
  await page.getByRole('link', { name: /Find/ }).click();
  const hide = page.getByRole('combobox', { name: 'Hide a fault of your choice' });
  await hide.waitFor();
  await hide.selectOption({ label: 'PS1 1-2 stays open' });
  await page.getByRole('button', { name: 'Reveal' }).waitFor();
  await page.locator('[data-answer="current"]').waitFor();
  await page.getByRole('button', { name: 'Take it from the bench meter' }).click();
  await page.getByText(/1 reading ·/).waitFor();
});
await picture('phone-meter', phone, async (page) => {
  await open(page, /Practice board/);
  await page.getByRole('radio', { name: 'All on' }).check({ force: true });
  await page.getByRole('button', { name: /red lead on/ }).click();
  await walkTo(page, 'T1:R');
  await page.getByRole('button', { name: /black lead on/ }).click();
  await walkTo(page, 'T1:C');
});
await picture('phone-find', phone, async (page) => {
  await open(page, /Practice board/);
  await page.getByRole('link', { name: /Find/ }).click();
  await page.locator('[data-advice]').waitFor();
  await page.locator('[data-advice]').scrollIntoViewIfNeeded();
});
await browser.close();
server.kill('SIGTERM');
await new Promise((done) => server.once('exit', done));
await postgres.stop();
