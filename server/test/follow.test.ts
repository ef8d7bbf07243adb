import { readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { FastifyInstance } from 'fastify';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { circuitReplySchema, jobsSchema } from '#core/api';
import { buildApp } from '../src/app';
import { createFollowers, type Followers } from '../src/circuits/followers';
import { migrate } from '../src/db/migrate';
import { createPool, type Pool } from '../src/db/pool';
import { loadDemo } from '../src/demo/loadDemo';
import { copyOf, filled, HEADERS } from './filled';

/** A database of its own: these tests rename what others look for. */
const databaseUrl = (process.env.DATABASE_URL ?? '').replace(/\/postgres$/, '/follow');
let one: FastifyInstance;
let two: FastifyInstance;
let pool: Pool;
let followers: Followers;

beforeAll(async () => {
  const admin = createPool(process.env.DATABASE_URL ?? '');
  await admin.query('create database follow');
  await admin.end();
  pool = await filled(databaseUrl);
  [one, two] = await Promise.all([buildApp({ databaseUrl }), buildApp({ databaseUrl, hosts: ['panel.local:4310'] })]);
  followers = createFollowers(databaseUrl);
  await vi.waitFor(async () => expect((await listening()).length).toBe(3), { timeout: 20_000 });
});
afterAll(async () => {
  await Promise.all([one.close(), two.close(), followers.close()]);
  await pool.end();
});

/** Connections of the database that wait for notices. */
const listening = async (): Promise<number[]> =>
  (
    await pool.query<{ pid: number }>(
      `select pid from pg_stat_activity where application_name = 'mando follows' and datname = 'follow' order by pid`,
    )
  ).rows.map(({ pid }) => pid);

const retitle = (app: FastifyInstance, id: string, baseRevision: number, to: string) =>
  app.inject({
    method: 'POST',
    url: `/api/circuits/${id}/edits`,
    payload: { baseRevision, edit: { id: `efollow-${to.replaceAll(' ', '-')}`, changes: [{ type: 'retitleCircuit', to }] } },
    headers: HEADERS,
  });

describe('many servers on one database', () => {
  it('what one takes the other serves, and followers of a third hear of it', async () => {
    const id = await copyOf(one, 'Q9');
    const heard: number[] = [];
    const stop = followers.follow(id, ({ revision }) => heard.push(revision));
    expect((await retitle(one, id, 0, 'first')).statusCode).toBe(200);
    expect((await retitle(two, id, 1, 'second')).statusCode).toBe(200);
    expect(circuitReplySchema.parse((await two.inject({ url: `/api/circuits/${id}` })).json())).toMatchObject({
      revision: 2,
      document: { title: 'second' },
    });
    // the revision as it stands comes first
    await expect.poll(() => heard).toEqual([0, 1, 2]);
    stop();
    const after: number[] = [];
    followers.follow(id, ({ revision }) => after.push(revision));
    await retitle(one, id, 2, 'third');
    await expect.poll(() => after).toContain(3);
    expect(heard).toEqual([0, 1, 2]);
  });

  it('followers take up listening again when their connection is cut', async () => {
    const id = await copyOf(one, 'Q9');
    const heard: number[] = [];
    followers.follow(id, ({ revision }) => heard.push(revision));
    const cut = await listening();
    await pool.query(
      `select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'mando follows' and datname = 'follow'`,
    );
    await expect.poll(async () => (await listening()).filter((pid) => !cut.includes(pid)).length, { timeout: 20_000 }).toBe(3);
    await expect.poll(async () => (await retitle(one, id, 0, 'after the cut')).statusCode).toBe(200);
    await expect.poll(() => heard).toContain(1);
  });

  it('an edit is for one circuit alone', async () => {
    const [a, b] = [await copyOf(one, 'Q9'), await copyOf(one, 'Q9')];
    await retitle(one, a, 0, 'mine');
    expect(circuitReplySchema.parse((await one.inject({ url: `/api/circuits/${b}` })).json()).revision).toBe(0);
  });

  it('a host that was named is answered, another is not', async () => {
    expect((await two.inject({ url: '/api/health', headers: { host: 'panel.local:4310' } })).statusCode).toBe(200);
    expect((await one.inject({ url: '/api/health', headers: { host: 'panel.local:4310' } })).statusCode).toBe(403);
  });
});

describe('starting again', () => {
  it('migrating twice changes nothing', async () => {
    await migrate(databaseUrl);
    const { rows } = await pool.query('select count(*)::int as count from migration');
    const steps = readdirSync(fileURLToPath(new URL('../src/db/migrations', import.meta.url)));
    expect(rows[0].count).toBe(steps.length);
  });
  it('a demo circuit that was edited is never touched, one that is missing joins', async () => {
    const [job] = jobsSchema.parse((await one.inject({ url: '/api/jobs' })).json()).jobs;
    const line = job!.circuits.find(({ demo }) => demo === 'L1B')!;
    const before = line.revision;
    await retitle(one, line.id, before, 'changed by hand');
    await pool.query(`update circuit set demo = 'L1A-was' where demo = 'L1A'`);
    await loadDemo(pool);
    const after = jobsSchema.parse((await one.inject({ url: '/api/jobs' })).json()).jobs[0]!.circuits;
    expect(after.find(({ demo }) => demo === 'L1B')).toMatchObject({ title: 'changed by hand', revision: before + 1 });
    expect(after.filter(({ demo }) => demo === 'L1A')).toHaveLength(1);
  });
});
