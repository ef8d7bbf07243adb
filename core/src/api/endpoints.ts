import { z } from 'zod';
import { circuitSchema, editSchema } from '#core/circuit';
import { stockPartSchema } from '#core/devices';
import { practiceSchema } from '#core/size';
import {
  circuitReplySchema,
  circuitSummarySchema,
  circuitsQuerySchema,
  circuitsSchema,
  createdSchema,
  eventsSchema,
  inCircuitSchema,
  inJobSchema,
  inRevisionSchema,
  jobSaveSchema,
  jobsQuerySchema,
  jobsSchema,
  landingsSaveSchema,
  landingsSchema,
  newCircuitSchema,
  newJobSchema,
  pageQuerySchema,
  practiceReplySchema,
  practiceSaveSchema,
  problemReplySchema,
  revisionsSchema,
  savedPartsSchema,
  saveReplySchema,
  saveRequestSchema,
  standingSaveSchema,
  statusSchema,
  stockReplySchema,
  stockSaveSchema,
} from './shapes';

/** One thing that can be asked of the server. Server, screens and the published description are all made from these rows. */
export interface Endpoint<
  Params extends z.ZodType = z.ZodType,
  Query extends z.ZodType = z.ZodType,
  Body extends z.ZodType = z.ZodType,
  Reply extends z.ZodType = z.ZodType,
> {
  readonly method: 'GET' | 'POST';
  /** with `:name` where a parameter stands */
  readonly path: `/api/${string}`;
  readonly summary: string;
  readonly params: Params;
  readonly query: Query;
  readonly body: Body;
  readonly reply: Reply;
  /** of an answer that went well; 200 where it says nothing */
  readonly status?: 200 | 201;
}

const nothing = z.undefined().optional();
const noParams = z.object({});

const endpoint = <P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(row: Endpoint<P, Q, B, R>) => row;

const asked = <P extends z.ZodType, R extends z.ZodType>(path: `/api/${string}`, summary: string, params: P, reply: R) =>
  endpoint({ method: 'GET', path, summary, params, query: noParams, body: nothing, reply });

const found = <P extends z.ZodType, Q extends z.ZodType, R extends z.ZodType>(
  path: `/api/${string}`,
  summary: string,
  params: P,
  query: Q,
  reply: R,
) => endpoint({ method: 'GET', path, summary, params, query, body: nothing, reply });

const paged = <P extends z.ZodType, R extends z.ZodType>(path: `/api/${string}`, summary: string, params: P, reply: R) =>
  found(path, summary, params, pageQuerySchema, reply);

const sent = <P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  path: `/api/${string}`,
  summary: string,
  params: P,
  body: B,
  reply: R,
  status: 200 | 201 = 200,
) => endpoint({ method: 'POST', path, summary, params, query: noParams, body, reply, status });

export const ENDPOINTS = {
  health: asked('/api/health', 'Whether the server runs', noParams, statusSchema),
  ready: asked('/api/ready', 'Whether the database answers', noParams, statusSchema),
  jobs: found('/api/jobs', 'Jobs, the demo first, each with the circuits that were worked on last', noParams, jobsQuerySchema, jobsSchema),
  createJob: sent(
    '/api/jobs',
    'Adds a job under an id made by the client; sent again it is taken once',
    noParams,
    newJobSchema,
    z.object({ id: z.string() }),
    201,
  ),
  saveJob: sent('/api/jobs/:job', 'Renames a job, puts it away, throws it away or puts it back', inJobSchema, jobSaveSchema, statusSchema),
  circuits: found('/api/circuits', 'Circuits by search, job and standing, a line each', noParams, circuitsQuerySchema, circuitsSchema),
  createCircuit: sent(
    '/api/jobs/:job/circuits',
    'Adds a circuit under an id made by the client; sent again it is taken once',
    inJobSchema,
    newCircuitSchema,
    createdSchema,
    201,
  ),
  practice: asked('/api/jobs/:job/practice', 'How sizing is done on a job', inJobSchema, practiceReplySchema),
  savePractice: sent(
    '/api/jobs/:job/practice',
    'Changes how sizing is done on a job',
    inJobSchema,
    practiceSaveSchema,
    practiceReplySchema,
  ),
  circuit: asked('/api/circuits/:id', 'The newest revision of a circuit', inCircuitSchema, circuitReplySchema),
  summary: asked('/api/circuits/:id/summary', 'What the checks say of it, in short', inCircuitSchema, circuitSummarySchema),
  picture: asked('/api/circuits/:id/picture.svg', 'Its paths as a small picture, image/svg+xml', inCircuitSchema, z.string()),
  saveStanding: sent(
    '/api/circuits/:id/standing',
    'Puts a circuit away, throws it away or puts it back',
    inCircuitSchema,
    standingSaveSchema,
    statusSchema,
  ),
  firstDocument: asked(
    '/api/circuits/:id/first',
    'The circuit as it was when it was added',
    inCircuitSchema,
    z.object({ document: circuitSchema }),
  ),
  documentAt: asked(
    '/api/circuits/:id/revisions/:revision',
    'The circuit as it was at a revision',
    inRevisionSchema,
    z.object({ document: circuitSchema }),
  ),
  landings: asked(
    '/api/circuits/:id/landings',
    'What was landed and tug-tested, in the order in which it was done',
    inCircuitSchema,
    landingsSchema,
  ),
  saveLandings: sent(
    '/api/circuits/:id/landings',
    'Appends landings, each once however often it is sent',
    inCircuitSchema,
    landingsSaveSchema,
    statusSchema,
  ),
  revisions: paged('/api/circuits/:id/revisions', 'What was done to a circuit, newest first', inCircuitSchema, revisionsSchema),
  events: asked('/api/circuits/:id/events', 'Server-sent events: each new revision as it is taken', inCircuitSchema, eventsSchema),
  saveEdit: sent(
    '/api/circuits/:id/edits',
    'Takes one edit, once however often it is sent',
    inCircuitSchema,
    saveRequestSchema,
    saveReplySchema,
  ),
  stock: paged('/api/stock', 'Parts in stock', noParams, stockReplySchema),
  saveStock: sent('/api/stock', 'Adds, changes or removes parts, all or none', noParams, stockSaveSchema, savedPartsSchema),
} as const;

export type EndpointName = keyof typeof ENDPOINTS;
export type ParamsOf<N extends EndpointName> = z.infer<(typeof ENDPOINTS)[N]['params']>;
export type QueryOf<N extends EndpointName> = z.input<(typeof ENDPOINTS)[N]['query']>;
export type BodyOf<N extends EndpointName> = z.infer<(typeof ENDPOINTS)[N]['body']>;
export type ReplyOf<N extends EndpointName> = z.infer<(typeof ENDPOINTS)[N]['reply']>;

/** The shapes that have a name of their own in the published description. */
export const NAMED_SHAPES = z.registry<{ id: string }>();
NAMED_SHAPES.add(circuitSchema, { id: 'Circuit' });
NAMED_SHAPES.add(editSchema, { id: 'Edit' });
NAMED_SHAPES.add(stockPartSchema, { id: 'StockPart' });
NAMED_SHAPES.add(practiceSchema, { id: 'Practice' });
NAMED_SHAPES.add(problemReplySchema, { id: 'Problem' });
