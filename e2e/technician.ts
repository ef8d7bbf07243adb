import { expect, type Page } from '@playwright/test';

/** Turns a switch: its radio lies hidden in the label that is seen. */
const turn = (page: Page, name: string) => page.getByRole('radio', { name }).check({ force: true });

/** A circuit is opened behind what the page of jobs is checking: on a busy machine it takes its time. */
const OPENS_WITHIN = { timeout: 30_000 };

/** What a technician does, in the words of the screen. */
export const technician = (page: Page) => ({
  async open(title: string | RegExp, path = '/') {
    await page.goto(path);
    await page.getByRole('link', { name: title }).first().click();
    await expect(page.locator('[data-symbol]').first()).toBeVisible(OPENS_WITHIN);
  },
  /** Copies the circuit, so that no journey finds another's edits. */
  async openCopy(title: string | RegExp, path = '/') {
    await this.open(title, path);
    const before = new URL(page.url()).pathname;
    await page.getByRole('button', { name: 'More' }).click();
    await page.getByRole('menuitem', { name: 'Copy this circuit' }).click();
    await page.waitForURL(({ pathname }) => pathname !== before);
    await expect(page.getByRole('heading', { name: /copy$/, level: 1 })).toBeVisible();
    await expect(page.locator('[data-symbol]').first()).toBeVisible(OPENS_WITHIN);
  },
  power: (position: 'Isolated' | 'Control on' | 'All on') => turn(page, position),
  meter: (setting: string) => turn(page, setting),
  async select(what: string) {
    const box = page.getByRole('combobox', { name: /Go to/ });
    // the list is there once the circuit is; until then it is asked again
    await expect(async () => {
      await box.fill('');
      await box.fill(what);
      await page.locator('[data-goto] [role=option][data-highlighted]').first().waitFor({ timeout: 1000 });
    }).toPass({ timeout: 15_000 });
    await box.press('Enter');
  },
  /** The line, by its key: a page that has just come may not hear it yet, and then a hand presses it again. */
  async toLine() {
    await expect(async () => {
      await page.keyboard.press('/');
      await expect(page.getByRole('combobox', { name: /Go to/ })).toBeFocused({ timeout: 1000 });
    }).toPass({ timeout: 15_000 });
  },
  async press(device: string, button: string) {
    await this.select(device);
    await page.getByRole('complementary', { name: 'Plate' }).getByRole('button', { name: button, exact: true }).click();
  },
  async lead(colour: 'Red' | 'Black', terminal: string) {
    await this.select(terminal);
    await page.getByRole('button', { name: `${colour} lead here` }).click();
  },
  async leads(red: string, black: string) {
    await this.lead('Red', red);
    await this.lead('Black', black);
  },
  async toLastEvent() {
    const next = page.getByRole('button', { name: 'Next event' });
    await expect(page.locator('[data-run="current"]')).toBeVisible();
    // the button goes grey as the last event comes by itself: that is what is wanted
    await expect(async () => {
      while (!(await next.isDisabled())) await next.click({ timeout: 1500 }).catch(() => undefined);
      await expect(page.locator('[data-run="current"]')).toBeVisible();
      await expect(next).toBeDisabled({ timeout: 500 });
    }).toPass({ timeout: 20_000 });
  },
  /** On a phone: from line to line until a terminal is at hand, then a tap on it. */
  async walkTo(terminal: string) {
    const walk = page.getByRole('region', { name: 'One line at a time' });
    const button = walk.getByRole('button', { name: terminal, exact: true }).first();
    while (!(await button.isVisible())) await walk.getByRole('button', { name: 'Next line' }).click({ timeout: 3000 });
    await button.click();
  },
  reading: async (): Promise<number> => Number((await page.locator('[data-reading]').getAttribute('data-reading')) || Number.NaN),
  async expectReading(least: number, most: number) {
    await expect(async () => {
      const volts = await this.reading();
      expect(volts).toBeGreaterThanOrEqual(least);
      expect(volts).toBeLessThanOrEqual(most);
    }, `a reading from ${least} to ${most}`).toPass({ timeout: 10_000 });
  },
  plate: () => page.getByRole('complementary', { name: 'Plate' }),
  saved: () => expect(page.locator('[data-saving="saved"]')).toBeVisible(),
});
