import type { FastifyInstance } from 'fastify';
import { CLIENT_HEADER } from '#core/api';
import { sendProblem } from './problems';

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/**
 * A server on loopback can be reached by every page open in that browser. So the Host must be ours (no rebinding of names),
 * an Origin must be ours, and a change needs a header that another page cannot send without asking first.
 * @param hosts further host names allowed, when bound beyond loopback
 */
export function guardOrigin(app: FastifyInstance, hosts: readonly string[]): void {
  const isOurs = (host: string) => LOOPBACK.test(host) || hosts.includes(host);
  app.addHook('onRequest', async (request, reply) => {
    const host = request.headers.host ?? '';
    if (!isOurs(host))
      return sendProblem(
        reply,
        'not-allowed-here',
        `Mando does not answer to the name "${host}". Open it at its own address, or name that host in MANDO_HOSTS.`,
      );
    const { origin } = request.headers;
    if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`)
      return sendProblem(reply, 'not-allowed-here', 'Another page tried to reach Mando. Open Mando itself.');
    if (request.method !== 'GET' && request.method !== 'HEAD' && request.headers[CLIENT_HEADER] === undefined)
      return sendProblem(reply, 'not-allowed-here', `A change needs the header ${CLIENT_HEADER}.`);
  });
}
