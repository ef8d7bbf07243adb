import { readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { runner } from 'node-pg-migrate';
import pg from 'pg';

const FOLDER = fileURLToPath(new URL('./migrations', import.meta.url));

/** A database that a newer program has brought further is not touched. @throws saying so */
async function refuseNewer(databaseUrl: string): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const { rows: there } = await client.query(`select to_regclass('migration') is not null as is`);
    if (!there[0].is) return;
    const { rows } = await client.query<{ name: string }>('select name from migration order by id');
    const known = new Set(readdirSync(FOLDER).map((file) => file.replace(/\.sql$/, '')));
    const newer = rows.filter(({ name }) => !known.has(name)).map(({ name }) => name);
    if (newer.length > 0)
      throw new Error(
        `This database was brought further by a newer Mando (${newer.join(', ')}). Start that one, or put a backup back that was made with this one.`,
      );
  } finally {
    await client.end();
  }
}

/** Brings the database forward to the newest schema; there is no way back. */
export async function migrate(databaseUrl: string): Promise<void> {
  await refuseNewer(databaseUrl);
  await runner({
    databaseUrl,
    dir: FOLDER,
    direction: 'up',
    migrationsTable: 'migration',
    advisoryLockMode: 'wait', // two servers that start at once: the second finds it done
    log: () => undefined,
  });
}
