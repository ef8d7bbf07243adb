import pg from 'pg';

/** What a follower of a circuit is told: its newest revision, and the life of the database, which a restore makes anew. */
interface News {
  readonly revision: number;
  readonly epoch: string;
}

export interface Followers {
  /** Calls back with the revision as it stands, and with each new one, whichever server took it. @returns stops following */
  follow(circuit: string, tell: (news: News) => void): () => void;
  close(): Promise<void>;
}

const [FIRST_PAUSE_MS, MOST_PAUSE_MS] = [250, 5000] as const;

/**
 * Listens to PostgreSQL's notifications on a connection of its own. When it breaks it is taken up again, after growing pauses, by one
 * attempt at a time; whatever was missed meanwhile is caught up with by the revisions as they then stand.
 */
export function createFollowers(databaseUrl: string): Followers {
  const telling = new Map<string, Set<(news: News) => void>>();
  let client: pg.Client | undefined;
  let timer: NodeJS.Timeout | undefined;
  let pauseMs: number = FIRST_PAUSE_MS;
  let closed = false;
  let epoch = '';

  /** who has begun to follow and has not been told yet how it stands */
  let newcomers: { readonly circuit: string; readonly tell: (news: News) => void }[] = [];
  let isAsking = false;

  const tellAll = (circuit: string, revision: number): void => {
    for (const tell of telling.get(circuit) ?? []) tell({ revision, epoch });
  };
  const standing = async (on: pg.Client, circuits: readonly string[]): Promise<readonly { id: string; revision: number }[]> => {
    if (circuits.length === 0) return [];
    return (await on.query<{ id: string; revision: number }>('select id, revision from circuit where id = any($1::uuid[])', [circuits]))
      .rows;
  };
  const catchUp = async (on: pg.Client): Promise<void> => {
    for (const { id, revision } of await standing(on, [...telling.keys()])) tellAll(id, revision);
  };
  /** Each is told once, by a question that was asked after it had come; who comes meanwhile waits for the next one. */
  const tellNewcomers = async (): Promise<void> => {
    if (isAsking) return;
    isAsking = true;
    try {
      while (client && newcomers.length > 0) {
        const now = newcomers;
        newcomers = [];
        const revisions = new Map(
          (await standing(client, [...new Set(now.map(({ circuit }) => circuit))])).map(({ id, revision }) => [id, revision]),
        );
        for (const { circuit, tell } of now) {
          const revision = revisions.get(circuit);
          if (revision !== undefined && telling.get(circuit)?.has(tell)) tell({ revision, epoch });
        }
      }
    } finally {
      isAsking = false;
    }
  };
  const again = (): void => {
    if (closed || timer) return;
    timer = setTimeout(() => {
      timer = undefined;
      void listen();
    }, pauseMs);
    timer.unref();
    pauseMs = Math.min(MOST_PAUSE_MS, pauseMs * 2);
  };
  const listen = async (): Promise<void> => {
    if (closed) return;
    const next = new pg.Client({ connectionString: databaseUrl, connectionTimeoutMillis: 5000, application_name: 'mando follows' });
    let gone = false;
    const lost = (): void => {
      if (gone) return;
      gone = true;
      if (client === next) client = undefined;
      void next.end().catch(() => undefined);
      again();
    };
    next.on('error', lost);
    next.on('end', lost);
    next.on('notification', ({ payload }) => {
      const { id, revision } = JSON.parse(payload ?? '{}') as { id?: string; revision?: number };
      if (id !== undefined && revision !== undefined) tellAll(id, revision);
    });
    try {
      await next.connect();
      await next.query('listen circuit');
      const { rows } = await next.query<{ epoch: string }>('select epoch::text as epoch from life');
      epoch = rows[0]?.epoch ?? '';
      client = next;
      pauseMs = FIRST_PAUSE_MS;
      await catchUp(next);
    } catch {
      lost();
    }
  };
  void listen();
  return {
    follow(circuit, tell) {
      const set = telling.get(circuit) ?? new Set();
      telling.set(circuit, set.add(tell));
      // without a line all are told when it is taken up again
      if (client) {
        newcomers.push({ circuit, tell });
        tellNewcomers().catch(() => undefined);
      }
      return () => {
        set.delete(tell);
        if (set.size === 0 && telling.get(circuit) === set) telling.delete(circuit);
      };
    },
    async close() {
      closed = true;
      clearTimeout(timer);
      await client?.end().catch(() => undefined);
    },
  };
}
