export type { FactorPlan, Factors, Place } from './ldlt';
export { addTo, copyFactors, emptyFactors, placeOf, planFactors, refactor, solveInPlace } from './ldlt';
