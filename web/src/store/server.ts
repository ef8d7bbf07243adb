import { createApi } from '@reduxjs/toolkit/query/react';
import pLimit from 'p-limit';
import type { BodyOf, CircuitSummary, Job, JobSave, PracticeReply, QueryOf, ReplyOf, Standing, StockLine, StockSave } from '#core/api';
import type { Circuit } from '#core/circuit';
import { request, wordsOf } from './request';

/**
 * A browser holds six connections to a server. Checks that take seconds are asked for a few at once, so that a circuit that is opened meanwhile
 * does not wait behind them.
 */
const fewAtOnce = pLimit(2);

/** How many parts go in one request, so that a long list is no single huge one. */
const PORTION = 500;

/** A call as the cache wants it: data, or the words of what went wrong. */
const told = async <T>(call: () => Promise<T>): Promise<{ data: T } | { error: string }> => {
  try {
    return { data: await call() };
  } catch (error) {
    return { error: wordsOf(error) };
  }
};

/** Every line of a list that comes in pages. */
async function whole<L>(page: (query: QueryOf<'jobs'>) => Promise<{ lines: readonly L[]; next: string | null }>): Promise<L[]> {
  const lines: L[] = [];
  for (let after: string | undefined; ; ) {
    const { lines: more, next } = await page(after === undefined ? {} : { after });
    lines.push(...more);
    if (next === null) return lines;
    after = next;
  }
}

/** What the server keeps beside the open circuit: asked for once, shared by all screens, asked again after a change. */
export const server = createApi({
  reducerPath: 'server',
  baseQuery: () => ({ error: 'every endpoint asks by itself' }),
  tagTypes: ['jobs', 'summary', 'stock', 'practice', 'history', 'landings'],
  endpoints: (build) => ({
    jobs: build.query<Job[], void>({
      queryFn: () =>
        told(() =>
          whole(async (query) => {
            const { jobs, next } = await request('jobs', { query });
            return { lines: jobs, next };
          }),
        ),
      providesTags: ['jobs'],
    }),
    /** jobs that are put away or thrown away */
    jobsApart: build.query<Job[], Exclude<Standing, 'open'>>({
      queryFn: (standing) => told(async () => [...(await request('jobs', { query: { standing } })).jobs]),
      providesTags: ['jobs'],
    }),
    circuits: build.query<ReplyOf<'circuits'>, QueryOf<'circuits'>>({
      queryFn: (query) => told(() => request('circuits', { query })),
      providesTags: ['jobs'],
    }),
    summary: build.query<CircuitSummary, { id: string; revision: number }>({
      queryFn: ({ id }) => told(() => fewAtOnce(() => request('summary', { params: { id } }))),
      providesTags: ['summary'],
    }),
    createJob: build.mutation<ReplyOf<'createJob'>, BodyOf<'createJob'>>({
      queryFn: (body) => told(() => request('createJob', { body })),
      invalidatesTags: ['jobs'],
    }),
    saveJob: build.mutation<ReplyOf<'saveJob'>, { job: string } & JobSave>({
      queryFn: ({ job, ...body }) => told(() => request('saveJob', { params: { job }, body })),
      invalidatesTags: ['jobs'],
    }),
    saveStanding: build.mutation<ReplyOf<'saveStanding'>, { id: string; standing: Standing }>({
      queryFn: ({ id, standing }) => told(() => request('saveStanding', { params: { id }, body: { standing } })),
      invalidatesTags: ['jobs'],
    }),
    createCircuit: build.mutation<ReplyOf<'createCircuit'>, { job: string } & BodyOf<'createCircuit'>>({
      queryFn: ({ job, ...body }) => told(() => request('createCircuit', { params: { job }, body })),
      invalidatesTags: ['jobs'],
    }),
    stock: build.query<StockLine[], void>({
      queryFn: () =>
        told(() =>
          whole(async (query) => {
            const { parts, next } = await request('stock', { query });
            return { lines: parts, next };
          }),
        ),
      // fetched ahead, and at hand when parts are looked for; others count in the same stock, so that it is asked for anew when it is shown later
      keepUnusedDataFor: 3600,
      providesTags: ['stock'],
    }),
    saveStock: build.mutation<null, StockSave['changes']>({
      queryFn: (changes) =>
        told(async () => {
          for (let at = 0; at < changes.length; at += PORTION)
            await request('saveStock', { body: { changes: changes.slice(at, at + PORTION) } });
          return null;
        }),
      invalidatesTags: ['stock'],
    }),
    practice: build.query<PracticeReply, string>({
      queryFn: (job) => told(() => request('practice', { params: { job } })),
      providesTags: (_reply, _error, job) => [{ type: 'practice', id: job }],
    }),
    savePractice: build.mutation<PracticeReply, { job: string } & BodyOf<'savePractice'>>({
      queryFn: ({ job, ...body }) => told(() => request('savePractice', { params: { job }, body })),
      invalidatesTags: ['summary'],
    }),
    history: build.query<ReplyOf<'revisions'>, { id: string; after?: string }>({
      queryFn: ({ id, after }) => told(() => request('revisions', { params: { id }, query: { limit: 50, ...(after ? { after } : {}) } })),
      providesTags: ['history'],
    }),
    documentAt: build.query<Circuit, { id: string; revision: number }>({
      queryFn: (params) => told(async () => (await request('documentAt', { params })).document),
    }),
    landings: build.query<ReplyOf<'landings'>, string>({
      queryFn: (id) => told(() => request('landings', { params: { id } })),
      providesTags: ['landings'],
    }),
    saveLandings: build.mutation<ReplyOf<'saveLandings'>, { id: string } & BodyOf<'saveLandings'>>({
      queryFn: ({ id, ...body }) => told(() => request('saveLandings', { params: { id }, body })),
      invalidatesTags: ['landings'],
    }),
    firstDocument: build.query<Circuit, string>({
      queryFn: (id) => told(async () => (await request('firstDocument', { params: { id } })).document),
    }),
  }),
});

export const {
  useJobsQuery,
  useJobsApartQuery,
  useCircuitsQuery,
  useSummaryQuery,
  useCreateJobMutation,
  useSaveJobMutation,
  useSaveStandingMutation,
  useCreateCircuitMutation,
  useSaveStockMutation,
  usePracticeQuery,
  useHistoryQuery,
  useDocumentAtQuery,
  useLandingsQuery,
} = server;

/** Stock that was fetched so long ago is shown, and fetched anew. */
export const STOCK_FRESH_S = 60;
/** What lies in stock: what is known at once, and what has changed since when it comes. */
export const useStockQuery = () => server.endpoints.stock.useQuery(undefined, { refetchOnMountOrArgChange: STOCK_FRESH_S });
