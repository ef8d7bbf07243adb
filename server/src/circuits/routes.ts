import { randomUUID } from 'node:crypto';
import type { FastifyInstance, FastifyReply } from 'fastify';
import { CIRCUIT_ID, newCircuitSchema, saveRequestSchema } from '#core/api';
import { readCircuitDocument } from '#core/circuit';
import { catalogue } from '#core/devices';
import { inTransaction, type Pool } from '../db/pool';
import { jobStore } from '../jobs/jobStore';
import { sendProblem } from '../problems';
import { circuitStore } from './circuitStore';
import type { Followers } from './followers';
import { takeEdit } from './takeEdit';

const noCircuit = (reply: FastifyReply) => sendProblem(reply, 'not-found', 'There is no such circuit. Open the jobs page and pick one.');

export function circuitRoutes(app: FastifyInstance, pool: Pool, followers: Followers): void {
  app.addHook('preValidation', async (request, reply) => {
    const { id } = (request.params ?? {}) as { id?: string };
    if (id !== undefined && !CIRCUIT_ID.safeParse(id).success) return noCircuit(reply);
  });

  app.get<{ Params: { id: string } }>(
    '/api/circuits/:id',
    async ({ params }, reply) => (await circuitStore(pool).find(params.id)) ?? noCircuit(reply),
  );

  app.get<{ Params: { id: string } }>('/api/circuits/:id/revisions', async ({ params }) => ({
    revisions: await circuitStore(pool).history(params.id),
  }));

  app.get<{ Params: { id: string } }>('/api/circuits/:id/first', async ({ params }, reply) => {
    const document = await circuitStore(pool).firstDocument(params.id);
    return document ? { document } : noCircuit(reply);
  });

  app.get<{ Params: { id: string } }>('/api/circuits/:id/events', (request, reply) => {
    reply.hijack();
    reply.raw.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', connection: 'keep-alive' });
    reply.raw.write(': following\n\n');
    const stop = followers.follow(request.params.id, (revision) => reply.raw.write(`data: ${JSON.stringify({ revision })}\n\n`));
    request.raw.on('close', stop);
  });

  app.post<{ Params: { id: string } }>('/api/circuits/:id/edits', async ({ params, body }, reply) => {
    const parsed = saveRequestSchema.safeParse(body);
    if (!parsed.success)
      return sendProblem(reply, 'bad-request', parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('; '));
    const taken = await takeEdit(pool, params.id, parsed.data.baseRevision, parsed.data.edit);
    switch (taken.outcome) {
      case 'saved':
        return { revision: taken.revision, merged: taken.merged, ...(taken.merged ? { document: taken.document } : {}) };
      case 'none':
        return noCircuit(reply);
      case 'ahead':
        return sendProblem(
          reply,
          'bad-request',
          `The edit was made on revision ${parsed.data.baseRevision}, but the newest is ${taken.revision}. Load the circuit again.`,
        );
      case 'refused':
        return sendProblem(reply, 'bad-circuit', taken.problems.map(({ message }) => message).join(' '), { problems: taken.problems });
      case 'clash':
        return sendProblem(reply, 'clash', 'The same thing was changed meanwhile. Both versions are kept: pick one.', {
          theirs: taken.theirs,
          revision: taken.revision,
          keys: taken.keys,
        });
    }
  });

  app.post<{ Params: { job: string } }>('/api/jobs/:job/circuits', async ({ params, body }, reply) => {
    const parsed = newCircuitSchema.safeParse(body);
    if (!parsed.success || !CIRCUIT_ID.safeParse(params.job).success)
      return sendProblem(reply, 'bad-request', 'Send { "document": a circuit } to a job.');
    const circuit = readCircuitDocument(parsed.data.document, catalogue);
    if (!circuit.ok)
      return sendProblem(reply, 'bad-circuit', circuit.problems.map(({ message }) => message).join(' '), { problems: circuit.problems });
    const jobs = await jobStore(pool).list();
    if (!jobs.some(({ id }) => id === params.job))
      return sendProblem(reply, 'not-found', 'There is no such job. Open the jobs page and pick one.');
    const id = randomUUID();
    await inTransaction(pool, (client) => circuitStore(client).create(id, params.job, circuit.value, null));
    return reply.code(201).send({ id });
  });
}
