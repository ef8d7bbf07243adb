import swagger from '@fastify/swagger';
import type { FastifyInstance } from 'fastify';
import { createJsonSchemaTransform, createJsonSchemaTransformObject, serializerCompiler } from 'fastify-type-provider-zod';
import { NAMED_SHAPES } from '#core/api';

/** Reads and writes by the Zod schemas of each route, and describes them at /api/openapi.json. */
export async function describeApi(app: FastifyInstance): Promise<void> {
  app.setSerializerCompiler(serializerCompiler);
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: {
        title: 'Mando',
        version: '1',
        description:
          'What the screens ask of the server. A change needs the header x-mando-client. A problem comes as application/problem+json (RFC 9457).',
      },
    },
    transform: createJsonSchemaTransform({ schemaRegistry: NAMED_SHAPES }),
    transformObject: createJsonSchemaTransformObject({ schemaRegistry: NAMED_SHAPES }),
  });
  app.get('/api/openapi.json', { schema: { hide: true } }, async () => app.swagger());
}
