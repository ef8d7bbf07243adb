// npm start: installs what is missing, starts PostgreSQL on loopback, builds the pages, serves.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ensurePackages } from './install.mjs';
import { beginPostgresInstall, startPostgres } from './postgres.mjs';

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

try {
  beginPostgresInstall(say);
  ensurePackages(root, say);
  buildPages();
  const postgres = await startPostgres(join(root, '.mando', 'postgres'), say);
  const wanted = process.env.PORT ? Number(process.env.PORT) : undefined;
  let stopping = false;
  for (let port = wanted ?? DEFAULT_PORT; ; port++) {
    const { server, code } = await serve(postgres.url, port);
    if (code === PORT_TAKEN && wanted === undefined && port < DEFAULT_PORT + 20) continue;
    if (code !== undefined) {
      await postgres.stop();
      process.exit(code);
    }
    const stop = () => {
      if (stopping) return;
      stopping = true;
      server.kill('SIGTERM');
    };
    process.on('SIGINT', stop);
    process.on('SIGTERM', stop);
    server.once('exit', async (last) => {
      await postgres.stop();
      if (!stopping) say('the server has ended; start again with npm start. Nothing that was saved is lost.');
      process.exit(stopping ? 0 : (last ?? 1));
    });
    break;
  }
} catch (error) {
  console.error(`mando: ${error.message}`);
  process.exit(1);
}
