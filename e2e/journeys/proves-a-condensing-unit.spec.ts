import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { technician } from '../technician';

test('powers Q1, calls for cooling, waits the timer and reads what a real meter would', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Cold store 1/);
  await tech.power('All on');
  await tech.press('TC1', 'Call for cooling');
  await tech.select('K1');
  await expect(tech.plate()).toContainText('Why is it not on?');
  await tech.toLastEvent();
  await tech.select('K1');
  await expect(tech.plate()).toContainText('pulled in');
  await tech.leads('K1:A1', 'K1:A2');
  await tech.expectReading(25, 26);
  await tech.leads('DT1:1', 'DT1:2');
  await tech.expectReading(2.3, 2.5);
  await tech.leads('M1:C', 'M1:R');
  await tech.expectReading(234.01, 240);
  await expect(page.getByText('as expected')).toBeVisible();
});

test('a wrong coil is told at once, and undone', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  await tech.select('K2');
  const volts = page.getByRole('textbox', { name: 'Coil volts', exact: true });
  await volts.fill('24');
  await volts.press('Enter');
  await expect(page.locator('[data-verdict="block"]')).toContainText('Burns');
  await tech.saved();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: /Undo/ }).click();
  await expect(page.locator('[data-verdict="good"]')).toContainText('Pulls in');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: /Redo/ }).click();
  await expect(page.locator('[data-verdict="block"]')).toBeVisible();
});

test('a lifted common lets both coil ends float, and both rise to 27 V on the call', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  await tech.power('All on');
  await tech.select('K1:A2');
  // the wire to T1:C is moved at its far end, so that its end stays as a loose end on K1:A2
  await tech.select('T1:C');
  const rows = tech.plate().getByRole('button', { name: 'Lift it off' });
  await expect(rows).toHaveCount(2);
  const toK1 = tech
    .plate()
    .locator('div', { hasText: /to K1:A2$/ })
    .last();
  await expect(toK1).toBeVisible();
  const labels = await tech
    .plate()
    .getByText(/ to (K1:A2|TC1:C)$/)
    .allTextContents();
  await rows.nth(labels.findIndex((words) => words.endsWith('K1:A2'))).click();
  await tech.leads('K1:A1', 'PE:PE');
  await expect(page.getByText('floats', { exact: true })).toBeVisible();
  await tech.leads('K1:A2', 'PE:PE');
  await expect(page.getByText('floats', { exact: true })).toBeVisible();
  await tech.press('TC1', 'Call for cooling');
  await tech.toLastEvent();
  await tech.leads('K1:A1', 'PE:PE');
  await tech.expectReading(26.4, 27.6);
  await tech.leads('K1:A2', 'PE:PE');
  await tech.expectReading(26.4, 27.6);
  await tech.leads('K1:A1', 'K1:A2');
  await tech.expectReading(0, 0.05);
  await page.keyboard.press('Control+z');
  await tech.saved();
  await tech.toLastEvent();
  await tech.expectReading(25, 26);
});

test('everything stays put after a reload, and a second tab follows', async ({ page, context }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  await tech.power('All on');
  await tech.leads('T1:R', 'T1:C');
  await tech.expectReading(27, 28);
  await page.reload();
  await expect(page.getByRole('radio', { name: 'All on' })).toBeChecked();
  await tech.expectReading(27, 28);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.locator('[data-symbol]').first()).toBeVisible();
  await tech.select('DT1');
  const delay = page.getByRole('textbox', { name: 'Delay', exact: true });
  await delay.fill('90');
  await delay.press('Enter');
  await tech.saved();
  await expect(other.locator('[data-symbol="dDT1:1-2"]')).toContainText('90 s');
});

test('is worked by keyboard alone, and axe finds nothing', async ({ page }) => {
  const tech = technician(page);
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Cold store 1/ }).first()).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
  await page
    .getByRole('link', { name: /Practice board/ })
    .first()
    .press('Enter');
  await expect(page.locator('[data-symbol]').first()).toBeVisible();
  await page.getByRole('radio', { name: 'All on' }).press('Space');
  await page.locator('svg[data-sheet]').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('r');
  await expect(page.locator('[data-lead="red"]').first()).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys and marks' })).toBeVisible();
  await page.keyboard.press('Escape');
  await tech.select('K1');
  await expect(tech.plate()).toContainText('Pulls in');
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
});

test('reads on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const tech = technician(page);
  await tech.open(/Practice board/);
  await tech.power('All on');
  await page.getByRole('button', { name: /red lead on/ }).click();
  await tech.walkTo('T1:R');
  await page.getByRole('button', { name: /black lead on/ }).click();
  await tech.walkTo('T1:C');
  await tech.expectReading(27, 28);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
