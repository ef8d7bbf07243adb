import { z } from 'zod';
import type { CircuitReply } from '#core/api';
import { type Edit, editSchema } from '#core/circuit';
import { editRefusedHere, notKept, saveWaits } from './acts';
import { follow, open, takeClash, takeRefusal, takeReply } from './editing';
import { ApiError, request, wordsOf } from './request';
import { server } from './server';
import { browserShelf, circuitAddress, type Shelf } from './shelf';
import type { Store, Thunk } from './store';

const RETRY_MS = 1000;

/** The newest revision that the server has, and the life of its database: a restore makes it another one. */
export interface News {
  readonly revision: number;
  readonly epoch?: string;
}

/** What saving needs of the world outside of the store; a test brings its own. */
export interface World {
  readonly request: typeof request;
  readonly shelf: Shelf;
  readonly now: () => number;
  readonly wait: (ms: number) => Promise<void>;
  /** follows what others save: called with news, or with undefined when the line is up again @returns stops it */
  readonly listen: (id: string, tell: (news: News | undefined) => void) => () => void;
}

const browser: World = {
  request,
  shelf: browserShelf,
  now: Date.now,
  wait: (ms) => new Promise((done) => setTimeout(done, ms)),
  listen: (id, tell) => {
    const events = new EventSource(`/api/circuits/${id}/events`);
    events.onmessage = ({ data }: MessageEvent<string>) => tell(JSON.parse(data) as News);
    let wasOpen = false; // the circuit was read a moment ago: only a line that broke has missed something
    events.onopen = () => {
      if (wasOpen) tell(undefined);
      wasOpen = true;
    };
    return () => events.close();
  },
};

/** Where programs before 0.6 kept what was unsent. */
const OLD_KEY = 'mando.unsent.';
const oldSchema = z.object({ baseRevision: z.number().int().nonnegative(), edits: z.array(editSchema) });

/** Edits that an older program left in this browser come onto the shelf; what cannot be read cannot be sent either. */
async function takeOver(id: string, shelf: Shelf): Promise<void> {
  const text = globalThis.localStorage?.getItem(OLD_KEY + id) ?? null;
  if (text === null) return;
  try {
    const { baseRevision, edits } = oldSchema.parse(JSON.parse(text));
    for (const edit of edits) await shelf.keepUnsent(id, { edit, baseRevision });
    globalThis.localStorage.removeItem(OLD_KEY + id);
  } catch {
    // left where it is
  }
}

/** What was left over from last time: whether there was any, and what the server has not got or would not take of it. */
interface Leftovers {
  readonly hadSome: boolean;
  readonly unsent: readonly Edit[];
}

/** Sends what was left from last time before the circuit is read, so that nothing is applied twice. */
async function sendLeftovers({ request: ask, shelf }: World, id: string): Promise<Leftovers> {
  await takeOver(id, shelf);
  const kept = await shelf.unsent(id).catch(() => []);
  let baseRevision = kept[0]?.baseRevision ?? 0;
  for (const [index, { edit }] of kept.entries()) {
    try {
      baseRevision = (await ask('saveEdit', { params: { id }, body: { baseRevision, edit } })).revision;
    } catch (error) {
      // away: all of them lie on what this browser has of the circuit; refused: this one and what stands on it
      const unsent = (error instanceof ApiError && error.offline ? kept : kept.slice(index)).map((one) => one.edit);
      return { hadSome: true, unsent };
    }
  }
  if (kept.length > 0)
    await shelf.settle(
      id,
      kept.map(({ edit }) => edit.id),
    );
  return { hadSome: kept.length > 0, unsent: [] };
}

/** Opens a circuit with the practice of its job. @param isWanted whether the person still waits for it */
export const openCircuit =
  (id: string, isWanted: () => boolean, world: World = browser): Thunk<Promise<void>> =>
  async (dispatch) => {
    // asked for at once: hardly a browser has anything left over, and each is slow to say so
    const asked = world.request('circuit', { params: { id } });
    asked.catch(() => undefined);
    const { unsent, hadSome } = await sendLeftovers(world, id);
    const reply = await (hadSome ? world.request('circuit', { params: { id } }) : asked);
    await dispatch(server.endpoints.practice.initiate(reply.job, { subscribe: false }));
    if (isWanted()) dispatch(open(reply, unsent, world.now()));
  };

/**
 * Sends edits one at a time, oldest first, until the server has taken them all, and follows what others save.
 * What is unsent is kept in the browser too, so that a page that is killed loses none.
 */
export function keepSaving(store: Store, world: World = browser): () => void {
  let sending = false;
  let newest = 0;
  let epoch: string | undefined;
  let kept: readonly Edit[] | undefined;
  let keptRevision = -1;
  /** edits that this page has kept in the browser */
  const made = new Set<string>();
  let listening: { readonly id: string; readonly stop: () => void } | undefined;

  /** The server has what is shown: it is kept as the circuit, and the edits that led to it are let go. */
  const settle = async (id: string): Promise<void> => {
    const { document, sync } = store.getState();
    if (document.id !== id || !document.now || document.job === undefined || sync.unsent.length > 0) return;
    const { job, demo, standing, now } = document;
    const reply: CircuitReply = { id, job, demo, standing, revision: sync.revision, document: now };
    const gone = [...made];
    await world.shelf.settle(id, gone, { address: circuitAddress(id), at: world.now(), reply });
    for (const edit of gone) made.delete(edit);
  };

  const keep = (): void => {
    const { document, sync } = store.getState();
    const { id } = document;
    if (id === undefined || (kept === sync.unsent && keptRevision === sync.revision)) return;
    kept = sync.unsent;
    keptRevision = sync.revision;
    for (const edit of sync.unsent) {
      if (made.has(edit.id)) continue;
      made.add(edit.id);
      world.shelf.keepUnsent(id, { edit, baseRevision: sync.revision }).catch(() => store.dispatch(notKept()));
    }
    if (sync.unsent.length === 0) void settle(id).catch(() => undefined);
  };

  const catchUp = async (): Promise<void> => {
    const { document, sync } = store.getState();
    const { id } = document;
    if (id === undefined || sending || sync.unsent.length > 0 || newest <= sync.revision) return;
    const reply = await world.request('circuit', { params: { id } }).catch(() => undefined);
    if (reply && store.getState().document.id === id && store.getState().sync.unsent.length === 0) store.dispatch(follow(reply));
  };

  /** The database was put back from a backup: what stands here is of a past that is gone. What was not sent yet is laid on top of what is there. */
  const startOver = async (id: string): Promise<void> => {
    const reply = await world.request('circuit', { params: { id } }).catch(() => undefined);
    if (!reply || store.getState().document.id !== id) return;
    newest = reply.revision;
    store.dispatch(open(reply, store.getState().sync.unsent, world.now()));
    store.dispatch(
      editRefusedHere('The database was put back from a backup. This is what was in it; what you had not saved yet lies on top.'),
    );
  };

  const sendOne = async (id: string, edit: Edit, baseRevision: number): Promise<void> => {
    try {
      const reply = await world.request('saveEdit', { params: { id }, body: { baseRevision, edit } });
      if (store.getState().document.id === id) store.dispatch(takeReply(edit.id, reply, world.now()));
    } catch (error) {
      if (store.getState().document.id !== id) return;
      const problem = error instanceof ApiError ? error.problem : undefined;
      if (error instanceof ApiError && error.offline) {
        store.dispatch(saveWaits());
        await world.wait(RETRY_MS);
      } else if (problem?.code === 'clash' && problem.theirs) store.dispatch(takeClash(problem.theirs, problem.revision ?? 0));
      else {
        const reply = await world.request('circuit', { params: { id } }).catch(() => undefined);
        // it is tried again when the newest revision cannot be had: without it nothing can be taken back out
        if (reply) store.dispatch(takeRefusal(edit.id, `Not saved: ${wordsOf(error)}`, reply));
        else await world.wait(RETRY_MS);
      }
    }
  };

  const pump = async (): Promise<void> => {
    if (sending) return;
    sending = true;
    for (;;) {
      const { document, sync, clash } = store.getState();
      const [edit] = sync.unsent;
      if (document.id === undefined || !edit || clash.open) break;
      await sendOne(document.id, edit, sync.revision);
    }
    sending = false;
    void catchUp();
  };

  const onChange = (): void => {
    const { id } = store.getState().document;
    if (listening?.id !== id) {
      listening?.stop();
      kept = undefined;
      made.clear();
      newest = 0;
      epoch = undefined;
      listening =
        id === undefined
          ? undefined
          : {
              id,
              stop: world.listen(id, (news) => {
                if (news?.epoch && epoch !== undefined && news.epoch !== epoch) void startOver(id);
                epoch = news?.epoch ?? epoch;
                // what was missed while cut off is not known: one more than here is as good as any
                newest = Math.max(newest, news?.revision ?? store.getState().sync.revision + 1);
                void catchUp();
              }),
            };
    }
    keep();
    if (store.getState().sync.unsent.length > 0) void pump();
  };
  const stop = store.subscribe(onChange);
  return () => {
    listening?.stop();
    stop();
  };
}
