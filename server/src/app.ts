import { createHash, randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import compress from '@fastify/compress';
import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import fastify, { type FastifyError, type FastifyInstance, type FastifyReply } from 'fastify';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { BUILD_HEADER } from '#core/api';
import { issueWords } from '#core/circuit';
import { MOST_CHARACTERS } from '#core/formats';
import { answering } from './answering';
import { readBodies } from './body';
import { createFollowers } from './circuits/followers';
import { circuitRoutes } from './circuits/routes';
import { createPool } from './db/pool';
import { createRoom, type Room } from './db/room';
import { TooBusy } from './db/turns';
import { guardOrigin } from './guard';
import { jobRoutes } from './jobs/routes';
import { landingRoutes } from './landings/routes';
import { describeApi } from './openapi';
import { practiceRoutes } from './practice/routes';
import { sendProblem } from './problems';
import { stockRoutes } from './stock/routes';
import { createWork, Overworked } from './work/pool';
import { shapeWords } from './work/reading';

export interface AppOptions {
  readonly databaseUrl: string;
  readonly hosts?: readonly string[];
  /** whether the disk takes more; looked at where it is left out */
  readonly room?: Room;
  /** what is written to standard output as lines of JSON; nothing where it is left out */
  readonly log?: 'error' | 'warn' | 'info' | 'debug';
}

const DISK_FULL = 'The disk of the database is full. Nothing of this request was saved. Reading goes on; free some room and send it again.';

const WEB_FOLDER = fileURLToPath(new URL('../../web/dist', import.meta.url));

/** Which build of the pages stands here, by their content: a page that was loaded from another one can tell. */
const buildOf = (): string => {
  const page = join(WEB_FOLDER, 'index.html');
  return existsSync(page) ? createHash('sha256').update(readFileSync(page)).digest('hex').slice(0, 16) : 'none';
};

/** The whole server without a port: tests call it by `inject`. */
export async function buildApp({ databaseUrl, hosts = [], log, room }: AppOptions): Promise<FastifyInstance> {
  const app: FastifyInstance = fastify({
    bodyLimit: MOST_CHARACTERS,
    forceCloseConnections: true,
    logger: log ? { level: log } : false,
    genReqId: () => randomUUID(),
    // an address that cannot be read is told as everything else is
    frameworkErrors: (error, _request, reply) =>
      sendProblem(reply as FastifyReply, 'bad-request', `The address cannot be read: ${error.message}.`),
  });
  const work = createWork();
  readBodies(app, work);
  const pool = createPool(databaseUrl);
  // however many changes wait for connections, what only reads has some of its own
  const reads = createPool(databaseUrl, 3);
  const disk = room ?? createRoom(reads);
  const followers = createFollowers(databaseUrl);
  app.addHook('onClose', async () => {
    await followers.close();
    await work.close();
    await pool.end();
    await reads.end();
  });
  const build = buildOf();
  app.addHook('onRequest', async (request, reply) => void reply.header('x-request-id', request.id).header(BUILD_HEADER, build));
  // before any route: a route keeps the handler that stood when it was made
  app.setErrorHandler((error: FastifyError & { code?: string }, request, reply) => {
    if (hasZodFastifySchemaValidationErrors(error)) {
      if (error.validationContext === 'params') return sendProblem(reply, 'not-found', `There is nothing at ${request.url}.`);
      const issues = error.validation.map(({ instancePath, keyword, message, params }) => ({
        at: instancePath.slice(1).replaceAll('/', '.'),
        words: issueWords({ ...params, code: keyword, message, path: [] } as unknown as Parameters<typeof issueWords>[0]),
      }));
      return sendProblem(reply, 'bad-request', shapeWords(issues));
    }
    if (error.code === 'FST_ERR_CTP_BODY_TOO_LARGE')
      return sendProblem(reply, 'too-large', `A request has at most ${MOST_CHARACTERS} bytes.`);
    if (error.statusCode !== undefined && error.statusCode < 500) return sendProblem(reply, 'bad-request', error.message);
    if (error instanceof TooBusy || error instanceof Overworked)
      return sendProblem(
        reply,
        'busy',
        'Too much of this kind waits already. Nothing of this request was saved; send it again in a while.',
      );
    if (error.code === '53100') return sendProblem(reply, 'disk-full', DISK_FULL);
    if (
      /ECONNREFUSED|ECONNRESET|EPIPE|not queryable|Client has encountered|Connection terminated|timeout|57P0|terminating connection|read timeout|57014|55P03|25P0[23]|53300/i.test(
        `${error.message} ${error.code ?? ''}`,
      )
    )
      return sendProblem(reply, 'not-ready', 'PostgreSQL does not answer. Nothing of this request was saved; it is safe to send it again.');
    request.log.error(error);
    return sendProblem(reply, 'our-fault', 'It is not what you did. Nothing of this request was saved.');
  });
  await app.register(helmet, {
    xFrameOptions: { action: 'deny' },
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
  // after the headers: a refusal carries them as well
  guardOrigin(app, hosts);
  app.addHook('onRequest', async (request, reply) =>
    request.method === 'POST' && !(await disk.hasRoom()) ? sendProblem(reply, 'disk-full', DISK_FULL) : undefined,
  );
  await app.register(compress, { threshold: 1024 });
  await describeApi(app);
  answering(app, 'health', async () => ({ status: 'up' }));
  answering(app, 'ready', async ({ reply }) => {
    try {
      await reads.query('select 1');
      return { status: 'ready' };
    } catch {
      return sendProblem(
        reply,
        'not-ready',
        'PostgreSQL does not answer. It is tried again at the next request; what was accepted is safe.',
      );
    }
  });
  jobRoutes(app, { pool, reads });
  stockRoutes(app, { pool, reads });
  practiceRoutes(app, { pool, reads });
  circuitRoutes(app, { pool, reads, followers, work });
  landingRoutes(app, { pool, reads });
  if (existsSync(WEB_FOLDER)) {
    await app.register(fastifyStatic, {
      root: WEB_FOLDER,
      index: ['index.html'],
      // what carries its content in its name never changes; the page itself is asked for again each time
      cacheControl: false,
      setHeaders: (reply, path) =>
        void reply.setHeader('cache-control', path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache'),
    });
  }
  app.setNotFoundHandler((request, reply) => {
    const isPage = request.method === 'GET' && !request.url.startsWith('/api/') && !/\.[a-z0-9]+$/i.test(request.url.split('?')[0]!);
    if (isPage && existsSync(WEB_FOLDER)) return reply.sendFile('index.html');
    return sendProblem(reply, 'not-found', `There is nothing at ${request.url}.`);
  });
  return app;
}
