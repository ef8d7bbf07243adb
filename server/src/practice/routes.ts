import { isDeepStrictEqual } from 'node:util';
import type { FastifyInstance } from 'fastify';
import { JOB_ID, practiceSaveSchema } from '#core/api';
import { DEFAULT_PRACTICE } from '#core/size';
import type { Pool } from '../db/pool';
import { sendProblem } from '../problems';
import { practiceStore } from './practiceStore';

export function practiceRoutes(app: FastifyInstance, pool: Pool): void {
  const path = '/api/jobs/:job/practice';
  app.get<{ Params: { job: string } }>(path, async ({ params: { job } }, reply) => {
    if (!JOB_ID.safeParse(job).success || !(await practiceStore(pool).isJob(job))) return noJob(reply);
    return (await practiceStore(pool).newest(job)) ?? { revision: 0, practice: DEFAULT_PRACTICE };
  });

  app.post<{ Params: { job: string } }>(path, async ({ params: { job }, body }, reply) => {
    const parsed = practiceSaveSchema.safeParse(body);
    if (!parsed.success)
      return sendProblem(reply, 'bad-request', parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('; '));
    const store = practiceStore(pool);
    if (!JOB_ID.safeParse(job).success || !(await store.isJob(job))) return noJob(reply);
    const now = await store.newest(job);
    if (now && isDeepStrictEqual(now.practice, parsed.data.practice)) return now; // sent twice
    const revision = parsed.data.baseRevision + 1;
    if ((now?.revision ?? 0) !== parsed.data.baseRevision || !(await store.append(job, revision, parsed.data.practice)))
      return sendProblem(reply, 'clash', 'The practice of this job was changed elsewhere meanwhile. Look at it and choose again.', {
        revision: now?.revision ?? 0,
      });
    return { revision, practice: parsed.data.practice };
  });
}

const noJob = (reply: Parameters<typeof sendProblem>[0]) =>
  sendProblem(reply, 'not-found', 'There is no such job. Open the jobs page and pick one.');
