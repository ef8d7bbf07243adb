import type { FastifyInstance } from 'fastify';
import { answering } from '../answering';
import { inTransaction, type Pools } from '../db/pool';
import { sendProblem } from '../problems';
import { landingStore } from './landingStore';

export function landingRoutes(app: FastifyInstance, { pool, reads }: Pools): void {
  answering(app, 'landings', ({ params }) => landingStore(reads).all(params.id));

  answering(app, 'saveLandings', async ({ params, body: { entries }, reply }) => {
    const taken = await inTransaction(pool, async (client) => {
      const store = landingStore(client);
      if (!(await store.hold(params.id))) return 'none';
      return (await store.append(params.id, entries)) ? 'saved' : 'reused';
    });
    if (taken === 'none') return sendProblem(reply, 'not-found', 'There is no such circuit. Open the jobs page and pick one.');
    if (taken === 'reused') return sendProblem(reply, 'clash', 'Another entry was saved under one of these ids. Send it under a new one.');
    return { status: 'saved' };
  });
}
