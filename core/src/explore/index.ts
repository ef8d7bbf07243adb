export { lineShare } from './behind';
export type { Call, Calls } from './calls';
export { callsKey, logOf } from './calls';
export type { Exploration } from './exploring';
export { explore, exploring } from './exploring';
export type { PairMoment } from './pair';
export { coilAcross, momentOf, transformersUnder } from './pair';
export type { CoilPair } from './pairing';
export { callsOf, pairing, plusAtPair } from './pairing';
export { triedWhole } from './tried';
export type { Progress, Untried } from './walk';
export { drain, statesOf } from './walk';
export type { CoilExposure, CoilSeen } from './watch/coils';
export type { ContactExposure } from './watch/contacts';

export type { LoadExposure } from './watch/loads';
export type { MotorIll } from './watch/motors';
export { secondaryOf, secondaryRatedV } from './watch/transformers';
