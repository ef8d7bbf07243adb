import { expect, test } from '@playwright/test';
import { startServer } from '../ownServer';
import { technician } from '../technician';

const PORT = 4372;
const start = () => startServer(PORT);

test('a server killed during edits: the loss of the server is said, and no edit is lost', async ({ page }) => {
  let server = await start();
  const tech = technician(page);
  const base = `http://localhost:${PORT}`;
  await page.goto(base);
  await page
    .getByRole('link', { name: /Cold store 1/ })
    .first()
    .click();
  await expect(page.locator('[data-symbol]').first()).toBeVisible();
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Copy this circuit' }).click();
  await expect(page.getByRole('heading', { name: /copy$/, level: 1 })).toBeVisible();
  await tech.select('T1');
  const rating = page.getByRole('textbox', { name: 'Rating', exact: true });
  const set = async (va: number) => {
    await rating.fill(String(va));
    await rating.press('Enter');
  };
  await set(50);
  await tech.saved();
  server.kill('SIGKILL');
  await set(60);
  await expect(page.locator('[data-saving="waiting"]')).toBeVisible();
  await set(75);
  server = await start();
  await tech.saved();
  await page.reload();
  await tech.select('T1');
  await expect(rating).toHaveValue('75');
  // and once more, with the page killed too before the server is back
  server.kill('SIGKILL');
  await set(100);
  await expect(page.locator('[data-saving="waiting"]')).toBeVisible();
  const url = page.url();
  await page.goto('about:blank');
  server = await start();
  await page.goto(url);
  await tech.select('T1');
  await expect(rating).toHaveValue('100');
  server.kill('SIGKILL');
});

test('a worker that dies is said, started again, and nothing is lost', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Practice board/);
  await tech.power('All on');
  await tech.leads('T1:R', 'T1:C');
  await tech.expectReading(27, 28);
  await page.evaluate(() => (window as unknown as { mandoWorker: { kill(): void } }).mandoWorker.kill());
  await expect(page.getByText('started again. Nothing is lost')).toBeVisible();
  await tech.leads('H2:1', 'H2:2');
  await tech.press('TC1', 'Call for fan');
  await tech.toLastEvent();
  await tech.expectReading(115, 121);
});

test('one worker reckons for the page, however many circuits are opened one after the other', async ({ page }) => {
  await page.goto('/');
  for (const title of [/Practice board/, /Cold store 1/, /Bench heating, two zones, end switches/]) {
    await page.getByRole('link', { name: title }).first().click();
    await expect(page.locator('[data-symbol]').first()).toBeVisible();
    expect(page.workers()).toHaveLength(1);
    await page.locator('header a').first().click();
    await expect(page.getByRole('link', { name: title }).first()).toBeVisible();
  }
});

test('a circuit goes out as a file and comes in again; a bad file is told line by line', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Practice board/);
  await page.getByRole('button', { name: 'More' }).click();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: /Export/ }).click()]);
  const path = await download.path();
  await page.goto('/');
  await page.getByLabel('Circuit file').first().setInputFiles(path);
  await expect(page.getByRole('heading', { name: /Practice board/, level: 1 })).toBeVisible();
  await page.goto('/');
  await page
    .getByLabel('Circuit file')
    .first()
    .setInputFiles({ name: 'bad.json', mimeType: 'application/json', buffer: Buffer.from('{"schema": 1}') });
  await expect(page.getByRole('alert')).toContainText('bad.json');
});
