import pg from 'pg';

export type Queryable = Pick<pg.Pool | pg.PoolClient, 'query'>;
export type Pool = pg.Pool;

/** Connections to PostgreSQL. A connection that breaks while idle is replaced, not fatal. */
export function createPool(databaseUrl: string): Pool {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 10, connectionTimeoutMillis: 5000 });
  pool.on('error', () => undefined);
  return pool;
}

/** Runs the work in one transaction; what it throws undoes all of it. */
export async function inTransaction<T>(pool: Pool, work: (client: Queryable) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  try {
    await client.query('begin');
    const result = await work(client);
    await client.query('commit');
    client.release();
    return result;
  } catch (error) {
    await client.query('rollback').then(
      () => client.release(),
      (broken) => client.release(broken as Error),
    );
    throw error;
  }
}
