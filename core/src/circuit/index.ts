export type { Catalogue, FamilyFacts, FieldFacts } from './catalogue';
export type { Edit, EditChange, Touch } from './commands';
export { applyChanges, clash, editChangeSchema, editSchema, problemsText, spellChanges, touches } from './commands';

export type { CircuitPatch } from './patch';
export { patchBetween, patched } from './patch';
export { plateProblems } from './plateProblems';
export type { Problem, Result } from './problem';
export { brief, fine, invariant, wrong } from './problem';
export type {
  Circuit,
  Complaint,
  Conductor,
  ConductorId,
  Device,
  DeviceId,
  Evidence,
  Field,
  LogEntry,
  Mount,
  OwnFamily,
  Pair,
  Place,
  PowerPosition,
  Process,
  ProcessId,
  TerminalId,
} from './schema';
export {
  cableIdSchema,
  circuitSchema,
  conductorIdSchema,
  deviceIdSchema,
  emptyCircuit,
  fieldSchema,
  logEntrySchema,
  markSchema,
  ownFamilyNameSchema,
  ownFamilySchema,
  PLAIN_LANDINGS,
  PLAIN_PLACE,
  placeIdSchema,
  processIdSchema,
  SCHEMA_VERSION,
  tagSchema,
  terminalIdSchema,
} from './schema';
export { issuePath, issueWords } from './shapeWords';
export type { Point } from './spelling';
export {
  conductorsAt,
  deviceByTag,
  deviceOf,
  findDevice,
  findTerminal,
  isLooseEnd,
  isTerminal,
  looseEnd,
  markOf,
  spellPoint,
  spellTerminal,
  tagsOf,
  terminalId,
} from './spelling';
export { readCircuitDocument, validateCircuit } from './validate';
export { upgradeChanges, upgradeStored } from './versions';
