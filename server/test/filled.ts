import { randomUUID } from 'node:crypto';
import type { FastifyInstance } from 'fastify';
import { CLIENT_HEADER, circuitReplySchema, jobsSchema } from '#core/api';
import { migrate } from '../src/db/migrate';
import { createPool, type Pool } from '../src/db/pool';
import { loadDemo } from '../src/demo/loadDemo';

export const HEADERS = { [CLIENT_HEADER]: 'test' };

/** A database as the program's first start leaves it. */
export async function filled(databaseUrl: string): Promise<Pool> {
  if (!databaseUrl) throw new Error('DATABASE_URL is not set: "npm test" starts a cluster and sets it.');
  await migrate(databaseUrl);
  const pool = createPool(databaseUrl);
  await loadDemo(pool);
  return pool;
}

/** Copies a demo circuit, so that no test writes to what another reads. @returns the copy's id */
export async function copyOf(app: FastifyInstance, demo: string): Promise<string> {
  const [job] = jobsSchema.parse((await app.inject({ url: '/api/jobs' })).json()).jobs;
  const line = job!.circuits.find((circuit) => circuit.demo === demo)!;
  const { document } = circuitReplySchema.parse((await app.inject({ url: `/api/circuits/${line.id}` })).json());
  const made = await app.inject({
    method: 'POST',
    url: `/api/jobs/${job!.id}/circuits`,
    payload: { id: randomUUID(), document },
    headers: HEADERS,
  });
  return (made.json() as { id: string }).id;
}
