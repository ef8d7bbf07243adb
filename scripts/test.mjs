// npm test: everything that must hold, in the order in which it is quickest to fail.
import { spawnSync } from 'node:child_process';
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
let [passed, failed] = [0, 0];

function step(name, command, words, environment = {}) {
  const started = Date.now();
  say(name);
  const done = spawnSync(command, words, { cwd: root, stdio: 'inherit', env: { ...process.env, ...environment } });
  const good = done.status === 0;
  if (good) passed++;
  else failed++;
  console.log(`mando: ${name}: ${good ? 'good' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(1)} s`);
  return good;
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

step('format and lint', bin('biome'), ['check', '.']);
// the compiler in machine code, by its path: the one in script stays for those that read it as a library
const types = join(root, 'node_modules/typescript7/bin/tsc');
step('types', process.execPath, [types, '--noEmit', '-p', 'tsconfig.json']);
step('types of the core alone', process.execPath, [types, '--noEmit', '-p', 'tsconfig.core.json']);
step('arrows between the layers', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'core', 'cli', 'server', 'web/src']);
step('docstrings of core', process.execPath, ['--import', 'tsx', 'scripts/docstrings.ts']);
step('nothing unused', bin('knip'), ['--include', 'files,dependencies,unlisted,unresolved,duplicates,exports,types']);
step('unit tests', bin('vitest'), ['run', '--project', 'unit', '--project', 'screens']);
step('build', process.execPath, ['scripts/buildWeb.mjs']);
/** A database of its own: what one suite leaves behind is not what the next one opens. */
async function withDatabase(use) {
  const postgres = await startThrowaway();
  use({ DATABASE_URL: postgres.url });
  await postgres.stop();
}
await withDatabase((own) => step('database tests', bin('vitest'), ['run', '--project', 'database'], own));
step('bad input, ten seconds', process.execPath, ['--import', 'tsx', 'scripts/fuzz.ts', '--seconds', '10']);
step('soak, a quarter of a minute', process.execPath, ['scripts/soak.mjs', '--minutes', '0.25']);
await withDatabase((own) => step('journeys in Chromium', bin('playwright'), ['test', '--config', 'e2e/playwright.config.ts'], own));
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
