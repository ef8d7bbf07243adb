import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { afterEach, describe, expect, it } from 'vitest';
import { missingPackages } from '../../scripts/install.mjs';
import { type Cluster, startPostgres } from '../../scripts/postgres.mjs';
import { whenReady } from '../src/db/whenReady';

const root = fileURLToPath(new URL('../..', import.meta.url));
const folders: string[] = [];
const clusters: Cluster[] = [];
function folder(): string {
  const made = mkdtempSync(join(tmpdir(), 'mando-starts-'));
  chmodSync(made, 0o755);
  folders.push(made);
  return made;
}
async function started(at = folder(), say?: (words: string) => void): Promise<{ cluster: Cluster; at: string }> {
  const cluster = await startPostgres(at, say);
  clusters.push(cluster);
  return { cluster, at };
}
afterEach(async () => {
  for (const cluster of clusters.splice(0)) await cluster.stop({ atOnce: true });
  for (const made of folders.splice(0)) rmSync(made, { recursive: true, force: true });
});

const postmaster = (at: string): number => Number(readFileSync(join(at, 'data', 'postmaster.pid'), 'utf8').split('\n')[0]);
async function asked(url: string, words: string): Promise<unknown[]> {
  const client = new pg.Client({ connectionString: url });
  client.on('error', () => undefined);
  await client.connect();
  try {
    return (await client.query(words)).rows;
  } finally {
    await client.end().catch(() => undefined);
  }
}

describe('PostgreSQL under the starter', () => {
  it('is started again when it is killed, at the same address, and has what was saved', async () => {
    const said: string[] = [];
    const { cluster, at } = await started(folder(), (words) => said.push(words));
    await asked(cluster.url, 'create table kept (n int); insert into kept values (7)');
    for (let turn = 0; turn < 3; turn++) {
      const before = postmaster(at);
      process.kill(before, 'SIGKILL');
      await expect.poll(() => existsSync(join(at, 'data', 'postmaster.pid')) && postmaster(at) !== before, { timeout: 15_000 }).toBe(true);
      await whenReady(cluster.url, 15_000);
      expect(await asked(cluster.url, 'select n from kept')).toEqual([{ n: 7 }]);
    }
    expect(said.filter((words) => words.includes('started again'))).toHaveLength(3);
  });
  it('ends whatever state it is in, and waits for nobody who is connected', async () => {
    for (const spoil of [
      () => undefined,
      (at: string) => process.kill(postmaster(at), 'SIGKILL'),
      (at: string) => process.kill(postmaster(at), 'SIGTERM'),
    ]) {
      const { cluster, at } = await started();
      // somebody is connected and does not go: an orderly end would never come
      const client = new pg.Client({ connectionString: cluster.url });
      client.on('error', () => undefined);
      await client.connect();
      spoil(at);
      await cluster.stop();
      await expect(asked(cluster.url, 'select 1')).rejects.toThrow();
      await client.end().catch(() => undefined);
    }
  });
  it('a cluster that was cut off while it was made is made anew, what was left beside it goes', async () => {
    const at = folder();
    mkdirSync(join(at, 'data'));
    writeFileSync(join(at, 'data', 'PG_VERSION'), '16\n');
    mkdirSync(join(at, 'data.new-99999'));
    const { cluster } = await started(at);
    expect(await asked(cluster.url, 'select 1 as one')).toEqual([{ one: 1 }]);
    expect(readdirSync(at).filter((name) => name.includes('new'))).toEqual([]);
  });
  it('killed at any moment of its first start it starts the next time', async () => {
    const at = folder();
    const words = `import(${JSON.stringify(join(root, 'scripts/postgres.mjs'))}).then((m) => m.startPostgres(${JSON.stringify(at)})).then(() => process.exit(0))`;
    for (const afterMs of [60, 200, 350, 500]) {
      const child = spawn(process.execPath, ['-e', words], { stdio: 'ignore' });
      const gone = new Promise((done) => child.once('exit', done));
      await new Promise((done) => setTimeout(done, afterMs));
      child.kill('SIGKILL');
      await gone;
    }
    const { cluster } = await started(at);
    expect(await asked(cluster.url, 'select 1 as one')).toEqual([{ one: 1 }]);
  });
  it('what another start has left running is used', async () => {
    const { cluster, at } = await started();
    const second = await startPostgres(at);
    expect(second.url).toBe(cluster.url);
    await second.stop();
    expect(await asked(cluster.url, 'select 1 as one')).toEqual([{ one: 1 }]);
  });
});

/** npm start as a person runs it, with its data elsewhere. */
const start = (environment: Record<string, string>, data = folder()) =>
  spawnSync(process.execPath, ['scripts/start.mjs'], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: '', MANDO_DATA: data, ...environment },
    encoding: 'utf8',
    timeout: 60_000,
  });

describe('what keeps it from starting is one sentence', () => {
  it.each(['abc', '70000', '0', '-1', '43.5'])('PORT=%s', (PORT) => {
    const done = start({ PORT });
    expect([done.status, done.stderr]).toEqual([1, expect.stringMatching(new RegExp(`PORT=${PORT} is no port.*PORT=4311 npm start`))]);
  });
  it('another start in the same folder: it says where', async () => {
    const server: Server = createServer((_request, reply) => reply.end('{"status":"up"}'));
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const data = folder();
    const sleeper: ChildProcess = spawn('sleep', ['60']);
    writeFileSync(join(data, 'running.json'), JSON.stringify({ pid: sleeper.pid, url }));
    const done = await new Promise<{ status: number | null; out: string }>((end) => {
      let out = '';
      const child = spawn(process.execPath, ['scripts/start.mjs'], { cwd: root, env: { ...process.env, MANDO_DATA: data } });
      child.stdout.on('data', (chunk) => {
        out += String(chunk);
      });
      child.once('exit', (status) => end({ status, out }));
    });
    sleeper.kill();
    server.close();
    expect([done.status, done.out]).toEqual([0, expect.stringContaining(`Mando runs already from this folder, at ${url}`)]);
  });
  it('packages that are half there are seen, by name', () => {
    expect(missingPackages(fileURLToPath(new URL('../..', import.meta.url)))).toEqual([]);
    const half = mkdtempSync(join(tmpdir(), 'mando-half-'));
    writeFileSync(
      join(half, 'package.json'),
      JSON.stringify({ dependencies: { there: '1.0.0', gone: '1.0.0' }, devDependencies: { '@cut/off': '1.0.0' } }),
    );
    for (const folder of ['there', '@cut/off']) mkdirSync(join(half, 'node_modules', folder), { recursive: true });
    writeFileSync(join(half, 'node_modules/there/package.json'), '{}');
    expect(missingPackages(half)).toEqual(['gone', '@cut/off']);
    rmSync(half, { recursive: true });
  });
  it('a folder that cannot be written', () => {
    const data = folder();
    writeFileSync(join(data, 'file'), '');
    const done = start({}, join(data, 'file', 'inside'));
    expect([done.status, done.stderr.trim().split('\n').length, done.stderr]).toEqual([1, 1, expect.stringContaining('mando: ')]);
  });
});
