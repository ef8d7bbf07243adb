export type { BodyOf, EndpointName, ParamsOf, QueryOf, ReplyOf } from './endpoints';
export { ENDPOINTS, NAMED_SHAPES } from './endpoints';
export type {
  CircuitLine,
  CircuitReply,
  CircuitSummary,
  Job,
  JobSave,
  PracticeReply,
  ProblemReply,
  SaveReply,
  Standing,
  StockLine,
  StockSave,
} from './shapes';
export {
  BUILD_HEADER,
  CLIENT_HEADER,
  circuitReplySchema,
  circuitSummarySchema,
  circuitsSchema,
  jobsSchema,
  LOCAL_AUTHOR,
  practiceReplySchema,
  problemReplySchema,
  revisionsSchema,
  saveReplySchema,
  stockReplySchema,
} from './shapes';
