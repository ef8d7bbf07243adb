import pg from 'pg';

/** It starts, recovers or ends: 57P03; nobody is there yet. */
const COMES = /57P03|57P01|ECONNREFUSED|ECONNRESET|Connection terminated|the database system is/;
const MOST_MS = 60_000;

/** Waits until the database takes queries. @throws when it does not within a minute, or says no for another reason */
export async function whenReady(databaseUrl: string, mostMs = MOST_MS): Promise<void> {
  for (const end = Date.now() + mostMs; ; ) {
    const client = new pg.Client({ connectionString: databaseUrl, connectionTimeoutMillis: 5000 });
    client.on('error', () => undefined);
    try {
      await client.connect();
      await client.query('select 1');
      return;
    } catch (error) {
      const { message, code } = error as Error & { code?: string };
      if (!COMES.test(`${message} ${code ?? ''}`)) throw new Error(`PostgreSQL says no: ${message}`);
      if (Date.now() > end) throw new Error('PostgreSQL does not take queries. It may still recover from a crash: wait, and start again.');
      await new Promise((done) => setTimeout(done, 200));
    } finally {
      await client.end().catch(() => undefined);
    }
  }
}
