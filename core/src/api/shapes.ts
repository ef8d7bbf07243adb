import { z } from 'zod';
import { circuitSchema, editSchema, logEntrySchema } from '#core/circuit';
import { stockPartSchema } from '#core/devices';
import { SCHOOLS, type SchoolName, TABLES } from '#core/size';

/** What crosses HTTP. Server and web both parse with these. */
export const JOB_ID = z.string().uuid();
export const CIRCUIT_ID = z.string().uuid();

/** Asked for on every request that changes something: another page in the same browser cannot send it. */
export const CLIENT_HEADER = 'x-mando-client';

export const circuitLineSchema = z.object({
  id: CIRCUIT_ID,
  number: z.string(),
  title: z.string(),
  site: z.string(),
  practice: z.enum(['na', 'iec']),
  revision: z.number().int(),
  changedAt: z.string(),
  demo: z.string().nullable(),
});
export const jobSchema = z.object({ id: JOB_ID, title: z.string(), demo: z.boolean(), circuits: z.array(circuitLineSchema) });
export const jobsSchema = z.object({ jobs: z.array(jobSchema) });

export const circuitReplySchema = z.object({
  id: CIRCUIT_ID,
  job: JOB_ID,
  revision: z.number().int(),
  document: circuitSchema,
  demo: z.string().nullable(),
});

export const saveRequestSchema = z.object({ baseRevision: z.number().int().nonnegative(), edit: editSchema });
export const saveReplySchema = z.object({ revision: z.number().int(), merged: z.boolean(), document: circuitSchema.optional() });

export const newCircuitSchema = z.object({ document: z.unknown(), from: CIRCUIT_ID.optional() });

export const revisionSchema = z.object({ revision: z.number().int(), at: z.string(), words: z.string() });
export const revisionsSchema = z.object({ revisions: z.array(revisionSchema) });

/** What one person has on the bench: kept in their browser, never in the document. */
export const benchStateSchema = z.object({
  log: z.array(logEntrySchema).max(500),
  atMs: z.number().nonnegative(),
  red: z.string().nullable(),
  black: z.string().nullable(),
  mode: z.enum(['vac', 'vdc', 'loz', 'ohm', 'beep', 'amp']),
  clamp: z.string().nullable(),
});

export const problemReplySchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  code: z.string(),
  detail: z.string(),
  problems: z.array(z.object({ code: z.string(), at: z.string(), message: z.string() })).optional(),
  /** on a clash: what stands there now, and what was asked for */
  theirs: circuitSchema.optional(),
  revision: z.number().int().optional(),
  keys: z.array(z.string()).optional(),
});

export type Job = z.infer<typeof jobSchema>;
export type CircuitLine = z.infer<typeof circuitLineSchema>;
export type CircuitReply = z.infer<typeof circuitReplySchema>;
export type SaveRequest = z.infer<typeof saveRequestSchema>;
export type SaveReply = z.infer<typeof saveReplySchema>;
export type ProblemReply = z.infer<typeof problemReplySchema>;
export type BenchState = z.infer<typeof benchStateSchema>;

const SCHOOL_NAMES = Object.keys(SCHOOLS) as SchoolName[];

/** How a job is done. A school or a working value that this program does not know is refused by name. */
export const practiceSchema = z
  .object({
    rules: z.enum(['site', 'na', 'iec']),
    units: z.enum(['site', 'us', 'si']),
    schools: z.record(z.string(), z.string().max(20)),
    typical: z.record(z.string(), z.number().finite()),
  })
  .superRefine(({ schools, typical }, context) => {
    for (const [name, value] of Object.entries(schools)) {
      const choices = (SCHOOL_NAMES.includes(name as SchoolName) ? SCHOOLS[name as SchoolName].choices : []) as readonly {
        value: string;
      }[];
      if (!choices.some((one) => one.value === value))
        context.addIssue({
          code: 'custom',
          path: ['schools', name],
          message: `"${value}" is no choice of it; there are ${choices.map((one) => one.value).join(', ') || 'none'}`,
        });
    }
    for (const [key, value] of Object.entries(typical)) {
      if (!TABLES.constants.rows.some((row) => row.key === key))
        context.addIssue({ code: 'custom', path: ['typical', key], message: 'is no working value' });
      else if (value <= 0) context.addIssue({ code: 'custom', path: ['typical', key], message: 'must be above 0' });
    }
  });
export const practiceReplySchema = z.object({ revision: z.number().int(), practice: practiceSchema });
export const practiceSaveSchema = z.object({ baseRevision: z.number().int().nonnegative(), practice: practiceSchema });
export type PracticeReply = z.infer<typeof practiceReplySchema>;

export const stockReplySchema = z.object({ parts: z.array(z.object({ revision: z.number().int(), part: stockPartSchema })) });
export const stockSaveSchema = z.object({
  changes: z
    .array(z.object({ part: stockPartSchema, baseRevision: z.number().int().nonnegative(), removed: z.boolean().optional() }))
    .min(1)
    .max(5000),
});
export type StockReply = z.infer<typeof stockReplySchema>;
export type StockSave = z.infer<typeof stockSaveSchema>;
