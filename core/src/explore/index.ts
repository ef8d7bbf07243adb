export type { InputState } from './inputs';
export { inputStates, neighbourhoods } from './inputs';
export type { CoilPair, PairMoment } from './pairs';
export { callsOf, coilAcross, momentOf, pairing, plusAtPair, transformersUnder } from './pairs';
export type { CoilExposure, ContactExposure, Exploration, FedThrows, LoadExposure, Progress, Served, TransformerExposure } from './states';
export { explore, exploring, secondaryOf, worstOf } from './states';
