import { readFileSync } from 'node:fs';
import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { technician } from '../technician';

const axe = async (page: Page) =>
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
const wiring = async (page: Page) => {
  await page.getByRole('link', { name: /Wiring/ }).click();
  await expect(page.getByRole('grid', { name: 'Wires' }).getByRole('row').first()).toBeVisible({ timeout: 30_000 });
};
const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const landed = (page: Page) => page.locator('[data-landed]');

test.describe('by thumb', () => {
  test.use({ viewport: { width: 390, height: 844 } });
  test('a heating panel is landed by its plan, stage by stage, a reading typed at each; it is there after the page is closed', async ({
    page,
    browser,
  }) => {
    test.setTimeout(180_000);
    const tech = technician(page);
    await tech.openCopy(/Bench heating, two zones, end switches/);
    await wiring(page);
    await axe(page);
    await page.getByRole('textbox', { name: 'ticked by' }).fill('Wren');
    await tab(page, 'Landing plan');
    const stages = page.locator('[data-stage]');
    await expect(stages.first()).toBeVisible({ timeout: 30_000 });
    await axe(page);
    const count = await stages.count();
    expect(count).toBeGreaterThan(8);
    let taps = 0;
    for (let at = 0; at < count; at++) {
      const stage = stages.nth(at);
      await stage.getByRole('button', { name: /^Landed, / }).click();
      await expect(stage.getByText('✓ landed')).toBeVisible();
      const expects = await stage.getByText(/^Ω from/).textContent();
      const ohms = /: ([\d.]+)/.exec(expects ?? '')?.[1] ?? 'OL';
      await stage.getByRole('textbox', { name: /^Reading/ }).fill(ohms);
      await expect(stage.getByRole('status')).toContainText('as it should be');
      taps += 2;
    }
    // a reading that is not what it should be stops the work
    await stages
      .first()
      .getByRole('textbox', { name: /^Reading/ })
      .fill('OL');
    await expect(stages.first().getByRole('status')).toContainText('not where it belongs');
    await stages
      .first()
      .getByRole('textbox', { name: /^Reading/ })
      .fill('0.2');
    await expect(landed(page)).toContainText('42 of 42 ends landed');
    await expect(landed(page)).not.toContainText('not saved');
    console.log(`wiring: ${count} stages landed in ${taps} taps and readings`);
    await page.reload();
    await expect(landed(page)).toContainText('42 of 42 ends landed', { timeout: 30_000 });
    await tab(page, 'Landing plan');
    await expect(stages.first().getByRole('textbox', { name: /^Reading/ })).toHaveValue('0.2', { timeout: 30_000 });
    // a reading counts as typed a moment after its last letter, and is sent then: another machine asks for it now and then
    await expect(stages.first().getByText(/^read by Wren/)).toBeVisible();
    await expect(landed(page)).not.toContainText('not saved');
    // whoever comes next, on another machine, finds what was read and by whom
    const next = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
    await next.goto(page.url());
    await tab(next, 'Landing plan');
    const first = next.locator('[data-stage]').first();
    await expect(first.getByRole('textbox', { name: /^Reading/ })).toHaveValue('0.2', { timeout: 30_000 });
    await expect(first.getByText(/^read by Wren/)).toBeVisible();
    await next.context().close();
  });
  test('a stage that cannot be done now is put off with its reason, and the plan is made anew around it', async ({ page }) => {
    const tech = technician(page);
    await tech.openCopy(/Bench heating, two zones, end switches/);
    await wiring(page);
    await page.getByRole('textbox', { name: 'ticked by' }).fill('Wren');
    await tab(page, 'Landing plan');
    const stages = page.locator('[data-stage]');
    await expect(stages.nth(3)).toBeVisible({ timeout: 30_000 });
    const wires = await stages.nth(3).getByRole('button', { name: / to / }).allTextContents();
    await stages.nth(3).getByRole('button', { name: 'Cannot be done now' }).click();
    await stages.nth(3).getByRole('textbox', { name: 'Cannot be done now, because' }).fill('valve not on site');
    await page.keyboard.press('Enter');
    const last = stages.filter({ hasText: wires[0] ?? '' });
    await expect(last.getByText('Put off by Wren: valve not on site')).toBeVisible({ timeout: 30_000 });
    await expect.poll(async () => Number(await last.getAttribute('data-stage')), { timeout: 30_000 }).toBeGreaterThan(4);
    await page.reload();
    await tab(page, 'Landing plan');
    await expect(last.getByText('Put off by Wren: valve not on site')).toBeVisible({ timeout: 30_000 });
    await last.getByRole('button', { name: 'It can be done now' }).click();
    await expect.poll(async () => Number(await last.getAttribute('data-stage')), { timeout: 30_000 }).toBe(4);
    await expect(page.getByText(/^Put off/)).toHaveCount(0);
  });
});

test('an end that is moved loses its tick; an exchange is rehearsed before power; what was changed is listed', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Bench heating, two zones, end switches/);
  await wiring(page);
  await page.getByRole('textbox', { name: 'ticked by' }).fill('Wren');
  const list = page.getByRole('grid', { name: 'Wires' });
  await page.getByRole('textbox', { name: /Search wires/ }).fill('Y1:L');
  await list.getByRole('button', { name: 'Y1:L landed' }).click();
  await list.getByRole('button', { name: 'Y1:L tug-tested' }).click();
  await expect(landed(page)).toContainText('1 of 42 ends landed · 1 tug-tested');
  // the wire is moved on the drawing: taken by its plate, landed on another terminal
  await list
    .getByRole('row')
    .first()
    .click({ position: { x: 8, y: 8 } });
  await expect(page.locator('[data-wire-plate]')).toContainText('0.75 mm²');
  // cut and spliced, put into a cable of its own, and each taken back by one step
  const plate = page.locator('[data-wire-plate]');
  await plate.getByRole('button', { name: 'Cut it and splice' }).click();
  await expect(landed(page)).toContainText('of 44 ends landed', { timeout: 30_000 });
  await page.keyboard.press('Escape');
  await page.getByRole('tab', { name: 'Wire list', exact: true }).press('Control+z');
  await expect(landed(page)).toContainText('1 of 42 ends landed', { timeout: 30_000 });
  const cable = plate.getByRole('combobox', { name: /^Cable/ });
  await expect(cable).toHaveValue('cW1');
  await cable.selectOption('new');
  await expect(cable).not.toHaveValue('cW1');
  await page.getByRole('tab', { name: 'Wire list', exact: true }).press('Control+z');
  await expect(cable).toHaveValue('cW1');
  await page.locator('[data-wire-plate]').getByRole('button', { name: 'Move this end' }).nth(1).click();
  await page.locator('[data-terminal="dY1:1"]').first().click();
  await expect(landed(page)).toContainText('0 of 42 ends landed');
  await tech.saved();
  await tab(page, 'Changes');
  await expect(page.locator('[data-change="move"]')).toContainText('wire 4: from Y1:L to Y1:1');
  await axe(page);
  // taken back, it is as it was landed, and its tick counts again
  await page.keyboard.press('Escape');
  await page.getByRole('tab', { name: 'Changes', exact: true }).press('Control+z');
  await expect(landed(page)).toContainText('1 of 42 ends landed');
  // who did what stands there for the next person
  await expect(page.locator('[data-hand-over]')).toContainText('Wren: 1 landed, 1 tug-tested');
  await expect(page.locator('[data-hand-over]')).toContainText('Wants landing (41)');
  // the other way of building it, figure by figure
  await page
    .getByRole('combobox', { name: 'Another way of building it' })
    .selectOption({ label: 'L1B Bench heating, two zones, interface relay' });
  const beside = page.locator('[data-beside]');
  await expect(beside).toBeVisible({ timeout: 90_000 });
  await expect(beside.getByRole('row', { name: /extra-low terminals on a strip that carries mains/ })).toContainText(/2\s*0/);
  await tab(page, 'Landed wrong?');
  await page.getByRole('combobox', { name: 'What is rehearsed' }).selectOption({ label: 'cable W1 Valve head 1, five cores' });
  await expect(page.locator('[data-rehearsed="25"]')).toContainText('are latent', { timeout: 30_000 });
  const latent = page.locator('[data-outcome="latent"]').filter({ hasText: /Y1:L and Y1:1 exchanged/ });
  await expect(latent).toContainText('held open by its lever');
  await expect(latent).toContainText('volt-free input of E1 stands at');
  await expect(latent).toContainText('Told before power by');
  await axe(page);
});

test('what stays live is told for whatever is opened; ferrules come true to size; a wire is drawn by keys and the meter reads it', async ({
  page,
}) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  await wiring(page);
  await tab(page, 'What stays live');
  await expect(page.locator('[data-still-live="4"]')).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: /Q1 Isolator/ }).click();
  await page.getByRole('button', { name: /G1 Supply/ }).click();
  await expect(page.locator('[data-still-live="0"]')).toContainText('Nothing stays live');
  await axe(page);
  await tab(page, 'Labels');
  const coming = page.waitForEvent('download');
  await page.getByRole('button', { name: 'SVG', exact: true }).click();
  const svg = readFileSync(await (await coming).path(), 'utf8');
  expect(svg).toContain('width="210mm"');
  expect(svg.match(/width="18" height="5"/g)).toHaveLength(62);
  // a card for the door says what the next person must know
  const door = page.waitForEvent('download');
  await page.getByRole('button', { name: 'door card as SVG' }).click();
  const card = readFileSync(await (await door).path(), 'utf8');
  expect(card).toContain('Cold store 1, condensing unit, copy');
  expect(card).toMatch(
    /STILL LIVE WITH Q1 OPEN[\s\S]+Q1:L1[\s\S]+FUSES AND BREAKERS[\s\S]+F1[\s\S]+COILS, HELD[\s\S]+K1[\s\S]+prove the tester/,
  );
  await axe(page);
  // leads are put on screws as on the sheet
  await tech.power('All on');
  await page.locator('[data-terminal="dK1:L1"]').first().click();
  await tech.plate().getByRole('button', { name: 'Red lead here' }).click();
  await page.locator('[data-terminal="dK1:L2"]').first().click();
  await tech.plate().getByRole('button', { name: 'Black lead here' }).click();
  await tech.expectReading(235, 245);
  await expect(page.locator('[data-between="loads"]')).toContainText(
    'K1:L1 and K1:L2 share no node; the nearest way between them leads through',
  );
  // by keys alone along the terminals
  await page.locator('svg[data-terminals]').focus();
  await page.keyboard.press('ArrowLeft');
  await expect(tech.plate().getByRole('heading', { name: 'K1:L1' })).toBeVisible();
  // a wire dragged from terminal to terminal joins them, and undo takes it away
  const [from, to] = [page.locator('[data-terminal="dK3:5"]').first(), page.locator('[data-terminal="dTC1:W"]').first()];
  await to.scrollIntoViewIfNeeded();
  const [a, b] = [await from.boundingBox(), await to.boundingBox()];
  if (!a || !b) throw new Error('terminals are not in sight');
  await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2);
  await page.mouse.down();
  await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2, { steps: 4 });
  await page.mouse.up();
  await tech.saved();
  await tab(page, 'Wire list');
  await expect(page.getByRole('grid', { name: 'Wires' })).toBeVisible({ timeout: 30_000 });
  await page.getByRole('textbox', { name: /Search wires/ }).fill('TC1:W');
  await expect(page.getByRole('grid', { name: 'Wires' }).getByRole('row')).toHaveCount(1, { timeout: 20_000 });
});

test('a panel is placed, its wires get their lengths and the coil its volts; a body is dragged, moved by keys, and told when it cannot stand', async ({
  page,
}) => {
  const tech = technician(page);
  await tech.openCopy(/Irrigation pump/);
  await wiring(page);
  await tab(page, 'Panel layout');
  const verdict = page.locator('[data-layout-verdict]');
  await expect(verdict).toContainText('Cannot clear', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Place everything', exact: true }).click();
  const body = (tag: string) => page.locator(`[data-body="${tag}"]`);
  const current = () => expect(page.locator('[data-panel="current"]')).toBeVisible({ timeout: 30_000 });
  await expect(body('K1')).toBeVisible();
  await current();
  await expect(verdict).toContainText('Can be built; look at this, 42.7 °C inside');
  await body('K1').click();
  const pullIn = page.locator('[data-pull-in]');
  await expect(pullIn).toBeVisible();
  const before = await pullIn.textContent();
  await page.getByRole('button', { name: /Take \d+ over what was measured/ }).click();
  await expect(pullIn).not.toHaveText(before ?? '');
  await current();
  await axe(page);
  // dragged off its neighbour's side it snaps to the rail again
  const box = await body('K1').boundingBox();
  if (!box) throw new Error('K1 is not in sight');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 120, box.y + box.height / 2 + 9, { steps: 5 });
  await page.mouse.up();
  await current();
  await expect(verdict).toContainText('Can be built');
  const moved = await body('K1').boundingBox();
  expect(moved!.x).toBeGreaterThan(box.x + 60);
  expect(Math.abs(moved!.y - box.y)).toBeLessThan(3);
  // set onto another body by keys it cannot be built so; undo takes it back
  await body('T1').focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await expect(verdict).toContainText('Cannot be built so');
  await expect(page.locator('[data-doubt="block"]')).toContainText('stand in one another');
  for (let k = 0; k < 3; k++) await page.keyboard.press('Control+z');
  await expect(verdict).toContainText('Can be built');
  // a duct that stands out of its box keeps the door open
  await page.locator('[data-mount="duct"]').first().click();
  const deep = page.getByRole('textbox', { name: 'deep' });
  await expect(deep).toHaveAttribute('placeholder', 'usual 60');
  await deep.fill('400');
  await deep.press('Enter');
  await expect(page.locator('[data-doubt="block"]')).toContainText('is 400 mm deep in a box of 250 mm');
  await deep.fill('');
  await deep.press('Enter');
  await expect(verdict).toContainText('Can be built');
  await tech.saved();
  // on paper with its scale, and for CAD
  await page.getByRole('button', { name: 'Save it' }).click();
  await expect(page.locator('[data-scale]')).toContainText('1 : 5');
  const saved = async (name: string) => {
    const coming = page.waitForEvent('download');
    await page.getByRole('dialog').getByRole('button', { name }).click();
    return readFileSync(await (await coming).path(), 'latin1');
  };
  expect(await saved('DXF, for CAD')).toMatch(/AC1009[\s\S]+TEXT[\s\S]+Irrigation pump P1, copy/);
  expect(await saved('PDF')).toMatch(/^%PDF-/);
  expect(await saved('SVG')).toContain('width="431.8mm"');
  await axe(page);
});

test('a circuit of one’s own, whose devices are nowhere yet: they are put into a panel, its door and the field, and placed', async ({
  page,
}) => {
  const tech = technician(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'From a list of wires' }).first().click();
  await page.getByRole('combobox', { name: 'Or begin with a pattern' }).selectOption({ label: 'Reversing with interlocks' });
  await page.getByRole('textbox', { name: 'Each load, A' }).fill('7');
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await page.getByRole('button', { name: /^Make a circuit of/ }).click();
  await expect(page.locator('[data-symbol]').first()).toBeVisible({ timeout: 30_000 });
  await wiring(page);
  await tab(page, 'Panel layout');
  await expect(page.getByText('Nothing of this circuit is in a panel yet')).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Places' }).click();
  const dialog = page.getByRole('dialog');
  await axe(page);
  await dialog.getByRole('button', { name: /^Put \d+ that are nowhere/ }).click();
  await expect(dialog.getByRole('textbox', { name: 'Name of Panel', exact: true })).toBeVisible();
  await dialog.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Place everything', exact: true }).click();
  await expect(page.locator('[data-layout-verdict]')).toContainText(/Can be built/, { timeout: 30_000 });
  await tech.saved();
});
