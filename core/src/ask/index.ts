export type { AnswerOf, FactsOf, LineName } from './answer';
export { createAsker } from './answer';
export { METERS } from './questions/read';
export { SIZE_NAMES, sizeFacts } from './sizing';
export type { Shop } from './standing';
