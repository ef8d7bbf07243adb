import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { technician } from '../technician';

test('two people change one thing: both see it, nothing is lost, a person picks', async ({ page, browser }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  const other = await (await browser.newContext()).newPage();
  await other.goto(page.url());
  await expect(other.locator('[data-symbol]').first()).toBeVisible();
  const colleague = technician(other);
  const set = async (who: typeof page, value: string) => {
    const rating = who.getByRole('textbox', { name: 'Rating', exact: true });
    await rating.fill(value);
    await rating.press('Enter');
  };
  await tech.select('T1');
  await colleague.select('T1');
  // the colleague's edit is held back until the other one is saved
  let letGo: () => void = () => undefined;
  const isFirstSaved = new Promise<void>((done) => {
    letGo = done;
  });
  await other.route('**/edits', async (route) => {
    await isFirstSaved;
    await route.continue();
  });
  await set(other, '75');
  await set(page, '50');
  await tech.saved();
  letGo();
  const dialog = other.getByRole('alertdialog', { name: /changed elsewhere/ });
  await expect(dialog).toContainText('T1 VA to 75');
  await dialog.getByRole('button', { name: 'Put mine on top' }).click();
  await colleague.saved();
  await expect(page.getByRole('textbox', { name: 'Rating', exact: true })).toHaveValue('75');
});

test('what two people change in different places merges by itself', async ({ page, browser }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  const other = await (await browser.newContext()).newPage();
  await other.goto(page.url());
  await expect(other.locator('[data-symbol]').first()).toBeVisible();
  const colleague = technician(other);
  await tech.select('T1');
  await colleague.select('DT1');
  const change = async (who: typeof page, field: string, value: string) => {
    const box = who.getByRole('textbox', { name: field, exact: true });
    await box.fill(value);
    await box.press('Enter');
  };
  await Promise.all([change(page, 'Rating', '60'), change(other, 'Delay', '120')]);
  await tech.saved();
  await colleague.saved();
  await expect(page.locator('[data-symbol="dDT1:1-2"]')).toContainText('120 s');
  await colleague.select('T1');
  await expect(other.getByRole('textbox', { name: 'Rating', exact: true })).toHaveValue('60');
});

test('a nonsense nameplate value is told beside the field and changes nothing', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  await tech.select('T1');
  const rating = page.getByRole('textbox', { name: 'Rating', exact: true });
  for (const [typed, words] of [
    ['forty', 'is not a number'],
    ['9000', 'is outside 5 to 200'],
  ] as const) {
    await rating.fill(typed);
    await rating.press('Enter');
    await expect(tech.plate().getByRole('alert')).toContainText(words);
  }
  await expect(page.getByText(/^rev 0/)).toBeVisible();
});

test('swaps NO and NC by key, puts the circuit back, saves a picture', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  await tech.select('PS1');
  await page.locator('svg[data-sheet]').focus();
  await page.keyboard.press('n');
  await tech.power('All on');
  await tech.press('TC1', 'Call for cooling');
  await tech.select('K1');
  await expect(tech.plate()).toContainText('PS1 is open.');
  await tech.saved();
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Put back as first saved' }).click();
  await expect(tech.plate()).not.toContainText('PS1 is open.');
  await page.getByRole('button', { name: 'More' }).click();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: /picture/ }).click()]);
  const svg = readFileSync(await download.path(), 'utf8');
  expect(svg).toContain('xmlns="http://www.w3.org/2000/svg"');
  expect(svg).toContain('24 V from T1');
});

test('a fuse that blew is shown and replaced; ohms are refused live and given dead', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  // land the thermostat's Y wire on C: the call shorts R to C
  await tech.select('TC1:Y');
  const land = tech.plate().getByRole('combobox', { name: /Land wire 107 on/ });
  await land.selectOption({ label: 'TC1:C' });
  await tech.select('DT1:1');
  await tech
    .plate()
    .getByRole('combobox', { name: /Land wire 107 on/ })
    .selectOption({ label: 'F1:2' });
  await tech.power('All on');
  await tech.toLastEvent();
  await tech.select('F1');
  await expect(tech.plate()).toContainText('Blown.');
  await page.keyboard.press('Control+z');
  await tech.leads('F1:1', 'F1:2');
  await tech.meter('ohms');
  await expect(page.locator('[data-reading="live"]')).toBeVisible();
  await tech.power('Isolated');
  await expect(page.locator('[data-reading="0.1"], [data-reading="0.0"]')).toBeVisible();
});

test('control on: the contactor is proved, the loads stay dead', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Practice board/);
  await tech.power('Control on');
  await tech.press('TC1', 'Call for cooling');
  await tech.toLastEvent();
  await tech.select('K1');
  await expect(tech.plate()).toContainText('pulled in');
  await tech.leads('H1:1', 'H1:2');
  await tech.expectReading(0, 1);
});

test('a set fault shows what it does and is taken out again', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Practice board/);
  await tech.power('All on');
  await tech.press('TC1', 'Call for fan');
  await tech.toLastEvent();
  await tech.leads('H2:1', 'H2:2');
  await tech.expectReading(115, 121);
  await tech.select('K2');
  await tech.plate().getByRole('combobox', { name: 'Set a fault at K2' }).selectOption({ label: 'K2 1-3 stays open' });
  await tech.expectReading(0, 1);
  await expect(page.getByText('should read 120 V', { exact: true })).toBeVisible();
  await tech.plate().getByRole('button', { name: 'Take it out' }).click();
  await tech.expectReading(115, 121);
});

test('a link leads to the very point, and back comes what was there', async ({ page, context }) => {
  const tech = technician(page);
  await tech.open(/Cold store 1/);
  await tech.select('K1:A1');
  await expect(page).toHaveURL(/[?&]at=dK1%3AA1/);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'A link to here' }).click();
  const link = await page.getByRole('textbox', { name: 'Link' }).inputValue();
  const other = await context.newPage();
  await other.goto(link);
  await expect(technician(other).plate()).toContainText('K1:A1');
  // a page that only looks changes nothing, until it is worked on
  const looking = await context.newPage();
  await looking.goto(`${link}&look=1`);
  await expect(looking.locator('[data-looking]')).toContainText('Only to look at');
  await technician(looking).power('All on');
  await technician(looking).select('T1');
  const rating = looking.getByRole('textbox', { name: 'Rating', exact: true });
  await expect(rating).toBeDisabled();
  await looking.reload();
  await expect(rating).toBeDisabled();
  await looking.getByRole('button', { name: 'Work on it' }).click();
  await expect(rating).toBeEnabled();
  await expect(looking).not.toHaveURL(/look/);
  // what is not in the circuit is let go
  await other.goto(link.replace('dK1%3AA1', 'dK1%3AZ9'));
  await expect(other.locator('[data-symbol]').first()).toBeVisible();
});

test('a circuit is put away and comes back; a job of one is own is made and renamed', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Practice board/);
  await page.goto('/');
  const card = page
    .locator('article')
    .filter({ hasText: /Practice board.*copy/ })
    .first();
  await card.getByRole('button', { name: /^Put .* away$/ }).click();
  await expect(page.locator('article').filter({ hasText: /Practice board.*copy/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(card).toBeVisible();
  await page.getByRole('searchbox').fill('Practice board');
  await expect(page.getByText(/^\d+ found$/)).toBeVisible();
  await expect(page.locator('article').filter({ hasNotText: 'Practice board' })).toHaveCount(0);
  await page.getByRole('searchbox').fill('');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('button', { name: /^Rename New job/ }).click();
  await page.getByRole('textbox', { name: /^Name of New job/ }).fill('Heron Wharf');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Heron Wharf' })).toBeVisible();
  await page.getByRole('button', { name: 'Put Heron Wharf away' }).click();
  await expect(page.getByRole('heading', { name: 'Heron Wharf' })).toBeHidden();
});

test('on paper: pages with a title block, and nothing of the screen', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Irrigation pump/);
  await page.evaluate(() => {
    window.print = () => {
      const pages = [...document.querySelectorAll('.mando-page')];
      document.body.dataset.printed = JSON.stringify(pages.map((one) => [one.querySelectorAll('svg').length, one.textContent]));
    };
  });
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: /^Print/ }).click();
  await page.getByRole('button', { name: /^Print \d+ pages/ }).click();
  const printed = JSON.parse((await page.locator('body').getAttribute('data-printed')) ?? '[]') as [number, string][];
  expect(printed.length).toBeGreaterThanOrEqual(3);
  expect(printed.filter(([pictures]) => pictures === 1).length).toBeGreaterThanOrEqual(2);
  for (const [index, [, words]] of printed.entries()) {
    expect(words).toContain('Q3 Irrigation pump P1');
    expect(words).toContain(`Page ${index + 1} of ${printed.length}`);
  }
  await expect(page.locator('.mando-page')).toHaveCount(0);
});

test('several devices are copied from one circuit into another, under free tags, and taken out together; each is one step back', async ({
  page,
}) => {
  const tech = technician(page);
  const more = async (item: string) => {
    await page.getByRole('button', { name: 'More' }).click();
    await page.getByRole('menuitem', { name: item }).click();
  };
  await tech.openCopy(/Cold store 1, condensing unit/);
  await tech.select('PS1');
  await more('Several devices: copy, or take out');
  const dialog = page.getByRole('dialog');
  await expect(dialog.locator('[data-picked="1"]')).toContainText('2 wires to others are not copied');
  await dialog.getByRole('button', { name: 'And what they are wired to' }).click();
  await expect(dialog.locator('[data-picked="3"]')).toContainText('3 devices, 2 wires between them');
  await dialog.getByRole('button', { name: 'Copy', exact: true }).click();
  await tech.openCopy(/Irrigation pump/);
  await more('Paste what was copied');
  await expect(dialog.locator('[data-paste="3"]')).toContainText('3 devices and 2 wires between them come in');
  await dialog.getByRole('button', { name: 'Paste', exact: true }).click();
  await tech.saved();
  await tech.select('PS1');
  await expect(tech.plate()).toContainText('High-pressure switch');
  // taken out again with what stands beside it, and brought back by one step
  await more('Several devices: copy, or take out');
  await dialog.getByRole('button', { name: 'And what they are wired to' }).click();
  await dialog.getByRole('button', { name: 'Take out' }).click();
  await tech.saved();
  await more('Several devices: copy, or take out');
  await dialog.getByRole('textbox', { name: 'Search devices' }).fill('PS');
  await expect(dialog.getByRole('checkbox')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await tech.saved();
  await more('Several devices: copy, or take out');
  await dialog.getByRole('textbox', { name: 'Search devices' }).fill('PS');
  await expect(dialog.getByRole('checkbox')).toHaveCount(2);
});

test('several devices are picked on the sheet: by shift-click, by a frame, by a key, by taps; copied, pasted, taken out', async ({
  page,
}) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  const bar = page.getByRole('region', { name: 'Picked devices' });
  const symbol = (id: string) => page.locator(`[data-symbol="${id}"]`);
  await tech.select('PS1:1');
  await symbol('dPS1:1-2').click();
  await expect(bar).toBeHidden();
  await symbol('dPS2:1-2').click({ modifiers: ['Shift'] });
  await expect(bar).toContainText('PS1 PS2');
  await expect(bar).toContainText('2 devices');
  // picked again, it is left; the frame takes what stands in it
  await symbol('dPS2:1-2').click({ modifiers: ['Shift'] });
  await expect(bar).toContainText('1 device,');
  const [from, to] = [await symbol('dPS1:1-2').boundingBox(), await symbol('dPS2:1-2').boundingBox()];
  await page.keyboard.down('Shift');
  await page.mouse.move(Math.min(from!.x, to!.x) - 8, Math.min(from!.y, to!.y) - 14);
  await page.mouse.down();
  await page.mouse.move(Math.max(from!.x + from!.width, to!.x + to!.width) + 8, Math.max(from!.y + from!.height, to!.y + to!.height) + 14, {
    steps: 5,
  });
  await page.mouse.up();
  await page.keyboard.up('Shift');
  await expect(bar).toContainText('PS1 PS2');
  await page.keyboard.press('Escape');
  await page.locator('[data-sheet]').focus();
  await page.keyboard.press('Escape');
  await expect(bar).toBeHidden();
  // by taps, as a thumb does
  await page.getByRole('button', { name: 'Pick several' }).click();
  await symbol('dPS1:1-2').click();
  await symbol('dPS2:1-2').click();
  await expect(bar).toContainText('PS1 PS2');
  await bar.getByRole('button', { name: 'Copy', exact: true }).click();
  await expect(bar).toContainText('Copied');
  await bar.getByRole('button', { name: 'Take out' }).click();
  await tech.saved();
  await expect(symbol('dPS1:1-2')).toHaveCount(0);
  await expect(bar).toBeHidden();
  await page.keyboard.press('Control+z');
  await tech.saved();
  await expect(symbol('dPS1:1-2')).toBeVisible();
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Paste what was copied' }).click();
  await expect(page.locator('[data-paste="2"]')).toContainText('2 devices');
});
