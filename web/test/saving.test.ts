import 'fake-indexeddb/auto';
import { describe, expect, it, vi } from 'vitest';
import type { CircuitReply, SaveReply } from '#core/api';
import { type Circuit, deviceIdSchema, type EditChange } from '#core/circuit';
import { DEFAULT_PRACTICE } from '#core/schools';
import { demo } from '../../core/src/testing/demo';
import { edit } from '../src/store/editing';
import { ApiError } from '../src/store/request';
import { keepSaving, type News, openCircuit, type World } from '../src/store/saving';
import { browserShelf, circuitAddress } from '../src/store/shelf';
import { createStore } from '../src/store/store';
import { until } from './until';

const Q1 = demo('Q1');
const setVa = (value: number): EditChange => ({
  type: 'setField',
  device: deviceIdSchema.parse('dT1'),
  field: 'va',
  to: { value, evidence: 'print' },
});
const va = (circuit: Circuit | undefined) => circuit?.devices.dT1?.nameplate.va?.value;

type Answer = () => Partial<SaveReply>;

/** Each world has a circuit of its own: what the browser keeps of one is not another's. */
let worlds = 0;

/** A server that answers saves as it is told to, in turn; then takes all. */
function world(document = Q1, revision = 3) {
  const id = `00000000-0000-4000-8000-${String(++worlds).padStart(12, '0')}`;
  const sent: string[] = [];
  const saves: Answer[] = [];
  const waits: (() => void)[] = [];
  let tell: (news: News | undefined) => void = () => undefined;
  let stopped = 0;
  const now: { circuit: CircuitReply } = {
    circuit: {
      id,
      job: '00000000-0000-4000-8000-000000000002',
      demo: null,
      standing: 'open' as const,
      revision,
      document,
    },
  };
  const ask = async (name: string, asked: { body?: { baseRevision: number; edit: { id: string } } } = {}) => {
    if (name === 'circuit') return now.circuit;
    if (name === 'practice') return { revision: 0, practice: DEFAULT_PRACTICE };
    const { edit: one, baseRevision } = asked.body!;
    sent.push(`${one.id}@${baseRevision}`);
    const answer = saves.shift();
    if (answer) return { merged: false, revision: baseRevision + 1, ...answer() };
    return { revision: baseRevision + 1, merged: false };
  };
  const made: World = {
    request: ask as never,
    shelf: browserShelf,
    now: () => 1000,
    wait: () => new Promise((done) => waits.push(done)),
    listen: (_id, told) => {
      tell = told;
      return () => void stopped++;
    },
  };
  return {
    made,
    kept: async () => (await browserShelf.unsent(id)).map(({ edit: one, baseRevision }) => [one.id, baseRevision]),
    sent,
    saves,
    waits,
    now,
    tell: (at: number | undefined, epoch?: string) => tell(at === undefined ? undefined : { revision: at, ...(epoch ? { epoch } : {}) }),
    stopped: () => stopped,
  };
}

/** The world's own request, for what RTK Query asks by itself. */
vi.stubGlobal('fetch', async () => new Response(JSON.stringify({ revision: 0, practice: DEFAULT_PRACTICE })));

async function opened(one: ReturnType<typeof world>) {
  const store = createStore();
  const stop = keepSaving(store, one.made);
  await store.dispatch(openCircuit(one.now.circuit.id, () => true, one.made));
  return { store, stop, sync: () => store.getState().sync };
}
const offline = () => {
  throw new ApiError({ detail: 'gone' }, true);
};

describe('saving', () => {
  it('sends edits one at a time, oldest first, each on the revision that the one before gave', async () => {
    const one = world();
    const { store, sync } = await opened(one);
    for (const value of [50, 60, 70]) store.dispatch(edit([setVa(value)]));
    const ids = sync().unsent.map(({ id }) => id);
    await until(() => expect(sync().saving).toBe('saved'));
    expect(one.sent).toEqual(ids.map((id, index) => `${id}@${3 + index}`));
    expect([sync().revision, va(store.getState().document.now)]).toEqual([6, 70]);
  });

  it('keeps in the browser what is unsent, until it is taken', async () => {
    const one = world();
    one.saves.push(offline);
    const { store, sync } = await opened(one);
    store.dispatch(edit([setVa(50)]));
    const [made] = sync().unsent;
    await until(async () => expect(await one.kept()).toEqual([[made!.id, 3]]));
    await until(() => expect(sync().saving).toBe('waiting'));
    await until(() => expect(one.waits).toHaveLength(1));
    one.waits[0]!();
    await until(() => expect(sync().saving).toBe('saved'));
    await until(async () => expect(await one.kept()).toEqual([]));
    expect((await browserShelf.answer(circuitAddress(one.now.circuit.id)))?.reply).toMatchObject({
      revision: 4,
      document: { devices: { dT1: { nameplate: { va: { value: 50 } } } } },
    });
    expect(new Set(one.sent).size).toBe(1); // the same edit, sent twice
  });

  it('sends first what was left from last time, and reads the circuit after that', async () => {
    const one = world();
    for (const edit of ['eleft-over', 'eand-another'])
      await browserShelf.keepUnsent(one.now.circuit.id, { edit: { id: edit, changes: [setVa(60)] }, baseRevision: 3 });
    const { sync } = await opened(one);
    expect([one.sent, await one.kept(), sync().unsent]).toEqual([['eleft-over@3', 'eand-another@4'], [], []]);
  });

  it('opened while the server is away lies on what was kept, and is sent in order when it is back', async () => {
    const one = world();
    await browserShelf.keepUnsent(one.now.circuit.id, { edit: { id: 'eon-the-roof', changes: [setVa(60)] }, baseRevision: 3 });
    one.saves.push(offline, offline);
    const { store, sync } = await opened(one);
    expect([va(store.getState().document.now), sync().unsent.length, await one.kept()]).toEqual([60, 1, [['eon-the-roof', 3]]]);
    store.dispatch(edit([setVa(70)]));
    await until(() => expect(one.waits).toHaveLength(1));
    await until(async () => expect((await one.kept()).map(([id]) => id)).toEqual(sync().unsent.map(({ id }) => id)));
    one.waits[0]!();
    await until(() => expect(sync().saving).toBe('saved'));
    expect([one.sent.slice(-2).map((words) => words.split('@')[1]), va(store.getState().document.now)]).toEqual([['3', '4'], 70]);
    await until(async () => expect(await one.kept()).toEqual([]));
  });

  it('a browser that has no room says that the page must stay open', async () => {
    const one = world();
    one.made = { ...one.made, shelf: { ...browserShelf, keepUnsent: () => Promise.reject(new Error('QuotaExceededError')) } };
    one.saves.push(offline);
    const { store, sync } = await opened(one);
    store.dispatch(edit([setVa(50)]));
    await until(() => expect([sync().isLoose, sync().saving]).toEqual([true, 'waiting']));
    await until(() => expect(one.waits).toHaveLength(1));
    one.waits[0]!();
    await until(() => expect([sync().isLoose, sync().saving]).toEqual([false, 'saved']));
  });

  it('what a program before this one left in the browser is sent as well', async () => {
    const one = world();
    const old = new Map([
      [`mando.unsent.${one.now.circuit.id}`, JSON.stringify({ baseRevision: 3, edits: [{ id: 'eof-before', changes: [setVa(60)] }] })],
    ]);
    vi.stubGlobal('localStorage', { getItem: (key: string) => old.get(key) ?? null, removeItem: (key: string) => old.delete(key) });
    await opened(one);
    vi.stubGlobal('localStorage', undefined);
    expect([one.sent, old.size, await one.kept()]).toEqual([['eof-before@3'], 0, []]);
  });

  it('what cannot be read of last time is left alone', async () => {
    const one = world();
    await browserShelf.keepUnsent(one.now.circuit.id, {
      edit: { id: 'eodd', changes: [{ type: 'unheard of' }] },
      baseRevision: 3,
    } as never);
    const { sync } = await opened(one);
    expect([one.sent, sync().unsent]).toEqual([[], []]);
  });

  it('a refusal takes the edit out again, with the reason', async () => {
    const one = world();
    one.saves.push(() => {
      throw new ApiError({ code: 'bad-circuit', detail: 'No such field.' });
    });
    const { store, sync } = await opened(one);
    store.dispatch(edit([setVa(50)]));
    await until(() => expect(sync().saving).toBe('refused'));
    expect([va(store.getState().document.now), store.getState().document.message]).toEqual([40, 'Not saved: No such field.']);
  });

  it('a clash stops the sending until a person has picked', async () => {
    const one = world();
    one.saves.push(() => {
      throw new ApiError({ code: 'clash', detail: 'changed', theirs: { ...Q1, title: 'theirs' }, revision: 8 });
    });
    const { store, sync } = await opened(one);
    store.dispatch(edit([setVa(50)]));
    await until(() => expect(store.getState().clash.open?.revision).toBe(8));
    store.dispatch(edit([setVa(55)]));
    expect([one.sent.length, sync().unsent.length]).toEqual([1, 2]);
  });

  it('follows what others save once all of its own is taken, and stops with the circuit', async () => {
    const one = world();
    const { store, sync } = await opened(one);
    one.now.circuit = { ...one.now.circuit, revision: 9, document: { ...Q1, title: 'theirs' } };
    one.tell(9);
    await until(() => expect(store.getState().document.now?.title).toBe('theirs'));
    expect(sync().revision).toBe(9);
    one.now.circuit = { ...one.now.circuit, revision: 10, document: { ...Q1, title: 'while cut off' } };
    one.tell(undefined); // the line is up again: what was missed is not known
    await until(() => expect(store.getState().document.now?.title).toBe('while cut off'));
    store.dispatch({ type: 'circuit/closed' });
    expect(one.stopped()).toBe(1);
  });

  it('a page that nobody waits for any more is not opened', async () => {
    const one = world();
    const store = createStore();
    await store.dispatch(openCircuit(one.now.circuit.id, () => false, one.made));
    expect(store.getState().document.now).toBeUndefined();
  });

  it('a database that was put back from a backup is read anew, what was not sent yet on top', async () => {
    const one = world();
    const { store, sync } = await opened(one);
    one.tell(3, 'first life');
    one.saves.push(offline);
    store.dispatch(edit([setVa(75)]));
    await until(() => expect(one.waits.length).toBe(1));
    one.now.circuit = { ...one.now.circuit, revision: 1, document: { ...Q1, title: 'from the backup' } };
    one.tell(1, 'another life');
    await until(() => expect(store.getState().document.now?.title).toBe('from the backup'));
    expect([sync().revision, va(store.getState().document.now), sync().unsent.length]).toEqual([1, 75, 1]);
    expect(store.getState().document.message).toContain('backup');
    one.waits.shift()?.();
    await until(() => expect(sync().saving).toBe('saved'));
    expect(one.sent.at(-1)).toMatch(/@1$/);
  });
});
