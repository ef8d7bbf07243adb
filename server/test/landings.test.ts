import { randomUUID } from 'node:crypto';
import type { FastifyInstance } from 'fastify';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { circuitReplySchema, landingsSchema } from '#core/api';
import { buildApp } from '../src/app';
import { createPool, type Pool } from '../src/db/pool';
import { copyOf, filled, HEADERS } from './filled';

const databaseUrl = (process.env.DATABASE_URL ?? '').replace(/\/postgres$/, '/landings');
let app: FastifyInstance;
let pool: Pool;
let circuit: string;

beforeAll(async () => {
  const admin = createPool(process.env.DATABASE_URL ?? '');
  await admin.query('create database landings');
  await admin.end();
  pool = await filled(databaseUrl);
  app = await buildApp({ databaseUrl });
  circuit = await copyOf(app, 'L1A');
});
afterAll(async () => {
  await app.close();
  await pool.end();
});

const entry = (more: object = {}) => ({
  id: randomUUID(),
  conductor: 'w08',
  side: 1,
  act: 'landed',
  terminal: 'dY1:L',
  spelled: 'Y1:L',
  number: '4',
  revision: 0,
  by: 'Wren',
  signed: '',
  ...more,
});
const send = (entries: readonly object[], to = circuit) =>
  app.inject({ method: 'POST', url: `/api/circuits/${to}/landings`, payload: { entries }, headers: HEADERS });
const all = async () => landingsSchema.parse((await app.inject({ url: `/api/circuits/${circuit}/landings` })).json());

describe('landings', () => {
  it('are kept in their order, once however often they are sent', async () => {
    const [one, two] = [entry(), entry({ act: 'tugged' })];
    expect((await send([one, two])).statusCode).toBe(200);
    expect((await send([one, two])).statusCode).toBe(200);
    const { entries, isWhole } = await all();
    expect(entries.map(({ id, act, by }) => [id, act, by])).toEqual([
      [one.id, 'landed', 'Wren'],
      [two.id, 'tugged', 'Wren'],
    ]);
    expect(isWhole).toBe(true);
  });
  it('two who send at once lose nothing, and the chain stays whole', async () => {
    const before = (await all()).entries.length;
    const replies = await Promise.all(Array.from({ length: 8 }, (_, index) => send([entry({ number: String(index) })])));
    expect(replies.map(({ statusCode }) => statusCode)).toEqual(replies.map(() => 200));
    const { entries, isWhole } = await all();
    expect([entries.length - before, isWhole]).toEqual([8, true]);
  });
  it('take readings of a plan and what was put off, in the same chain, for whoever comes next', async () => {
    const { conductor: _wire, side: _side, terminal: _screw, spelled: _word, number: _number, signed: _why, ...done } = entry();
    const read = { ...done, id: randomUUID(), act: 'read', stage: 'w08 w09', asks: 'Ω from Y1:L to X1:4', text: '0.2' };
    const later = { ...done, id: randomUUID(), act: 'later', conductor: 'w08', number: '4', why: 'no valve yet' };
    expect((await send([read, later])).statusCode).toBe(200);
    expect((await send([read])).statusCode).toBe(200);
    const { entries, isWhole } = await all();
    expect(entries.slice(-2).map(({ at: _at, ...one }) => one)).toEqual([read, later]);
    expect(isWhole).toBe(true);
    // the same id says the same thing
    expect((await send([{ ...read, text: 'OL' }])).statusCode).toBe(409);
    expect((await send([{ ...read, id: randomUUID(), stage: '' }])).statusCode).toBe(400);
  });
  it.each([
    ['nobody did it', { by: ' ' }],
    ['an end that there is not', { side: 2 }],
    ['an act that there is not', { act: 'glued' }],
    ['no terminal', { terminal: 'Y1' }],
  ])('%s: refused, nothing kept', async (_why, wrong) => {
    const before = (await all()).entries.length;
    expect((await send([entry(), entry(wrong)])).statusCode).toBe(400);
    expect((await all()).entries).toHaveLength(before);
  });
  it('of no circuit are refused; so is another entry under the same id', async () => {
    expect((await send([entry()], randomUUID())).statusCode).toBe(404);
    const one = entry();
    await send([one]);
    expect((await send([{ ...one, conductor: 'w09' }])).statusCode).toBe(409);
  });
  it('cannot be changed, and one that was changed behind the program shows', async () => {
    await expect(pool.query(`update landing set entry = '{}'`)).rejects.toThrow(/append-only/);
    await expect(pool.query('delete from landing')).rejects.toThrow(/append-only/);
    await pool.query('alter table landing disable trigger landing_append_only');
    await pool.query(`update landing set entry = jsonb_set(entry, '{by}', '"Heron"') where seq = 1`);
    expect((await all()).isWhole).toBe(false);
    await pool.query(`update landing set entry = jsonb_set(entry, '{by}', '"Wren"') where seq = 1`);
    await pool.query('alter table landing enable trigger landing_append_only');
    expect((await all()).isWhole).toBe(true);
  });
});

describe('the circuit as it was', () => {
  it('at every revision of a chain, and at none that there is not', async () => {
    const id = await copyOf(app, 'Q9');
    const titles = ['one', 'two', 'three'];
    for (const [index, to] of titles.entries())
      await app.inject({
        method: 'POST',
        url: `/api/circuits/${id}/edits`,
        payload: { baseRevision: index, edit: { id: `e${randomUUID()}`, changes: [{ type: 'retitleCircuit', to }] } },
        headers: HEADERS,
      });
    const at = async (revision: number | string) => app.inject({ url: `/api/circuits/${id}/revisions/${revision}` });
    const now = circuitReplySchema.parse((await app.inject({ url: `/api/circuits/${id}` })).json());
    expect((await at(3)).json().document).toEqual(now.document);
    for (const [index, title] of titles.entries()) expect((await at(index + 1)).json().document.title).toBe(title);
    expect((await at(0)).json().document.title).not.toBe('one');
    expect((await at(4)).statusCode).toBe(404);
    expect((await at('x')).statusCode).toBe(404);
  });
});
