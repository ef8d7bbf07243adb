import type { FastifyInstance } from 'fastify';
import { validatorCompiler } from 'fastify-type-provider-zod';
import type { EndpointName } from '#core/api';
import type { Work } from './work/pool';
import { readText } from './work/reading';

/** A body that is refused before anything is made of it. */
class BadBody extends Error {
  readonly statusCode = 400;
}

const isEndpoint = (id: unknown): id is EndpointName => typeof id === 'string';

/**
 * Reads JSON bodies, each held to the shape of its endpoint as it is read: a large one on a thread of its own, so that nobody waits for it.
 * What was held so is not held again by the router.
 */
export function readBodies(app: FastifyInstance, work: Work): void {
  const held = new WeakSet<object>();
  app.removeContentTypeParser('application/json');
  app.addContentTypeParser(
    'application/json',
    { parseAs: 'string' },
    async (request: { routeOptions: { schema?: unknown } }, body: string) => {
      const endpoint = (request.routeOptions.schema as { operationId?: string } | undefined)?.operationId;
      const read = isEndpoint(endpoint) ? await work.body(endpoint, body) : readText(body);
      if (!read.ok) throw new BadBody(read.words);
      if (typeof read.value === 'object' && read.value !== null) held.add(read.value);
      return read.value;
    },
  );
  app.setValidatorCompiler((route) => {
    const check = validatorCompiler(route as Parameters<typeof validatorCompiler>[0]);
    return (value: unknown) => (typeof value === 'object' && value !== null && held.has(value) ? { value } : check(value));
  });
}
