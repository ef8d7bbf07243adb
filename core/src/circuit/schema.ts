import { z } from 'zod';

/**
 * The circuit document, version 1: the one thing that is stored. Everything else is computed from it.
 * Devices, conductors and cables are keyed by an immutable id and refer to each other by id; tags and wire numbers are fields.
 */
export const SCHEMA_VERSION = 1;

const idSchema = (letter: string) =>
  z.string().regex(new RegExp(`^${letter}[A-Za-z0-9_-]{1,40}$`), `an id starts with "${letter}" and has letters, digits, "-" or "_"`);

export const deviceIdSchema = idSchema('d').brand<'DeviceId'>();
export const conductorIdSchema = idSchema('w').brand<'ConductorId'>();
export const cableIdSchema = idSchema('c').brand<'CableId'>();
export const tagSchema = z
  .string()
  .regex(/^[A-Z][A-Z0-9.+-]{0,11}$/, 'a tag is a capital letter, then up to 11 capitals, digits, ".", "+" or "-"');
export const terminalIdSchema = z
  .string()
  .regex(/^d[A-Za-z0-9_-]{1,40}:[A-Za-z0-9+.-]{1,8}$/, 'a terminal is written "device id:mark"')
  .brand<'TerminalId'>();

export const evidenceSchema = z.enum(['print', 'measured', 'assumed', 'unknown']);
export const fieldSchema = z.object({
  value: z.union([z.number().finite(), z.string().max(60), z.null()]),
  evidence: evidenceSchema,
});

const text = (most: number) => z.string().max(most);

export const deviceSchema = z.object({
  id: deviceIdSchema,
  tag: tagSchema,
  family: z.string().max(40),
  title: text(80),
  nameplate: z.record(z.string().max(40), fieldSchema),
  place: z.object({ kind: z.enum(['panel', 'field', 'enclosure']), name: text(60) }),
  hazard: z.enum(['moves', 'heats', 'pressure', 'none']),
  notes: text(400),
});

export const sizeSchema = z.union([z.object({ awg: z.number().int().min(-3).max(40) }), z.object({ mm2: z.number().positive().max(400) })]);

export const conductorSchema = z.object({
  id: conductorIdSchema,
  number: text(12),
  ends: z.tuple([terminalIdSchema.nullable(), terminalIdSchema.nullable()]),
  size: sizeSchema,
  material: z.enum(['Cu']),
  colour: text(24),
  insulationV: z.number().positive().max(10_000),
  lengthM: fieldSchema,
  cable: cableIdSchema.nullable(),
  core: z.number().int().positive().nullable(),
});

export const cableSchema = z.object({
  id: cableIdSchema,
  tag: tagSchema,
  title: text(80),
  insulationV: z.number().positive().max(10_000),
  lengthM: fieldSchema,
});

const openingSchema = z.object({ open: z.array(deviceIdSchema).max(50), lift: z.array(terminalIdSchema).max(50) });

export const logEntrySchema = z.union([
  z.object({ atMs: z.number().int().nonnegative(), device: deviceIdSchema, input: z.string().max(20), on: z.boolean() }),
  z.object({ atMs: z.number().int().nonnegative(), power: z.enum(['isolated', 'control', 'on']) }),
  z.object({ atMs: z.number().int().nonnegative(), replaced: deviceIdSchema }),
]);

export const complaintSchema = z.object({
  title: text(80),
  about: deviceIdSchema,
  atMs: z.number().int().nonnegative(),
  log: z.array(logEntrySchema).max(100),
});

export const circuitSchema = z.object({
  schema: z.literal(SCHEMA_VERSION),
  number: text(12),
  title: text(80),
  site: text(80),
  practice: z.enum(['na', 'iec']),
  devices: z.record(z.string(), deviceSchema),
  conductors: z.record(z.string(), conductorSchema),
  cables: z.record(z.string(), cableSchema),
  powerSwitch: z.object({ control: openingSchema, isolated: openingSchema, staysOn: z.array(deviceIdSchema).max(20) }),
  complaints: z.array(complaintSchema).max(20),
});

export type DeviceId = z.infer<typeof deviceIdSchema>;
export type ConductorId = z.infer<typeof conductorIdSchema>;
export type CableId = z.infer<typeof cableIdSchema>;
export type TerminalId = z.infer<typeof terminalIdSchema>;
export type Evidence = z.infer<typeof evidenceSchema>;
export type Field = z.infer<typeof fieldSchema>;
export type Device = z.infer<typeof deviceSchema>;
export type Conductor = z.infer<typeof conductorSchema>;
export type Cable = z.infer<typeof cableSchema>;
export type Opening = z.infer<typeof openingSchema>;
export type LogEntry = z.infer<typeof logEntrySchema>;
export type Complaint = z.infer<typeof complaintSchema>;
export type Circuit = z.infer<typeof circuitSchema>;
export type PowerPosition = 'isolated' | 'control' | 'on';
