import {
  type CircuitReply,
  CLIENT_HEADER,
  type Job,
  type PracticeReply,
  type ProblemReply,
  type SaveReply,
  type SaveRequest,
  type StockReply,
  type StockSave,
} from '#core/api';
import type { Circuit } from '#core/circuit';
import type { Practice } from '#core/size';

/** A failed call, with what the server said of it. `offline`: nothing answered. */
export class ApiError extends Error {
  constructor(
    readonly problem: Partial<ProblemReply> & { detail: string },
    readonly offline = false,
  ) {
    super(problem.detail);
  }
}

async function call<T>(method: 'GET' | 'POST', path: string, body?: unknown): Promise<T> {
  let reply: Response;
  try {
    reply = await fetch(path, {
      method,
      headers: { [CLIENT_HEADER]: 'web', ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  } catch {
    throw new ApiError({ detail: 'The server does not answer.' }, true);
  }
  const text = await reply.text();
  if (reply.ok) return JSON.parse(text) as T;
  try {
    const problem = JSON.parse(text) as ProblemReply;
    throw new ApiError(problem, reply.status === 503);
  } catch (error) {
    if (error instanceof ApiError) throw error;
    throw new ApiError({ detail: `The server answered ${reply.status}.` }, reply.status >= 500);
  }
}

export const api = {
  jobs: () => call<{ jobs: Job[] }>('GET', '/api/jobs'),
  circuit: (id: string) => call<CircuitReply>('GET', `/api/circuits/${id}`),
  firstDocument: (id: string) => call<{ document: Circuit }>('GET', `/api/circuits/${id}/first`),
  revisions: (id: string) => call<{ revisions: { revision: number; at: string; words: string }[] }>('GET', `/api/circuits/${id}/revisions`),
  save: (id: string, request: SaveRequest) => call<SaveReply>('POST', `/api/circuits/${id}/edits`, request),
  stock: () => call<StockReply>('GET', '/api/stock'),
  saveStock: (changes: StockSave['changes']) => call<StockReply>('POST', '/api/stock', { changes }),
  practice: (job: string) => call<PracticeReply>('GET', `/api/jobs/${job}/practice`),
  savePractice: (job: string, baseRevision: number, practice: Practice) =>
    call<PracticeReply>('POST', `/api/jobs/${job}/practice`, { baseRevision, practice }),
  create: (job: string, document: unknown) => call<{ id: string }>('POST', `/api/jobs/${job}/circuits`, { document }),
};
