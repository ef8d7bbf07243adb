import type { FastifyInstance } from 'fastify';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { jobsSchema, practiceReplySchema, problemReplySchema, stockReplySchema } from '#core/api';
import type { StockPart } from '#core/devices';
import { buildApp } from '../src/app';
import type { Pool } from '../src/db/pool';
import { loadDemo } from '../src/demo/loadDemo';
import { filled, HEADERS } from './filled';

const databaseUrl = process.env.DATABASE_URL ?? '';
let app: FastifyInstance;
let pool: Pool;

const post = (url: string, payload: object) => app.inject({ method: 'POST', url, payload, headers: HEADERS });
const list = async () => stockReplySchema.parse((await app.inject({ url: '/api/stock' })).json()).parts;
const part = (id: string, more: Partial<StockPart> = {}): StockPart => ({
  id,
  title: `Fuse of ${id}`,
  family: 'fuse-1',
  nameplate: { ratingA: { value: 2, evidence: 'print' } },
  print: '2 A',
  van: 'Van',
  shelf: '1',
  count: 1,
  notes: '',
  body: null,
  own: null,
  ...more,
});
const save = (one: StockPart, baseRevision: number, removed = false) =>
  post('/api/stock', { changes: [{ part: one, baseRevision, removed }] });

beforeAll(async () => {
  pool = await filled(databaseUrl);
  app = await buildApp({ databaseUrl });
});
afterAll(async () => {
  await app.close();
  await pool.end();
});

describe('stock', () => {
  it('is filled from the demo once, and not again over what was changed', async () => {
    const before = await list();
    expect(before.filter(({ part: one }) => one.id.startsWith('pdemo')).length).toBeGreaterThanOrEqual(120);
    const [first] = before;
    await save(first!.part, first!.revision, true);
    await loadDemo(pool);
    expect((await list()).some(({ part: one }) => one.id === first!.part.id)).toBe(false);
    await save(first!.part, first!.revision + 1);
    expect((await list()).some(({ part: one }) => one.id === first!.part.id)).toBe(true);
  });
  it('takes a part once however often it is sent, and refuses a stale change', async () => {
    expect((await save(part('pA'), 0)).statusCode).toBe(200);
    expect((await save(part('pA'), 0)).statusCode).toBe(200);
    expect((await list()).find(({ part: one }) => one.id === 'pA')!.revision).toBe(1);
    const stale = await save(part('pA', { count: 9 }), 0);
    expect([stale.statusCode, problemReplySchema.parse(stale.json()).revision]).toEqual([409, 1]);
    expect((await save(part('pA', { count: 9 }), 1)).statusCode).toBe(200);
  });
  it('refuses all of a request that holds one bad part, and says which and why', async () => {
    const bad = part('pC', { nameplate: { ratingA: { value: 9000, evidence: 'print' } } });
    const refused = await post('/api/stock', {
      changes: [
        { part: part('pB'), baseRevision: 0 },
        { part: bad, baseRevision: 0 },
      ],
    });
    expect(refused.statusCode).toBe(422);
    expect(problemReplySchema.parse(refused.json()).problems![0]).toMatchObject({ at: 'Fuse of pC, Rating' });
    expect((await list()).some(({ part: one }) => one.id === 'pB')).toBe(false);
    expect((await post('/api/stock', { changes: [] })).statusCode).toBe(400);
  });
  it('keeps every state that a part ever had', async () => {
    await expect(pool.query('delete from stock_change')).rejects.toThrow('append-only');
    const { rows } = await pool.query(`select part->>'count' as count from stock_change where part_id = 'pA' order by revision`);
    expect(rows.map(({ count }) => count)).toEqual(['1', '9']);
  });
});

describe('job practice', () => {
  const job = async () => jobsSchema.parse((await app.inject({ url: '/api/jobs' })).json()).jobs[0]!.id;
  const practice = { rules: 'site', units: 'us', schools: { fuseLeg: 'common' }, typical: { 'transformer share': 0.7 } };
  it('starts with the defaults, is saved, and a stale change is a clash', async () => {
    const url = `/api/jobs/${await job()}/practice`;
    expect(practiceReplySchema.parse((await app.inject({ url })).json())).toEqual({
      revision: 0,
      practice: { rules: 'site', units: 'site', schools: {}, typical: {} },
    });
    expect((await post(url, { baseRevision: 0, practice })).json()).toMatchObject({ revision: 1 });
    expect((await post(url, { baseRevision: 0, practice })).json()).toMatchObject({ revision: 1 });
    expect((await post(url, { baseRevision: 0, practice: { ...practice, units: 'si' } })).statusCode).toBe(409);
    expect(practiceReplySchema.parse((await app.inject({ url })).json()).practice).toEqual(practice);
    await post(url, { baseRevision: 1, practice: { rules: 'site', units: 'site', schools: {}, typical: {} } });
  });
  it.each([
    [{ schools: { fuseLeg: 'sideways' } }, 'is no choice of it'],
    [{ schools: { moonPhase: 'full' } }, 'is no choice of it'],
    [{ typical: { luck: 7 } }, 'is no working value'],
    [{ typical: { 'transformer share': -1 } }, 'must be 0.001 to 100000'],
  ])('refuses %j and says why', async (wrong, why) => {
    const refused = await post(`/api/jobs/${await job()}/practice`, { baseRevision: 0, practice: { ...practice, ...wrong } });
    expect([refused.statusCode, (refused.json() as { detail: string }).detail]).toEqual([400, expect.stringContaining(why)]);
  });
  it('knows no practice of a job that is not there', async () => {
    expect((await app.inject({ url: '/api/jobs/nobody/practice' })).statusCode).toBe(404);
  });
});
