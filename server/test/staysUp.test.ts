import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { FastifyInstance } from 'fastify';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BUILD_HEADER, circuitReplySchema, jobsSchema, problemReplySchema } from '#core/api';
import { buildApp } from '../src/app';
import { createFollowers } from '../src/circuits/followers';
import { migrate } from '../src/db/migrate';
import { inTransaction, type Pool } from '../src/db/pool';
import { createTurns, TooBusy } from '../src/db/turns';
import { whenReady } from '../src/db/whenReady';
import { copyOf, filled, HEADERS } from './filled';

const root = fileURLToPath(new URL('../..', import.meta.url));
const databaseUrl = (process.env.DATABASE_URL ?? '').replace(/\/postgres$/, '/staysup');
let app: FastifyInstance;
let pool: Pool;

const query = async (url: string, words: string, values: unknown[] = []) => {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query(words, values)).rows;
  } finally {
    await client.end();
  }
};
const made = async (name: string): Promise<string> => {
  await query(process.env.DATABASE_URL ?? '', `create database ${name}`);
  return databaseUrl.replace(/\/staysup$/, `/${name}`);
};
const mando = (words: string[], url: string) =>
  spawnSync(process.execPath, ['--import', 'tsx', 'cli/src/main.ts', ...words], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: url },
    encoding: 'utf8',
  });

beforeAll(async () => {
  await made('staysup');
  pool = await filled(databaseUrl);
  app = await buildApp({ databaseUrl });
});
afterAll(async () => {
  await app.close();
  await pool.end();
});

const save = (id: string, baseRevision: number, edit: unknown) =>
  app.inject({ method: 'POST', url: `/api/circuits/${id}/edits`, payload: { baseRevision, edit } as never, headers: HEADERS });
const retitled = (id: string, to: string) => ({ id, changes: [{ type: 'retitleCircuit', to }] });

describe('a connection that breaks', () => {
  it('in the middle of a transaction fails that work and nothing else, twenty times over', async () => {
    for (let turn = 0; turn < 20; turn++) {
      const broken = inTransaction(pool, async (client) => {
        const { rows } = await client.query('select pg_backend_pid() as pid');
        await query(databaseUrl, 'select pg_terminate_backend($1)', [rows[0].pid]);
        await client.query('select pg_sleep(5)');
      });
      await expect(broken).rejects.toThrow();
      expect(await inTransaction(pool, async (client) => (await client.query('select 1 as one')).rows[0].one)).toBe(1);
    }
  });
  it('is told as not ready, with nothing saved, and the next request is served', async () => {
    const id = await copyOf(app, 'Q9');
    const killing = query(
      databaseUrl,
      `select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid() and datname = 'staysup'`,
    );
    const replies = await Promise.all([
      killing,
      ...Array.from({ length: 12 }, (_, turn) => save(id, 0, retitled(`ebreak${turn}aaaa`, `t${turn}`))),
    ]);
    for (const reply of replies.slice(1) as Awaited<ReturnType<typeof save>>[]) expect([200, 409, 503]).toContain(reply.statusCode);
    await expect.poll(async () => (await app.inject({ url: '/api/ready' })).statusCode).toBe(200);
  });
  it('listening is taken up again by one attempt at a time, and what was missed is told', async () => {
    const id = await copyOf(app, 'Q9');
    const followers = createFollowers(databaseUrl);
    const heard: number[] = [];
    followers.follow(id, ({ revision }) => heard.push(revision));
    await expect.poll(() => heard).toEqual([0]);
    for (let turn = 0; turn < 5; turn++) {
      await query(
        databaseUrl,
        `select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'mando follows' and datname = 'staysup'`,
      );
      await save(id, turn, retitled(`emissed${turn}aaa`, `missed ${turn}`));
      await expect.poll(() => heard.at(-1), { timeout: 15_000 }).toBe(turn + 1);
    }
    // the application listens as well: two lines, not two to the power of the cuts
    const [{ count }] = await query(
      databaseUrl,
      `select count(*)::int as count from pg_stat_activity where application_name = 'mando follows' and datname = 'staysup'`,
    );
    expect(count).toBe(2);
    await followers.close();
  });
  it('a database that is not there is waited for, and told when it does not come', async () => {
    await expect(whenReady('postgres://nobody@127.0.0.1:9/none', 300)).rejects.toThrow('does not take queries');
    await expect(whenReady(databaseUrl.replace(/:[^:@]+@/, ':wrong@'), 5000)).rejects.toThrow('says no');
    await expect(whenReady(databaseUrl, 5000)).resolves.toBeUndefined();
  });
});

describe('many at once', () => {
  it('edits of one circuit wait for each other, not for everybody', async () => {
    const turns = createTurns();
    const order: number[] = [];
    const one = Array.from({ length: 20 }, (_, turn) =>
      turns('hot', async () => {
        await new Promise((done) => setTimeout(done, 3));
        order.push(turn);
      }),
    );
    await turns('cold', async () => void order.push(-1));
    expect(order.indexOf(-1)).toBeLessThan(3);
    await Promise.all(one);
    expect(order.filter((turn) => turn >= 0)).toEqual(Array.from({ length: 20 }, (_, turn) => turn));
    await expect(turns('hot', () => Promise.reject(new Error('mine')))).rejects.toThrow('mine');
    await expect(turns('hot', async () => 'after')).resolves.toBe('after');
  });
  it('more than can wait are told to come again', async () => {
    const turns = createTurns();
    const all = await Promise.allSettled(Array.from({ length: 60 }, () => turns('hot', () => new Promise((done) => setTimeout(done, 1)))));
    const refused = all.filter((one) => one.status === 'rejected');
    expect(refused).toHaveLength(10);
    expect(refused.every((one) => one.reason instanceof TooBusy)).toBe(true);
  });
});

describe('nonsense', () => {
  const id = '00000000-0000-4000-8000-000000000001';
  const post = (payload: string) =>
    app.inject({ method: 'POST', url: `/api/circuits/${id}/edits`, payload, headers: { ...HEADERS, 'content-type': 'application/json' } });
  it.each([
    ['a million brackets', '['.repeat(1_000_000), 'nested more than'],
    ['no JSON', '{"baseRevision":', 'is no JSON'],
    ['a NUL', JSON.stringify({ baseRevision: 0, edit: retitled('enul00000', 'a\u0000b') }), 'edit.changes.0.to'],
    [
      'half of a pair',
      '{"baseRevision":0,"edit":{"id":"ehalf00000","changes":[{"type":"retitleCircuit","to":"\\ud800"}]}}',
      'edit.changes.0.to',
    ],
  ])('%s is told with where', async (_what, payload, words) => {
    const reply = await post(payload);
    expect([reply.statusCode, problemReplySchema.parse(reply.json()).detail]).toEqual([400, expect.stringContaining(words)]);
  });
  it('an address that cannot be read is a problem like any other', async () => {
    const reply = await app.inject({ url: '/%' });
    expect([reply.statusCode, reply.headers['content-type']]).toEqual([400, expect.stringContaining('application/problem+json')]);
  });
  it('a stream of a circuit that is not there is not found', async () => {
    expect((await app.inject({ url: `/api/circuits/${id}/events` })).statusCode).toBe(404);
  });
  it('a refusal carries the headers of safety, and no page is framed', async () => {
    const reply = await app.inject({ url: '/api/health', headers: { host: 'evil.example' } });
    expect([reply.statusCode, reply.headers['x-frame-options'], reply.headers['content-security-policy']]).toEqual([
      403,
      'DENY',
      expect.stringContaining("frame-ancestors 'none'"),
    ]);
  });
  it('five thousand bad parts are told by the first twenty', async () => {
    const part = { title: 'x', family: 'warp-drive', nameplate: {}, print: '', van: '', shelf: '', count: 1, notes: '' };
    const changes = Array.from({ length: 5000 }, (_, turn) => ({
      part: { ...part, id: `p${String(turn).padStart(8, '0')}` },
      baseRevision: 0,
    }));
    const reply = await app.inject({ method: 'POST', url: '/api/stock', payload: { changes }, headers: HEADERS });
    expect([reply.statusCode, problemReplySchema.parse(reply.json()).problems?.length]).toEqual([422, 20]);
    expect(reply.body.length).toBeLessThan(20_000);
  });
});

describe('taken once', () => {
  it('an edit id with another content is a clash, with the same content the same answer', async () => {
    const id = await copyOf(app, 'Q9');
    expect((await save(id, 0, retitled('eonce0000', 'first'))).json()).toMatchObject({ revision: 1 });
    expect((await save(id, 0, retitled('eonce0000', 'first'))).json()).toMatchObject({ revision: 1 });
    const other = await save(id, 1, retitled('eonce0000', 'second'));
    expect([other.statusCode, problemReplySchema.parse(other.json()).detail]).toEqual([409, expect.stringContaining('Another edit')]);
    expect(circuitReplySchema.parse((await app.inject({ url: `/api/circuits/${id}` })).json()).document.title).toBe('first');
  });
  it('a part that was changed meanwhile is not removed unseen, and removed twice it is removed', async () => {
    const part = {
      id: 'pstays0001',
      title: 'Fuse 2 A',
      family: 'fuse-1',
      nameplate: {},
      print: '2 A',
      van: '',
      shelf: '',
      count: 1,
      notes: '',
    };
    const put = (changes: unknown[]) => app.inject({ method: 'POST', url: '/api/stock', payload: { changes } as never, headers: HEADERS });
    expect((await put([{ part, baseRevision: 0 }])).statusCode).toBe(200);
    expect((await put([{ part: { ...part, count: 9 }, baseRevision: 1 }])).statusCode).toBe(200);
    expect((await put([{ part, baseRevision: 1, removed: true }])).statusCode).toBe(409);
    const removing = { part: { ...part, count: 9 }, baseRevision: 2, removed: true };
    expect((await put([removing])).statusCode).toBe(200);
    expect((await put([removing])).statusCode).toBe(200);
    expect((await put([removing, removing])).statusCode).toBe(422);
  });
});

describe('what is sent to a page', () => {
  it('is asked for again each time but for what never changes, and names its build', async () => {
    const page = await app.inject({ url: '/' });
    const deep = await app.inject({ url: '/circuits/any/prove' });
    const [, asset = ''] = /(\/assets\/[^"]+\.js)/.exec(page.body) ?? [];
    const script = await app.inject({ url: asset });
    expect([page.headers['cache-control'], deep.headers['cache-control'], script.headers['cache-control']]).toEqual([
      'no-cache',
      'no-cache',
      'public, max-age=31536000, immutable',
    ]);
    expect(page.headers[BUILD_HEADER]).toMatch(/^[0-9a-f]{16}$/);
    expect((await app.inject({ url: '/api/health' })).headers[BUILD_HEADER]).toBe(page.headers[BUILD_HEADER]);
  });
});

describe('backup and restore', () => {
  const folder = mkdtempSync(join(tmpdir(), 'mando-stays-'));
  it("a backup is its owner's alone, and writes over nothing unless told", async () => {
    const file = join(folder, 'all.dump');
    expect(mando(['backup', file], databaseUrl)).toMatchObject({ status: 0 });
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(mando(['backup', file], databaseUrl)).toMatchObject({ status: 2, stderr: expect.stringContaining('there already') });
    expect(mando(['backup', file, '--force'], databaseUrl)).toMatchObject({ status: 0 });
    expect(mando(['backup', join(folder, 'nowhere', 'all.dump')], databaseUrl)).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('no folder'),
    });
  });
  it.each(readdirSync(join(root, 'server/test/samples')))('%s of an earlier schema is brought up and put back', async (name) => {
    const url = await made(`put${name.replace(/\W/g, '')}`);
    const done = mando(['restore', join(root, 'server/test/samples', name)], url);
    expect([done.stderr, done.status]).toEqual(['', 0]);
    const there = await buildApp({ databaseUrl: url });
    const [job] = jobsSchema.parse((await there.inject({ url: '/api/jobs' })).json()).jobs;
    const reply = circuitReplySchema.parse((await there.inject({ url: `/api/circuits/${job!.circuits[0]!.id}` })).json());
    expect([reply.revision, Object.keys(reply.document.devices).length > 5]).toEqual([1, true]);
    const saved = await there.inject({
      method: 'POST',
      url: `/api/circuits/${reply.id}/edits`,
      payload: { baseRevision: 1, edit: retitled('eafter000', 'after') },
      headers: HEADERS,
    });
    expect(saved.statusCode).toBe(200);
    await there.close();
  });
  it('under a server that works: it is served from what was put back, followers hear of another life, and the time before is kept', async () => {
    const url = await made('swap');
    await (await filled(url)).end();
    const there = await buildApp({ databaseUrl: url });
    const file = join(folder, 'swap.dump');
    const id = await copyOf(there, 'Q9');
    expect(mando(['backup', file], url)).toMatchObject({ status: 0 });
    const sent = await there.inject({
      method: 'POST',
      url: `/api/circuits/${id}/edits`,
      payload: { baseRevision: 0, edit: retitled('elater000', 'later') },
      headers: HEADERS,
    });
    expect(sent.statusCode).toBe(200);
    const followers = createFollowers(url);
    const heard: { revision: number; epoch: string }[] = [];
    followers.follow(id, (news) => heard.push(news));
    await expect.poll(() => heard.length).toBeGreaterThan(0);
    expect(mando(['restore', file], url)).toMatchObject({ status: 0, stdout: expect.stringContaining('swap_before_restore') });
    await expect.poll(async () => (await there.inject({ url: `/api/circuits/${id}` })).json().revision, { timeout: 15_000 }).toBe(0);
    await expect.poll(() => new Set(heard.map(({ epoch }) => epoch)).size, { timeout: 15_000 }).toBe(2);
    const [kept] = await query(url.replace(/\/swap$/, '/swap_before_restore'), 'select revision from circuit where id = $1', [id]);
    expect(kept.revision).toBe(1);
    expect(mando(['backup', file, '--force'], url)).toMatchObject({ status: 0 });
    expect(await query(url, `select 1 from pg_database where datname = 'swap_before_restore'`)).toEqual([]);
    await followers.close();
    await there.close();
  });
  it('what is no backup, or is of a newer Mando, changes nothing', async () => {
    const file = join(folder, 'no.dump');
    writeFileSync(file, 'nothing');
    chmodSync(file, 0o600);
    expect(mando(['restore', file], databaseUrl)).toMatchObject({ status: 2, stderr: expect.stringContaining('cannot be put back') });
    const url = await made('newer');
    await migrate(url);
    await query(url, `insert into migration (name, run_on) values ('0099_from-tomorrow', now())`);
    await expect(migrate(url)).rejects.toThrow('newer Mando (0099_from-tomorrow)');
    const newer = join(folder, 'newer.dump');
    expect(mando(['backup', newer], url)).toMatchObject({ status: 0 });
    expect(mando(['restore', newer], databaseUrl)).toMatchObject({ status: 2, stderr: expect.stringContaining('newer Mando') });
    expect((await app.inject({ url: '/api/ready' })).statusCode).toBe(200);
    expect(await query(databaseUrl, `select 1 from pg_database where datname like '%_restoring'`)).toEqual([]);
  });
});
