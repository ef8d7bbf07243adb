export type { BodyOf, EndpointName, ParamsOf, QueryOf, ReplyOf } from './endpoints';
export { ENDPOINTS, NAMED_SHAPES } from './endpoints';
export type {
  CircuitLine,
  CircuitReply,
  CircuitSummary,
  Job,
  JobSave,
  Landing,
  LandingLine,
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
  landingsSaveSchema,
  landingsSchema,
  practiceReplySchema,
  problemReplySchema,
  revisionsSchema,
  saveReplySchema,
  stockReplySchema,
} from './shapes';
