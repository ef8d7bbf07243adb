import { readFileSync } from 'node:fs';
import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { technician } from '../technician';

/** Of a document, what its wires are told by. */
interface Wired {
  readonly devices: Readonly<Record<string, { readonly family: string; readonly tag: string }>>;
  readonly conductors: Readonly<
    Record<
      string,
      { readonly number: string; readonly ends: readonly string[]; readonly colour: string; readonly size: { readonly mm2?: number } }
    >
  >;
}
const readCircuit = (document: Wired): Wired => document;
const spelled = ({ devices }: Wired, end: string): string => {
  const [device = '', mark = ''] = end.split(':');
  return `${devices[device]?.tag}:${mark}`;
};
const kindsOf = ({ devices }: Wired): string[] =>
  Object.values(devices)
    .map(({ tag, family }) => `${tag} ${family}`)
    .sort();
const wiresOf = (circuit: Wired): string[] =>
  Object.values(circuit.conductors)
    .map(
      ({ number, ends }) =>
        `${number} ${ends
          .map((end) => spelled(circuit, end))
          .sort()
          .join(' ')}`,
    )
    .sort();

/** A fan that a thermostat calls through a relay: as somebody would write down the wires of a panel. */
const WIRES = `No;From;To;Colour;Size
1;G1:L;T1:120;black;14
2;G1:N;T1:COM;white;14
3;T1:R;S1:1;red;18
4;S1:2;K1:A1;yellow;18
5;K1:A2;T1:C;blue;18
6;G1:L;K1:L1;black;14
7;K1:T1;M1:1;black;14
8;M1:2;G1:N;white;14
this line says nothing
9;M1:PE;PE:PE;green;14`;

const axe = async (page: Page) =>
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);

test('a panel from the list of its wires: read, asked about, drawn, powered and complained of', async ({ page }) => {
  const tech = technician(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'From a list of wires' }).first().click();
  await page.getByRole('textbox', { name: 'Title' }).fill('Fan of the boiler room');
  await page.getByRole('textbox', { name: 'List of wires' }).fill(WIRES);
  await expect(page.locator('[data-list-read]')).toContainText('9 wires between 6 devices; 1 line says no wire');
  await expect(page.getByRole('status', { name: 'Lines that are left out' })).toContainText('Line 10');
  await expect(page.locator('[data-asked="K1"]')).toContainText('K1 has A1 A2 L1 T1');
  await page.getByRole('combobox', { name: 'What S1 is' }).selectOption('thermostat-two-wire');
  await page.getByRole('combobox', { name: 'What G1 is' }).selectOption('supply-1ph');
  await page.getByRole('combobox', { name: 'What T1 is' }).selectOption('control-transformer-24');
  await page.getByRole('combobox', { name: 'What K1 is' }).selectOption('contactor-1');
  await page.getByRole('combobox', { name: 'What M1 is' }).selectOption('motor-1ph');
  await axe(page);
  await page.getByRole('button', { name: /^Make a circuit of 9 wires, without 1 line/ }).click();
  await expect(page.locator('[data-symbol="dK1:coil"]')).toBeVisible();
  await expect(page.getByRole('heading', { name: /Fan of the boiler room/, level: 1 })).toBeVisible();
  // what is not read clears nothing
  await tech.select('K1');
  await expect(tech.plate()).toContainText('cannot clear');
  await expect(tech.plate()).toContainText('What G1 gives is not read');
  // what is on the plates is read in
  const read = async (device: string, field: string, value: string) => {
    await tech.select(device);
    const box = tech.plate().getByRole('textbox', { name: field, exact: true });
    await box.fill(value);
    await box.press('Enter');
  };
  const pick = async (device: string, field: string, value: string) => {
    await tech.select(device);
    await tech.plate().getByRole('combobox', { name: field, exact: true }).selectOption(value);
  };
  await read('G1', 'Line to neutral', '120');
  await pick('G1', 'Frequency', '60');
  await read('T1', 'Rating', '40');
  await pick('K1', 'Coil current', 'AC');
  await read('K1', 'Coil volts', '24');
  await pick('K1', 'Coil frequency', '60');
  await tech.saved();
  await tech.power('All on');
  await tech.leads('T1:R', 'T1:C');
  await tech.expectReading(24, 30);
  await tech.select('K1');
  await expect(tech.plate()).toContainText(/Pulls in\. 2\d\.\d V at the coil/);
  // a complaint in a few taps
  await page.getByRole('link', { name: /Find/ }).click();
  await page.getByRole('combobox', { name: 'It is about' }).selectOption({ label: 'M1' });
  await page.getByRole('button', { name: 'Look for it' }).click();
  await expect(page.getByRole('heading', { name: 'M1 does not come on' })).toBeVisible();
  await axe(page);
});

test('a part is put into a wire, beside another and by itself; wired, renamed, taken out; all of it undone', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  const add = async (what: string, where: RegExp) => {
    await page.getByRole('button', { name: 'Add a part here' }).click();
    const dialog = page.getByRole('dialog', { name: 'Add a part' });
    await dialog.getByRole('textbox', { name: 'Which part' }).fill(what);
    await dialog.getByRole('textbox', { name: 'Which part' }).press('Enter');
    const seat = dialog.getByRole('combobox', { name: 'Where' });
    const option = (await seat.locator('option').allTextContents()).find((words) => where.test(words))!;
    await seat.selectOption({ label: option });
    await expect(dialog.locator('[data-will]')).toContainText(option.split(',')[0]!);
    await dialog.getByRole('button', { name: 'Put it in' }).click();
    await expect(dialog).toBeHidden();
  };
  // a stop in the wire behind the high pressure switch
  await tech.select('PS1:2');
  await add('push button', /^in wire/);
  await expect(page.locator('[data-symbol="dS1:1-2"]')).toBeVisible();
  await tech.saved();
  // a lamp beside the coil
  await tech.select('K1:A1');
  await add('lamp', /^beside K1 A1–A2/);
  await expect(page.locator('[data-symbol^="dH1"]')).toBeVisible();
  // by itself, then wired by hand
  await tech.select('T1:R');
  await add('float switch', /^by itself/);
  await tech.select('T1:R');
  await tech.plate().getByRole('combobox', { name: 'A new wire from T1:R to' }).selectOption({ label: 'S2:1' });
  await tech.saved();
  await tech.select('S2');
  await tech.plate().getByRole('textbox', { name: 'Tag', exact: true }).fill('S9');
  await tech.plate().getByRole('button', { name: 'Rename' }).click();
  await expect(page.locator('[data-symbol="dS2:1-2"]')).toContainText('S9');
  await tech.saved();
  // the stop goes again: its line is whole, and the coil pulls in when it is called
  await tech.select('S1');
  await tech.plate().getByRole('button', { name: 'Take S1 out' }).click();
  await expect(page.locator('[data-symbol="dS1:1-2"]')).toHaveCount(0);
  await tech.power('All on');
  await tech.press('TC1', 'Call for cooling');
  await tech.toLastEvent();
  await tech.select('K1');
  await expect(tech.plate()).toContainText('pulled in');
  // back to where it was, by the names of what was done
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('menuitem', { name: 'What was done' }).click();
  await page.getByRole('button', { name: 'Back to before this' }).last().click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.locator('[data-symbol^="dH1"]')).toHaveCount(0);
  await expect(page.locator('[data-symbol^="dS2"]')).toHaveCount(0);
  await tech.saved();
});

test('a list whose columns nobody could guess is read as somebody says them', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'From a list of wires' }).first().click();
  const list = page.locator('[data-list-read]');
  await page.getByRole('textbox', { name: 'List of wires' }).fill('yellow;DT1;1;TC1;Y;W12\nred;F1;1;T1;R;W11');
  await expect(list).toContainText('0 wires');
  await page.getByRole('button', { name: 'Say which column is what' }).click();
  const says = (column: number, what: string) => page.getByRole('combobox', { name: `Column ${column} holds` }).selectOption(what);
  for (const [column, what] of ['colour', 'to', 'toMark', 'from', 'fromMark', 'number'].entries()) await says(column + 1, what);
  await expect(list).toContainText('2 wires between 4 devices');
  await expect(page.locator('[data-asked="TC1"]')).toContainText('TC1 has Y');
  await axe(page);
});

test('wires are added to a circuit from a list, as one edit', async ({ page }) => {
  const tech = technician(page);
  await tech.openCopy(/Cold store 1, condensing unit/);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Add from a list of wires' }).click();
  await page.getByRole('textbox', { name: 'List of wires' }).fill('901 T1:R H9:1 red\n902 H9:2 T1:C blue\n903 T1:R K1:NOPE');
  await page.getByRole('combobox', { name: 'What H9 is' }).selectOption('lamp');
  await expect(page.getByRole('status', { name: 'Lines that are left out' })).toContainText('K1 has no terminal NOPE');
  await page.getByRole('button', { name: /^Add 2 wires/ }).click();
  await expect(page.locator('[data-symbol="dH9:1-2"]')).toBeVisible();
  await tech.saved();
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-symbol="dH9:1-2"]')).toHaveCount(0);
});

test('a pattern is laid out, made, and does what it says; a second one joins it', async ({ page }) => {
  const tech = technician(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'From a list of wires' }).first().click();
  await page.getByRole('combobox', { name: 'Or begin with a pattern' }).selectOption({ label: 'Reversing with interlocks' });
  await expect(page.locator('[data-about]')).toContainText('mechanical interlock');
  await page.getByRole('textbox', { name: 'Each load, A' }).fill('lots');
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await expect(page.getByRole('alert')).toContainText('amps of each motor');
  await page.getByRole('textbox', { name: 'Each load, A' }).fill('7');
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await page.getByRole('button', { name: /^Make a circuit of/ }).click();
  await expect(page.getByRole('heading', { name: /Reversing with interlocks/, level: 1 })).toBeVisible();
  await expect(page.locator('[data-symbol="dK2:coil"]')).toBeVisible();
  await tech.power('All on');
  await tech.press('S2', 'Press');
  await tech.toLastEvent();
  await tech.select('K1');
  await expect(tech.plate()).toContainText('pulled in');
  await tech.press('S3', 'Press');
  await tech.toLastEvent();
  await tech.select('K2');
  await expect(tech.plate()).toContainText('K1 is pulled in and holds 21-22 open');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Add from a list of wires' }).click();
  await page.getByRole('combobox', { name: 'Or begin with a pattern' }).selectOption({ label: 'The second motor after the first' });
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await page.getByRole('button', { name: /^Add \d+ wires/ }).click();
  // each has its control behind its own breaker: lines of its own, and the power folded above them
  await expect(page.getByRole('button', { name: 'F2:T1–N of G1', exact: true })).toBeVisible();
  const power = page.getByRole('navigation', { name: 'Bands of the sheet' }).getByRole('button', { name: '208 V 60 Hz from G1' });
  await power.click();
  await expect(page.locator('[data-symbol^="dM3"]').first()).toBeVisible();
  await power.click();
  await tech.saved();
  // a device that no list has joins the starter, described from its label
  let [clicks, keys] = [0, 0];
  const click = async (name: string | RegExp, role: 'button' | 'menuitem' = 'button') => {
    clicks++;
    await page.getByRole(role, { name, exact: typeof name === 'string' }).click();
  };
  const type = async (name: string, text: string) => {
    keys += text.length;
    await page.getByRole('textbox', { name, exact: true }).fill(text);
  };
  await tech.select('K1:A1');
  await click('Add a part here');
  await click(/describe it from its label/);
  await type('What its label calls it', 'Door relay with a lamp');
  await type('Terminals of row 1', 'C1 C2');
  await type('Terminals of row 2', '5 6');
  await click('Another row');
  await page.getByRole('combobox', { name: 'Row 3' }).selectOption('lamp');
  await type('Terminals of row 3', 'C1 C2');
  await click('Take this kind');
  await page
    .getByRole('dialog', { name: 'Add a part' })
    .getByRole('combobox', { name: 'Where' })
    .selectOption({ label: 'by itself, wired later' });
  await click('Put it in');
  await tech.saved();
  await tech.toLine();
  const line = 'K5:C1 K1:A1';
  keys += line.length + 2;
  await page.keyboard.type(line);
  await expect(page.locator('[data-goto] [role=option][data-highlighted]')).toContainText('K5:C1 to K1:A1');
  await page.keyboard.press('Enter');
  await tech.saved();
  await expect(page.locator('[data-symbol^="dK5"]').first()).toBeVisible();
  console.log(`doors: a reversing starter from its pattern in 5 clicks, a device of one's own in ${clicks + 2} clicks and ${keys} keys`);
});

test('a starter is built by keyboard alone, line by line, and a part of a kind of one’s own joins it', async ({ page }) => {
  const tech = technician(page);
  let keys = 0;
  await page.goto('/');
  await page.getByRole('button', { name: 'From a list of wires' }).first().click();
  await page.getByRole('textbox', { name: 'Title' }).fill('Potting shed fan');
  await page.getByRole('textbox', { name: 'List of wires' }).fill('1 G1:L S1:1');
  await page.getByRole('combobox', { name: 'What G1 is' }).selectOption('supply-1ph');
  await page.getByRole('combobox', { name: 'What S1 is' }).selectOption('push-button');
  await page.getByRole('button', { name: /^Make a circuit of 1 wire/ }).click();
  await page.locator('[data-symbol]').first().waitFor();
  const say = async (line: string, told: RegExp) => {
    await tech.toLine();
    await page.keyboard.type(line);
    keys += line.length + 2;
    await expect(page.locator('[data-goto] [role=option][data-highlighted]')).toContainText(told);
    await page.keyboard.press('Enter');
    await tech.saved();
  };
  await say('add push-button S2', /S2, push button, is added by itself/);
  await say('add contactor-3-1no K1', /K1, contactor/);
  await say('S1:2 S2:1', /S1:2 to S2:1/);
  await say('S2:2 K1:A1', /S2:2 to K1:A1/);
  await say('K1:A2 G1:N', /K1:A2 to G1:N/);
  await say('K1 NO beside S2', /K1 13–14 beside S2 1–2/);
  await say('swap S1', /S1 is NC from now on/);
  await say('H1 lamp beside K1', /H1, lamp, 1–2 beside K1 A1–A2/);
  await expect(page.locator('[data-symbol="dK1:13-14"]')).toBeVisible();
  // a line that cannot be done says why, and stays to be mended
  await tech.toLine();
  await page.keyboard.type('K1:A1 K7:1');
  await expect(page.locator('[data-goto]')).toContainText('There is no K7. Add it first');
  await page.keyboard.press('Escape');
  console.log(`doors: a starter of 5 devices and 9 wires by keyboard in ${keys} keys`);
  // a kind of one's own, from its label
  await tech.select('K1:A1');
  await page.getByRole('button', { name: 'Add a part here' }).click();
  await page.getByRole('button', { name: /describe it from its label/ }).click();
  const form = page.getByRole('dialog', { name: 'A kind that is not in the list' });
  await form.getByRole('textbox', { name: 'What its label calls it' }).fill('Shed relay');
  await form.getByRole('textbox', { name: 'Terminals of row 1' }).fill('C1 C2');
  await form.getByRole('textbox', { name: 'Terminals of row 2' }).fill('5 6');
  await axe(page);
  await form.getByRole('button', { name: 'Take this kind' }).click();
  const dialog = page.getByRole('dialog', { name: 'Add a part' });
  await dialog.getByRole('combobox', { name: 'Where' }).selectOption({ label: 'by itself, wired later' });
  await dialog.getByRole('button', { name: 'Put it in' }).click();
  await tech.saved();
  await say('K2:C1 K1:A1', /K2:C1 to K1:A1/);
  await say('K2:C2 G1:N', /K2:C2 to G1:N/);
  await expect(page.locator('[data-symbol^="dK2"]').first()).toBeVisible();
});

test('Q1 is built from nothing by keyboard alone, and is the shipped one wire for wire', async ({ page, request }) => {
  test.setTimeout(240_000);
  const tech = technician(page);
  const shipped = readCircuit(JSON.parse(readFileSync('demo/Q1.json', 'utf8')));
  await page.goto('/');
  await page.getByRole('button', { name: 'From a list of wires' }).first().click();
  await page.getByRole('button', { name: 'Begin with an empty circuit' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing is in this circuit yet' })).toBeVisible();
  const lines = [
    ...Object.values(shipped.devices).map(({ family, tag }) => [`add ${family} ${tag}`, `${tag}, `] as const),
    ...Object.values(shipped.conductors).map(({ ends, number }) => {
      const [from, to] = ends.map((end) => spelled(shipped, end));
      return [`${number} ${from} ${to}`, `${from} to ${to}`] as const;
    }),
  ];
  for (const [line, told] of lines) {
    await tech.toLine();
    await page.keyboard.type(line);
    await expect(page.locator('[data-goto] [role=option][data-highlighted]')).toContainText(told);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('combobox', { name: /Go to/ })).toHaveValue('');
    await tech.saved();
  }
  await tech.saved();
  const id = new URL(page.url()).pathname.split('/')[2];
  const built = readCircuit((await (await request.get(`/api/circuits/${id}`)).json()).document);
  expect(wiresOf(built)).toEqual(wiresOf(shipped));
  console.log(`doors: Q1, ${lines.length} lines, in ${lines.reduce((sum, [line]) => sum + line.length + 2, 0)} keys`);
});

test('L1 comes in by pasting the list of its wires, and is the shipped one wire for wire', async ({ page, request }) => {
  const tech = technician(page);
  const shipped = readCircuit(JSON.parse(readFileSync('demo/L1A.json', 'utf8')));
  const wires = Object.values(shipped.conductors);
  const list = [
    'No;From;To;Colour;Size',
    ...wires.map(({ number, ends, colour, size }) => {
      const [from, to] = ends.map((end) => spelled(shipped, end));
      return [number, from, to, colour, `${size.mm2} mm2`].join(';');
    }),
  ].join('\n');
  await page.goto('/');
  await page.getByRole('button', { name: 'From a list of wires' }).first().click();
  await page.getByRole('textbox', { name: 'Title' }).fill('Bench heating');
  await page.getByRole('textbox', { name: 'List of wires' }).fill(list);
  const devices = Object.values(shipped.devices);
  await expect(page.locator('[data-list-read]')).toContainText(`${wires.length} wires between ${devices.length} devices`);
  // each device is asked about once: what was guessed right is left as it is
  let clicks = 3;
  for (const { tag, family } of devices) {
    const asked = page.getByRole('combobox', { name: `What ${tag} is`, exact: true });
    if ((await asked.count()) === 0 || (await asked.inputValue()) === family) continue;
    await asked.selectOption(family);
    clicks += 2;
  }
  await page.getByRole('button', { name: new RegExp(`^Make a circuit of ${wires.length} wires`) }).click();
  await expect(page.locator('[data-symbol]').first()).toBeVisible();
  await tech.saved();
  const id = new URL(page.url()).pathname.split('/')[2];
  const made = readCircuit((await (await request.get(`/api/circuits/${id}`)).json()).document);
  expect(wiresOf(made)).toEqual(wiresOf(shipped));
  expect(kindsOf(made)).toEqual(kindsOf(shipped));
  console.log(`doors: L1, ${list.length} signs pasted, in ${clicks + 1} clicks`);
});

test.describe('by thumb', () => {
  test.use({ viewport: { width: 390, height: 844 } });
  test('a panel is traced from its supply until no terminal is left', async ({ page }) => {
    const tech = technician(page);
    let taps = 0;
    await page.goto('/');
    await page.getByRole('button', { name: 'By tracing' }).first().click();
    await page.getByRole('textbox', { name: 'Title' }).fill('Cupboard under the stairs');
    await axe(page);
    await page.getByRole('button', { name: 'Begin at the supply' }).click();
    const dialog = page.getByRole('dialog', { name: 'Trace from the panel' });
    const from = dialog.locator('[data-trace-from]');
    const left = dialog.locator('[data-traced]');
    await expect(left).toContainText('0 of 2 terminals traced');
    const another = async (tag: string, mark: string, kind: string) => {
      await dialog.getByRole('combobox', { name: 'Device that the wire goes to' }).selectOption('new');
      await dialog.getByRole('textbox', { name: 'Its tag' }).fill(tag);
      await dialog.getByRole('textbox', { name: 'Its terminal' }).fill(mark);
      await dialog.getByRole('combobox', { name: 'What it is' }).selectOption(kind);
      await dialog.getByRole('button', { name: 'It goes there' }).click();
      taps += 5;
    };
    const known = async (tag: string, mark: string, by = 'It goes there') => {
      await dialog.getByRole('combobox', { name: 'Device that the wire goes to' }).selectOption({ label: tag });
      await dialog.getByRole('combobox', { name: 'Terminal that the wire goes to' }).selectOption(mark);
      await dialog.getByRole('button', { name: by }).click();
      taps += 3;
    };
    const finished = async (words: RegExp) => {
      const was = await from.textContent();
      await dialog.getByRole('button', { name: words }).click();
      taps++;
      await expect(from.or(dialog.getByText('Every terminal is traced.'))).not.toHaveText(was ?? '');
    };
    await expect(from).toHaveText('G1:L');
    await another('S1', '1', 'switch-1');
    await finished(/No more on it/);
    // what leads straight back to neutral is told before it is taken
    await dialog.getByRole('combobox', { name: 'From another terminal' }).selectOption({ label: 'S1:1' });
    await known('G1', 'N');
    await expect(dialog.getByRole('alert')).toContainText('a short. Follow it again. Tap again if it is so.');
    await finished(/No more on it/);
    await dialog.getByRole('combobox', { name: 'From another terminal' }).selectOption({ label: 'S1:2' });
    // a row of terminals whose screws are marked as no row of the trade is
    await another('X2', '102', 'terminals-as-marked');
    await finished(/No more on it/);
    await expect(from).toHaveText('X2:102');
    await another('H1', '1', 'lamp');
    await finished(/No more on it/);
    await expect(from).toHaveText(/H1:1|H1:2/);
    await finished(/No more on it/);
    await expect(from).toHaveText('H1:2');
    await dialog.getByRole('combobox', { name: 'Device that the wire goes to' }).selectOption({ label: 'X2' });
    await dialog.getByRole('combobox', { name: 'Terminal that the wire goes to' }).selectOption({ label: 'a screw that is not here yet' });
    await dialog.getByRole('textbox', { name: 'Its mark' }).fill('101');
    await dialog.getByRole('button', { name: 'It goes there' }).click();
    await finished(/No more on it/);
    await expect(from).toHaveText('X2:101');
    await known('G1', 'N', 'It beeps there');
    await expect(left).toContainText('1 wire is told by the beep alone');
    await axe(page);
    await finished(/No more on it/);
    await expect(from).toHaveText('G1:N');
    await finished(/No more on it/);
    await expect(dialog.getByText('Every terminal is traced.')).toBeVisible();
    console.log(`doors: a panel of 4 devices traced in ${taps} taps`);
    await page.keyboard.press('Escape');
    await tech.saved();
  });
});
