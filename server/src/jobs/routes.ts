import type { FastifyInstance } from 'fastify';
import type { Pool } from '../db/pool';
import { jobStore } from './jobStore';

export function jobRoutes(app: FastifyInstance, pool: Pool): void {
  app.get('/api/jobs', async () => ({ jobs: await jobStore(pool).list() }));
}
