export type { BenchState, CircuitLine, CircuitReply, Job, ProblemReply, SaveReply, SaveRequest } from './shapes';
export {
  benchStateSchema,
  CIRCUIT_ID,
  CLIENT_HEADER,
  circuitReplySchema,
  jobsSchema,
  newCircuitSchema,
  problemReplySchema,
  revisionsSchema,
  saveReplySchema,
  saveRequestSchema,
} from './shapes';
