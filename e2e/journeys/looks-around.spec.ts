import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { widthOf } from '../../core/src/draw/widths';
import { technician } from '../technician';

test.describe('in the dark theme', () => {
  test.use({ colorScheme: 'dark' });
  test('axe finds nothing on any screen', async ({ page }) => {
    const tech = technician(page);
    await page.goto('/');
    await expect(page.getByRole('link', { name: /Practice board/ }).first()).toBeVisible();
    expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
    await tech.open(/Practice board/);
    await tech.power('All on');
    await tech.select('K1');
    await expect(tech.plate()).toContainText('Pulls in', { timeout: 60_000 });
    expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
  });
});

test('the timeline is scrubbed, stepped and reset', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Bench heating, two zones, interface relay/);
  await tech.power('All on');
  await tech.press('TC1', 'Call for heat');
  await tech.toLastEvent();
  await expect(page.locator('[data-told]')).toContainText('Y1 is fully open.');
  await tech.leads('E1:C1', 'E1:C2');
  await tech.expectReading(0, 0.1);
  await page.getByRole('slider', { name: /Moment shown/ }).press('Home');
  for (let seconds = 0; seconds < 5; seconds++) await page.getByRole('slider', { name: /Moment shown/ }).press('PageUp');
  await tech.expectReading(23.8, 24.2);
  await expect(page.getByRole('button', { name: 'Run' })).toBeVisible();
  await page.getByRole('button', { name: 'Reset', exact: true }).click();
  await expect(page.getByRole('radio', { name: 'Isolated' })).toBeChecked();
});

test('a wire is clamped, lit on the sheet, and told', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Irrigation pump/);
  await tech.power('All on');
  await tech.press('S2', 'Press');
  await tech.toLastEvent();
  await tech.select('M1:U');
  await tech.plate().getByRole('button', { name: 'Clamp' }).click();
  await tech.expectReading(11, 12);
  await expect(page.getByText('clamp around wire 105')).toBeVisible();
});

test('stop takes the pump out; the PLC’s DC volts go with it', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Irrigation pump/);
  await tech.power('All on');
  await tech.press('S2', 'Press');
  await tech.toLastEvent();
  await tech.leads('PLC1:I0', 'PLC1:M');
  await tech.meter('volts DC');
  await tech.expectReading(23.5, 24.5);
  await tech.press('S1', 'Press');
  await tech.toLastEvent();
  await tech.leads('PLC1:I0', 'PLC1:M');
  await tech.expectReading(-0.1, 0.1);
});

test('finds by sight and typed readings on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const tech = technician(page);
  await tech.open(/Bench heating, two zones, end switches direct/);
  await page.getByRole('link', { name: /Find/ }).click();
  await expect(page.locator('[data-advice]')).toBeVisible();
  await page.getByRole('button', { name: /^Y1 not looked at/ }).click();
  await expect(page.getByRole('button', { name: /^Y1 on/ })).toBeVisible();
  const outcome = page.locator('[data-advice] button', { hasText: 'V' }).filter({ hasText: '–' }).first();
  const box = await outcome.boundingBox();
  expect(box!.height).toBeGreaterThanOrEqual(44);
  await outcome.click();
  await expect(page.getByText(/1 reading ·/)).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('nothing in the page or its worker does what the policy of the page forbids', async ({ page }) => {
  await page.addInitScript(() =>
    document.addEventListener('securitypolicyviolation', ({ violatedDirective, sourceFile }) => {
      document.documentElement.dataset.forbidden = `${document.documentElement.dataset.forbidden ?? ''} ${violatedDirective} ${sourceFile}`;
    }),
  );
  const complaints: string[] = [];
  page.on('console', (message) => message.type() === 'error' && complaints.push(message.text()));
  const tech = technician(page);
  await tech.open(/Practice board/);
  await tech.select('K1');
  await expect(tech.plate()).toContainText('Pulls in', { timeout: 60_000 });
  expect(await page.locator('html').getAttribute('data-forbidden')).toBeNull();
  expect(complaints).toEqual([]);
});

test('unknown pages and circuits lead back', async ({ page }) => {
  await page.goto('/nowhere');
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  await page.goto('/circuits/00000000-0000-4000-8000-000000000000/prove');
  await expect(page.getByRole('alert')).toContainText('no such circuit');
  await page.getByRole('link', { name: 'Back to all jobs' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
});

test('the widths that the sheet is laid out by are those of the face that is shipped', async ({ page }) => {
  await technician(page).open(/Practice board/);
  const signs = Array.from({ length: 95 }, (_, index) => String.fromCharCode(32 + index));
  const shown = await page.evaluate(async (list) => {
    await document.fonts.load('700 100px "Barlow Semi Condensed"');
    const pen = document.createElement('canvas').getContext('2d')!;
    pen.font = '700 1000px "Barlow Semi Condensed"';
    return list.map((sign) => Math.round(pen.measureText(sign).width));
  }, signs);
  expect(signs.map((sign) => Math.round(widthOf(sign, 1000)))).toEqual(shown);
});
