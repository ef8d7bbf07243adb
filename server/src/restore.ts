import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { SCHEMA_VERSION } from '#core/circuit';
import { migrate } from './db/migrate';

/** What is put back stands under this name until it is whole; what was there before is kept under the other until the next backup. */
const [RESTORING, BEFORE] = ['_restoring', '_before_restore'] as const;

const BINARIES = '/usr/lib/postgresql';
function tool(name: string): string {
  const newest = existsSync(BINARIES) ? readdirSync(BINARIES).sort((a, b) => Number(b) - Number(a))[0] : undefined;
  const path = newest ? join(BINARIES, newest, 'bin', name) : name;
  return existsSync(path) ? path : name;
}

async function asked<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 });
  client.on('error', () => undefined);
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end().catch(() => undefined);
  }
}

const withName = (url: string, name: string): string => {
  const one = new URL(url);
  one.pathname = `/${name}`;
  return one.toString();
};

/** @throws with what is wrong with what was put back; nothing has been touched then */
async function hold(url: string): Promise<number> {
  await migrate(url);
  return asked(url, async (client) => {
    const { rows } = await client.query<{ circuits: number; newer: number; headless: number }>(
      `select count(*)::int as circuits,
              (count(*) filter (where (document->>'schema')::int > $1))::int as newer,
              (count(*) filter (where revision <> coalesce((select max(e.revision) from circuit_edit e where e.circuit_id = circuit.id), 0)))::int as headless
         from circuit`,
      [SCHEMA_VERSION],
    );
    const { circuits = 0, newer = 0, headless = 0 } = rows[0] ?? {};
    if (newer > 0) throw new Error(`${newer} circuits in it are written by a newer Mando. Restore it with that one.`);
    if (headless > 0) throw new Error(`${headless} circuits in it do not stand where their edits end: the backup is not whole.`);
    await client.query('update life set epoch = gen_random_uuid()');
    return circuits;
  });
}

/**
 * Puts a backup back: into a database of its own, which is brought up to the present schema and held against itself; only then do the two
 * change places. What was there before is kept until the next backup.
 */
async function restore(url: string, file: string): Promise<string> {
  const name = decodeURIComponent(new URL(url).pathname.slice(1)) || 'postgres';
  const elsewhere = withName(url, name === 'template1' ? 'postgres' : 'template1');
  const [fresh, before] = [`${name}${RESTORING}`, `${name}${BEFORE}`];
  const quoted = (one: string): string => `"${one.replaceAll('"', '""')}"`;
  await asked(elsewhere, async (admin) => {
    await admin.query(`drop database if exists ${quoted(fresh)}`);
    await admin.query(`create database ${quoted(fresh)}`);
  });
  try {
    const done = spawnSync(tool('pg_restore'), ['--no-owner', '--exit-on-error', `--dbname=${withName(url, fresh)}`, file], {
      encoding: 'utf8',
    });
    if (done.error) throw new Error('pg_restore is not installed; it comes with PostgreSQL.');
    if (done.status !== 0) throw new Error(`${file} cannot be put back: ${done.stderr.trim().split('\n')[0]}`);
    const circuits = await hold(withName(url, fresh));
    await asked(elsewhere, async (admin) => {
      await admin.query(`alter database ${quoted(name)} with allow_connections false`);
      try {
        await admin.query(`select pg_terminate_backend(pid) from pg_stat_activity where datname = $1 and pid <> pg_backend_pid()`, [name]);
        await admin.query(`drop database if exists ${quoted(before)}`);
        await admin.query(`alter database ${quoted(name)} rename to ${quoted(before)}`);
        await admin.query(`alter database ${quoted(fresh)} rename to ${quoted(name)}`);
        await admin.query(`alter database ${quoted(before)} with allow_connections true`);
      } catch (error) {
        await admin.query(`alter database ${quoted(name)} with allow_connections true`).catch(() => undefined);
        throw error;
      }
    });
    return `${circuits} circuits are in the database again. What was there before is kept as ${before} until the next backup.`;
  } catch (error) {
    await asked(elsewhere, (admin) => admin.query(`drop database if exists ${quoted(fresh)}`)).catch(() => undefined);
    throw error;
  }
}

try {
  console.log(await restore(process.env.DATABASE_URL ?? '', process.argv[2] ?? ''));
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
