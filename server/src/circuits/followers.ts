import pg from 'pg';

export interface Followers {
  /** Calls back with each new revision of a circuit, whichever server took it. @returns stops following */
  follow(circuit: string, tell: (revision: number) => void): () => void;
  close(): Promise<void>;
}

const AGAIN_AFTER_MS = 1000;

/** Listens to PostgreSQL's notifications on a connection of its own, and takes it up again when it breaks. */
export function createFollowers(databaseUrl: string): Followers {
  const telling = new Map<string, Set<(revision: number) => void>>();
  let client: pg.Client | undefined;
  let closed = false;
  const listen = async (): Promise<void> => {
    if (closed) return;
    const next = new pg.Client({ connectionString: databaseUrl });
    next.on('notification', ({ payload }) => {
      const { id, revision } = JSON.parse(payload ?? '{}') as { id?: string; revision?: number };
      if (id !== undefined && revision !== undefined) for (const tell of telling.get(id) ?? []) tell(revision);
    });
    const again = () => {
      if (client === next) client = undefined;
      setTimeout(() => void listen(), AGAIN_AFTER_MS).unref();
    };
    next.on('error', () => undefined);
    next.on('end', again);
    try {
      await next.connect();
      await next.query('listen circuit');
      client = next;
    } catch {
      if (!closed) setTimeout(() => void listen(), AGAIN_AFTER_MS).unref();
    }
  };
  void listen();
  return {
    follow(circuit, tell) {
      const set = telling.get(circuit) ?? new Set();
      telling.set(circuit, set.add(tell));
      return () => void set.delete(tell);
    },
    async close() {
      closed = true;
      await client?.end();
    },
  };
}
