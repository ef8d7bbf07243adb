import pg from 'pg';

export type Queryable = Pick<pg.Pool | pg.PoolClient, 'query'>;
export type Pool = pg.Pool;

/** Connections for changes, and some that nothing but reading takes. */
export interface Pools {
  readonly pool: Pool;
  readonly reads: Pool;
}

/** Nothing that is asked of the database may hold a connection longer. */
const MOST_MS = 15_000;
/** A transaction that waits for another one so long gives up and is sent again by whoever asked. */
const MOST_WAIT_MS = 5000;

/** Connections to PostgreSQL. One that breaks while idle is replaced, not fatal. @param max how many there are at most */
export function createPool(databaseUrl: string, max = 8): Pool {
  const pool = new pg.Pool({
    connectionString: databaseUrl,
    max,
    connectionTimeoutMillis: 5000,
    statement_timeout: MOST_MS,
    lock_timeout: MOST_WAIT_MS,
    idle_in_transaction_session_timeout: MOST_MS,
    query_timeout: MOST_MS + 2000,
  });
  pool.on('error', () => undefined);
  return pool;
}

/** Runs the work in one transaction; what it throws undoes all of it. A connection that breaks meanwhile fails the work and nothing else. */
export async function inTransaction<T>(pool: Pool, work: (client: Queryable) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  let broken: Error | undefined;
  // while it is taken out of the pool its breaking is told to nobody but this
  const breaks = (error: Error): void => {
    broken = error;
  };
  client.on('error', breaks);
  try {
    await client.query('begin');
    const result = await work(client);
    await client.query('commit');
    return result;
  } catch (error) {
    await client.query('rollback').catch((failed: Error) => {
      broken ??= failed;
    });
    throw error;
  } finally {
    client.off('error', breaks);
    client.release(broken);
  }
}
