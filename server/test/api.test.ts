import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { FastifyInstance } from 'fastify';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CLIENT_HEADER, circuitReplySchema, ENDPOINTS, jobsSchema, problemReplySchema, revisionsSchema, saveReplySchema } from '#core/api';
import { applyChanges, type Circuit, deviceIdSchema, type EditChange, SCHEMA_VERSION } from '#core/circuit';
import { unitPanel } from '../../core/src/testing/panel';
import { buildApp } from '../src/app';
import { createPool, type Pool } from '../src/db/pool';
import { loadDemo } from '../src/demo/loadDemo';
import { PROBLEMS } from '../src/problems';
import { copyOf, filled, HEADERS } from './filled';

const databaseUrl = process.env.DATABASE_URL ?? '';
const root = fileURLToPath(new URL('../..', import.meta.url));
let app: FastifyInstance;
let pool: Pool;
let serial = 0;

const get = (url: string) => app.inject({ url });
const post = (url: string, payload: object, more: object = {}) =>
  app.inject({ method: 'POST', url, payload, headers: { ...HEADERS, ...more } });
const setVa = (value: number, device = 'dT1'): EditChange => ({
  type: 'setField',
  device: deviceIdSchema.parse(device),
  field: 'va',
  to: { value, evidence: 'print' },
});
const save = (id: string, baseRevision: number, change: EditChange, editId = `etest${++serial}-${Math.random().toString(36).slice(2)}`) =>
  post(`/api/circuits/${id}/edits`, { baseRevision, edit: { id: editId, changes: [change] } });

const freshCircuit = () => copyOf(app, 'Q1');
const opened = async (id: string) => circuitReplySchema.parse((await get(`/api/circuits/${id}`)).json());

beforeAll(async () => {
  pool = await filled(databaseUrl);
  app = await buildApp({ databaseUrl });
});
afterAll(async () => {
  await app.close();
  await pool.end();
});

describe('demo data', () => {
  it('is one job with every demo circuit, loaded once however often', async () => {
    await loadDemo(pool);
    const { jobs } = jobsSchema.parse((await get('/api/jobs')).json());
    expect(jobs.filter(({ demo }) => demo)).toHaveLength(1);
    expect(jobs[0]!.circuits.flatMap(({ demo }) => demo ?? []).sort()).toEqual([
      'L1A',
      'L1B',
      'L2',
      'L3',
      'L4',
      'L5',
      'L6',
      'Q1',
      'Q10',
      'Q2',
      'Q3',
      'Q4',
      'Q5',
      'Q6',
      'Q7',
      'Q8',
      'Q9',
    ]);
  });
});

describe('edits', () => {
  it('are taken once however often they are sent', async () => {
    const id = await freshCircuit();
    const replies = await Promise.all(Array.from({ length: 5 }, () => save(id, 0, setVa(50), 'esame-edit-again')));
    expect(replies.map(({ statusCode }) => statusCode)).toEqual([200, 200, 200, 200, 200]);
    expect((await opened(id)).revision).toBe(1);
    expect(revisionsSchema.parse((await get(`/api/circuits/${id}/revisions`)).json()).revisions.map(({ words }) => words)).toEqual([
      'T1 VA to 50',
    ]);
  });

  it('of a whole panel at once are one act, taken and undone like any other', async () => {
    const id = await freshCircuit();
    const { document } = await opened(id);
    const { devices, conductors } = unitPanel(500);
    const changes = [
      ...Object.values(devices).map((device) => ({ type: 'addDevice', device: { ...device, id: `${device.id}x`, tag: `${device.tag}0` } })),
      ...Object.values(conductors).map((conductor) => ({
        type: 'addConductor',
        conductor: { ...conductor, id: `${conductor.id}x`, ends: conductor.ends.map((end) => end?.replace(':', 'x:')) },
      })),
    ];
    expect(changes.length).toBeGreaterThan(1000);
    const { statusCode } = await app.inject({
      method: 'POST',
      url: `/api/circuits/${id}/edits`,
      payload: { baseRevision: 0, edit: { id: 'ewhole-panel', changes } },
      headers: HEADERS,
    });
    expect(statusCode).toBe(200);
    const now = await opened(id);
    expect(now.revision).toBe(1);
    expect(Object.keys(now.document.devices)).toHaveLength(Object.keys(document.devices).length + Object.keys(devices).length);
  });

  it('of different things merge, from any revision', async () => {
    const id = await freshCircuit();
    await save(id, 0, setVa(50));
    const merged = saveReplySchema.parse((await save(id, 0, { type: 'retitleCircuit', to: 'Cold store, changed' })).json());
    expect([merged.revision, merged.merged]).toEqual([2, true]);
    const { document } = await opened(id);
    expect([document.title, document.devices.dT1!.nameplate.va!.value]).toEqual(['Cold store, changed', 50]);
  });

  it('of one thing clash: both are shown, nothing is overwritten', async () => {
    const id = await freshCircuit();
    await save(id, 0, setVa(50));
    const reply = await save(id, 0, setVa(75));
    expect(reply.statusCode).toBe(409);
    const problem = problemReplySchema.parse(reply.json());
    expect([problem.code, problem.revision, problem.theirs?.devices.dT1?.nameplate.va?.value, problem.keys]).toEqual([
      'clash',
      1,
      50,
      ['device dT1 nameplate va'],
    ]);
    expect((await opened(id)).document.devices.dT1!.nameplate.va!.value).toBe(50);
  });

  it('twenty at once on different revisions all arrive', async () => {
    const id = await freshCircuit();
    const ends = Object.values((await opened(id)).document.conductors).slice(0, 20);
    const replies = await Promise.all(ends.map((wire) => save(id, 0, { type: 'moveEnd', conductor: wire.id, end: 1, to: null })));
    expect(replies.every(({ statusCode }) => statusCode === 200)).toBe(true);
    expect((await opened(id)).revision).toBe(20);
  });

  it('that make no sense are refused with words, and nothing moves', async () => {
    const id = await freshCircuit();
    const reply = await save(id, 0, setVa(90_000));
    expect(reply.statusCode).toBe(422);
    expect(reply.headers['content-type']).toContain('application/problem+json');
    expect(problemReplySchema.parse(reply.json()).problems![0]!.code).toBe('out-of-range');
    expect((await save(id, 7, setVa(50))).statusCode).toBe(400);
    expect((await opened(id)).revision).toBe(0);
  });

  it('the chain cannot be rewritten', async () => {
    const id = await freshCircuit();
    await save(id, 0, setVa(50));
    await expect(pool.query(`update circuit_edit set words = 'x' where circuit_id = $1`, [id])).rejects.toThrow(/append-only/);
    await expect(pool.query('delete from circuit_edit where circuit_id = $1', [id])).rejects.toThrow(/append-only/);
  });

  it('replaying the chain from the first document gives the newest one', async () => {
    const id = await freshCircuit();
    const dK3 = deviceIdSchema.parse('dK3');
    for (const [base, change] of (
      [
        setVa(50),
        { type: 'renameDevice', device: dK3, to: 'K7' },
        { type: 'swapLandings', device: dK3, marks: ['4', '5'] },
      ] satisfies EditChange[]
    ).entries())
      await save(id, base, change);
    const { document: first } = (await get(`/api/circuits/${id}/first`)).json() as { document: Circuit };
    const { rows } = await pool.query('select changes from circuit_edit where circuit_id = $1 order by revision', [id]);
    const replayed = (rows as { changes: EditChange[] }[]).reduce((now, { changes }) => {
      const applied = applyChanges(now, changes);
      return applied.ok ? applied.value.circuit : now;
    }, first);
    expect(replayed).toEqual((await opened(id)).document);
  });
});

describe('the door', () => {
  it.each([
    ['another name for this host', { host: 'evil.example' }, {}],
    ['a page of another origin', { host: 'localhost:4310', origin: 'http://evil.example' }, {}],
    ['a change without our header', { host: 'localhost:4310' }, { [CLIENT_HEADER]: undefined }],
  ])('%s is turned away', async (_name, given, missing) => {
    const reply = await app.inject({
      method: 'POST',
      url: '/api/jobs/x/circuits',
      payload: {},
      headers: Object.fromEntries(Object.entries({ ...HEADERS, ...given, ...missing }).filter(([, value]) => value !== undefined)) as never,
    });
    expect(reply.statusCode).toBe(403);
  });
  it('says health and readiness, and may not be framed', async () => {
    const health = await get('/api/health');
    expect([health.statusCode, (await get('/api/ready')).statusCode]).toEqual([200, 200]);
    expect(health.headers['content-security-policy']).toContain("frame-ancestors 'none'");
  });
  it.each([
    ['/api/circuits/not-an-id', 404],
    ['/api/circuits/00000000-0000-4000-8000-000000000000', 404],
    ['/api/nothing', 404],
  ])('%s answers %i as a problem', async (url, status) => {
    const reply = await get(url);
    expect([reply.statusCode, problemReplySchema.parse(reply.json()).status]).toEqual([status, status]);
  });
  it('a body that is too large, or no JSON, is told so', async () => {
    expect((await post('/api/jobs/x/circuits', { document: 'x'.repeat(5_000_000) })).statusCode).toBe(413);
    const bad = await app.inject({
      method: 'POST',
      url: '/api/jobs/x/circuits',
      payload: '{"',
      headers: { ...HEADERS, 'content-type': 'application/json' },
    });
    expect(bad.statusCode).toBe(400);
  });
  it('a bad circuit is refused line by line', async () => {
    const [job] = jobsSchema.parse((await get('/api/jobs')).json()).jobs;
    const reply = await post(`/api/jobs/${job!.id}/circuits`, { id: randomUUID(), document: { schema: 1, title: 4 } });
    expect(reply.statusCode).toBe(422);
    expect(problemReplySchema.parse(reply.json()).problems!.length).toBeGreaterThan(3);
  });
  it('the table of problems has one status a code, and a title for each', () => {
    for (const { status, title } of Object.values(PROBLEMS)) expect([status >= 400, title.length > 8]).toEqual([true, true]);
  });
});

describe('a circuit is added', () => {
  it('once under the id its sender made, however often it is sent, and never over another', async () => {
    const [job] = jobsSchema.parse((await get('/api/jobs')).json()).jobs;
    const { document } = await opened(await freshCircuit());
    const body = { id: randomUUID(), document };
    const send = (payload: object) => post(`/api/jobs/${job!.id}/circuits`, payload);
    const codes = (await Promise.all([send(body), send(body), send(body)])).map(({ statusCode }) => statusCode);
    expect(codes).toEqual([201, 201, 201]);
    expect((await opened(body.id)).document).toEqual(document);
    const other = await send({ ...body, document: { ...document, title: 'Another' } });
    expect([other.statusCode, problemReplySchema.parse(other.json()).code]).toEqual([409, 'clash']);
    expect((await opened(body.id)).document.title).toBe(document.title);
    expect((await send({ document })).statusCode).toBe(400);
  });
});

describe('lists come in pages', () => {
  it('of what was done to a circuit, newest first, each with its author', async () => {
    const id = await freshCircuit();
    for (let revision = 0; revision < 5; revision++) await save(id, revision, setVa(40 + revision));
    const seen: number[] = [];
    let after = '';
    for (let pages = 0; pages < 3; pages++) {
      const page = revisionsSchema.parse((await get(`/api/circuits/${id}/revisions?limit=2${after && `&after=${after}`}`)).json());
      expect(page.revisions.every(({ author }) => author === 'local')).toBe(true);
      seen.push(...page.revisions.map(({ revision }) => revision));
      expect(page.next === null).toBe(pages === 2);
      after = page.next ?? '';
    }
    expect(seen).toEqual([5, 4, 3, 2, 1]);
    expect((await get(`/api/circuits/${id}/revisions?limit=0`)).statusCode).toBe(400);
  });
  it('of jobs, each one once', async () => {
    for (const title of ['Pump house', 'Kiln']) await pool.query('insert into job (id, title) values ($1, $2)', [randomUUID(), title]);
    const all = jobsSchema.parse((await get('/api/jobs')).json());
    const seen: string[] = [];
    for (let next: string | null = ''; next !== null; ) {
      const page = jobsSchema.parse((await get(`/api/jobs?limit=1${next && `&after=${next}`}`)).json());
      seen.push(...page.jobs.map(({ id }) => id));
      next = page.next;
    }
    expect(all.next).toBeNull();
    expect(seen).toEqual(all.jobs.map(({ id }) => id));
    await pool.query(`delete from job where title in ('Pump house', 'Kiln')`);
  });
});

describe('what an older program kept', () => {
  it('is read, merged with and saved in the present version', async () => {
    const old = readFileSync(join(root, 'core/src/circuit/versions/sample1.json'), 'utf8');
    const id = await freshCircuit();
    await pool.query('update circuit set document = $2, revision = 1 where id = $1', [id, old]);
    const setVolts = (value: number): EditChange => ({
      type: 'setField',
      device: deviceIdSchema.parse('dT1'),
      field: 'secV',
      to: { value, evidence: 'print' },
    });
    await pool.query(
      `insert into circuit_edit (circuit_id, revision, edit_id, changes, inverse, words, schema) values ($1, 1, 'eold', $2, '[]', '', 1)`,
      [id, JSON.stringify([setVolts(24)])],
    );
    const { document } = await opened(id);
    expect([document.schema, JSON.parse(old).schema]).toEqual([SCHEMA_VERSION, 1]);
    const clashing = await save(id, 0, setVolts(26));
    expect([clashing.statusCode, problemReplySchema.parse(clashing.json()).keys]).toEqual([409, ['device dT1 nameplate secV']]);
    expect(saveReplySchema.parse((await save(id, 0, { type: 'retitleCircuit', to: 'Brought up' })).json())).toMatchObject({
      merged: true,
      revision: 2,
    });
    expect((await pool.query('select document from circuit where id = $1', [id])).rows[0].document).toMatchObject({
      schema: SCHEMA_VERSION,
      title: 'Brought up',
    });
  });
});

describe('the description of what can be asked', () => {
  it('is served, and is the one kept with the documentation', async () => {
    const served = (await get('/api/openapi.json')).json();
    expect(served).toEqual(JSON.parse(readFileSync(join(root, 'docs/openapi.json'), 'utf8')));
    expect(Object.keys(served.paths).sort()).toEqual(
      [...new Set(Object.values(ENDPOINTS).map(({ path }) => path.replace(/:(\w+)/g, '{$1}')))].sort(),
    );
  });
  it('every answer carries the id under which the log has it', async () => {
    const reply = await get('/api/circuits/00000000-0000-4000-8000-000000000000');
    expect(problemReplySchema.parse(reply.json()).request).toBe(reply.headers['x-request-id']);
  });
});

describe('when things die', () => {
  const start = (port: number): Promise<ChildProcess> =>
    new Promise((done, fail) => {
      const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
        cwd: root,
        env: { ...process.env, PORT: String(port) },
        stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      });
      server.once('message', () => done(server));
      server.once('exit', (code) => fail(new Error(`exit ${code}`)));
    });

  it('a server killed in the middle of edits loses none that it said it saved', async () => {
    const id = await freshCircuit();
    const server = await start(4398);
    let accepted = 0;
    const dead = new Promise((done) => server.once('exit', done));
    for (let revision = 0; ; revision++) {
      const reply = await fetch(`http://localhost:4398/api/circuits/${id}/edits`, {
        method: 'POST',
        headers: { ...HEADERS, 'content-type': 'application/json' },
        body: JSON.stringify({ baseRevision: revision, edit: { id: `ekill-${revision}-aaaa`, changes: [setVa(20 + revision)] } }),
      }).catch(() => undefined);
      if (!reply?.ok) break;
      accepted++;
      if (accepted === 8) setTimeout(() => server.kill('SIGKILL'), 3);
    }
    await dead;
    expect(accepted).toBeGreaterThanOrEqual(8);
    expect((await opened(id)).revision).toBeGreaterThanOrEqual(accepted);
  });

  it('of two servers on one database one is killed: who followed there hears of the next edit on the other', async () => {
    const id = await freshCircuit();
    const [one, two] = await Promise.all([start(4395), start(4396)]);
    /** the revisions that a page hears of, whichever of the two answers */
    const heard: number[] = [];
    const ends = new AbortController();
    const follow = async (): Promise<void> => {
      for (let port = 4395; !ends.signal.aborted; port = port === 4395 ? 4396 : 4395) {
        try {
          const reply = await fetch(`http://localhost:${port}/api/circuits/${id}/events`, { signal: ends.signal });
          const reader = reply.body!.pipeThrough(new TextDecoderStream()).getReader();
          for (let read = await reader.read(); !read.done; read = await reader.read())
            for (const [, revision] of read.value.matchAll(/"revision":(\d+)/g)) heard.push(Number(revision));
        } catch {
          // its server is gone: the other one is asked
        }
      }
    };
    void follow();
    const edit = (port: number, revision: number) =>
      fetch(`http://localhost:${port}/api/circuits/${id}/edits`, {
        method: 'POST',
        headers: { ...HEADERS, 'content-type': 'application/json' },
        body: JSON.stringify({ baseRevision: revision, edit: { id: `etwo-${revision}-servers`, changes: [setVa(30 + revision)] } }),
      });
    expect((await edit(4396, 0)).status).toBe(200);
    await expect.poll(() => heard.includes(1), { timeout: 5000 }).toBe(true);
    one.kill('SIGKILL');
    expect((await edit(4396, 1)).status).toBe(200);
    await expect.poll(() => heard.includes(2), { timeout: 10_000 }).toBe(true);
    ends.abort();
    two.kill('SIGKILL');
  });

  it('a taken port is said, with a code of its own', async () => {
    const server = await start(4397);
    const second = spawnSync(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
      cwd: root,
      env: { ...process.env, PORT: '4397' },
      encoding: 'utf8',
    });
    server.kill('SIGKILL');
    expect(second.status).toBe(98);
    expect(second.stderr).toContain('4397 is taken');
  });

  it('connections cut by the database are taken up again', async () => {
    await pool
      .query(`select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid() and datname = current_database()`)
      .catch(() => undefined);
    const tries = await Promise.all([get('/api/jobs'), get('/api/jobs')]);
    expect([200, 503]).toEqual(expect.arrayContaining([...new Set(tries.map(({ statusCode }) => statusCode))]));
    await expect.poll(async () => (await get('/api/jobs')).statusCode, { timeout: 5000 }).toBe(200);
  });
});

describe('backup and restore', () => {
  it('bring back what was there', async () => {
    const admin = new pg.Client({ connectionString: databaseUrl });
    await admin.connect();
    await admin.query('create database drill');
    const other = databaseUrl.replace(/\/postgres$/, '/drill');
    const file = join(mkdtempSync(join(tmpdir(), 'mando-drill-')), 'all.dump');
    const id = await freshCircuit();
    await save(id, 0, setVa(60));
    const mando = (words: string[], url: string) =>
      spawnSync(process.execPath, ['--import', 'tsx', 'cli/src/main.ts', ...words], {
        cwd: root,
        env: { ...process.env, DATABASE_URL: url },
        encoding: 'utf8',
      });
    expect(mando(['backup', file], databaseUrl)).toMatchObject({ status: 0 });
    expect(mando(['restore', file], other)).toMatchObject({ status: 0 });
    const copy = createPool(other);
    const { rows } = await copy.query('select revision, document from circuit where id = $1', [id]);
    expect([rows[0].revision, rows[0].document.devices.dT1.nameplate.va.value]).toEqual([1, 60]);
    await copy.end();
    await admin.end();
    expect(mando(['restore', '/nowhere.dump'], other)).toMatchObject({ status: 2 });
  });
});
