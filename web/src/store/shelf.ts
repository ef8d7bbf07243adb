import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { z } from 'zod';
import { type Edit, editSchema } from '#core/circuit';

/** An edit that the server may not have taken yet, with the revision that the first one of its row was made on. */
interface KeptEdit {
  readonly edit: Edit;
  readonly baseRevision: number;
}

/** An answer of the server as it was last heard. */
interface KeptAnswer {
  readonly at: number;
  readonly reply: unknown;
}

/** What this browser keeps: what the server last said, and what it was not told yet. */
export interface Shelf {
  answer(address: string): Promise<KeptAnswer | undefined>;
  keepAnswer(address: string, kept: KeptAnswer): Promise<void>;
  /** the edits of a circuit that were kept, oldest first */
  unsent(circuit: string): Promise<readonly KeptEdit[]>;
  keepUnsent(circuit: string, kept: KeptEdit): Promise<void>;
  /** the server has them: they go, and the circuit that has them in it comes, both or neither */
  settle(circuit: string, edits: readonly string[], answer?: { readonly address: string } & KeptAnswer): Promise<void>;
}

interface Rooms extends DBSchema {
  answers: { key: string; value: KeptAnswer };
  unsent: {
    /** the edit's id: kept twice it is there once */
    key: string;
    value: { edit: string; circuit: string; order: number; kept: KeptEdit };
    indexes: { circuit: string };
  };
}

const keptSchema = z.object({ edit: editSchema, baseRevision: z.number().int().nonnegative() });

/** Later ones come after, also when they were made within one tick of the clock. */
let order = 0;
let opened: Promise<IDBPDatabase<Rooms>> | undefined;
const database = (): Promise<IDBPDatabase<Rooms>> => {
  opened ??= openDB<Rooms>('mando', 1, {
    upgrade(db) {
      db.createObjectStore('answers');
      db.createObjectStore('unsent', { keyPath: 'edit' }).createIndex('circuit', 'circuit');
    },
    // closed by the browser: the next one who asks opens it again
    terminated: () => {
      opened = undefined;
    },
  }).catch((error: unknown) => {
    opened = undefined;
    throw error;
  });
  return opened;
};

/** The browser's own database. A browser that has none, or no room, keeps nothing: every call then fails, and is told by who called. */
export const browserShelf: Shelf = {
  answer: async (address) => (await database()).get('answers', address),
  async keepAnswer(address, kept) {
    await (await database()).put('answers', kept, address);
  },
  async unsent(circuit) {
    const rows = await (await database()).getAllFromIndex('unsent', 'circuit', circuit);
    // what cannot be read cannot be sent either
    return rows.sort((a, b) => a.order - b.order).flatMap(({ kept }) => keptSchema.safeParse(kept).data ?? []);
  },
  async keepUnsent(circuit, kept) {
    order = Math.max(order + 1, Date.now());
    await (await database()).put('unsent', { edit: kept.edit.id, circuit, order, kept });
  },
  async settle(circuit, edits, answer) {
    const both = (await database()).transaction(['answers', 'unsent'], 'readwrite');
    const gone = new Set(edits);
    for (let at = await both.objectStore('unsent').index('circuit').openCursor(circuit); at; at = await at.continue())
      if (gone.has(at.value.edit)) await at.delete();
    if (answer) await both.objectStore('answers').put({ at: answer.at, reply: answer.reply }, answer.address);
    await both.done;
  },
};

/** Where the answer about a circuit is kept. */
export const circuitAddress = (id: string): string => `/api/circuits/${id}`;
