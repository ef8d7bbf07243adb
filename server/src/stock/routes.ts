import { isDeepStrictEqual } from 'node:util';
import type { FastifyInstance } from 'fastify';
import type { Problem } from '#core/circuit';
import { stockProblems } from '#core/devices';
import { answering } from '../answering';
import { inTransaction, type Pools } from '../db/pool';
import { MOST_TOLD, sendProblem, wordsOf } from '../problems';
import { stockStore } from './stockStore';

export function stockRoutes(app: FastifyInstance, { pool, reads }: Pools): void {
  answering(app, 'stock', ({ query }) => stockStore(reads).list(query));

  /** A part changed elsewhere meanwhile is a clash, told with what stands there. */
  answering(app, 'saveStock', async ({ body: { changes }, reply }) => {
    const seen = new Set<string>();
    const twice = changes.find(({ part }) => seen.size === seen.add(part.id).size);
    if (twice) return sendProblem(reply, 'bad-part', `${twice.part.title} is in this request twice. Send each part once.`);
    const problems: Problem[] = [];
    for (const { part, removed } of changes) {
      if (problems.length > MOST_TOLD) break;
      if (!removed) problems.push(...stockProblems(part));
    }
    if (problems.length > 0) return sendProblem(reply, 'bad-part', wordsOf(problems), { problems });
    const saved = await inTransaction(pool, async (client) => {
      const store = stockStore(client);
      const held: { change: (typeof changes)[number]; now: Awaited<ReturnType<typeof store.hold>> }[] = [];
      // in order of id, so that two requests never wait for each other
      for (const change of [...changes].sort((a, b) => (a.part.id < b.part.id ? -1 : 1)))
        held.push({ change, now: await store.hold(change.part.id) });
      // sent twice is taken once: the same part at the next revision is what this request made
      const isDone = ({ change, now }: (typeof held)[number]): boolean =>
        now.revision === change.baseRevision + 1 && now.removed === (change.removed ?? false) && isDeepStrictEqual(now.part, change.part);
      const clash = held.find((one) => one.now.revision !== one.change.baseRevision && !isDone(one));
      if (clash) return { clash, parts: [] };
      const parts = held.map(({ change, now }) => ({
        part: change.part,
        removed: change.removed ?? false,
        revision: now.revision === change.baseRevision ? now.revision + 1 : now.revision,
        isNew: now.revision === change.baseRevision,
      }));
      for (const { part, revision, removed, isNew } of parts) if (isNew) await store.put(part, revision, removed);
      return { clash: undefined, parts };
    });
    if (saved.clash)
      return sendProblem(
        reply,
        'clash',
        `${saved.clash.change.part.title} was changed elsewhere meanwhile. Load the list again and look.`,
        {
          revision: saved.clash.now.revision,
        },
      );
    return { parts: saved.parts.flatMap(({ part, revision, removed }) => (removed ? [] : [{ part, revision }])) };
  });
}
