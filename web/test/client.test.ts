import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { emptyCircuit } from '#core/circuit';
import { createBenchClient, type Labourer, SILENT_AFTER_MS, type ToPage, type ToWorker } from '../src/worker/client';

/** Workers that do nothing by themselves: the test answers for them. */
function works() {
  const hired: { readonly asked: ToWorker[]; readonly say: (reply: ToPage) => void; readonly crash: () => void; ended: boolean }[] = [];
  const start = (): Labourer => {
    const worker: Labourer = {
      postMessage: (message) => void one.asked.push(message),
      terminate: () => one.end(),
      onmessage: null,
      onerror: null,
    };
    const one = {
      asked: [] as ToWorker[],
      say: (reply: ToPage) => worker.onmessage?.({ data: reply } as MessageEvent<ToPage>),
      crash: () => worker.onerror?.(),
      ended: false,
      end() {
        one.ended = true;
      },
    };
    hired.push(one);
    return worker;
  };
  return { client: createBenchClient(start), hired };
}
const types = (asked: readonly ToWorker[]) => asked.map((one) => ('cancel' in one ? `cancel ${one.cancel}` : `${one.type} ${one.id}`));
const study = {} as never;

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('the page asks its worker', () => {
  it('and gets the answer, the progress before it, or why there is none', async () => {
    const { client, hired } = works();
    const seen: number[] = [];
    const one = client.ask('study', {}, { onProgress: ({ seen: so }) => seen.push(so) });
    const two = client.ask('stock', { parts: [] });
    const three = client.ask('study', {});
    hired[0]!.say({ id: 1, progress: { seen: 3, of: 9 } });
    hired[0]!.say({ id: 2, answer: { count: 0 } });
    hired[0]!.say({ id: 1, answer: study });
    hired[0]!.say({ id: 3, error: 'no circuit' });
    expect([await one, await two, seen]).toEqual([study, { count: 0 }, [3]]);
    await expect(three).rejects.toThrow('no circuit');
  });

  it('what is not wanted any more is called off, and its answer is let go', async () => {
    const { client, hired } = works();
    const given = new AbortController();
    const one = client.ask('study', {}, { signal: given.signal });
    given.abort();
    await expect(one).rejects.toMatchObject({ name: 'AbortError' });
    expect(types(hired[0]!.asked)).toEqual(['study 1', 'cancel 1']);
    hired[0]!.say({ id: 1, answer: study });
  });

  it('a sheet that nobody waits for any more is what the next one builds on, until there is another worker', async () => {
    const { client, hired } = works();
    const given = new AbortController();
    const one = client.ask('sheet', {}, { signal: given.signal });
    given.abort();
    await expect(one).rejects.toMatchObject({ name: 'AbortError' });
    const parts = (band: unknown) => [['rest', {}] as const, ['faults', []] as const, ['points', []] as const, ['band 0', band] as const];
    hired[0]!.say({ id: 1, sheet: parts({ name: 'power' }) });
    const two = client.ask('sheet', {});
    hired[0]!.say({ id: 2, sheet: parts(undefined) });
    expect((await two).sheet.bands).toEqual([{ name: 'power' }]);
    client.kill();
    const three = client.ask('sheet', {});
    hired[1]!.say({ id: 3, sheet: parts({ name: 'control' }) });
    expect((await three).sheet.bands).toEqual([{ name: 'control' }]);
  });

  it('a new circuit leaves nobody waiting for answers about the old one, but for the stock', async () => {
    const { client, hired } = works();
    const old = client.ask('study', {});
    const stock = client.ask('stock', { parts: [] });
    void client.ask('circuit', { document: {} as never, practice: {} as never }).catch(() => undefined);
    await expect(old).rejects.toMatchObject({ name: 'AbortError' });
    hired[0]!.say({ id: 2, answer: { count: 0 } });
    expect(await stock).toEqual({ count: 0 });
  });
});

describe('of a circuit that the worker has in part', () => {
  const forget = (asked: Promise<unknown>) => void asked.catch(() => undefined);
  const lay = (client: ReturnType<typeof works>['client'], document: typeof emptyCircuit) =>
    forget(client.ask('circuit', { document, practice: {} as never }));
  const sent = (asked: readonly ToWorker[]) =>
    asked.map((one) => ('patch' in one ? one.patch : 'document' in one ? one.document : undefined));

  it('only what is new is sent, and to another worker all of it', () => {
    const { client, hired } = works();
    const [one, two] = [emptyCircuit, { ...emptyCircuit, title: 'Another' }];
    lay(client, one);
    lay(client, two);
    expect(sent(hired[0]!.asked)).toEqual([one, { whole: { title: 'Another' }, within: {} }]);
    hired[0]!.crash();
    expect(sent(hired[1]!.asked)).toEqual([two]);
    lay(client, one);
    expect(sent(hired[1]!.asked)).toEqual([two, { whole: { title: emptyCircuit.title }, within: {} }]);
  });
});

describe('the watchdog counts silence, not seconds', () => {
  it('work that says it goes on is left alone however long it takes', async () => {
    const { client, hired } = works();
    const one = client.ask('study', {});
    for (let beats = 0; beats < 50; beats++) {
      vi.advanceTimersByTime(SILENT_AFTER_MS - 1);
      hired[0]!.say({ id: 1, progress: { seen: beats, of: 50 } });
    }
    expect(hired).toHaveLength(1);
    hired[0]!.say({ id: 1, answer: study });
    expect(await one).toBe(study);
  });
  it('a long question speaks for those behind it', () => {
    const { client, hired } = works();
    void client.ask('study', {}).catch(() => undefined);
    void client.ask('twin', { device: 'dK1' as never, part: {} as never }).catch(() => undefined);
    for (let beats = 0; beats < 5; beats++) {
      vi.advanceTimersByTime(SILENT_AFTER_MS - 1);
      hired[0]!.say({ id: 1, progress: { seen: beats, of: 5 } });
    }
    expect(hired).toHaveLength(1);
  });
  it('with nothing asked no silence is too long', () => {
    const { client, hired } = works();
    void client.ask('stock', { parts: [] });
    hired[0]!.say({ id: 1, answer: { count: 0 } });
    vi.advanceTimersByTime(10 * SILENT_AFTER_MS);
    expect(hired).toHaveLength(1);
  });
  it('a worker that falls silent, or dies, is replaced and given back what it knew, and what was asked', () => {
    const { client, hired } = works();
    const told = vi.fn();
    client.onRestart(told);
    const forget = (asked: Promise<unknown>) => void asked.catch(() => undefined);
    forget(client.ask('stock', { parts: [] }));
    forget(client.ask('circuit', { document: {} as never, practice: {} as never }));
    forget(client.ask('run', { log: [], faults: [] }));
    for (const id of [1, 2, 3]) hired[0]!.say({ id, answer: {} as never });
    forget(client.ask('study', {}));
    vi.advanceTimersByTime(SILENT_AFTER_MS);
    expect([hired[0]!.ended, told.mock.calls.length]).toEqual([true, 1]);
    expect(types(hired[1]!.asked)).toEqual(['stock -1', 'circuit -1', 'run -1', 'study 4']);
    hired[1]!.crash();
    expect(types(hired[2]!.asked)).toEqual(['stock -1', 'circuit -1', 'run -1', 'study 4']);
  });
  it('a question that takes the worker down again and again is given up, with words', async () => {
    const { client, hired } = works();
    const one = client.ask('study', {});
    for (let k = 0; k < 3; k++) hired.at(-1)!.crash();
    await expect(one).rejects.toThrow(/again and again/);
    expect(types(hired.at(-1)!.asked)).toEqual([]);
  });
});
