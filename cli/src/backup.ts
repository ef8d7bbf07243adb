import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseWords } from './options';
import { CliError } from './usage';

const BINARIES = '/usr/lib/postgresql';
const ROOT = fileURLToPath(new URL('../..', import.meta.url));

function tool(name: string): string {
  const newest = existsSync(BINARIES) ? readdirSync(BINARIES).sort((a, b) => Number(b) - Number(a))[0] : undefined;
  const path = newest ? join(BINARIES, newest, 'bin', name) : name;
  return existsSync(path) ? path : name;
}

/** DATABASE_URL, or the cluster that a running "npm start" keeps beside the project, or where it says that it is kept. */
function databaseUrl(): string {
  if (process.env.DATABASE_URL) return process.env.DATABASE_URL;
  const beside = join(process.env.MANDO_DATA ?? join(ROOT, '.mando'), 'postgres');
  try {
    const note = join(beside, 'elsewhere');
    const folder = existsSync(note) ? readFileSync(note, 'utf8').trim() : beside;
    const port = readFileSync(join(folder, 'data', 'postmaster.pid'), 'utf8').split('\n')[3];
    return `postgres://mando:${readFileSync(join(folder, 'password'), 'utf8').trim()}@127.0.0.1:${port}/postgres`;
  } catch {
    throw new CliError('No database runs here. Start Mando with "npm start" in another window, or set DATABASE_URL.');
  }
}

function oneFile(words: readonly string[], example: string): { path: string; force: boolean } {
  const { values, positionals } = parseWords(words, { force: { type: 'boolean' } });
  const [path, ...rest] = positionals;
  if (!path || rest.length > 0) throw new CliError(`Name one file: ${example}`);
  return { path, force: values.force === true };
}

function runTool(name: string, words: readonly string[]): void {
  const done = spawnSync(tool(name), words, { encoding: 'utf8' });
  if (done.error) throw new CliError(`${name} is not installed; it comes with PostgreSQL.`);
  if (done.status !== 0) throw new CliError(`${name}: ${done.stderr.trim()}`);
}

/** Writes everything to one file that only its owner reads, consistent even while people work. A file that is there is not written over. */
export const backup = (words: readonly string[]): number => {
  const { path, force } = oneFile(words, 'mando backup nursery.dump');
  if (existsSync(path) && !force) throw new CliError(`${path} is there already. Name another file, or write over it with --force.`);
  if (!existsSync(dirname(path))) throw new CliError(`There is no folder ${dirname(path)}. Make it first, or name another one.`);
  const url = databaseUrl();
  const aside = `${path}.part`;
  try {
    runTool('pg_dump', ['--format=custom', `--file=${aside}`, url]);
    chmodSync(aside, 0o600);
    renameSync(aside, path);
  } finally {
    rmSync(aside, { force: true });
  }
  // what a restore has kept of the time before it is in no danger any more
  const name = decodeURIComponent(new URL(url).pathname.slice(1)) || 'postgres';
  spawnSync(tool('psql'), ['--quiet', url, '-c', `drop database if exists "${name.replaceAll('"', '""')}_before_restore"`]);
  console.log(`Everything is in ${path}.`);
  return 0;
};

/** Puts a backup back in place of what is there, all of it or nothing: an older one is brought up to the present first. */
export const restore = (words: readonly string[]): number => {
  const { path } = oneFile(words, 'mando restore nursery.dump');
  if (!existsSync(path)) throw new CliError(`There is no file ${path}.`);
  const done = spawnSync(process.execPath, ['--import', 'tsx', join(ROOT, 'server/src/restore.ts'), path], {
    cwd: ROOT,
    env: { ...process.env, DATABASE_URL: databaseUrl() },
    encoding: 'utf8',
  });
  if (done.status !== 0) throw new CliError(done.stderr.trim() || 'The backup could not be put back.');
  console.log(done.stdout.trim());
  return 0;
};
