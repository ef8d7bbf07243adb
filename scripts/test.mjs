// npm test: everything that must hold, in the order in which it is quickest to fail.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ensurePackages } from './install.mjs';
import { startThrowaway } from './postgres.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const say = (words) => console.log(`\nmando: ${words}`);
ensurePackages(root, say);
ensureJudges();
const bin = (name) => join(root, 'node_modules/.bin', name);
/** The end of what each step that failed has printed: said again when all is done, where it is looked for. */
const failed = [];
const TOLD_LINES = 80;
let passed = 0;

async function step(name, command, words, environment = {}) {
  const started = Date.now();
  say(name);
  const colour = process.stdout.isTTY ? { FORCE_COLOR: '1' } : {};
  const child = spawn(command, words, {
    cwd: root,
    stdio: ['inherit', 'pipe', 'pipe'],
    env: { ...process.env, ...colour, ...environment },
  });
  let told = '';
  for (const [from, to] of [
    [child.stdout, process.stdout],
    [child.stderr, process.stderr],
  ])
    from.on('data', (chunk) => {
      to.write(chunk);
      told = (told + chunk).slice(-60_000);
    });
  const code = await new Promise((done) => {
    child.on('error', (error) => done(String(error)));
    child.on('close', done);
    // a process that it left behind may hold the pipe open for ever
    child.on('exit', (ended) => setTimeout(done, 5000, ended).unref());
  });
  if (code === 0) passed++;
  else failed.push({ name, told: `${told.trimEnd().split('\n').slice(-TOLD_LINES).join('\n')}\nexit: ${code}` });
  console.log(`mando: ${name}: ${code === 0 ? 'good' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(1)} s`);
}

/** Chromium, ngspice and GNU units judge from outside; as root on Debian they are installed, else they are asked for. */
function ensureJudges() {
  const wanted = [
    ['chromium', '/usr/bin/chromium'],
    ['ngspice', '/usr/bin/ngspice'],
    ['units', '/usr/bin/units'],
  ]
    .filter(([, path]) => !existsSync(path))
    .map(([name]) => name);
  if (wanted.length === 0) return;
  if (process.getuid?.() !== 0) throw new Error(`The tests need ${wanted.join(', ')}. Install: sudo apt-get install ${wanted.join(' ')}`);
  say(`installing ${wanted.join(', ')} from the system packages`);
  for (const words of [
    ['update', '-qq'],
    ['install', '-y', '-qq', ...wanted],
  ])
    spawnSync('apt-get', ['-o', 'DPkg::Lock::Timeout=120', ...words], {
      stdio: 'inherit',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
}

await step('format and lint', bin('biome'), ['check', '.']);
// the compiler in machine code, by its path: the one in script stays for those that read it as a library
const types = join(root, 'node_modules/typescript7/bin/tsc');
await step('types', process.execPath, [types, '--noEmit', '-p', 'tsconfig.json']);
await step('types of the core alone', process.execPath, [types, '--noEmit', '-p', 'tsconfig.core.json']);
await step('arrows between the layers', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'core', 'cli', 'server', 'web/src']);
await step('docstrings of core', process.execPath, ['--import', 'tsx', 'scripts/docstrings.ts']);
await step('nothing unused', bin('knip'), ['--include', 'files,dependencies,unlisted,unresolved,duplicates,exports,types']);
await step('unit tests', bin('vitest'), ['run', '--project', 'unit', '--project', 'screens']);
await step('build', process.execPath, ['scripts/buildWeb.mjs']);
/** A database of its own: what one suite leaves behind is not what the next one opens. */
async function withDatabase(use) {
  const postgres = await startThrowaway();
  await use({ DATABASE_URL: postgres.url });
  await postgres.stop();
}
await withDatabase((own) => step('database tests', bin('vitest'), ['run', '--project', 'database'], own));
await step('bad input, ten seconds', process.execPath, ['--import', 'tsx', 'scripts/fuzz.ts', '--seconds', '10']);
await step('soak, a quarter of a minute', process.execPath, ['scripts/soak.mjs', '--minutes', '0.25']);
await withDatabase((own) => step('journeys in Chromium', bin('playwright'), ['test', '--config', 'e2e/playwright.config.ts'], own));
for (const { name, told } of failed) console.log(`\nmando: ${name}: FAILED, and said at its end\n${told}`);
console.log(`\n${passed} passed, ${failed.length} failed${failed.length > 0 ? `: ${failed.map(({ name }) => name).join(', ')}` : ''}`);
// a pipe that something left behind still holds would keep this process waiting
process.exit(failed.length === 0 ? 0 : 1);
