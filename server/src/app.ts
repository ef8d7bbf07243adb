import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import compress from '@fastify/compress';
import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import fastify, { type FastifyError, type FastifyInstance } from 'fastify';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { MOST_CHARACTERS } from '#core/formats';
import { answering } from './answering';
import { createFollowers } from './circuits/followers';
import { circuitRoutes } from './circuits/routes';
import { createPool } from './db/pool';
import { guardOrigin } from './guard';
import { jobRoutes } from './jobs/routes';
import { describeApi } from './openapi';
import { practiceRoutes } from './practice/routes';
import { sendProblem } from './problems';
import { stockRoutes } from './stock/routes';

export interface AppOptions {
  readonly databaseUrl: string;
  readonly hosts?: readonly string[];
  /** what is written to standard output as lines of JSON; nothing where it is left out */
  readonly log?: 'error' | 'warn' | 'info' | 'debug';
}

const WEB_FOLDER = fileURLToPath(new URL('../../web/dist', import.meta.url));

/** The whole server without a port: tests call it by `inject`. */
export async function buildApp({ databaseUrl, hosts = [], log }: AppOptions): Promise<FastifyInstance> {
  const app: FastifyInstance = fastify({
    bodyLimit: MOST_CHARACTERS,
    forceCloseConnections: true,
    logger: log ? { level: log } : false,
    genReqId: () => randomUUID(),
  });
  const pool = createPool(databaseUrl);
  const followers = createFollowers(databaseUrl);
  app.addHook('onClose', async () => {
    await followers.close();
    await pool.end();
  });
  app.addHook('onRequest', async (request, reply) => void reply.header('x-request-id', request.id));
  // before any route: a route keeps the handler that stood when it was made
  app.setErrorHandler((error: FastifyError & { code?: string }, request, reply) => {
    if (hasZodFastifySchemaValidationErrors(error)) {
      if (error.validationContext === 'params') return sendProblem(reply, 'not-found', `There is nothing at ${request.url}.`);
      const words = error.validation.map(
        ({ instancePath, message }) => `${instancePath.slice(1).replaceAll('/', '.') || 'the request'}: ${message}`,
      );
      return sendProblem(reply, 'bad-request', words.join('; '));
    }
    if (error.code === 'FST_ERR_CTP_BODY_TOO_LARGE')
      return sendProblem(reply, 'too-large', `A request has at most ${MOST_CHARACTERS} bytes.`);
    if (error.statusCode !== undefined && error.statusCode < 500) return sendProblem(reply, 'bad-request', error.message);
    if (
      /ECONNREFUSED|ECONNRESET|EPIPE|not queryable|Client has encountered|Connection terminated|timeout|57P0|terminating connection/i.test(
        `${error.message} ${error.code ?? ''}`,
      )
    )
      return sendProblem(reply, 'not-ready', 'PostgreSQL does not answer. Nothing of this request was saved; it is safe to send it again.');
    request.log.error(error);
    return sendProblem(reply, 'our-fault', 'It is not what you did. Nothing of this request was saved.');
  });
  guardOrigin(app, hosts);
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'", 'data:'],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
    crossOriginEmbedderPolicy: false,
  });
  await app.register(compress, { threshold: 1024 });
  await describeApi(app);
  answering(app, 'health', async () => ({ status: 'up' }));
  answering(app, 'ready', async ({ reply }) => {
    try {
      await pool.query('select 1');
      return { status: 'ready' };
    } catch {
      return sendProblem(
        reply,
        'not-ready',
        'PostgreSQL does not answer. It is tried again at the next request; what was accepted is safe.',
      );
    }
  });
  jobRoutes(app, pool);
  stockRoutes(app, pool);
  practiceRoutes(app, pool);
  circuitRoutes(app, pool, followers);
  if (existsSync(WEB_FOLDER)) {
    await app.register(fastifyStatic, {
      root: WEB_FOLDER,
      immutable: true,
      maxAge: '365d',
      index: ['index.html'],
      setHeaders: (reply, path) => void (path.includes('/assets/') || reply.setHeader('cache-control', 'no-cache')),
    });
  }
  app.setNotFoundHandler((request, reply) => {
    const isPage = request.method === 'GET' && !request.url.startsWith('/api/') && !/\.[a-z0-9]+$/i.test(request.url.split('?')[0]!);
    if (isPage && existsSync(WEB_FOLDER))
      return reply.header('cache-control', 'no-cache').sendFile('index.html', { immutable: false, maxAge: 0 });
    return sendProblem(reply, 'not-found', `There is nothing at ${request.url}.`);
  });
  return app;
}
