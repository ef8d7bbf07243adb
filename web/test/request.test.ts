import 'fake-indexeddb/auto';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { CLIENT_HEADER } from '#core/api';
import { reach } from '../src/store/reach';
import { request } from '../src/store/request';
import { server } from '../src/store/server';
import { browserShelf } from '../src/store/shelf';
import { createStore } from '../src/store/store';
import { until } from './until';

const ID = '00000000-0000-4000-8000-000000000001';
afterEach(() => void vi.unstubAllGlobals());

/** Answers requests from a list, and keeps what was asked. */
function answers(...replies: (Response | Error)[]) {
  const asked: { url: string; method: string; body: unknown; header: string | null }[] = [];
  vi.stubGlobal('fetch', async (url: string, init: RequestInit) => {
    asked.push({
      url,
      method: init.method ?? '',
      body: init.body === undefined ? undefined : JSON.parse(String(init.body)),
      header: new Headers(init.headers).get(CLIENT_HEADER),
    });
    const next = replies.shift();
    if (next instanceof Error || next === undefined) throw next ?? new Error('no reply left');
    return next;
  });
  return asked;
}
const json = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status });

describe('while the server is away', () => {
  it('what it last said is shown, with when; what it never said is told; and as it is back that is over', async () => {
    const page = { revisions: [{ revision: 1, at: 'then', words: 'title', author: 'local' }], next: null };
    const other = '00000000-0000-4000-8000-000000000002';
    answers(json(page), new Error('gone'), new Error('gone'), json(page));
    await request('revisions', { params: { id: ID } });
    await until(async () => expect(await browserShelf.answer(`/api/circuits/${ID}/revisions`)).toBeDefined());
    expect(reach.get()).toEqual({ isReached: true, keptAt: undefined });
    expect(await request('revisions', { params: { id: ID } })).toEqual(page);
    expect(reach.get()).toEqual({ isReached: false, keptAt: expect.any(Number) });
    await expect(request('revisions', { params: { id: other } })).rejects.toMatchObject({ offline: true });
    await request('revisions', { params: { id: ID } });
    expect(reach.get().isReached).toBe(true);
  });
  it('what an older program kept and this one cannot read is not shown', async () => {
    const id = '00000000-0000-4000-8000-000000000003';
    await browserShelf.keepAnswer(`/api/circuits/${id}/revisions`, { at: 1, reply: { revisions: 'many' } });
    answers(new Error('gone'));
    await expect(request('revisions', { params: { id } })).rejects.toMatchObject({ offline: true });
  });
});

describe('a request', () => {
  it('puts parameters into the path, the page into the address, and says who asks', async () => {
    const asked = answers(json({ revisions: [], next: null }));
    await request('revisions', { params: { id: ID }, query: { after: '7 & more', limit: 2 } });
    expect(asked).toEqual([
      { url: `/api/circuits/${ID}/revisions?after=7+%26+more&limit=2`, method: 'GET', body: undefined, header: 'web' },
    ]);
  });
  it.each([
    ['nothing answers', new Error('refused'), { offline: true, message: 'The server does not answer.' }],
    [
      'no database',
      json({ type: 't', title: 't', status: 503, code: 'not-ready', detail: 'Wait.' }, 503),
      { offline: true, message: 'Wait.' },
    ],
    ['a refusal', json({ type: 't', title: 't', status: 422, code: 'bad-part', detail: 'No.' }, 422), { offline: false, message: 'No.' }],
    ['an answer that is no problem', new Response('<html>', { status: 500 }), { offline: false, message: 'The server answered 500.' }],
    ['a gateway', new Response('', { status: 502 }), { offline: true, message: 'The server answered 502.' }],
    ['what is not JSON', new Response('<html>'), { offline: false, message: expect.stringMatching(/cannot be read/) }],
    ['what has another shape', json({ jobs: 3 }), { offline: false, message: expect.stringMatching(/cannot be read/) }],
  ])('that meets %s is told so', async (_name, reply, told) => {
    answers(reply);
    await expect(request('jobs')).rejects.toMatchObject(told);
  });
});

describe('what is kept beside the circuit', () => {
  const job = (id: string) => ({ id, title: id, demo: false, standing: 'open', count: 0, circuits: [] });
  const part = (id: string) => ({
    revision: 1,
    part: { id, title: id, family: 'fuse-1', nameplate: {}, print: '', van: '', shelf: '', count: 1, notes: '', body: null, own: null },
  });

  it('a list is asked for page by page, to its end', async () => {
    const asked = answers(json({ jobs: [job(ID)], next: 'here' }), json({ jobs: [job(ID)], next: null }));
    const { data } = await createStore().dispatch(server.endpoints.jobs.initiate());
    expect([data?.length, asked.map(({ url }) => url)]).toEqual([2, ['/api/jobs', '/api/jobs?after=here']]);
  });
  it('stock is saved in portions, and asked for again', async () => {
    const asked = answers(
      json({ parts: [part('p1')], next: null }),
      json({ parts: [] }),
      json({ parts: [] }),
      json({ parts: [], next: null }),
    );
    const store = createStore();
    const list = store.dispatch(server.endpoints.stock.initiate());
    await list;
    const changes = Array.from({ length: 501 }, (_, index) => ({ part: part(`p${index}`).part, baseRevision: 0 }));
    await store.dispatch(server.endpoints.saveStock.initiate(changes));
    await until(() => expect(asked).toHaveLength(4));
    expect(asked.map(({ method, body }) => [method, (body as { changes: unknown[] } | undefined)?.changes.length])).toEqual([
      ['GET', undefined],
      ['POST', 500],
      ['POST', 1],
      ['GET', undefined],
    ]);
  });
  it('a circuit is added under the id that was made here; what goes wrong comes as words', async () => {
    const asked = answers(
      json({ id: ID }, 201),
      json({ type: 't', title: 't', status: 422, code: 'bad-circuit', detail: 'title: too long' }, 422),
    );
    const store = createStore();
    const add = (document: unknown) => store.dispatch(server.endpoints.createCircuit.initiate({ job: ID, id: ID, document }));
    expect((await add({ a: 1 })).data).toEqual({ id: ID });
    expect((await add({})).error).toBe('title: too long');
    expect(asked[0]).toMatchObject({ url: `/api/jobs/${ID}/circuits`, body: { id: ID, document: { a: 1 } } });
  });
});

it('checks that take long hold two connections at most: a circuit that is opened meanwhile does not wait behind them', async () => {
  let [inFlight, most] = [0, 0];
  const waiting: (() => void)[] = [];
  vi.stubGlobal('fetch', async () => {
    most = Math.max(most, ++inFlight);
    await new Promise<void>((done) => waiting.push(done));
    inFlight--;
    return json({}, 500);
  });
  const own = createStore();
  const asked = [4, 5, 6, 7, 8].map((n) =>
    own.dispatch(server.endpoints.summary.initiate({ id: `00000000-0000-4000-8000-00000000000${n}`, revision: 0 })),
  );
  await until(() => expect(waiting).toHaveLength(2));
  for (let n = 0; n < asked.length; n++) {
    await until(() => expect(waiting.length).toBeGreaterThan(n));
    waiting[n]!();
  }
  await Promise.all(asked);
  expect(most).toBe(2);
});
