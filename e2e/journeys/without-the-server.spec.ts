import { expect, test } from '@playwright/test';
import { startServer } from '../ownServer';
import { technician } from '../technician';

const PORT = 4373;
const base = `http://localhost:${PORT}`;
const start = () => startServer(PORT);

test('in a plant room without a network: the program opens, meters, finds and edits, and sends it all when it is back', async ({
  page,
}) => {
  let server = await start();
  const tech = technician(page);
  await tech.openCopy(/Cold store 1/, base);
  const address = page.url();
  await tech.saved();
  // the browser has the whole program once it controls the page
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    for (;;) {
      const names = await caches.keys();
      const kept = await Promise.all(names.map(async (name) => (await (await caches.open(name)).keys()).length));
      if (kept.some((count) => count > 30)) return;
      await new Promise((done) => setTimeout(done, 100));
    }
  });
  await page.goto(base);
  await expect(page.getByText('Tern Hollow Nursery')).toBeVisible();
  server.kill('SIGKILL');

  await page.reload();
  await expect(page.locator('[data-unreached]')).toContainText('You see what it last said');
  await page.goto(address);
  await expect(page.locator('[data-symbol]').first()).toBeVisible();
  await tech.power('All on');
  await tech.leads('T1:R', 'T1:C');
  await tech.expectReading(23, 29);
  await tech.select('T1');
  const rating = page.getByRole('textbox', { name: 'Rating', exact: true });
  await rating.fill('50');
  await rating.press('Enter');
  await expect(page.locator('[data-saving="waiting"]')).toHaveText(/1 kept here, not sent yet/);
  // a stage that was not visited before opens too
  await page.getByRole('link', { name: /^Find/ }).click();
  await expect(page.getByRole('heading', { name: /will not start|Compressor/ }).first()).toBeVisible();
  // the page is closed and opened again, still without the server
  await page.goto('about:blank');
  await page.goto(address);
  await tech.select('T1');
  await expect(rating).toHaveValue('50');

  server = await start();
  await tech.saved();
  await expect(page.locator('[data-unreached]')).toBeHidden();
  const [, id] = /circuits\/([^/]+)/.exec(address) ?? [];
  const reply = await page.request.get(`${base}/api/circuits/${id}`);
  const { revision, document } = await reply.json();
  expect([revision, document.devices.dT1.nameplate.va.value]).toEqual([1, 50]);
  server.kill('SIGKILL');
});
