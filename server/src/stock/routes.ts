import { isDeepStrictEqual } from 'node:util';
import type { FastifyInstance } from 'fastify';
import { stockProblems } from '#core/devices';
import { answering } from '../answering';
import { inTransaction, type Pool } from '../db/pool';
import { sendProblem } from '../problems';
import { stockStore } from './stockStore';

export function stockRoutes(app: FastifyInstance, pool: Pool): void {
  answering(app, 'stock', ({ query }) => stockStore(pool).list(query));

  /** A part changed elsewhere meanwhile is a clash, told with what stands there. */
  answering(app, 'saveStock', async ({ body: { changes }, reply }) => {
    const problems = changes.flatMap(({ part, removed }) => (removed ? [] : stockProblems(part)));
    if (problems.length > 0) return sendProblem(reply, 'bad-part', problems.map(({ message }) => message).join(' '), { problems });
    const saved = await inTransaction(pool, async (client) => {
      const store = stockStore(client);
      const held = [];
      // in order of id, so that two requests never wait for each other
      for (const change of [...changes].sort((a, b) => (a.part.id < b.part.id ? -1 : 1)))
        held.push({ change, now: await store.hold(change.part.id) });
      // sent twice is taken once: the same part at the next revision is what this request made
      const clash = held.find(({ change, now }) => now.revision !== change.baseRevision && !isDeepStrictEqual(now.part, change.part));
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
