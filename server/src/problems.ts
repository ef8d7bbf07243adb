import type { FastifyReply } from 'fastify';
import { brief, type Problem } from '#core/circuit';

/** Every way in which a request can fail, as told to the outside: one table. */
export const PROBLEMS = {
  'bad-request': { status: 400, title: 'The request cannot be read' },
  'not-allowed-here': { status: 403, title: 'This page may not talk to Mando' },
  'not-found': { status: 404, title: 'There is no such thing here' },
  clash: { status: 409, title: 'Someone changed the same thing first' },
  'too-large': { status: 413, title: 'The request is too large' },
  'bad-circuit': { status: 422, title: 'The circuit cannot be taken as it is' },
  'bad-part': { status: 422, title: 'The part cannot be taken as it is' },
  'not-ready': { status: 503, title: 'The database does not answer' },
  busy: { status: 503, title: 'Too much is asked at once' },
  'disk-full': { status: 507, title: 'There is no room left' },
  'our-fault': { status: 500, title: 'Something went wrong in Mando itself' },
} as const;

export type ProblemCode = keyof typeof PROBLEMS;

/** So many problems of one request are told; the rest are counted. */
export const MOST_TOLD = 20;

/** The words of a few problems, and how many more there are. */
export const wordsOf = (problems: readonly Problem[]): string =>
  `${problems
    .slice(0, MOST_TOLD)
    .map(({ message }) => message)
    .join(' ')}${problems.length > MOST_TOLD ? ` And ${problems.length - MOST_TOLD} more.` : ''}`;

/** Sends application/problem+json (RFC 9457) with words a person can act on. */
export function sendProblem(
  reply: FastifyReply,
  code: ProblemCode,
  detail: string,
  more: { problems?: readonly Problem[]; [key: string]: unknown } = {},
): FastifyReply {
  const { status, title } = PROBLEMS[code];
  return reply
    .code(status)
    .type('application/problem+json')
    .send({
      type: `/problems/${code}`,
      title,
      status,
      code,
      detail: brief(detail),
      request: reply.request.id,
      ...more,
      ...(more.problems ? { problems: more.problems.slice(0, MOST_TOLD) } : {}),
    });
}
