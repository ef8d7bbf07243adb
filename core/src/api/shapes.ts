import { z } from 'zod';
import { circuitSchema, conductorIdSchema, editSchema, terminalIdSchema } from '#core/circuit';
import { stockPartSchema } from '#core/devices';
import { practiceSchema } from '#core/size';

/** What crosses HTTP. Server and web both parse with these. */
const JOB_ID = z.string().uuid();
const CIRCUIT_ID = z.string().uuid();

/** The most lines that one page of a list has. */
const MOST_A_PAGE = 500;

/** Who did it, until there are accounts: the one person at this machine. */
export const LOCAL_AUTHOR = 'local';

/** Asked for on every request that changes something: another page in the same browser cannot send it. */
export const CLIENT_HEADER = 'x-mando-client';
/** On every answer: which build of the pages the server has. */
export const BUILD_HEADER = 'x-mando-build';

export const inJobSchema = z.object({ job: JOB_ID });
export const inCircuitSchema = z.object({ id: CIRCUIT_ID });

/** Where the next page begins; null on the last one. */
const cursorSchema = z.string().nullable();
/** A list comes in pages: ask again with `after` as it stood in `next`. */
export const pageQuerySchema = z.object({
  after: z.string().max(200).optional(),
  limit: z.coerce.number().int().min(1).max(MOST_A_PAGE).default(MOST_A_PAGE),
});
export const statusSchema = z.object({ status: z.string() });
/** A stream of text/event-stream, one line of data each: {"revision": 7, "epoch": "…"}; another epoch is a database put back from a backup. */
export const eventsSchema = z.string();

/** Where a job or a circuit stands: in use, put away, or thrown away; each can be put back. */
const STANDINGS = ['open', 'archived', 'deleted'] as const;
const standingSchema = z.enum(STANDINGS);
export type Standing = z.infer<typeof standingSchema>;

const circuitLineSchema = z.object({
  id: CIRCUIT_ID,
  number: z.string(),
  title: z.string(),
  site: z.string(),
  practice: z.enum(['na', 'iec']),
  revision: z.number().int(),
  changedAt: z.string(),
  demo: z.string().nullable(),
  standing: standingSchema,
});
const jobSchema = z.object({
  id: JOB_ID,
  title: z.string(),
  demo: z.boolean(),
  standing: standingSchema,
  /** how many circuits stand as they were asked for */
  count: z.number().int(),
  /** the first of them; the rest come from the circuits of the job */
  circuits: z.array(circuitLineSchema),
});
const titleSchema = z.string().trim().min(1).max(80);
/** The id is made by whoever sends it, so that a request sent twice makes one job. */
export const newJobSchema = z.object({ id: JOB_ID, title: titleSchema });
export const jobSaveSchema = z.object({ title: titleSchema.optional(), standing: standingSchema.optional() });
export const standingSaveSchema = z.object({ standing: standingSchema });
export const jobsQuerySchema = pageQuerySchema.extend({ standing: standingSchema.default('open') });
export const circuitsQuerySchema = pageQuerySchema.extend({
  standing: standingSchema.default('open'),
  job: JOB_ID.optional(),
  /** found in number, title or site */
  search: z.string().max(80).optional(),
  order: z.enum(['newest', 'number', 'title', 'site']).default('newest'),
});
export const circuitsSchema = z.object({
  circuits: z.array(circuitLineSchema.extend({ job: JOB_ID })),
  count: z.number().int(),
  next: cursorSchema,
});

/** What the checks say of a revision of a circuit, in short. */
export const circuitSummarySchema = z.object({
  revision: z.number().int(),
  isSound: z.boolean(),
  danger: z.number().int(),
  /** what does not work, and what cannot be cleared */
  bad: z.number().int(),
  look: z.number().int(),
  devices: z.number().int(),
  statesSeen: z.number().int(),
  worst: z.array(z.object({ verdict: z.string(), title: z.string() })),
});
export type CircuitSummary = z.infer<typeof circuitSummarySchema>;
export type JobSave = z.infer<typeof jobSaveSchema>;

export const jobsSchema = z.object({ jobs: z.array(jobSchema), next: cursorSchema });

export const circuitReplySchema = z.object({
  id: CIRCUIT_ID,
  job: JOB_ID,
  revision: z.number().int(),
  document: circuitSchema,
  demo: z.string().nullable(),
  standing: standingSchema,
});

export const saveRequestSchema = z.object({ baseRevision: z.number().int().nonnegative(), edit: editSchema });
export const saveReplySchema = z.object({ revision: z.number().int(), merged: z.boolean(), document: circuitSchema.optional() });

/** The id is made by whoever sends it, so that a request sent twice makes one circuit. */
export const newCircuitSchema = z.object({ id: CIRCUIT_ID, document: z.unknown() });
export const createdSchema = z.object({ id: CIRCUIT_ID });

const revisionSchema = z.object({ revision: z.number().int(), at: z.string(), words: z.string(), author: z.string() });
export const revisionsSchema = z.object({ revisions: z.array(revisionSchema), next: cursorSchema });

export const problemReplySchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  code: z.string(),
  detail: z.string(),
  /** in the server's log under this id */
  request: z.string().optional(),
  problems: z.array(z.object({ code: z.string(), at: z.string(), message: z.string() })).optional(),
  /** on a clash: what stands there now, and what was asked for */
  theirs: circuitSchema.optional(),
  revision: z.number().int().optional(),
  keys: z.array(z.string()).optional(),
});

export type Job = z.infer<typeof jobSchema>;
export type CircuitLine = z.infer<typeof circuitLineSchema>;
export type CircuitReply = z.infer<typeof circuitReplySchema>;
export type SaveReply = z.infer<typeof saveReplySchema>;
export type ProblemReply = z.infer<typeof problemReplySchema>;

export const practiceReplySchema = z.object({ revision: z.number().int(), practice: practiceSchema });
export const practiceSaveSchema = z.object({ baseRevision: z.number().int().nonnegative(), practice: practiceSchema });
export type PracticeReply = z.infer<typeof practiceReplySchema>;

const stockLineSchema = z.object({ revision: z.number().int(), part: stockPartSchema });
export const stockReplySchema = z.object({ parts: z.array(stockLineSchema), next: cursorSchema });
/** The parts that a request changed, at their new revisions; a removed one is not among them. */
export const savedPartsSchema = z.object({ parts: z.array(stockLineSchema) });
export type StockLine = z.infer<typeof stockLineSchema>;
export const stockSaveSchema = z.object({
  changes: z
    .array(z.object({ part: stockPartSchema, baseRevision: z.number().int().nonnegative(), removed: z.boolean().optional() }))
    .min(1)
    .max(5000),
});
export type StockSave = z.infer<typeof stockSaveSchema>;

/** What a hand did to an end of a wire. The terminal and its spelling are kept as they were: an end that is moved later voids it. */
const doneSchema = z.object({
  id: z.string().uuid(),
  /** of the circuit, when it was done */
  revision: z.number().int().nonnegative(),
  /** who did it, as they call themselves */
  by: z.string().trim().min(1).max(40),
});
/** What a hand did to an end. */
const endActSchema = doneSchema.extend({
  act: z.enum(['landed', 'tugged', 'undone']),
  conductor: conductorIdSchema,
  side: z.union([z.literal(0), z.literal(1)]),
  terminal: terminalIdSchema,
  spelled: z.string().max(40),
  number: z.string().max(12),
  /** what somebody signed for, where a finding stood against it; empty where none did */
  signed: z.string().max(200),
});
/** What was read or seen at a stage of the plan of landings; an empty text takes it back. */
const readActSchema = doneSchema.extend({
  act: z.literal('read'),
  stage: z.string().min(1).max(600),
  asks: z.string().max(200),
  text: z.string().max(12),
});
/** A wire that cannot be landed now, or can again. */
const laterActSchema = doneSchema.extend({
  act: z.enum(['later', 'now']),
  conductor: conductorIdSchema,
  number: z.string().max(12),
  why: z.string().max(120),
});
const landingSchema = z.discriminatedUnion('act', [endActSchema, readActSchema, laterActSchema]);
const at = { at: z.string() };
export const landingsSchema = z.object({
  entries: z.array(z.discriminatedUnion('act', [endActSchema.extend(at), readActSchema.extend(at), laterActSchema.extend(at)])),
  /** the hashes of the entries chain from the first to the last */
  isWhole: z.boolean(),
});
export const landingsSaveSchema = z.object({ entries: z.array(landingSchema).min(1).max(200) });
export type Landing = z.infer<typeof landingSchema>;
export type LandingLine = z.infer<typeof landingsSchema>['entries'][number];

export const inRevisionSchema = inCircuitSchema.extend({ revision: z.coerce.number().int().nonnegative() });
