export type { FactorPlan, Factors, Place } from './ldlt';
export { planFactors, emptyFactors, placeOf, addTo, refactor, solveInPlace } from './ldlt';
