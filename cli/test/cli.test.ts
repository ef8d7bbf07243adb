import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const root = fileURLToPath(new URL('../..', import.meta.url));
const mando = (...words: string[]) =>
  spawnSync(process.execPath, ['--import', 'tsx', 'cli/src/main.ts', ...words], { cwd: root, encoding: 'utf8' });
const json = (...words: string[]) => JSON.parse(mando(...words, '--json').stdout);

describe('the command line', () => {
  it('reads a meter at a moment, as text and as JSON', () => {
    const words = ['solve', 'demo:Q1', '--set', 'TC1.cooling=on', '--at', '200s', '--read', 'K1:A1,K1:A2', '--read', 'DT1:1,DT1:2'];
    expect(mando(...words).stdout).toMatch(/K1:A1,K1:A2 {2}25\.\d V\nDT1:1,DT1:2 {2}2\.4 V/);
    expect(json(...words).readings[1]).toMatchObject({ read: 'DT1:1,DT1:2', unit: 'V', floats: false });
  });
  it('clamps a wire and measures ohms', () => {
    expect(
      json('solve', 'demo:Q1', '--set', 'TC1.cooling=on', '--at', '300s', '--meter', 'amp', '--read', '110').readings[0].value,
    ).toBeCloseTo(0.33, 1);
    expect(
      json('solve', 'demo:Q1', '--power', 'isolated', '--meter', 'ohm', '--read', 'K1:A1,K1:A2', '--fault', 'K1.coil=open').readings[0]
        .value,
    ).toBeNull();
  });
  it('tells what happens, and chatter apart', () => {
    const { events } = json('run', 'demo:Q3', '--set', 'S2.pressed=on');
    expect(events.map(({ words }: { words: string }) => words)).toContain('K1 pulls in: a click.');
  });
  it('checks with an exit code', () => {
    expect(mando('check', 'demo:Q1')).toMatchObject({ status: 0 });
    expect(json('check', 'demo:Q3').sound).toBe(true);
  });
  it('leads to the open pressure switch', () => {
    const { suspects, next } = json('find', 'demo:Q1', '--seen', 'K3=in', '--seen', 'TC1=on', '--measured', 'PS1:1,PS1:2=26.8V');
    expect(suspects[0].suspects).toContain('PS1 1-2 stays open');
    expect(next === null || typeof next.red === 'string').toBe(true);
  });
  it('lists devices with terminals, inputs and faults', () => {
    const { devices } = json('devices', 'demo:Q1');
    expect(devices.find(({ tag }: { tag: string }) => tag === 'K1')).toMatchObject({
      terminals: ['A1', 'A2', 'L1', 'T1', 'L2', 'T2'],
      faults: expect.arrayContaining([{ fault: 'K1.coil=open', words: 'K1 coil open' }]),
    });
  });
  it('converts to JSON and SPICE', () => {
    expect(JSON.parse(mando('convert', 'demo:L1A', '--to', 'json').stdout).number).toBe('L1A');
    expect(mando('convert', 'demo:Q3', '--to', 'spice', '--hz', '60').stdout).toContain('ac lin 1');
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
    [['convert', 'demo:Q1', '--to', 'pdf'], 'json, spice or schema'],
  ])('%j ends with 2 and says why', (words, why) => {
    const done = mando(...words);
    expect(done.status).toBe(2);
    expect(done.stderr).toContain(why);
  });
});
