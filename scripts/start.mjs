// npm start: installs what is missing, starts PostgreSQL on loopback, builds the pages, serves.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ensurePackages } from './install.mjs';
import { beginPostgresInstall, isAlive, startPostgres } from './postgres.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const say = (words) => console.log(`mando: ${words}`);
const DEFAULT_PORT = 4310;
const PORT_TAKEN = 98;

const newest = (folder) =>
  readdirSync(folder, { withFileTypes: true }).reduce((latest, entry) => {
    if (entry.name === 'dist' || entry.name === 'node_modules') return latest;
    const path = join(folder, entry.name);
    return Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs);
  }, 0);

function buildPages() {
  const built = join(root, 'web/dist/index.html');
  const sources = Math.max(newest(join(root, 'web')), newest(join(root, 'core/src')), statSync(join(root, 'package-lock.json')).mtimeMs);
  if (existsSync(built) && statSync(built).mtimeMs > sources) return;
  say('building the pages');
  const done = spawnSync('npx', ['vite', 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn'], { cwd: root, encoding: 'utf8' });
  if (done.status !== 0) throw new Error(`the build failed: ${done.stderr || done.stdout}`);
}

/** Who runs here, and where: written by the start that serves, read by another one in the same folder. */
const HOME = process.env.MANDO_DATA ?? join(root, '.mando');
const RUNNING = join(HOME, 'running.json');

/** Nobody serves from here any more; where nothing can be written nothing was. */
function forget() {
  try {
    rmSync(RUNNING, { force: true });
  } catch {
    // the same trouble is told already
  }
}

const answersAt = (url) =>
  fetch(`${url}/api/health`, { signal: AbortSignal.timeout(1500) }).then(
    (reply) => reply.ok,
    () => false,
  );

const pause = (ms) => new Promise((done) => setTimeout(done, ms));

const runningNow = () => {
  try {
    return JSON.parse(readFileSync(RUNNING, 'utf8'));
  } catch {
    return undefined;
  }
};

/** The address at which another start of this folder serves, waiting for one that is under way; undefined: nobody does. */
async function servedElsewhere() {
  for (let tries = 0; tries < 60; tries++) {
    const other = runningNow();
    if (!other || other.pid === process.pid || !isAlive(other.pid)) return undefined;
    if (other.url) return (await answersAt(other.url)) ? other.url : undefined;
    if (tries === 0) say(`another start is under way here (process ${other.pid}); waiting for it`);
    await pause(1000);
  }
  throw new Error('another start of this folder does not come up. End it, then start again.');
}

const tellRunning = (url) => {
  mkdirSync(HOME, { recursive: true });
  writeFileSync(RUNNING, JSON.stringify({ pid: process.pid, ...(url ? { url } : {}) }));
};

function wantedPort() {
  const { PORT } = process.env;
  if (PORT === undefined || PORT === '') return undefined;
  const port = Number(PORT);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Error(`PORT=${PORT} is no port. Name one from 1 to 65535: PORT=4311 npm start`);
  return port;
}

async function serve(databaseUrl, port) {
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port) },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  return {
    server,
    code: await new Promise((done) => {
      server.once('exit', (code) => done(code ?? 1));
      server.once('message', () => done(undefined));
    }),
  };
}

/** Pauses before the server is started again, growing while it keeps ending. */
const PAUSES_MS = [200, 1000, 2000, 5000, 10_000];

let postgres;
let server;
let signals = 0;
/** The first time in order, within five seconds; the second time at once. */
async function stop() {
  signals++;
  if (signals > 1) {
    server?.kill('SIGKILL');
    await postgres?.stop({ atOnce: true });
    process.exit(130);
  }
  const gone = server && server.exitCode === null ? new Promise((done) => server.once('exit', done)) : Promise.resolve();
  server?.kill('SIGTERM');
  await Promise.race([gone, pause(1500)]);
  server?.kill('SIGKILL');
  await postgres?.stop();
  forget();
  process.exit(0);
}

try {
  const wanted = wantedPort();
  const elsewhere = await servedElsewhere();
  if (elsewhere) {
    say(`Mando runs already from this folder, at ${elsewhere}`);
    process.exit(0);
  }
  tellRunning();
  process.on('SIGINT', () => void stop());
  process.on('SIGTERM', () => void stop());
  beginPostgresInstall(say);
  ensurePackages(root, say);
  buildPages();
  postgres = await startPostgres(join(HOME, 'postgres'), say);
  let port = wanted ?? DEFAULT_PORT;
  for (let ended = 0, isUp = false; signals === 0; ) {
    const began = Date.now();
    const served = await serve(postgres.url, port);
    server = served.server;
    if (signals > 0) break;
    if (served.code === PORT_TAKEN && !isUp) {
      if (wanted === undefined && port < DEFAULT_PORT + 20) {
        port++;
        continue;
      }
      await postgres.stop();
      throw new Error(`port ${port} is taken. End what uses it, or name another one: PORT=${port + 1} npm start`);
    }
    // what cannot start at all is told and ended; what has served before is started again
    if (served.code !== undefined && !isUp) {
      await postgres.stop();
      forget();
      process.exit(served.code);
    }
    if (served.code === undefined) {
      isUp = true;
      tellRunning(`http://localhost:${port}`);
      await new Promise((done) => server.once('exit', done));
      if (Date.now() - began > 60_000) ended = 0;
    }
    if (signals > 0) break;
    say('the server has ended; it is started again. Nothing that was saved is lost.');
    await pause(PAUSES_MS[Math.min(ended++, PAUSES_MS.length - 1)]);
  }
} catch (error) {
  if (signals === 0) {
    forget();
    const isReadOnly = ['EROFS', 'EACCES', 'EPERM', 'ENOTDIR', 'EEXIST', 'ENOSPC'].includes(error.code);
    console.error(
      `mando: ${isReadOnly ? `${error.path ?? root} cannot be written (${error.code}). Start from a folder that is yours and has room.` : error.message}`,
    );
    process.exit(1);
  }
}
