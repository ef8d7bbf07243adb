import { spawnSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it, vi } from 'vitest';
import { run } from '../src/run';

const root = fileURLToPath(new URL('../..', import.meta.url));

/** The command line in this process: what it prints and how it ends. */
async function mando(...words: string[]): Promise<{ status: number; stdout: string; stderr: string }> {
  const [out, err]: [string[], string[]] = [[], []];
  const spies = [
    vi.spyOn(console, 'log').mockImplementation((text) => void out.push(`${String(text)}\n`)),
    vi.spyOn(console, 'error').mockImplementation((text) => void err.push(`${String(text)}\n`)),
    vi.spyOn(process.stdout, 'write').mockImplementation((text) => Boolean(out.push(String(text)))),
  ];
  try {
    return { status: await run(words), stdout: out.join(''), stderr: err.join('') };
  } finally {
    for (const spy of spies) spy.mockRestore();
  }
}
const json = async (...words: string[]) => JSON.parse((await await mando(...words, '--json')).stdout);

it('is a program of its own, with the exit code', () => {
  const spawned = (...words: string[]) =>
    spawnSync(process.execPath, ['--import', 'tsx', 'cli/src/main.ts', ...words], { cwd: root, encoding: 'utf8' });
  expect(spawned('check', 'demo:Q1')).toMatchObject({ status: 0, stdout: expect.stringContaining('Sound, over 10 input states.') });
  expect(spawned('frobnicate')).toMatchObject({ status: 2, stderr: expect.stringContaining('There is no command') });
});

describe('the command line', () => {
  it('reads a meter at a moment, as text and as JSON', async () => {
    const words = ['solve', 'demo:Q1', '--set', 'TC1.cooling=on', '--at', '200s', '--read', 'K1:A1,K1:A2', '--read', 'DT1:1,DT1:2'];
    expect((await mando(...words)).stdout).toMatch(/K1:A1,K1:A2 {2}25\.\d V\nDT1:1,DT1:2 {2}2\.4 V/);
    expect((await json(...words)).readings[1]).toMatchObject({ read: 'DT1:1,DT1:2', unit: 'V', floats: false });
  });
  it('clamps a wire and measures ohms', async () => {
    expect(
      (await json('solve', 'demo:Q1', '--set', 'TC1.cooling=on', '--at', '300s', '--meter', 'amp', '--read', '110')).readings[0].value,
    ).toBeCloseTo(0.33, 1);
    expect(
      (await json('solve', 'demo:Q1', '--power', 'isolated', '--meter', 'ohm', '--read', 'K1:A1,K1:A2', '--fault', 'K1.coil=open'))
        .readings[0].value,
    ).toBeNull();
  });
  it('tells what happens, and chatter apart', async () => {
    const { events } = await json('run', 'demo:Q3', '--set', 'S2.pressed=on');
    expect(events.map(({ words }: { words: string }) => words)).toContain('K1 pulls in: a click.');
  });
  it('takes deeds in time, one by one and from a file, and PE in any circuit', async () => {
    const script = join(tmpdir(), `mando-script-${process.pid}.txt`);
    writeFileSync(script, '# a morning\n10s TC1.cooling=on\n300s power isolated  # lunch\n');
    const { events } = await json('run', 'demo:Q1', '--script', script);
    const words = (events as { atMs: number; words: string }[]).map(({ atMs, words: told }) => `${Math.round(atMs / 1000)} ${told}`);
    expect(words).toContain('300 K1 lets go: a click.');
    expect((await json('run', 'demo:Q1', '--set', 'TC1.cooling=on@10s', '--power', 'isolated@300s')).events).toEqual(events);
    const dead = ['solve', 'demo:Q9', '--power', 'isolated@1s', '--read', 'T1:R,PE'];
    expect((await json(...dead, '--at', '500ms')).readings[0].value).toBeGreaterThan(20);
    expect((await json(...dead, '--at', '2s')).readings[0].value).toBeLessThan(0.1);
    writeFileSync(script, 'soon TC1.cooling=on\n5s TC1.frying=on\nx\n');
    const bad = await mando('run', 'demo:Q1', '--script', script);
    expect([bad.status, bad.stderr.match(/Line \d/g)]).toEqual([2, ['Line 1', 'Line 2', 'Line 3']]);
    rmSync(script);
    expect(await mando('run', 'demo:Q1', '--script', script)).toMatchObject({ status: 2 });
  });
  it('checks with an exit code', async () => {
    expect(await mando('check', 'demo:Q1')).toMatchObject({ status: 0 });
    expect((await json('check', 'demo:Q3')).sound).toBe(true);
  });
  it('leads to the open pressure switch', async () => {
    const { suspects, next } = await json('find', 'demo:Q1', '--seen', 'K3=in', '--seen', 'TC1=on', '--measured', 'PS1:1,PS1:2=26.8V');
    expect(suspects[0].suspects).toContain('PS1 1-2 stays open');
    expect(next === null || typeof next.red === 'string').toBe(true);
  });
  it('lists devices with terminals, inputs and faults', async () => {
    const { devices } = await json('devices', 'demo:Q1');
    expect(devices.find(({ tag }: { tag: string }) => tag === 'K1')).toMatchObject({
      terminals: ['A1', 'A2', 'L1', 'T1', 'L2', 'T2'],
      faults: expect.arrayContaining([{ fault: 'K1.coil=open', words: 'K1 coil open' }]),
    });
  });
  it('converts to JSON and SPICE', async () => {
    expect(JSON.parse((await mando('convert', 'demo:L1A', '--to', 'json')).stdout).number).toBe('L1A');
    expect((await mando('convert', 'demo:Q3', '--to', 'spice', '--hz', '60')).stdout).toContain('ac lin 1');
  });
  it.each([
    [['frobnicate'], 'There is no command'],
    [['solve', 'demo:Q12'], 'There is no demo circuit'],
    [['solve', 'demo:Q1', '--read', 'K1:A3,T1:C'], 'K1 has no terminal A3'],
    [['solve', 'demo:Q1', '--at', 'soon'], 'is no moment'],
    [['solve', 'demo:Q1', '--set', 'TC1.magic=on'], 'has no input'],
    [['run', 'demo:Q1', '--fault', 'K1.coil=tired'], 'has no fault'],
    [['solve', 'nowhere.json'], 'cannot be read'],
    [['solve', 'demo:Q1', '--loud'], 'Unknown option'],
    [['convert', 'demo:Q1', '--to', 'pdf'], 'json, spice, svg, dxf or schema'],
  ])('%j ends with 2 and says why', async (words, why) => {
    const done = await mando(...words);
    expect(done.status).toBe(2);
    expect(done.stderr).toContain(why);
  });
});

describe('sizing from the command line', () => {
  // Published sources as in the sizing tests: NEC 430, 450.3, 310.16; bands common practice.
  it.each([
    [['coil', '--coil', '208-240V 60Hz', '--on', '24 VAC 60'], 1, 'DANGER: Dead'],
    [['coil', '--coil', '24 VAC 60', '--on', '24 VAC 60'], 0, 'GOOD: Pulls in'],
    [['coil', '--coil', '24', '--on', '24 VAC 60'], 1, 'CANNOT-CLEAR'],
    [['coil', '--coil', '120/240V 60Hz', '--on', '240 VAC 60', '--halves', 'series'], 0, 'GOOD: Pulls in'],
    [['coil', '--coil', '120/240V 60Hz', '--on', '240 VAC 60', '--halves', 'parallel'], 1, 'BLOCK: Burns'],
    [['coil', '--coil', '120/240V 60Hz', '--on', '240 VAC 60'], 1, 'how the two halves are joined'],
    [['coil', '--coil', '24 VDC', '--on', '24 VDC', '--polarized', '--reversed'], 1, 'BLOCK: Reversed'],
    [['coil', '--coil', '24 VDC', '--on', '24 VAC 60', '--polarized'], 1, 'BLOCK: Shorts'],
    [['coil', '--coil', '12 VDC', '--on', '12 VDC', '--pulse', '--stays'], 1, 'DANGER: Burns'],
    [['contact', '--load', 'motor', '--amps', '24', '--inrush', '130', '--volts', '240', '--motor', '25', '--locked', '125'], 1, 'danger'],
    [
      [
        'contact',
        '--load',
        'motor',
        '--amps',
        '24',
        '--inrush',
        '130',
        '--volts',
        '240',
        '--motor',
        '30',
        '--locked',
        '150',
        '--rated',
        '600',
      ],
      0,
      'GOOD',
    ],
    // a print as it stands, told back; what it does not say of a motor is not cleared
    [
      ['contact', '--load', 'coil', '--amps', '0.2', '--inrush', '1.8', '--volts', '120', '--print', '10A 250VAC 30VDC B300'],
      0,
      'read: 10 A resistive at 250 V AC',
    ],
    [['contact', '--load', 'motor', '--amps', '6', '--volts', '120', '--print', '10A 250VAC'], 1, 'CANNOT-CLEAR'],
    [['contact', '--load', 'coil', '--amps', '0.2', '--volts', '120', '--print', 'SPDT'], 2, ''],
    // the volts on the part are asked for as well: nothing is cleared without
    [
      ['contact', '--load', 'motor', '--amps', '24', '--inrush', '130', '--volts', '240', '--motor', '30', '--locked', '150'],
      1,
      'rated volts',
    ],
    [['contact', '--load', 'heater', '--amps', '5', '--volts', '125', '--resistive', '10', '--dc'], 1, 'CANNOT-CLEAR'],
    [['transformer', '--va', '40', '--held', '15', '--inrush', '115'], 1, 'Too small. 18.8 V'],
    [['fuse', '--va', '20', '--primary', '240', '--secondary', '24', '--fuse', '3'], 1, '360 %'],
    [['coil', '--coil', '24 V'], 1, 'Not known: coil kind, AC or DC; supply volts'],
    [['transformer', '--help'], 0, 'Sizing, a few of its words'],
    [['conductor', '--size', '10awg', '--amps', '26'], 0, 'Carries it'],
    [['conductor', '--size', '14awg', '--amps', '26'], 1, '10 AWG'],
    [['drop', '--size', '18awg', '--length', '150ft', '--inrush', '33', '--volts', '24'], 0, '21.4 V arrive'],
    [['motor', '--hp', '3', '--volts', '208', '--phases', '3'], 0, '10.6 A'],
    [['heater', '--watts', '5000', '--rated', '240', '--volts', '208'], 0, '3756 W'],
    [['driver', '--kind', 'triac', '--coil', '120 VAC 60', '--held', '1.2', '--inrush', '2'], 1, 'Bleeder'],
    [['driver', '--points', '1.5+1.5+1.5+1.5+1.5+1.5', '--group', '8'], 1, 'split them'],
    [['resistor', '--volts', '9', '--ohms', '100', '--watts', '1'], 0, 'LOOK'],
  ])('mando size %j', async (words, status, says) => {
    const done = await mando('size', ...words);
    expect(done.stdout).toContain(says);
    expect(done.status).toBe(status);
  });
  it('says as JSON what it says as text', async () =>
    expect(await json('size', 'motor', '--hp', '1', '--volts', '230')).toMatchObject({
      verdict: 'good',
      figures: expect.arrayContaining([expect.objectContaining({ value: 8 })]),
    }));
  it.each([
    [['size', 'luck'], 'name one of coil'],
    [['size', 'motor', '--hp', 'three'], 'write a number'],
    [['size', 'motor', '--hp', '3', '--volts', '208', '--phases', '7'], 'it is 1 or 3'],
    [['size', 'heater', '--watts', '5000', '--rated', '0', '--volts', '208'], 'never 0'],
    [['convert', 'demo:Q9', '--to', 'json', '--out', '/nowhere/at/all.json'], 'cannot be written'],
    [['size', 'motor', '--hp=-3'], 'write a number of 0 or more'],
    [['size', 'coil', '--coil', 'large'], 'write what is printed'],
    [['size', 'coil', '--coil', '24 VDC', '--halves', 'sideways'], 'series, parallel or opposed'],
    [['size', 'contact', '--load', 'motor', '--amps', '1,500'], 'write a number'],
    [['size', 'conductor', '--size', 'thick'], 'write 18awg'],
    [['fit', 'Contactor'], 'say the circuit and the device'],
    [['fit', 'No such part', '--in', 'demo:Q1', '--as', 'K1'], 'No part in stock matches'],
    [['fit', 'Contactor 2P', '--in', 'demo:Q1', '--as', 'K1'], 'Say more'],
    [['fit', 'Blade fuse 2 A', '--in', 'demo:Q1', '--as', 'K1'], 'has no coil'],
    [['fit', '--in', 'demo:Q1', '--as', 'K99'], 'There is no device K99'],
  ])('%j ends with 2 and says why', async (words, why) => {
    const done = await mando(...words);
    expect(done.status).toBe(2);
    expect(done.stderr).toContain(why);
  });
  it('puts a part into a circuit, and lists what fits', async () => {
    const told = await json('fit', 'Contactor 1P and bar 30 A, 208-240 V coil', '--in', 'demo:Q1', '--as', 'K1');
    expect([told.verdict, told.statesSeen]).toEqual(['danger', 10]);
    expect(told.brings.map(({ title }: { title: string }) => title)).toContain("K1's coil is dead");
    const { candidates } = await json('fit', '--in', 'demo:Q1', '--as', 'K1');
    expect(candidates[0]).toMatchObject({ verdict: 'good', word: 'Fits' });
  });
});

describe('a panel of one\u2019s own', () => {
  const list = join(tmpdir(), `mando-wires-${process.pid}.csv`);
  const out = join(tmpdir(), `mando-wires-${process.pid}.json`);
  it('comes from the list of its wires, its kinds by their terminals or as they are said', async () => {
    writeFileSync(list, 'No,From,To,Colour\n1,G1:L,S1:1,black\n2,S1:2,K1:A1,red\n3,K1:A2,G1:N,white\n4,K1:A1\n');
    const made = await mando('wires', list, '--kind', 'S1=thermostat-two-wire', '--out', out, '--title', 'Boiler');
    expect(made.status).toBe(1);
    expect(made.stdout).toContain('3 wires between 3 devices');
    expect(made.stdout).toContain('S1     thermostat-two-wire');
    expect(made.stdout).toContain('line 5, 4 K1:A1: has one terminal');
    const { devices } = await json('devices', out);
    expect(devices.map(({ tag, family }: { tag: string; family: string }) => [tag, family])).toEqual([
      ['G1', 'supply-1ph'],
      ['S1', 'thermostat-two-wire'],
      ['K1', expect.stringMatching(/^(contactor|relay)-/)],
    ]);
    // nothing is cleared that was not read
    expect((await mando('check', out)).status).toBe(1);
    rmSync(list);
    rmSync(out);
  });
  it('tells what is wrong with its words', async () => {
    for (const [words, said] of [
      [['wires'], 'Name the file'],
      [['wires', '/no/such.csv'], 'cannot be read (ENOENT)'],
      [['wires', join(root, 'package.json'), '--kind', 'K1'], 'is a tag and a kind'],
      [['wires', join(root, 'package.json'), '--kind', 'K1=contactr-2'], 'is no kind of device'],
      [['kinds', 'contactr-2'], 'Did you mean contactor-2?'],
    ] as const) {
      const { status, stderr } = await mando(...words);
      expect([words, status, stderr.includes(said)]).toEqual([words, 2, true]);
    }
  });
  it('lists the kinds with their terminals, and of a few their nameplates', async () => {
    expect((await mando('kinds')).stdout.split('\n').length).toBeGreaterThan(100);
    const few = (await mando('kinds', 'contactor-2')).stdout;
    expect(few).toContain('A1 A2 L1 T1 L2 T2');
    expect(few).toContain('coilV (V)');
  });
});

describe('wiring from the command line', () => {
  it('lists the wires of a circuit, and the list makes the same circuit again', async () => {
    const file = join(tmpdir(), `mando-wires-${process.pid}.csv`);
    expect((await mando('wires', 'demo:L1A', '--out', file)).status).toBe(0);
    const { wires } = await json('wires', 'demo:L1A');
    expect(wires[0]).toMatchObject({ number: 'PE', colour: 'green-yellow' });
    const again = await json('wires', file, '--iec', '--kind', 'Y1=zone-valve', '--kind', 'Y2=zone-valve', '--kind', 'E1=heat-source-call');
    const ends = (list: readonly { from: string; to: string; number: string }[]): string[] =>
      list.map(({ from, to, number }) => `${number} ${[from, to].sort().join(' ')}`).sort();
    const made = Object.values(again.circuit.conductors as Record<string, { number: string; ends: string[] }>).map((wire) => {
      const [from = '', to = ''] = wire.ends.map((one) => one.replace(/^d/, ''));
      return { from, to, number: wire.number };
    });
    expect([again.left, ends(made)]).toEqual([[], ends(wires)]);
    rmSync(file);
  });
  it('plans landings, rehearses a cable, tells what stays live and what differs', async () => {
    const plan = await json('plan', 'demo:L1A');
    expect([plan.loose, plan.dead.flatMap(({ ifPowered }: { ifPowered: string[] }) => ifPowered)]).toEqual([[], []]);
    const { mishaps } = await json('swap', 'demo:L1A', '--of', 'W1');
    expect(
      mishaps.filter(({ mishap, outcome }: { mishap: string; outcome: string }) => /exchanged/.test(mishap) && outcome === 'latent'),
    ).toHaveLength(4);
    expect((await mando('live', 'demo:Q1', '--open', 'Q1')).stdout).toContain('Q1:L1      HOT   120 V from G1');
    expect((await mando('live', 'demo:Q1', '--open', 'G1')).status).toBe(0);
    expect((await mando('diff', 'demo:L1A', 'demo:L1B')).stdout).toMatch(/put in +K1, /);
    const { figures } = await json('diff', 'demo:L1A', 'demo:L1B', '--figures');
    // direct end switches share the strip with mains; the relay keeps them apart
    expect([figures.was.mixedTerminals, figures.is.mixedTerminals]).toEqual([2, 0]);
    expect(figures.is.onVoltFree).toBeLessThan(figures.was.onVoltFree);
    expect(figures.is.coilVa - figures.was.coilVa).toBeCloseTo(2.5, 1);
    expect((await mando('diff', 'demo:L1A', 'demo:L1A')).stdout).toContain('Nothing differs.');
    const bare = await mando('layout', 'demo:Q3');
    expect([bare.status, bare.stdout]).toEqual([1, expect.stringContaining('CANNOT-CLEAR: Pump panel has no size')]);
    const laid = await mando('layout', 'demo:Q3', '--place', '--panel', 'Pump panel');
    expect([laid.status, laid.stdout]).toEqual([0, expect.stringMatching(/^Pump panel: 600 × 800 mm, 52\.9 W, 42\.7 °C inside/)]);
  });
  it.each([
    [['live', 'demo:Q1', '--open', 'Q9'], 'There is no device Q9'],
    [['swap', 'demo:Q1', '--of', 'W99'], 'There is no device W99'],
    [['diff', 'demo:Q1'], 'name two circuits'],
    [['layout', 'demo:Q3', '--panel', 'Cellar'], 'There is no panel "Cellar"'],
    [['plan'], 'Name one circuit'],
  ])('%s is told', async (words, told) => {
    const said = await mando(...words);
    expect([said.status, said.stderr]).toEqual([2, expect.stringContaining(told)]);
  });
});
