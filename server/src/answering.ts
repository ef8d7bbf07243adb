import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import type { z } from 'zod';
import { type BodyOf, ENDPOINTS, type EndpointName, type ParamsOf, problemReplySchema, type ReplyOf } from '#core/api';

/** A request as its endpoint's row describes it, read and checked. */
export interface Asked<N extends EndpointName> {
  readonly params: ParamsOf<N>;
  readonly query: z.output<(typeof ENDPOINTS)[N]['query']>;
  readonly body: BodyOf<N>;
  readonly request: FastifyRequest;
  readonly reply: FastifyReply;
}

/** Puts an endpoint on the server. What comes in and what goes out is held to its row; a problem is sent with `sendProblem`. */
export function answering<N extends EndpointName>(
  app: FastifyInstance,
  name: N,
  answer: (asked: Asked<N>) => Promise<ReplyOf<N> | FastifyReply>,
): void {
  const { method, path, summary, params, query, body, reply: good, status = 200 } = ENDPOINTS[name];
  app.route({
    method,
    url: path,
    schema: {
      operationId: name,
      summary,
      params,
      querystring: query,
      ...(method === 'POST' ? { body } : {}),
      response: { [status]: good, '4xx': problemReplySchema, '5xx': problemReplySchema },
    },
    handler: (request, reply) => {
      reply.code(status);
      // held to the row's schemas by the validator above, which is what these casts lean on
      return answer({
        params: request.params as ParamsOf<N>,
        query: request.query as Asked<N>['query'],
        body: request.body as BodyOf<N>,
        request,
        reply,
      });
    },
  });
}
