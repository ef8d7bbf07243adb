import type { FastifyInstance } from 'fastify';
import { answering } from '../answering';
import type { Pools } from '../db/pool';
import { sendProblem } from '../problems';
import { jobStore, noJob } from './jobStore';

export function jobRoutes(app: FastifyInstance, { pool, reads }: Pools): void {
  answering(app, 'jobs', ({ query }) => jobStore(reads).list(query));

  answering(app, 'circuits', ({ query }) => jobStore(reads).circuits(query));

  answering(app, 'createJob', async ({ body: { id, title }, reply }) => {
    const there = await jobStore(pool).create(id, title, false);
    return there === title ? { id } : sendProblem(reply, 'clash', 'Another job stands under this id. Send it under a new one.');
  });

  answering(app, 'saveJob', async ({ params: { job }, body, reply }) => {
    if (!(await jobStore(pool).has(job))) return noJob(reply);
    await jobStore(pool).save(job, body);
    return { status: 'saved' };
  });
}
