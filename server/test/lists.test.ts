import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import type { FastifyInstance } from 'fastify';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { circuitReplySchema, circuitSummarySchema, circuitsSchema, jobsSchema } from '#core/api';
import { unitPanel } from '../../core/src/testing/panel';
import { buildApp } from '../src/app';
import { createPool, type Pool } from '../src/db/pool';
import { createRoom } from '../src/db/room';
import { copyOf, filled, HEADERS } from './filled';

/** A database of its own: lists are counted here. */
const databaseUrl = (process.env.DATABASE_URL ?? '').replace(/\/postgres$/, '/lists');
let app: FastifyInstance;
let pool: Pool;

beforeAll(async () => {
  const admin = createPool(process.env.DATABASE_URL ?? '');
  await admin.query('create database lists');
  await admin.end();
  pool = await filled(databaseUrl);
  app = await buildApp({ databaseUrl });
});
afterAll(async () => {
  await app.close();
  await pool.end();
});

const get = (url: string, headers: Record<string, string> = {}) => app.inject({ url, headers });
const post = (url: string, payload: object) => app.inject({ method: 'POST', url, payload, headers: HEADERS });
const jobs = async (asked = '') => jobsSchema.parse((await get(`/api/jobs${asked}`)).json()).jobs;
const circuits = async (asked: string) => circuitsSchema.parse((await get(`/api/circuits?${asked}`)).json());
const edit = (id: string, baseRevision: number, change: object) =>
  post(`/api/circuits/${id}/edits`, { baseRevision, edit: { id: `e${randomUUID()}`, changes: [change] } });

describe('put away, thrown away, put back', () => {
  it('a circuit leaves the list and comes back as it was; what is put away can still be opened and edited', async () => {
    const id = await copyOf(app, 'Q9');
    const [job] = await jobs();
    for (const standing of ['archived', 'deleted'] as const) {
      expect((await post(`/api/circuits/${id}/standing`, { standing })).statusCode).toBe(200);
      const [now] = await jobs();
      expect([now!.count, now!.circuits.some((one) => one.id === id)]).toEqual([job!.count - 1, false]);
      expect((await circuits(`standing=${standing}`)).circuits.map((one) => one.id)).toEqual([id]);
      expect(circuitReplySchema.parse((await get(`/api/circuits/${id}`)).json()).standing).toBe(standing);
    }
    expect((await edit(id, 0, { type: 'retitleCircuit', to: 'still here' })).statusCode).toBe(200);
    await post(`/api/circuits/${id}/standing`, { standing: 'open' });
    expect((await jobs())[0]!.circuits[0]).toMatchObject({ id, title: 'still here', standing: 'open' });
  });
  it('a job of one is own takes its circuits with it and brings them back', async () => {
    const id = randomUUID();
    expect((await post('/api/jobs', { id, title: ' Heron Wharf ' })).statusCode).toBe(201);
    expect((await post('/api/jobs', { id, title: 'Heron Wharf' })).statusCode).toBe(201);
    expect((await post('/api/jobs', { id, title: 'Another' })).statusCode).toBe(409);
    expect((await post('/api/jobs', { id: randomUUID(), title: '  ' })).statusCode).toBe(400);
    const { document } = circuitReplySchema.parse((await get(`/api/circuits/${await copyOf(app, 'Q5')}`)).json());
    const own = randomUUID();
    await post(`/api/jobs/${id}/circuits`, { id: own, document: { ...document, title: 'Heron fan' } });
    expect((await jobs()).map(({ title, count }) => [title, count])).toContainEqual(['Heron Wharf', 1]);
    expect((await circuits('search=heron')).circuits.map((one) => one.id)).toEqual([own]);
    await post(`/api/jobs/${id}`, { standing: 'archived' });
    expect((await jobs()).map(({ title }) => title)).not.toContain('Heron Wharf');
    expect((await circuits('search=heron')).count).toBe(0);
    expect((await jobs('?standing=archived')).map(({ title }) => title)).toEqual(['Heron Wharf']);
    expect((await circuits(`job=${id}`)).count).toBe(1);
    await post(`/api/jobs/${id}`, { standing: 'open', title: 'Heron Wharf 2' });
    expect((await circuits('search=heron')).count).toBe(1);
    expect((await jobs()).map(({ title }) => title)).toContain('Heron Wharf 2');
  });
  it('what is not there is not found, and a standing that is none is told', async () => {
    expect((await post(`/api/circuits/${randomUUID()}/standing`, { standing: 'open' })).statusCode).toBe(404);
    expect((await post(`/api/jobs/${randomUUID()}`, { standing: 'open' })).statusCode).toBe(404);
    const bad = await post(`/api/circuits/${randomUUID()}/standing`, { standing: 'burnt' });
    expect([bad.statusCode, bad.json().detail]).toEqual([400, expect.stringContaining('archived')]);
  });
});

describe('what a list shows of a circuit', () => {
  it('is what the checks say of this revision, worked out once and again after an edit', async () => {
    const id = await copyOf(app, 'Q1');
    const asked = async () => circuitSummarySchema.parse((await get(`/api/circuits/${id}/summary`)).json());
    const first = await asked();
    expect(first).toMatchObject({ revision: 0, devices: Object.keys((await opened(id)).document.devices).length });
    expect(await asked()).toEqual(first);
    const { rows } = await pool.query('select summary from circuit where id = $1', [id]);
    expect(rows[0].summary.says).toEqual(first);
    // a transformer of 5 VA under a 24 V contactor is found
    await edit(id, 0, { type: 'setField', device: 'dT1', field: 'va', to: { value: 5, evidence: 'print' } });
    const after = await asked();
    expect([after.revision, after.isSound, after.danger + after.bad > 0]).toEqual([1, false, true]);
    expect(after.worst.length).toBeGreaterThan(0);
  });
  it('is its picture, sent again only when it has changed', async () => {
    const id = await copyOf(app, 'Q1');
    const first = await get(`/api/circuits/${id}/picture.svg`);
    expect([first.statusCode, first.headers['content-type'], first.body.slice(0, 5)]).toEqual([200, 'image/svg+xml', '<?xml']);
    const tag = String(first.headers.etag);
    expect((await get(`/api/circuits/${id}/picture.svg`, { 'if-none-match': tag })).statusCode).toBe(304);
    await edit(id, 0, { type: 'retitleCircuit', to: 'another' });
    expect((await get(`/api/circuits/${id}/picture.svg`, { 'if-none-match': tag })).statusCode).toBe(200);
    expect((await get(`/api/circuits/${randomUUID()}/picture.svg`)).statusCode).toBe(404);
  });
});

const opened = async (id: string) => circuitReplySchema.parse((await get(`/api/circuits/${id}`)).json());

describe('at the size of a firm', () => {
  it('ten thousand circuits: a page of jobs, a search and every page of the rest', async () => {
    const job = randomUUID();
    await post('/api/jobs', { id: job, title: 'Many' });
    const { document } = await opened(await copyOf(app, 'Q9'));
    await pool.query(
      `insert into circuit (id, job_id, document)
       select gen_random_uuid(), $1, jsonb_set(jsonb_set($2::jsonb, '{number}', to_jsonb('N' || n)), '{title}', to_jsonb('Pump ' || n))
         from generate_series(1, 10000) n`,
      [job, JSON.stringify(document)],
    );
    await pool.query('analyze circuit');
    const timed = async (url: string): Promise<number> => {
      await get(url);
      const began = performance.now();
      for (let turn = 0; turn < 5; turn++) await get(url);
      return (performance.now() - began) / 5;
    };
    const [list, search] = [await timed('/api/jobs'), await timed('/api/circuits?search=Pump%2099')];
    console.log(`10,000 circuits: jobs in ${list.toFixed(1)} ms, a search in ${search.toFixed(1)} ms`);
    const many = (await jobs()).find((one) => one.id === job);
    expect([many!.count, many!.circuits.length]).toEqual([10_000, 100]);
    expect((await circuits('search=pump%209999')).circuits.map(({ title }) => title)).toEqual(['Pump 9999']);
    expect((await circuits('search=%25')).count).toBe(0);
    const seen = new Set<string>();
    for (let after: string | null = ''; after !== null; ) {
      const page = await circuits(`job=${job}&order=number&limit=500${after ? `&after=${after}` : ''}`);
      for (const { id } of page.circuits) seen.add(id);
      after = page.next;
    }
    expect(seen.size).toBe(10_000);
  });
  it('an edit on a circuit of two thousand devices, and a body as large beside which health is answered', async () => {
    const document = unitPanel(2000);
    const [job] = await jobs();
    const id = randomUUID();
    const sent = post(`/api/jobs/${job!.id}/circuits`, { id, document });
    const waits: number[] = [];
    let isDone = false;
    void sent.then(() => {
      isDone = true;
    });
    while (!isDone) {
      const began = performance.now();
      await get('/api/health');
      waits.push(performance.now() - began);
      await new Promise((done) => setTimeout(done, 5));
    }
    expect((await sent).statusCode).toBe(201);
    const times: number[] = [];
    for (let revision = 0; revision < 5; revision++) {
      const began = performance.now();
      expect((await edit(id, revision, { type: 'retitleCircuit', to: `now ${revision}` })).statusCode).toBe(200);
      times.push(performance.now() - began);
    }
    console.log(
      `2,000 devices: ${Math.round(JSON.stringify(document).length / 1e5) / 10} MB taken, health meanwhile at most ${Math.max(...waits).toFixed(0)} ms; an edit ${(times.reduce((a, b) => a + b) / times.length).toFixed(0)} ms`,
    );
  });
  it('on a full disk nothing is changed and all is read, until there is room', async () => {
    let has = false;
    const full = await buildApp({ databaseUrl, room: { hasRoom: async () => has } });
    const [job] = await jobs();
    const create = () => full.inject({ method: 'POST', url: '/api/jobs', payload: { id: randomUUID(), title: 'Room' }, headers: HEADERS });
    const refused = await create();
    expect([refused.statusCode, refused.json().code, refused.json().detail]).toEqual([
      507,
      'disk-full',
      expect.stringContaining('free some room'),
    ]);
    expect((await full.inject({ url: `/api/circuits?job=${job!.id}` })).statusCode).toBe(200);
    has = true;
    expect((await create()).statusCode).toBe(201);
    await full.close();
    // the disk of these tests is looked at for real: it has room, and has none for more than there is
    expect([await createRoom(pool).hasRoom(), await createRoom(pool, Number.MAX_SAFE_INTEGER).hasRoom()]).toEqual([true, false]);
  });
  it('reading goes on while every connection for changes waits', async () => {
    const id = await copyOf(app, 'Q9');
    const locks = await Promise.all(Array.from({ length: 8 }, () => pool.connect()));
    const [first] = locks;
    await first!.query('begin');
    await first!.query('lock table circuit_edit in access exclusive mode');
    // eight changes of eight circuits hold all connections for changes
    const ids = await Promise.all(Array.from({ length: 8 }, () => copyOf(app, 'Q5')));
    let done = 0;
    const waiting = ids.map((one) =>
      edit(one, 0, { type: 'retitleCircuit', to: 'waits' }).finally(() => {
        done++;
      }),
    );
    await new Promise((past) => setTimeout(past, 300));
    expect((await get(`/api/circuits/${id}`)).statusCode).toBe(200);
    expect((await get('/api/jobs')).statusCode).toBe(200);
    expect(done).toBe(0);
    await first!.query('commit');
    for (const lock of locks) lock.release();
    expect((await Promise.all(waiting)).map(({ statusCode }) => statusCode)).toEqual(ids.map(() => 200));
  });
  it('a thousand pages follow one circuit, and each hears of an edit', async () => {
    const id = await copyOf(app, 'Q9');
    await app.listen({ port: 0, host: '127.0.0.1' });
    const { port } = app.server.address() as AddressInfo;
    const ends = new AbortController();
    const heard = new Set<number>();
    let told = 0;
    const follow = async (page: number): Promise<void> => {
      const reply = await fetch(`http://127.0.0.1:${port}/api/circuits/${id}/events`, { signal: ends.signal });
      const reader = reply.body!.pipeThrough(new TextDecoderStream()).getReader();
      const listen = async (): Promise<void> => {
        for (;;) {
          const { value, done } = await reader.read();
          if (done) return;
          if (value.includes('"revision":1,')) heard.add(page);
          told += value.split('data: ').length - 1;
        }
      };
      listen().catch(() => undefined);
    };
    for (let begun = 0; begun < 1000; begun += 100) await Promise.all(Array.from({ length: 100 }, (_, at) => follow(begun + at)));
    const began = performance.now();
    expect((await edit(id, 0, { type: 'retitleCircuit', to: 'heard' })).statusCode).toBe(200);
    for (const end = Date.now() + 20_000; heard.size < 1000 && Date.now() < end; ) await new Promise((done) => setTimeout(done, 10));
    console.log(`1,000 streams: all told in ${(performance.now() - began).toFixed(0)} ms`);
    ends.abort();
    expect(heard.size).toBe(1000);
    // each when it came and at the edit: who comes is no news to those who are there
    expect(told).toBeLessThanOrEqual(2000);
  });
});
