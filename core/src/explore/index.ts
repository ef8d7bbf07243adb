export type { InputState, Progress } from './inputs';
export { inputStates, neighbourhoods } from './inputs';
export type { CoilPair, PairMoment } from './pairs';
export { callsOf, coilAcross, momentOf, pairing, plusAtPair, transformersUnder } from './pairs';
export type { CoilExposure, ContactExposure, Exploration, FedThrows, LoadExposure, Served, TransformerExposure } from './states';
export { explore, exploring, secondaryOf, worstOf } from './states';
