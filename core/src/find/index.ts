export type { Advice, Evidence, Measured, Outcome, TestCost } from './infer';
export { allowedBand, bestNext, costOf, DEFAULT_COST, outcomesOf, pairIndex, posterior, predictedVolts, rankClasses } from './infer';
export { profilePoints } from './profile';
export type { Noise } from './scale';
export { INFERENCE_NOISE, METER_NOISE, offScale, onScale } from './scale';
export type { Policy, SessionEnd } from './session';
export { byBestNext, fromSource, halfSplit, runSession, seeded } from './session';
export type { Predictions, ReadMode, Suspect, Test } from './suspects';
export { listSuspects, predict } from './suspects';
