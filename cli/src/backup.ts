import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { CliError } from './usage';

const BINARIES = '/usr/lib/postgresql';

function tool(name: string): string {
  const newest = existsSync(BINARIES) ? readdirSync(BINARIES).sort((a, b) => Number(b) - Number(a))[0] : undefined;
  const path = newest ? join(BINARIES, newest, 'bin', name) : name;
  return existsSync(path) ? path : name;
}

/** DATABASE_URL, or the cluster that a running "npm start" keeps beside the project. */
function databaseUrl(): string {
  if (process.env.DATABASE_URL) return process.env.DATABASE_URL;
  const root = fileURLToPath(new URL('../../.mando/postgres', import.meta.url));
  try {
    const port = readFileSync(join(root, 'data', 'postmaster.pid'), 'utf8').split('\n')[3];
    return `postgres://mando:${readFileSync(join(root, 'password'), 'utf8').trim()}@127.0.0.1:${port}/postgres`;
  } catch {
    throw new CliError('No database runs here. Start Mando with "npm start" in another window, or set DATABASE_URL.');
  }
}

const file = (words: readonly string[]): string => {
  const [path, ...rest] = words;
  if (!path || rest.length > 0) throw new CliError('Name one file: mando backup nursery.dump');
  return path;
};

function runTool(name: string, words: readonly string[]): number {
  const done = spawnSync(tool(name), words, { encoding: 'utf8' });
  if (done.error) throw new CliError(`${name} is not installed; it comes with PostgreSQL.`);
  if (done.status !== 0) throw new CliError(`${name}: ${done.stderr.trim()}`);
  return 0;
}

/** Writes everything to one file, consistent even while people work. */
export const backup = (words: readonly string[]): number => {
  const path = file(words);
  runTool('pg_dump', ['--format=custom', `--file=${path}`, databaseUrl()]);
  console.log(`Everything is in ${path}.`);
  return 0;
};

/** Puts a backup back in place of what is there, all of it or nothing. */
export const restore = (words: readonly string[]): number => {
  const path = file(words);
  if (!existsSync(path)) throw new CliError(`There is no file ${path}.`);
  runTool('pg_restore', ['--clean', '--if-exists', '--single-transaction', '--no-owner', `--dbname=${databaseUrl()}`, path]);
  console.log(`What is in ${path} is in the database again.`);
  return 0;
};
