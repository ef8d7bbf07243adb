import type { FastifyInstance } from 'fastify';
import { answering } from '../answering';
import type { Pool } from '../db/pool';
import { jobStore } from './jobStore';

export function jobRoutes(app: FastifyInstance, pool: Pool): void {
  answering(app, 'jobs', ({ query }) => jobStore(pool).list(query));
}
