import { buildApp } from './app';
import { migrate } from './db/migrate';
import { createPool } from './db/pool';
import { whenReady } from './db/whenReady';
import { loadDemo } from './demo/loadDemo';

const databaseUrl = process.env.DATABASE_URL;
if (!databaseUrl) {
  console.error('DATABASE_URL is not set. "npm start" starts PostgreSQL and sets it.');
  process.exit(1);
}
const port = Number(process.env.PORT ?? 4310);
const host = process.env.HOST ?? '127.0.0.1';

try {
  await whenReady(databaseUrl);
  await migrate(databaseUrl);
} catch (error) {
  console.error(`mando: ${(error as Error).message}`);
  process.exit(1);
}
const pool = createPool(databaseUrl);
await loadDemo(pool);
await pool.end();
const LEVELS = ['error', 'warn', 'info', 'debug'] as const;
const app = await buildApp({
  databaseUrl,
  hosts: (process.env.MANDO_HOSTS ?? '').split(',').filter(Boolean),
  log: LEVELS.find((level) => level === process.env.MANDO_LOG) ?? 'warn',
});
const stop = async () => {
  // whatever hangs: whoever ends us does not wait long
  setTimeout(() => process.exit(0), 2000).unref();
  await app.close();
  process.exit(0);
};
process.on('SIGINT', () => void stop());
process.on('SIGTERM', () => void stop());
if (process.send) process.on('disconnect', () => void stop()); // whoever started us is gone
try {
  await app.listen({ port, host });
  console.log(`Mando is at http://${host === '127.0.0.1' ? 'localhost' : host}:${port}`);
  process.send?.({ listening: port });
} catch (error) {
  console.error((error as NodeJS.ErrnoException).code === 'EADDRINUSE' ? `Port ${port} is taken.` : error);
  process.exit((error as NodeJS.ErrnoException).code === 'EADDRINUSE' ? 98 : 1);
}
