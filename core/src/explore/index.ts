export type { ContactExposure, Served } from './behind';
export type { CoilExposure } from './coilWatch';
export type { InputState, Progress } from './inputs';
export { inputStates, neighbourhoods } from './inputs';
export type { CoilPair, PairMoment } from './pairs';
export { callsOf, coilAcross, momentOf, pairing, plusAtPair, transformersUnder } from './pairs';
export type { Exploration, FedThrows, LoadExposure, TransformerExposure } from './states';
export { explore, exploring, secondaryOf } from './states';
