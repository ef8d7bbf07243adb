import type { z } from 'zod';
import {
  type BodyOf,
  BUILD_HEADER,
  CLIENT_HEADER,
  ENDPOINTS,
  type EndpointName,
  type ParamsOf,
  type ProblemReply,
  problemReplySchema,
  type QueryOf,
  type ReplyOf,
} from '#core/api';
import { noteBuild } from './build';
import { noteKept, noteReached, noteUnreached } from './reach';
import { browserShelf } from './shelf';

/** A failed call, with what the server said of it. `offline`: nothing answered. */
export class ApiError extends Error {
  constructor(
    readonly problem: Partial<ProblemReply> & { readonly detail: string },
    readonly offline = false,
  ) {
    super(problem.detail);
  }
}

export const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** What goes with a request: only what its endpoint asks for. */
export interface Sent<N extends EndpointName> {
  readonly params?: ParamsOf<N>;
  readonly query?: QueryOf<N>;
  readonly body?: BodyOf<N>;
}

const stringsOf = (record: unknown): [string, string][] =>
  Object.entries((record ?? {}) as Record<string, unknown>).flatMap(([key, value]) => (value === undefined ? [] : [[key, String(value)]]));

function urlOf(name: EndpointName, params: unknown, query: unknown): string {
  const path = stringsOf(params).reduce<string>(
    (now, [key, value]) => now.replace(`:${key}`, encodeURIComponent(value)),
    ENDPOINTS[name].path,
  );
  const asked = new URLSearchParams(stringsOf(query)).toString();
  return asked ? `${path}?${asked}` : path;
}

/** What can be shown from what was kept while the server does not answer. */
const KEPT: readonly EndpointName[] = ['jobs', 'circuits', 'circuit', 'firstDocument', 'practice', 'stock', 'summary', 'revisions'];

/** Asks the server; where it does not answer, what it last said of the same is taken from this browser, and that is noted. */
export async function request<N extends EndpointName>(name: N, sent: Sent<N> = {}): Promise<ReplyOf<N>> {
  const address = urlOf(name, sent.params, sent.query);
  try {
    const reply = await ask(name, address, sent);
    noteReached();
    // a browser without room shows what the server says all the same
    if (KEPT.includes(name)) void browserShelf.keepAnswer(address, { at: Date.now(), reply }).catch(() => undefined);
    return reply;
  } catch (error) {
    // one that is busy answers all the same
    if (!(error instanceof ApiError && error.offline) || error.problem.code === 'busy' || error.problem.code === 'disk-full') {
      noteReached();
      throw error;
    }
    noteUnreached();
    const kept = KEPT.includes(name) ? await browserShelf.answer(address).catch(() => undefined) : undefined;
    if (!kept) throw error;
    const read = (ENDPOINTS[name].reply as z.ZodType).safeParse(kept.reply);
    if (!read.success) throw error; // an older program kept it
    noteKept(kept.at);
    return read.data as ReplyOf<N>;
  }
}

/** Asks the server; what comes back is held to the endpoint's own schema. */
async function ask<N extends EndpointName>(name: N, address: string, { body }: Sent<N>): Promise<ReplyOf<N>> {
  let reply: Response;
  let text: string;
  try {
    reply = await fetch(address, {
      method: ENDPOINTS[name].method,
      headers: { [CLIENT_HEADER]: 'web', ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    text = await reply.text();
    noteBuild(reply.headers.get(BUILD_HEADER));
  } catch {
    throw new ApiError({ detail: 'The server does not answer.' }, true);
  }
  const isDown = reply.status === 503 || reply.status === 502 || reply.status === 504 || reply.status === 507;
  if (!reply.ok) throw new ApiError(problemIn(text) ?? { detail: `The server answered ${reply.status}.` }, isDown);
  const schema: z.ZodType = ENDPOINTS[name].reply;
  const read = schema.safeParse(json(text));
  if (!read.success)
    throw new ApiError({ detail: `What the server sent cannot be read: ${read.error.issues[0]?.message ?? 'no JSON'}. Reload the page.` });
  return read.data as ReplyOf<N>;
}

const json = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
};

const problemIn = (text: string): ProblemReply | undefined => {
  const read = problemReplySchema.safeParse(json(text));
  return read.success ? read.data : undefined;
};
