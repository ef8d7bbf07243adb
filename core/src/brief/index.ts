export type { Brief, Caller } from './brief';
export { CALLERS, circuitOf } from './brief';
export type { Arrangement, Taking } from './thumb';
export { arrangementFor, baseFor, polesNeeded, relayOrContactor } from './thumb';
