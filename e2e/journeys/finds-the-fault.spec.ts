import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { technician } from '../technician';

async function hide(page: Page, words: string): Promise<void> {
  await page.getByRole('link', { name: /Find/ }).click();
  await page.getByRole('combobox', { name: 'Hide a fault of your choice' }).selectOption({ label: words });
  await expect(page.getByRole('button', { name: 'Reveal' })).toBeVisible();
}

for (const [words, most] of [
  ['PS1 1-2 stays open', 6],
  ['K1 coil open', 6],
] as const) {
  test(`is led from the complaint to: ${words}`, async ({ page }) => {
    const tech = technician(page);
    await tech.openCopy(/Cold store 1, condensing unit/);
    await hide(page, words);
    const found = page.locator('[data-found]');
    for (let readings = 0; readings < most && !(await found.isVisible()); readings++) {
      const count = await page.getByText(/\d+ readings? ·/).textContent();
      await page.getByRole('button', { name: 'Take it from the bench meter' }).click();
      await expect(page.getByText(/\d+ readings? ·/)).not.toHaveText(count ?? '');
      await expect(page.locator('[data-answer="current"]')).toBeVisible();
    }
    await expect(found).toContainText(words);
    await expect(found).toContainText('That is what was hidden');
    await page.getByRole('button', { name: 'Reveal' }).click();
    await expect(page.locator('[data-revealed]')).toContainText(words);
    expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
  });
}

test('typed readings move the suspects, bad ones are told, the last is undone', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Irrigation pump/);
  await page.getByRole('link', { name: /Find/ }).click();
  const entry = page.getByRole('textbox', { name: 'Reading in volts' });
  await entry.fill('about ten');
  await page.getByRole('button', { name: 'Enter reading' }).click();
  await expect(page.getByRole('alert')).toContainText('is not a number');
  await entry.fill('0.1');
  await page.getByRole('button', { name: 'Enter reading' }).click();
  await expect(page.getByText(/1 reading ·/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo last' }).click();
  await expect(page.getByText(/0 readings ·/)).toBeVisible();
});
