export type { Catalogue, FamilyFacts, FieldFacts } from './catalogue';
export type { Applied, Edit, EditChange } from './edits';
export { applyChanges, clash, editSchema, problemsText, spellChanges, touches } from './edits';
export type { Problem, Result } from './problem';
export { fine, invariant, wrong } from './problem';
export type {
  Cable,
  CableId,
  Circuit,
  Complaint,
  Conductor,
  ConductorId,
  Device,
  DeviceId,
  Evidence,
  Field,
  LogEntry,
  Opening,
  PowerPosition,
  TerminalId,
} from './schema';
export { circuitSchema, fieldSchema, logEntrySchema, SCHEMA_VERSION } from './schema';
export type { Point } from './spelling';
export {
  conductorsAt,
  deviceByTag,
  deviceOf,
  findDevice,
  findTerminal,
  isLooseEnd,
  looseEnd,
  markOf,
  spellPoint,
  spellTerminal,
  tagsOf,
  terminalId,
} from './spelling';
export { readCircuitDocument, validateCircuit } from './validate';
