import { readFileSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { technician } from '../technician';

const phone = { width: 390, height: 844 };
const toParts = async (page: Page) => {
  await page.getByRole('link', { name: /^Parts/ }).click();
  await expect(page.locator('[data-row]').first()).toBeVisible();
};
const outside = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Outside a circuit' }).getByRole('link', { name, exact: true }).click();

test.describe('on a phone', () => {
  test.use({ viewport: phone });

  test('will this one do? a look-alike is refused and a good one cleared, each within six taps', async ({ page }) => {
    const tech = technician(page);
    await tech.openCopy(/Cold store 1, condensing unit/);
    let taps = 0;
    const tap = async (what: ReturnType<Page['getByRole']>) => {
      taps++;
      await what.click();
    };
    await tap(page.getByRole('link', { name: /^Parts/ }));
    await tap(page.getByRole('tab', { name: 'Will this one do?' }));
    await tap(page.getByRole('button', { name: '208–240 V 60 Hz' }));
    await expect(page.locator('[data-hand="danger"]')).toContainText('Do not fit it');
    await expect(page.locator('[data-hand]')).toContainText(/Dead\. 25\.\d V at the coil; needs 177 V/);
    expect(taps).toBeLessThanOrEqual(6);
    // the right coil alone clears nothing: the ratings are not read yet
    await tap(page.getByRole('button', { name: '24 V 50/60 Hz' }));
    await expect(page.locator('[data-hand="cannot-clear"]')).toBeVisible();
    await tap(page.getByRole('button', { name: 'Same print as the old one' }));
    await expect(page.locator('[data-hand="good"]')).toContainText('Fits');
    expect(taps).toBeLessThanOrEqual(6);
    const size = await page.getByRole('button', { name: '24 V 50/60 Hz' }).boundingBox();
    expect(size!.height).toBeGreaterThanOrEqual(44);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  });

  test('nothing moves under the thumb while figures come, however slow the phone', async ({ page }) => {
    test.setTimeout(300_000);
    const tech = technician(page);
    await tech.openCopy(/Cold store 1, condensing unit/);
    const slow = await page.context().newCDPSession(page);
    await slow.send('Emulation.setCPUThrottlingRate', { rate: 8 });
    const top = async (what: ReturnType<Page['getByRole']>) => (await what.boundingBox())!.y;
    await page.getByRole('link', { name: /^Parts/ }).click();
    const tab = page.getByRole('tab', { name: 'Will this one do?' });
    const tabAt = await top(tab);
    await tab.click();
    const coil = page.getByRole('button', { name: '208–240 V 60 Hz' });
    const coilAt = await top(coil);
    await expect(page.getByText(/Worst of \d+ input states/)).toBeAttached({ timeout: 180_000 });
    expect(await top(tab)).toBe(tabAt);
    expect(await top(coil)).toBe(coilAt);
  });

  test('a coil typed without AC or DC is not guessed', async ({ page }) => {
    const tech = technician(page);
    await tech.openCopy(/Cold store 1, condensing unit/);
    await toParts(page);
    await page.getByRole('tab', { name: 'Will this one do?' }).click();
    const typed = page.getByRole('textbox', { name: 'or typed' });
    await typed.fill('24 V');
    await typed.press('Enter');
    await expect(page.getByRole('alert')).toContainText('AC or DC is not in it');
    await expect(page.locator('[data-hand="cannot-clear"]')).toBeVisible();
    await typed.fill('large');
    await typed.press('Enter');
    await expect(page.getByRole('alert')).toContainText('holds no volts');
  });
});

test('a wrong coil: seen in the table, fitted all the same, dead in the circuit, undone', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  await toParts(page);
  const table = page.getByRole('table', { name: 'Candidates' });
  await expect(table.locator('[data-row]').first()).toContainText('Fits');
  await page.getByRole('textbox', { name: 'Search by what is printed on the part' }).fill('2P 30 FLA 208');
  await table.getByText('Contactor 2P 30 A, 208-240 V coil').click();
  const twin = page.locator('[data-twin="danger"]');
  await expect(twin).toContainText("K1's coil is dead");
  await expect(twin).toContainText('At 50 Hz: dead');
  const use = page.getByRole('button', { name: /all the same/ });
  await expect(use).toBeDisabled();
  const measured = page.getByRole('textbox', { name: 'Measured control volts' });
  await measured.fill('120');
  await expect(twin.getByRole('alert')).toContainText('You read 120 V where the circuit says');
  await measured.fill('24.2');
  await use.click();
  await tech.saved();
  await expect(page.getByText(/^rev 1/)).toBeVisible();
  await expect(page.getByRole('link', { name: /^Parts/ })).toContainText('1 to choose');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('link', { name: /^Parts/ })).toContainText('settled');
  await tech.saved();
});

test('the table is walked by keys, two are set side by side, a fuse is told why it is not there', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Cold store 1, condensing unit/);
  await toParts(page);
  const rows = page.getByRole('table', { name: 'Candidates' }).locator('[data-row]');
  await rows.first().focus();
  await page.keyboard.press('c');
  await page.keyboard.press('ArrowDown');
  await expect(rows.nth(1)).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByRole('region', { name: 'Two candidates side by side' })).toContainText('Contactor 2P 30 A, 24 V coil');
  await page.getByRole('textbox', { name: 'Search by what is printed on the part' }).fill('blade 2 a 32 v');
  await expect(page.getByText(/in stock, but not of a kind that can stand for K1/)).toBeVisible();
});

test('a transformer too small is refused by what it does to the coil, and its fuse by the rule', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Cold store 1, condensing unit/);
  await toParts(page);
  await page.getByRole('button', { name: 'T1', exact: true }).click();
  await page.getByText('Control transformer 20 VA').click();
  await expect(page.locator('[data-twin="danger"]')).toContainText('K1’s coil is not guaranteed'.replace('’', "'"));
  await expect(page.locator('[data-twin="danger"]')).toContainText('167 % of 0.833 A');
});

test('a transformer in the hand: nothing is cleared before its rating is read, and too small a one is refused with its reason', async ({
  page,
}) => {
  const tech = technician(page);
  await tech.open(/Cold store 1, condensing unit/);
  await toParts(page);
  await page.getByRole('button', { name: 'T1', exact: true }).click();
  await page.getByRole('tab', { name: 'Will this one do?' }).click();
  await expect(page.locator('[data-hand="cannot-clear"]')).toBeVisible();
  const rating = page.getByRole('textbox', { name: 'Rating' });
  await rating.fill('20');
  await rating.press('Enter');
  await expect(page.locator('[data-hand="danger"]')).toContainText(/not guaranteed|against 1\.39 A/);
  await rating.fill('40');
  await rating.press('Enter');
  await expect(page.locator('[data-hand="good"]')).toBeVisible();
});

test('label and verdict leave as files; the square code on loopback names what it is about', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Cold store 1, condensing unit/);
  await toParts(page);
  await page.getByText('Contactor 2P 30 A, 24 V coil').click();
  await page.locator('[data-twin="good"]').waitFor();
  const file = async (name: string) => {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).first().click()]);
    return readFileSync(await download.path());
  };
  const svg = (await file('Label (SVG)')).toString();
  expect(svg).toContain('COIL 24 V 50/60 Hz');
  expect(svg).toMatch(/<path d="M\d+ \d+h1v1/);
  expect((await file('Label (PDF)')).subarray(0, 5).toString()).toBe('%PDF-');
  expect((await file('Save this verdict (PDF)')).length).toBeGreaterThan(1000);
});

test('supply: sources, loads and their circuits, and what must never meet', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Fertiliser tanks/);
  await page.getByRole('link', { name: /^Supply/ }).click();
  const loads = page.getByRole('table', { name: 'Loads' });
  await expect(loads).toContainText('heater, three phases, delta');
  await expect(loads).toContainText(/16\.\d A/);
  await expect(page.getByRole('main')).toContainText('Never to meet: G1 208 V and T1 120 V');
  await loads.getByRole('button', { name: 'E1' }).click();
  await expect(page.getByRole('complementary', { name: 'Plate' })).toContainText('NEC 424.4(B)');
});

test('stock: added by hand, found by its print, duplicated, taken out', async ({ page }) => {
  await page.goto('/');
  await outside(page, 'Stock');
  const name = `Contactor 2P 30 A, journey ${Date.now()}`;
  await page.getByRole('button', { name: 'Add a part' }).click();
  const part = page.getByRole('region', { name: 'Part' });
  await expect(part.getByRole('button', { name: 'Add it' })).toBeDisabled();
  await part.getByRole('textbox', { name: 'Title' }).fill(name);
  await part.getByRole('textbox', { name: 'Printed on it' }).fill(`JOURNEY ${name.slice(-6)}`);
  await part.getByRole('textbox', { name: 'Motor, each pole' }).fill('many');
  await part.getByRole('textbox', { name: 'Motor, each pole' }).press('Tab');
  await expect(part).toContainText('"many" is not a number');
  await part.getByRole('textbox', { name: 'Motor, each pole' }).fill('30');
  await part.getByRole('button', { name: 'Add it' }).click();
  await page.getByRole('textbox', { name: 'Search by what is printed on the part' }).fill(`journey ${name.slice(-6)}`);
  await page.getByText(name, { exact: true }).click();
  await part.getByRole('button', { name: 'Duplicate' }).click();
  await part.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText(`${name}, copy`, { exact: true })).toBeVisible();
  const list = page.getByRole('table', { name: 'Parts in stock' });
  for (const title of [`${name}, copy`, name]) {
    await list.getByText(title, { exact: true }).click();
    await part.getByRole('button', { name: 'Take it out of stock' }).click();
    await expect(list.getByText(title, { exact: true })).toBeHidden();
  }
});

test('stock: a spreadsheet is looked at before anything is written; good rows are kept, bad ones explained', async ({ page }) => {
  await page.goto('/stock');
  await expect(page.getByRole('table', { name: 'Parts in stock' })).toContainText('Contactor');
  const title = `Fuse import ${Date.now()}`;
  const csv = `title,family,print,van,shelf,count,ratingA\n${title},fuse-1,2 A,Van,Shelf 10,5,2\nBad fuse,fuse-1,?,Van,,1,two\nNo kind,warp-drive,,,,1,\n`;
  await page.getByLabel('Stock file').setInputFiles({ name: 'van.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  const preview = page.getByRole('status', { name: 'Import preview' });
  await expect(preview).toContainText('1 good rows, 2 that cannot be taken');
  await expect(preview).toContainText('Line 3, Bad fuse: Rating: "two" is not a number');
  await expect(preview).toContainText('Line 4, No kind');
  await preview.getByRole('button', { name: 'Keep the 1 good rows' }).click();
  await page.getByRole('textbox', { name: 'Search by what is printed on the part' }).fill(title);
  await expect(page.getByRole('table', { name: 'Parts in stock' })).toContainText(title);
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Export CSV' }).click()]);
  expect(readFileSync(await download.path(), 'utf8')).toContain(`${title},fuse-1,2 A`);
});

test('job practice: a school and a working value change what is judged, and come back', async ({ page }) => {
  await page.goto('/');
  await outside(page, 'Job practice');
  const status = page.getByRole('status');
  await page.getByRole('button', { name: 'Back to the defaults' }).click();
  await expect(status).toHaveText('saved');
  await page.getByRole('radio', { name: /in the common leg/ }).check();
  await expect(status).toHaveText('saved');
  const value = page.getByRole('textbox', { name: 'a 24 V transformer is loaded to this share' });
  await value.fill('-3');
  await value.press('Enter');
  await expect(page.getByRole('alert')).toContainText('-3 is outside 0.001 to 100000');
  await value.fill('0.2');
  await value.press('Enter');
  await expect(page.getByRole('alert')).toBeHidden();
  await expect(status).toHaveText('saved');
  await outside(page, 'Jobs');
  await technician(page).open(/Cold store 1, condensing unit/);
  await toParts(page);
  await page.getByRole('button', { name: 'T1', exact: true }).click();
  const plate = page.getByRole('complementary', { name: 'Plate' });
  await expect(plate).toContainText('in the common leg');
  await expect(plate).toContainText('typical by common practice');
  await page.getByRole('link', { name: 'Mando, all jobs' }).click();
  await outside(page, 'Handbook');
  await expect(page.getByText('0.2 typical')).toBeVisible();
  await outside(page, 'Job practice');
  await page.getByRole('button', { name: 'Back to the defaults' }).click();
  await expect(page.getByRole('radio', { name: /in the hot leg/ })).toBeChecked();
  // the journeys after this one judge by what the server has
  await expect(status).toHaveText('saved');
});

test('handbook: a table is found by a number in it, with its source and mark', async ({ page }) => {
  await page.goto('/handbook');
  await page.getByRole('textbox', { name: 'Search the handbook' }).fill('10.6 430.250');
  await expect(page.getByRole('heading', { name: /Three-phase induction motors/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: /Single-phase motors/ })).toBeHidden();
  await page.getByRole('textbox', { name: 'Search the handbook' }).fill('moon phase');
  await expect(page.getByText(/Nothing in the handbook matches/)).toBeVisible();
});

test('from a few facts to what fits, without a circuit', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'From a few facts' }).first().click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Misting pump 2');
  await page.getByRole('textbox', { name: 'Line' }).fill('240');
  await page.getByRole('textbox', { name: 'Power' }).fill('3');
  await expect(page.getByText('17 A running, 102 A locked.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Transformer' }).fill('40');
  await page.getByRole('button', { name: 'Show what fits' }).click();
  await expect(page.getByText(/a coil for these volts is assumed/)).toBeVisible();
  const first = page.getByRole('table', { name: 'Candidates' }).locator('[data-row]').first();
  await expect(first).toContainText('24 V coil');
  await expect(first).toContainText('Fits');
});

test('a few facts grow into a pattern, and amps that nobody gave are asked for', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'From a few facts' }).first().click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Misting pump 2');
  await page.getByRole('textbox', { name: 'Line' }).fill('208');
  await page.getByRole('combobox', { name: 'Grows into' }).selectOption({ label: 'Reversing with interlocks' });
  await expect(page.locator('[data-about]')).toContainText('mechanical interlock');
  await page.getByRole('button', { name: 'Make the circuit' }).click();
  await expect(page.getByRole('alert')).toContainText('needs the volts of the line and the amps of its loads');
  await page.getByRole('textbox', { name: 'Power' }).fill('3');
  await page.getByRole('button', { name: 'Make the circuit' }).click();
  await expect(page.getByRole('heading', { name: /Misting pump 2/, level: 1 })).toBeVisible();
  await expect(page.locator('[data-symbol="dK2:coil"]')).toBeVisible({ timeout: 30_000 });
});

test('a transistor output among the few facts is refused for an AC coil, a relay output is not', async ({ page }) => {
  for (const [caller, says] of [
    ['output-transistor', 'switches AC'],
    ['output-relay', 'Fits'],
  ] as const) {
    await page.goto('/');
    await page.getByRole('button', { name: 'From a few facts' }).first().click();
    await page.getByRole('textbox', { name: 'Line' }).fill('240');
    await page.getByRole('textbox', { name: 'Power' }).fill('7½');
    await page.getByRole('textbox', { name: 'Transformer' }).fill('1,500');
    await expect(page.getByText(/may be 1\.500 or 1500/)).toBeVisible();
    await page.getByRole('textbox', { name: 'Transformer' }).fill('75');
    await page.getByLabel('What calls').selectOption(caller);
    await page.getByRole('button', { name: 'Show what fits' }).click();
    await page.getByPlaceholder('what is printed on it').fill('50 FLA 24 V');
    const row = page.getByRole('table', { name: 'Candidates' }).locator('[data-row]').first();
    await expect(row).toContainText(says);
  }
});

test('a part with the same screws that does something else is told by what the circuit does', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Cold store 1, condensing unit/);
  await page.getByRole('link', { name: /^Parts/ }).click();
  await page.getByRole('button', { name: 'DT1', exact: true }).click();
  const twin = page.getByRole('region', { name: 'Replacement twin' });
  await page.getByText('On-delay timer, two wires, 300 s').first().click();
  await expect(twin).toContainText('the same in 10 states');
  await expect(twin).toContainText('It takes 300 s where it took 180 s');
  await page.getByText('On-delay timer, two wires, 5 s, 120 V').first().click();
  await expect(twin).toContainText('No longer on: K1, K2, M1 and M2');
  await expect(page.getByRole('row', { name: /5 s, 120 V/ })).toContainText('Does not do it');
});

test('the new screens hold for people who do not see colour or use a mouse', async ({ page }) => {
  const tech = technician(page);
  await tech.open(/Cold store 1, condensing unit/);
  const circuit = page.url().replace(/prove$/, '');
  for (const place of [`${circuit}parts`, `${circuit}supply`, '/stock', '/handbook']) {
    await page.goto(place);
    await page.locator('[data-row], table').first().waitFor();
    // one of many alike is enough: the lists are long
    const search = page.getByRole('textbox', { name: /^Search/ });
    if (await search.isVisible()) await search.fill('2P 30');
    const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze();
    expect([place, violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 120)}`)]).toEqual([place, []]);
  }
});

test('the parts list is saved, filled in elsewhere and read back: what fits is taken, the rest is told line by line', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1/);
  await toParts(page);
  const files = page.locator('[data-parts-list]');
  const saved = page.waitForEvent('download');
  await files.getByRole('button', { name: 'Save the parts list as CSV' }).click();
  const text = readFileSync(await (await saved).path(), 'utf8');
  const lines = text.trimEnd().split('\n');
  expect(lines.length).toBeGreaterThan(14);
  const filled = lines.map((line) => (line.startsWith('T1,') ? line.replace('Control transformer', 'Control transformer, new') : line));
  expect(filled.join()).not.toBe(lines.join());
  await files.getByLabel('Parts list file').setInputFiles({
    name: 'filled.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`${[...filled, `ZZ9${','.repeat((lines[0]?.split(',').length ?? 1) - 1)}`].join('\n')}\n`),
  });
  await expect(files.getByRole('status')).toContainText('changes T1.');
  await expect(files.getByRole('status')).toContainText('No device here is called ZZ9');
  await files.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByText(/rev 1/)).toBeVisible();
  const workbook = page.waitForEvent('download');
  await files.getByRole('button', { name: /workbook/ }).click();
  await files.getByLabel('Parts list file').setInputFiles(
    await (await workbook).path().then((path) => ({
      name: 'same.xlsx',
      mimeType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      buffer: readFileSync(path),
    })),
  );
  await expect(files.getByRole('status')).toContainText('same.xlsx: changes nothing.');
});
