import { fileURLToPath } from 'node:url';
import { runner } from 'node-pg-migrate';

/** Brings the database forward to the newest schema; there is no way back. */
export async function migrate(databaseUrl: string): Promise<void> {
  await runner({
    databaseUrl,
    dir: fileURLToPath(new URL('./migrations', import.meta.url)),
    direction: 'up',
    migrationsTable: 'migration',
    log: () => undefined,
  });
}
