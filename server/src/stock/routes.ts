import { isDeepStrictEqual } from 'node:util';
import type { FastifyInstance } from 'fastify';
import { stockSaveSchema } from '#core/api';
import { stockProblems } from '#core/devices';
import { inTransaction, type Pool } from '../db/pool';
import { sendProblem } from '../problems';
import { stockStore } from './stockStore';

export function stockRoutes(app: FastifyInstance, pool: Pool): void {
  app.get('/api/stock', async () => ({ parts: await stockStore(pool).list() }));

  /** Adds, changes or removes parts, all or none. A part changed elsewhere meanwhile is a clash, told with what stands there. */
  app.post('/api/stock', async ({ body }, reply) => {
    const parsed = stockSaveSchema.safeParse(body);
    if (!parsed.success)
      return sendProblem(reply, 'bad-request', parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('; '));
    const { changes } = parsed.data;
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
      if (clash) return { clash };
      for (const { change, now } of held)
        if (now.revision === change.baseRevision) await store.put(change.part, now.revision + 1, change.removed ?? false);
      return { clash: undefined };
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
    return { parts: await stockStore(pool).list() };
  });
}
