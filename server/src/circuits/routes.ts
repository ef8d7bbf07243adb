import { isDeepStrictEqual } from 'node:util';
import type { FastifyInstance, FastifyReply } from 'fastify';
import { LOCAL_AUTHOR } from '#core/api';
import { answering } from '../answering';
import { inTransaction, type Pools } from '../db/pool';
import { createTurns } from '../db/turns';
import { jobStore, noJob } from '../jobs/jobStore';
import { sendProblem, wordsOf } from '../problems';
import type { Work } from '../work/pool';
import { circuitStore } from './circuitStore';
import type { Followers } from './followers';
import { createOverview } from './overview';
import { takeEdit } from './takeEdit';

const noCircuit = (reply: FastifyReply) => sendProblem(reply, 'not-found', 'There is no such circuit. Open the jobs page and pick one.');

/** What circuits are served with. */
export interface CircuitServices extends Pools {
  readonly followers: Followers;
  readonly work: Work;
}

export function circuitRoutes(app: FastifyInstance, { pool, reads, followers, work }: CircuitServices): void {
  const turns = createTurns();
  const overview = createOverview({ pool, reads }, work);
  answering(app, 'circuit', async ({ params, reply }) => (await circuitStore(reads).find(params.id)) ?? noCircuit(reply));

  answering(app, 'revisions', ({ params, query }) => circuitStore(reads).history(params.id, query));

  answering(app, 'firstDocument', async ({ params, reply }) => {
    const document = await circuitStore(reads).firstDocument(params.id);
    return document ? { document } : noCircuit(reply);
  });

  answering(app, 'documentAt', async ({ params, reply }) => {
    const document = await circuitStore(reads).documentAt(params.id, params.revision);
    return document
      ? { document }
      : sendProblem(reply, 'not-found', 'There is no such revision of this circuit. Its history lists those that there are.');
  });

  answering(app, 'summary', async ({ params, reply }) => (await overview.summary(params.id)) ?? noCircuit(reply));

  answering(app, 'picture', async ({ params, request, reply }) => {
    const picture = await overview.picture(params.id);
    if (!picture) return noCircuit(reply);
    const tag = `"${picture.of}"`;
    reply.header('etag', tag).header('cache-control', 'no-cache').type('image/svg+xml');
    return request.headers['if-none-match'] === tag ? reply.code(304).send() : reply.send(picture.svg);
  });

  answering(app, 'saveStanding', async ({ params, body: { standing }, reply }) =>
    (await circuitStore(pool).stand(params.id, standing)) ? { status: standing } : noCircuit(reply),
  );

  answering(app, 'events', async ({ params, request, reply }) => {
    if (!(await circuitStore(reads).revision(params.id))) return noCircuit(reply);
    reply.hijack();
    reply.raw.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', connection: 'keep-alive' });
    reply.raw.write(': following\n\n');
    const stop = followers.follow(params.id, (news) => reply.raw.write(`data: ${JSON.stringify(news)}\n\n`));
    request.raw.on('close', stop);
    return reply;
  });

  answering(app, 'saveEdit', async ({ params, body: { baseRevision, edit }, reply }) => {
    const taken = await turns(params.id, () => takeEdit(pool, { id: params.id, baseRevision, edit, author: LOCAL_AUTHOR }));
    switch (taken.outcome) {
      case 'saved':
        return { revision: taken.revision, merged: taken.merged, ...(taken.merged ? { document: taken.document } : {}) };
      case 'none':
        return noCircuit(reply);
      case 'ahead':
        return sendProblem(
          reply,
          'bad-request',
          `The edit was made on revision ${baseRevision}, but the newest is ${taken.revision}. Load the circuit again.`,
        );
      case 'refused':
        return sendProblem(reply, 'bad-circuit', wordsOf(taken.problems), { problems: taken.problems });
      case 'reused':
        return sendProblem(reply, 'clash', 'Another edit was saved under this id. Send this one under a new id.', {
          revision: taken.revision,
        });
      case 'clash':
        return sendProblem(reply, 'clash', 'The same thing was changed meanwhile. Both versions are kept: pick one.', {
          theirs: taken.theirs,
          revision: taken.revision,
          keys: taken.keys,
        });
    }
  });

  answering(app, 'createCircuit', async ({ params: { job }, body, request, reply }) => {
    const circuit = await work.document(body.document, Number(request.headers['content-length'] ?? 0));
    if (!circuit.ok) return sendProblem(reply, 'bad-circuit', wordsOf(circuit.problems), { problems: circuit.problems });
    if (!(await jobStore(pool).has(job))) return noJob(reply);
    const isNew = await inTransaction(pool, (client) => circuitStore(client).create(body.id, job, circuit.value, null));
    // sent twice makes one; another circuit under the same id is not overwritten
    if (!isNew && !isDeepStrictEqual(await circuitStore(pool).firstDocument(body.id), circuit.value))
      return sendProblem(reply, 'clash', 'Another circuit stands under this id. Send it under a new one.');
    return { id: body.id };
  });
}
