export type { FactorPlan, Factors, Place } from './ldlt';
export { addTo, emptyFactors, placeOf, planFactors, refactor, solveInPlace } from './ldlt';
