import { z } from 'zod';

/**
 * The circuit document: the one thing that is stored. Everything else is computed from it.
 * Devices, conductors, cables, places and processes are keyed by an immutable id and refer to each other by id; tags and wire numbers are fields.
 */
export const SCHEMA_VERSION = 4;

const idSchema = (letter: string) =>
  z.string().regex(new RegExp(`^${letter}[A-Za-z0-9_-]{1,40}$`), `an id starts with "${letter}" and has letters, digits, "-" or "_"`);

export const deviceIdSchema = idSchema('d').brand<'DeviceId'>();
export const conductorIdSchema = idSchema('w').brand<'ConductorId'>();
export const cableIdSchema = idSchema('c').brand<'CableId'>();
export const placeIdSchema = idSchema('l').brand<'PlaceId'>();
export const processIdSchema = idSchema('v').brand<'ProcessId'>();
export const tagSchema = z
  .string()
  .regex(/^[A-Z][A-Z0-9.+-]{0,11}$/, 'a tag is a capital letter, then up to 11 capitals, digits, ".", "+" or "-"');
export const markSchema = z.string().regex(/^[A-Za-z0-9+.-]{1,8}$/, 'a terminal mark has up to 8 letters, digits, "+", "." or "-"');
export const terminalIdSchema = z
  .string()
  .regex(/^d[A-Za-z0-9_-]{1,40}:[A-Za-z0-9+.-]{1,8}$/, 'a terminal is written "device id:mark"')
  .brand<'TerminalId'>();

const evidenceSchema = z.enum(['print', 'measured', 'assumed', 'unknown']);
export const fieldSchema = z.strictObject({
  value: z.union([z.number().finite(), z.string().max(60), z.null()]),
  evidence: evidenceSchema,
});

const text = (most: number) => z.string().max(most);
const millimetres = z.number().finite().min(-100_000).max(100_000);
const spotSchema = z.strictObject({ xMm: millimetres, yMm: millimetres });

/** What is screwed to the plate of a panel before any device: rails that devices snap on, ducts that wires lie in. Its box, from its upper left corner. */
const mountSchema = z.strictObject({
  kind: z.enum(['rail', 'duct']),
  xMm: millimetres,
  yMm: millimetres,
  widthMm: z.number().positive().max(100_000),
  heightMm: z.number().positive().max(100_000),
  /** of a duct, from the plate to its lid; not said: as usual */
  depthMm: z.number().positive().max(1000).optional(),
});

/** Where things are: a site has panels and fields, a panel has enclosures and doors. Coordinates are those of the place that it is in. */
export const placeSchema = z.strictObject({
  id: placeIdSchema,
  name: text(60),
  kind: z.enum(['site', 'panel', 'field', 'enclosure', 'door']),
  parent: placeIdSchema.nullable(),
  at: spotSchema.nullable(),
  size: z.strictObject({ widthMm: z.number().positive().max(100_000), heightMm: z.number().positive().max(100_000) }).nullable(),
  depthMm: z.number().positive().max(10_000).nullable(),
  mounts: z.array(mountSchema).max(60),
  /** the air around it, °C; null: nobody said */
  aroundC: z.number().finite().min(-60).max(90).nullable(),
  /** air that a fan moves through it, m³/h; null: it has none */
  fanM3h: z.number().positive().max(10_000).nullable(),
});

export const deviceSchema = z.strictObject({
  id: deviceIdSchema,
  tag: tagSchema,
  family: z.string().max(40),
  title: text(80),
  nameplate: z.record(z.string().max(40), fieldSchema),
  place: placeIdSchema.nullable(),
  /** where it sits in its place */
  at: spotSchema.nullable(),
  /** as measured or printed; null: as its kind usually is */
  body: z.strictObject({ widthMm: z.number().positive().max(5000), heightMm: z.number().positive().max(5000) }).nullable(),
  hazard: z.enum(['moves', 'heats', 'pressure', 'none']),
  notes: text(400),
  /** the part of the stock that was put in; empty while nobody said */
  fitted: text(80),
  /** the process that its switch reads; without one a hand works it */
  reads: processIdSchema.nullable(),
});

/**
 * A temperature, level or pressure: where it starts, where it drifts, what moves it while it is on.
 * Rates are in the unit a minute; it stays between the least and the most.
 */
export const processSchema = z.strictObject({
  id: processIdSchema,
  name: text(60),
  quantity: z.enum(['temperature', 'level', 'pressure', 'flow', 'light']),
  unit: text(8),
  start: z.number().finite(),
  driftPerMinute: z.number().finite(),
  least: z.number().finite(),
  most: z.number().finite(),
  movedBy: z.array(z.strictObject({ device: deviceIdSchema, perMinute: z.number().finite() })).max(20),
});

const bitName = z.string().regex(/^[A-Za-z][A-Za-z0-9_.]{0,11}$/, 'a name in a program is a letter, then letters, digits, "_" or "."');
const termSchema = z.strictObject({
  name: bitName,
  not: z.boolean().optional(),
  above: z.number().finite().optional(),
  below: z.number().finite().optional(),
});

/** What a controller does, as data: a table evaluated from top to bottom once a scan. */
export const programSchema = z.strictObject({
  scanMs: z.number().int().min(1).max(1000),
  rows: z
    .array(
      z.strictObject({
        when: z.array(z.array(termSchema).min(1).max(20)).min(1).max(20),
        does: z.enum(['drives', 'sets', 'resets']),
        to: bitName,
        onS: z.number().min(0).max(86_400).optional(),
        offS: z.number().min(0).max(86_400).optional(),
        notes: text(80).optional(),
      }),
    )
    .max(500),
});

const sizeSchema = z.union([
  z.strictObject({ awg: z.number().int().min(-3).max(40) }),
  z.strictObject({ mm2: z.number().positive().max(400) }),
]);

/** How an end lies on its terminal: its place among the others there, the outermost last, and what it is finished with. */
const landingSchema = z.strictObject({ order: z.number().int().min(0).max(20), ferrule: text(24).nullable() });

export const conductorSchema = z.strictObject({
  id: conductorIdSchema,
  number: text(12),
  ends: z.tuple([terminalIdSchema.nullable(), terminalIdSchema.nullable()]),
  landings: z.tuple([landingSchema, landingSchema]),
  size: sizeSchema,
  material: z.enum(['Cu']),
  colour: text(24),
  insulationV: z.number().positive().max(10_000),
  lengthM: fieldSchema,
  cable: cableIdSchema.nullable(),
  core: z.number().int().positive().nullable(),
});

export const cableSchema = z.strictObject({
  id: cableIdSchema,
  tag: tagSchema,
  title: text(80),
  insulationV: z.number().positive().max(10_000),
  lengthM: fieldSchema,
});

/** What a person has placed by hand in a view: symbols by their id, and what is folded. */
export const viewSchema = z.strictObject({
  placed: z.record(z.string().max(80), z.strictObject({ x: z.number().finite(), y: z.number().finite() })),
  folded: z.array(z.string().max(80)).max(20_000),
});

/**
 * A kind of device that the document brings along: blocks of known families under terminal marks of its own.
 * A mark that is not named is not brought out. The first block moves the others: an auxiliary block follows its contactor.
 */
export const ownFamilySchema = z.strictObject({
  title: text(80),
  letter: z.string().regex(/^[A-Z]$/, 'a letter is one capital'),
  blocks: z
    .array(z.strictObject({ family: z.string().max(40), marks: z.record(markSchema, markSchema), follows: z.boolean() }))
    .min(1)
    .max(8),
});
export const ownFamilyNameSchema = z
  .string()
  .regex(/^own-[a-z0-9-]{1,30}$/, 'a family of one\'s own is called "own-" and small letters, digits or "-"');

const openingSchema = z.strictObject({ open: z.array(deviceIdSchema).max(500), lift: z.array(terminalIdSchema).max(2000) });
export const powerSwitchSchema = z.strictObject({
  control: openingSchema,
  isolated: openingSchema,
  staysOn: z.array(deviceIdSchema).max(20),
});

const moment = z.number().int().nonnegative();
export const logEntrySchema = z.union([
  z.strictObject({ atMs: moment, device: deviceIdSchema, input: z.string().max(20), on: z.boolean() }),
  z.strictObject({ atMs: moment, power: z.enum(['isolated', 'control', 'on']) }),
  z.strictObject({ atMs: moment, replaced: deviceIdSchema }),
  z.strictObject({ atMs: moment, process: processIdSchema, to: z.number().finite() }),
]);

export const complaintSchema = z.strictObject({
  title: text(80),
  about: deviceIdSchema,
  atMs: moment,
  log: z.array(logEntrySchema).max(100),
});

/** What a person says of two devices: never both on; the first only with the second; together as it comes; locked mechanically, so that one cannot close while the other is in. */
export const pairSchema = z.strictObject({ a: deviceIdSchema, b: deviceIdSchema, rule: z.enum(['never', 'only-with', 'may', 'locked']) });

export const circuitSchema = z.strictObject({
  schema: z.literal(SCHEMA_VERSION),
  number: text(12),
  title: text(80),
  site: text(80),
  practice: z.enum(['na', 'iec']),
  places: z.record(z.string(), placeSchema),
  devices: z.record(z.string(), deviceSchema),
  conductors: z.record(z.string(), conductorSchema),
  cables: z.record(z.string(), cableSchema),
  processes: z.record(z.string(), processSchema),
  /** by the controller's device id */
  programs: z.record(deviceIdSchema, programSchema),
  families: z.record(ownFamilyNameSchema, ownFamilySchema),
  views: z.record(z.string().max(40), viewSchema),
  powerSwitch: powerSwitchSchema,
  complaints: z.array(complaintSchema).max(20),
  pairs: z.array(pairSchema).max(200),
});

export type DeviceId = z.infer<typeof deviceIdSchema>;
export type ConductorId = z.infer<typeof conductorIdSchema>;
export type ProcessId = z.infer<typeof processIdSchema>;
export type TerminalId = z.infer<typeof terminalIdSchema>;
export type Evidence = z.infer<typeof evidenceSchema>;
export type Field = z.infer<typeof fieldSchema>;
export type Place = z.infer<typeof placeSchema>;
export type Mount = z.infer<typeof mountSchema>;
export type Device = z.infer<typeof deviceSchema>;
export type Process = z.infer<typeof processSchema>;
export type Conductor = z.infer<typeof conductorSchema>;
export type OwnFamily = z.infer<typeof ownFamilySchema>;
export type LogEntry = z.infer<typeof logEntrySchema>;
export type Pair = z.infer<typeof pairSchema>;
export type Complaint = z.infer<typeof complaintSchema>;
export type Circuit = z.infer<typeof circuitSchema>;
export type PowerPosition = 'isolated' | 'control' | 'on';

/** What a place says of itself where nobody has said more. */
export const PLAIN_PLACE = {
  parent: null,
  at: null,
  size: null,
  depthMm: null,
  mounts: [],
  aroundC: null,
  fanM3h: null,
} as const satisfies Partial<Place>;

/** A circuit without anything in it. */
export const emptyCircuit: Circuit = {
  schema: SCHEMA_VERSION,
  number: '',
  title: '',
  site: '',
  practice: 'na',
  places: {},
  devices: {},
  conductors: {},
  cables: {},
  processes: {},
  programs: {},
  families: {},
  views: {},
  powerSwitch: { control: { open: [], lift: [] }, isolated: { open: [], lift: [] }, staysOn: [] },
  complaints: [],
  pairs: [],
};

export const PLAIN_LANDINGS: Conductor['landings'] = [
  { order: 0, ferrule: null },
  { order: 0, ferrule: null },
];
