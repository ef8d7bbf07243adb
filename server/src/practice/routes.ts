import { isDeepStrictEqual } from 'node:util';
import type { FastifyInstance } from 'fastify';
import { DEFAULT_PRACTICE } from '#core/schools';
import { answering } from '../answering';
import type { Pools } from '../db/pool';
import { jobStore, noJob } from '../jobs/jobStore';
import { sendProblem } from '../problems';
import { practiceStore } from './practiceStore';

export function practiceRoutes(app: FastifyInstance, { pool, reads }: Pools): void {
  const store = practiceStore(pool);

  answering(app, 'practice', async ({ params: { job }, reply }) => {
    if (!(await jobStore(reads).has(job))) return noJob(reply);
    return (await practiceStore(reads).newest(job)) ?? { revision: 0, practice: DEFAULT_PRACTICE };
  });

  answering(app, 'savePractice', async ({ params: { job }, body: { baseRevision, practice }, reply }) => {
    if (!(await jobStore(pool).has(job))) return noJob(reply);
    const now = await store.newest(job);
    if (now && isDeepStrictEqual(now.practice, practice)) return now; // sent twice
    const revision = baseRevision + 1;
    if ((now?.revision ?? 0) !== baseRevision || !(await store.append(job, revision, practice)))
      return sendProblem(reply, 'clash', 'The practice of this job was changed elsewhere meanwhile. Look at it and choose again.', {
        revision: now?.revision ?? 0,
      });
    return { revision, practice };
  });
}
