import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { technician } from '../technician';

const setting = async (page: Page, name: string, choice: string) => {
  await page.goto('/settings');
  await page.getByRole('radiogroup', { name }).getByRole('radio', { name: choice }).check({ force: true });
};
const axe = async (page: Page) =>
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);

test('lines may stand: the same points, the same volts, and arrows go along the wire', async ({ page }) => {
  const tech = technician(page);
  await setting(page, 'Lines of the sheet', 'Standing');
  await axe(page);
  await tech.open(/Irrigation pump/);
  await tech.power('All on');
  await tech.leads('T1:X1', 'T1:X2');
  await tech.expectReading(115, 130);
  const pins = async (points: readonly string[]) =>
    Promise.all(
      points.map(async (point) => {
        const box = (await page.locator(`[data-point="${point}"] circle`).first().boundingBox())!;
        return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
      }),
    );
  const [a1, a2] = await pins(['dK1:A1', 'dK1:A2']);
  expect(Math.abs(a1!.x - a2!.x)).toBeLessThan(1);
  expect(a1!.y).toBeLessThan(a2!.y);
  await tech.select('K1:A1');
  await page.locator('svg[data-sheet]').focus();
  await page.keyboard.press('ArrowDown');
  await expect(tech.plate()).toContainText('K1:A2');
  await page.getByRole('button', { name: 'Fit height' }).click();
  await setting(page, 'Lines of the sheet', 'Lying');
  await tech.open(/Irrigation pump/);
  await expect(page.getByRole('button', { name: 'Fit width' })).toBeVisible();
});

test('what lies beyond the edge of the sheet is told there, and comes when it is tapped', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 470 });
  const tech = technician(page);
  await tech.open(/Cold store 1/);
  const below = page.locator('[data-edge="after"]');
  await expect(below).toContainText('24 V from T1');
  await below.click();
  await expect(page.locator('[data-edge="before"]')).toBeVisible();
  await expect(page.locator('[data-symbol="dK1:coil"]')).toBeInViewport();
});

test('the dark theme is chosen, and single letters do nothing when they are off', async ({ page }) => {
  const tech = technician(page);
  await setting(page, 'Theme', 'Dark');
  await expect(page.locator('html')).toHaveClass(/dark/);
  await axe(page);
  await page.reload();
  await expect(page.locator('html')).toHaveClass(/dark/);
  await setting(page, 'Single-letter keys on the sheet', 'Off');
  await tech.open(/Practice board/);
  await tech.select('T1:R');
  const sheet = page.locator('svg[data-sheet]');
  await sheet.focus();
  await page.keyboard.press('r');
  await expect(page.locator('g[data-lead="red"]')).toHaveCount(0);
  await page.keyboard.press('ArrowRight');
  await expect(page).not.toHaveURL(/at=dT1%3AR/);
  await expect(page).toHaveURL(/at=d/);
});

test('first steps go one by one as they are made', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Practice board/);
  const steps = page.locator('[data-first-steps]');
  await expect(steps).toContainText('Turn the power on');
  await tech.power('All on');
  await expect(steps).not.toContainText('Turn the power on');
  await expect(steps).toContainText('Work an input');
  await steps.getByRole('button', { name: 'Hide these' }).click();
  await expect(steps).toHaveCount(0);
  await page.reload();
  await expect(page.locator('[data-symbol]').first()).toBeVisible();
  await expect(steps).toHaveCount(0);
});

test('what is typed and not entered is pending; Escape puts back what stood', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  await tech.select('T1');
  const rating = page.getByRole('textbox', { name: 'Rating', exact: true });
  await rating.fill('75');
  await expect(rating).toHaveAttribute('data-pending', 'true');
  await expect(tech.plate()).toContainText('not entered yet');
  await rating.press('Escape');
  await expect(rating).toHaveValue('40');
  await expect(rating).toHaveAttribute('data-pending', 'false');
  await expect(page.getByText(/^rev 0/)).toBeVisible();
  await rating.fill('75');
  await rating.press('Enter');
  await tech.saved();
  await expect(page.getByText(/^rev 1/)).toBeVisible();
  // and the way back has a name
  await page.getByRole('button', { name: 'More' }).click();
  await expect(page.getByRole('menuitem', { name: /^Undo: T1 VA to 75/ })).toBeVisible();
  await page.getByRole('menuitem', { name: 'What was done' }).click();
  await page.getByRole('button', { name: 'Back to before this' }).click();
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(rating).toHaveValue('40');
});

test('a fault that is set is read by the bench meter and found', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  await page.getByRole('link', { name: /Find/ }).click();
  const take = page.getByRole('button', { name: 'Take it from the bench meter' });
  await expect(take).toBeDisabled();
  await expect(page.getByText('The bench has no fault set')).toBeVisible();
  await page.getByRole('link', { name: /Prove/ }).click();
  await tech.select('PS1');
  await tech.plate().getByRole('combobox', { name: 'Set a fault at PS1' }).selectOption({ label: 'PS1 1-2 stays open' });
  await page.getByRole('link', { name: /Find/ }).click();
  const found = page.locator('[data-found]');
  for (let readings = 0; readings < 6 && !(await found.isVisible()); readings++) {
    const count = await page.getByText(/\d+ readings? ·/).textContent();
    await take.click();
    await expect(page.getByText(/\d+ readings? ·/)).not.toHaveText(count ?? '');
    await expect(page.locator('[data-answer="current"]')).toBeVisible();
  }
  await expect(found).toContainText('PS1 1-2 stays open');
  // what the meter showed is what the bench shows
  await page.getByRole('link', { name: /Prove/ }).click();
  await expect(page.locator('[data-lead="red"]').first()).toBeVisible();
  await expect(page.locator('[data-truths]')).toContainText('PS1 1-2 stays open');
});

test('on a phone a line is walked with the thumb: terminals and inputs are as large as a finger', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const tech = technician(page);
  await tech.open(/Practice board/);
  await tech.power('All on');
  const walk = page.getByRole('region', { name: 'One line at a time' });
  for (let turn = 0; turn < 12 && !(await walk.getByRole('button', { name: 'TC1: Call for cooling' }).isVisible()); turn++)
    await walk.getByRole('button', { name: 'Next line' }).click();
  for (const button of await walk.getByRole('button').all()) {
    const box = (await button.boundingBox())!;
    expect([box.width >= 44, box.height >= 44]).toEqual([true, true]);
  }
  await walk.getByRole('button', { name: 'TC1: Call for cooling' }).click();
  await page.getByRole('button', { name: /red lead on/ }).click();
  await walk.getByRole('button', { name: 'TC1:Y' }).first().click();
  await expect(page.getByRole('button', { name: /red lead on TC1:Y/ })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('stock: what is taken out comes back by its name', async ({ page }) => {
  await page.goto('/stock');
  const rows = page.locator('[data-row]');
  await expect(rows.first()).toBeVisible();
  const counted = page.getByRole('heading', { name: /^Stock/ });
  const count = Number(/(\d+) parts/.exec((await counted.textContent()) ?? '')![1]);
  await rows.first().click();
  const title = await page.getByRole('textbox', { name: 'Title' }).inputValue();
  await page.getByRole('button', { name: 'Take it out of stock' }).click();
  const done = page.getByRole('status', { name: 'What was done' });
  await expect(done).toContainText(`${title} is taken out of stock`);
  await expect(counted).toContainText(`${count - 1} parts`);
  await done.getByRole('button', { name: 'Undo' }).click();
  await expect(counted).toContainText(`${count} parts`);
  await expect(done).toHaveCount(0);
});
