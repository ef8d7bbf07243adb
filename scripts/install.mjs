// Installs the packages when the lock file has changed since the last success. Node built-ins alone.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const STALE_LOCK_MS = 5 * 60_000;

/** What package.json names and is not there: an installation that was cut off, or packages that somebody took away. */
export function missingPackages(root) {
  const { dependencies = {}, devDependencies = {} } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
  return Object.keys({ ...dependencies, ...devDependencies }).filter(
    (name) => !existsSync(join(root, 'node_modules', name, 'package.json')),
  );
}

export function ensurePackages(root, say) {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) throw new Error(`Mando needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
  const hash = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.mando-stamp');
  const missing = missingPackages(root);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) {
    if (missing.length === 0) return;
    say(`packages are missing (${missing.slice(0, 3).join(', ')}${missing.length > 3 ? ' and others' : ''}): they are installed again`);
    rmSync(stamp);
  }
  mkdirSync(join(root, '.mando'), { recursive: true });
  const lock = join(root, '.mando', 'installing');
  for (;;) {
    try {
      mkdirSync(lock);
      break;
    } catch {
      if (Date.now() - statSync(lock).mtimeMs > STALE_LOCK_MS) rmdirSync(lock);
      else spawnSync('sleep', ['1']);
    }
  }
  try {
    if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
    say('installing packages');
    const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund'], { cwd: root, encoding: 'utf8' });
    if (done.status !== 0) throw new Error(`npm ci failed: ${done.stderr.slice(-2000)}`);
    writeFileSync(stamp, hash);
  } finally {
    rmdirSync(lock);
  }
}
